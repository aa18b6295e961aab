import * as z from 'zod';

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
