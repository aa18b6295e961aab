import * as z from 'zod';
import { pressureSchema, regionSchema } from '../move/move.schema';
import { EASES } from '../viewing/feedback.schema';

const intervalSchema = z.object({ k: z.number(), n: z.number(), share: z.number(), low: z.number(), high: z.number() });

/** How one run of a step was watched. */
const stepWatchingSchema = z.object({
  stepId: z.string(),
  entered: z.number(),
  hurt: z.number(),
  dropOff: intervalSchema,
  completion: z.number(),
});

/** How one cut was watched. Times are times of the cut. */
const cutResultsSchema = z.object({
  id: z.string(),
  durationMs: z.number(),
  /** Each time that a step runs, as `watching.steps` tells of them. */
  steps: z.array(z.object({ stepId: z.string(), startMs: z.number(), endMs: z.number() })),
  watching: z.object({
    viewings: z.number(),
    completed: intervalSchema,
    meanWatchedMs: z.number(),
    retention: z.array(z.object({ atMs: z.number(), share: intervalSchema })),
    replayed: z.array(z.number()),
    skipped: z.array(z.number()),
    steps: z.array(stepWatchingSchema),
  }),
});

/** What viewers did with a version: one cut of it, or (`cut` null) every step over all of them. */
export const resultsSchema = z.object({
  /** Names the state that this tells of: asked for again with `?since=`, nothing comes as long as nothing is new. */
  stamp: z.string(),
  version: z.object({ id: z.string(), number: z.number(), createdAt: z.coerce.date() }),
  /** The cuts that it can be watched in, and how often each was. */
  cuts: z.array(z.object({ id: z.string(), durationMs: z.number(), viewings: z.number() })),
  steps: z.array(z.object({ id: z.string(), name: z.string(), region: regionSchema, pressure: pressureSchema })),
  cut: cutResultsSchema.nullable(),
  /** Every step over all cuts, where several were asked for. */
  all: z.array(stepWatchingSchema).nullable(),
  viewings: z.number(),
  stillWatching: z.number(),
  viewers: z.number(),
  /** How many said something at the end, and how many of them said how easy it was. */
  answered: z.number(),
  rated: z.number(),
  ease: z.array(z.object({ ease: z.enum(EASES), share: intervalSchema })),
  felt: z.array(z.object({ region: regionSchema, side: z.enum(['left', 'right']).nullable(), n: z.number() })),
  remarks: z.array(z.object({ viewingId: z.string(), remark: z.string(), at: z.coerce.date() })),
  remarkCount: z.number(),
  discomfort: z.array(
    z.object({
      viewingId: z.string(),
      stepId: z.string().nullable(),
      side: z.string().nullable(),
      serious: z.boolean(),
      words: z.string(),
      at: z.coerce.date(),
      seenAt: z.coerce.date().nullable(),
    }),
  ),
  discomfortCount: z.number(),
});
export type Results = z.infer<typeof resultsSchema>;
