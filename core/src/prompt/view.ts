import * as z from 'zod';
import { PRESSES } from './session';

const words = z.string().max(4000);

/** What a prompter shows at one instant, in words: all that a second screen has to know of the studio. */
export const promptViewSchema = z.object({
  /** Where in the lesson: step, side, opening. */
  where: words,
  /** Sentences of what is said just now; empty where something is done. */
  said: z.array(z.object({ text: words, is: z.enum(['said', 'now', 'coming']) })).max(2000),
  /** What is done; empty where something is said. */
  does: words,
  /** What is said over it; empty where nothing is. */
  over: words,
  count: z
    .object({
      value: z.number().nullable(),
      words,
      /** How many dots, and how many of them are done; nought where there are none. */
      pips: z.number().int().min(0).max(100),
      done: z.number().int().min(0),
    })
    .nullable(),
  /** Seconds left of a wait or a change of side. */
  leftS: z.number().nullable(),
  then: words,
  /** How she sits in the picture, where that is told. */
  framing: z.object({ words, good: z.boolean() }).nullable(),
  state: z.enum(['ready', 'running', 'paused']),
  /** How long it is recorded or rehearsed, and how far ahead or behind she is. */
  clock: words,
  ahead: words,
});
export type PromptView = z.infer<typeof promptViewSchema>;

/** What a second screen is told: what to show, or null as long as nothing is prompted. */
export const screenToldSchema = z.object({ view: promptViewSchema.nullable() });

/** A press on a second screen. `n` counts them up from one, so that one which is sent twice is one. */
export const screenPressSchema = z.object({ n: z.number().int().min(1), press: z.enum(PRESSES) });
export type ScreenPress = z.infer<typeof screenPressSchema>;

/** A second screen that was asked for. */
export const secondScreenSchema = z.object({
  id: z.string(),
  /** Typed or scanned once, within ten minutes. */
  code: z.string(),
  /** Where a telephone in the same network opens it. */
  addresses: z.array(z.string()),
});
export type SecondScreenOpened = z.infer<typeof secondScreenSchema>;
