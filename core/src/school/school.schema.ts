import * as z from 'zod';
import { REGIONS } from '../face/regions';
import { actionSchema, pressureSchema, regionSchema, toolSchema } from '../move/move.schema';

/** What drains: where it is opened first, and where it ends. */
const drainageSchema = z.object({
  /** Regions opened at the beginning, in this order; empty when nothing is opened. */
  opens: z.array(regionSchema).max(20),
  /** Regions of the closing strokes; empty when nothing closes. */
  closes: z.array(regionSchema).max(20),
  /** Whether a lesson without the closing is a finding. */
  closingNeeded: z.boolean(),
});

/** Rules of order, direction, pressure, product and dose that instructors of one school follow. */
export const schoolSchema = z.object({
  id: z.string().min(1).max(80),
  name: z.string().trim().min(1, 'A school needs a name.').max(80),
  about: z.string().max(400),
  /** Regions in the order in which the main part works them, each once; the rest may come anywhere. */
  order: z.array(regionSchema).max(REGIONS.length),
  /** Actions in the order of their phases, as warm, work, soothe; empty when only regions count. */
  phases: z.array(z.array(actionSchema)).max(6),
  drainage: drainageSchema,
  /** Which way strokes go on the neck and on the face. */
  neck: z.enum(['up', 'down', 'up_then_down', 'any']),
  face: z.enum(['up', 'down', 'out', 'any']),
  /** Whether a stroke may go back and forth. */
  backAndForth: z.boolean(),
  mostPressure: pressureSchema,
  product: z.enum(['none', 'dry_then_slip', 'slip', 'any']),
  tools: z.array(toolSchema),
  /** What one usually does of a move, and how often. */
  doseHabit: z.string().max(200),
  frequency: z.string().max(200),
});
export type School = z.infer<typeof schoolSchema>;
