import * as z from 'zod';

/** A range with the planned figure in it: `low ≤ planned ≤ high`. */
export const rangeSchema = z
  .object({ low: z.number().positive(), planned: z.number().positive(), high: z.number().positive() })
  .refine((range) => range.low <= range.planned && range.planned <= range.high, {
    message: 'The planned figure has to lie between low and high.',
  });
export type Range = z.infer<typeof rangeSchema>;

const countRange = rangeSchema.refine((r) => Number.isInteger(r.planned) && r.planned <= 1000, {
  message: 'Give a whole number up to 1,000.',
});
const msRange = rangeSchema.refine((r) => Number.isInteger(r.planned) && r.planned <= 3_600_000, {
  message: 'Give whole milliseconds up to one hour.',
});

const sets = {
  sets: countRange,
  /** Rest between two sets, ms. */
  restMs: z.int().min(0).max(600_000),
};

/** The last repetition's tempo where it changes within the dose, evenly from the first to the last. */
const ramp = { endTempoMs: z.int().min(100).max(3_600_000).optional() };
/** Until the breath is out, or until it feels enough: the planned time is what is expected. */
const open = { open: z.literal(true).optional() };

/** How much of a move: one of six forms, each with sets and the rest between them. All times in ms. */
export const doseSchema = z.discriminatedUnion('form', [
  z.object({ form: z.literal('reps'), reps: countRange, tempoMs: msRange, ...ramp, ...sets }),
  z.object({ form: z.literal('passes'), lanes: countRange, passes: countRange, tempoMs: msRange, ...ramp, ...sets }),
  z.object({ form: z.literal('count'), count: countRange, tempoMs: msRange, ...ramp, ...sets }),
  z.object({
    form: z.literal('hold'),
    reps: countRange,
    holdMs: msRange,
    releaseMs: z.int().min(0).max(600_000),
    ...open,
    ...sets,
  }),
  z.object({
    form: z.literal('timed'),
    eachMs: msRange,
    /** Directions that each get the time: 1, or 2 for "thirty seconds each way". */
    ways: z.union([z.literal(1), z.literal(2)]),
    ...open,
    ...sets,
  }),
  z.object({
    form: z.literal('breaths'),
    breaths: countRange,
    cycleMs: msRange,
    /** How long of it the breath is held between in and out. */
    heldMs: z.int().min(0).max(60_000).optional(),
    ...open,
    ...sets,
  }),
]);
export type Dose = z.infer<typeof doseSchema>;
export type DoseForm = Dose['form'];

/** Which sides get the dose, and in which order. `…_only` leaves the other side out on purpose. */
export const SIDE_PLANS = [
  'midline',
  'both',
  'left_right',
  'right_left',
  'alternating',
  'left_only',
  'right_only',
  'centre_first',
] as const;
export const sidePlanSchema = z.enum(SIDE_PLANS);
export type SidePlan = z.infer<typeof sidePlanSchema>;
