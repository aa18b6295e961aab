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

/** What changes cost between two neighbours, in jumps (common practice, no source: a jump back tires most). */
const costsSchema = z.object({
  /** Past so many regions; back again; another tool, posture or framing; wiping the skin dry. */
  jump: z.int().min(0).max(50).default(1),
  back: z.int().min(0).max(50).default(3),
  tool: z.int().min(0).max(50).default(4),
  posture: z.int().min(0).max(50).default(5),
  wipe: z.int().min(0).max(50).default(6),
  framing: z.int().min(0).max(50).default(2),
});
export type Costs = z.infer<typeof costsSchema>;
export const COSTS: Costs = costsSchema.parse({});

const figures = z.array(z.int().min(1).max(1000)).max(20).default([]);
const stopsSchema = z.object({ passes: figures, times: figures, count: figures, seconds: figures });
/** Figures at which a school stops: passes a lane, times, counts, seconds of holds and of timed movement. */
export type Stops = z.infer<typeof stopsSchema>;
export const NO_STOPS: Stops = stopsSchema.parse({});

/** Rules of a school that may have exceptions in some regions. */
export const EXCEPTED_RULES = ['back-and-forth', 'pressure', 'direction', 'no-slip', 'tool'] as const;

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
  /** The order may be taken from either end. */
  eitherWay: z.boolean().default(false),
  /** Each area may end with its own soothing, whatever its phase. */
  soothesEachArea: z.boolean().default(false),
  costs: costsSchema.default(COSTS),
  stops: stopsSchema.default(NO_STOPS),
  /** Where a rule does not hold. */
  exceptions: z
    .array(z.object({ rule: z.enum(EXCEPTED_RULES), regions: z.array(regionSchema).min(1).max(REGIONS.length) }))
    .max(20)
    .default([]),
  /** What one usually does of a move, and how often. */
  doseHabit: z.string().max(200),
  frequency: z.string().max(200),
});
export type School = z.infer<typeof schoolSchema>;
