import * as z from 'zod';
import { pressureSchema } from '../move/move.schema';

/** Ways in the picture, as it is seen. */
export const ARROWS = ['up', 'down', 'left', 'right'] as const;
export const PHASES = ['in', 'hold', 'out'] as const;

/** What is drawn beside the words of a cue. */
export const showsSchema = z.discriminatedUnion('is', [
  /** How firmly and which way a hand goes. */
  z.object({ is: z.literal('way'), pressure: pressureSchema, arrows: z.array(z.enum(ARROWS)).readonly() }),
  /** A breath that comes in, is held, goes out. */
  z.object({ is: z.literal('breath'), phase: z.enum(PHASES) }),
]);
export type Shows = Readonly<z.infer<typeof showsSchema>>;
export type Arrow = (typeof ARROWS)[number];
export type Phase = (typeof PHASES)[number];
