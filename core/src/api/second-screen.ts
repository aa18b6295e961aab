import * as z from 'zod';
import { PRESSES } from '../prompt/session';
import { promptViewSchema } from '../prompt/view';

/** A second screen that was asked for. */
export const secondScreenSchema = z.object({
  id: z.string(),
  /** Typed or scanned once, within ten minutes. */
  code: z.string(),
  /** Where a telephone in the same network opens it. */
  addresses: z.array(z.string()),
});
export type SecondScreenOpened = z.infer<typeof secondScreenSchema>;

/** What a second screen is told: what to show, or null as long as nothing is prompted. */
export const screenToldSchema = z.object({ view: promptViewSchema.nullable() });

/** What the studio hears of its screen. */
export const screenHeardSchema = z.union([
  z.object({ on: z.literal('joined') }),
  z.object({ on: z.literal('press'), press: z.enum(PRESSES) }),
  z.object({ on: z.literal('closed') }),
]);
export type ScreenHeard = z.infer<typeof screenHeardSchema>;

/** A press on a second screen. `n` counts them up from one, so that one which is sent twice is one. */
export const screenPressSchema = z.object({ n: z.number().int().min(1), press: z.enum(PRESSES) });
export type ScreenPress = z.infer<typeof screenPressSchema>;
