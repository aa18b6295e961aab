import * as z from 'zod';
import { CLAIMS } from '../caution/wording';
import { actionSchema, regionSchema, toolSchema } from '../move/move.schema';

export const DOSE_KINDS = [
  'hold_s',
  'reps',
  'sets',
  'count',
  'seconds_each',
  'remaining_s',
  'lookahead_s',
  'breaths',
  'swipes',
] as const;
export const DOSE_SCOPES = ['here', 'each_side', 'every_move', 'other_side'] as const;
const PROMISE_KINDS = ['minutes', 'moves', 'frequency', 'onset'] as const;
const PROMISE_UNITS = ['minutes', 'moves', 'per_day', 'per_week', 'days_between', 'weeks'] as const;
export const STEP_KINDS = ['intro', 'prep', 'warmup', 'technique', 'drain', 'rest', 'talk', 'outro'] as const;
export const STEP_SIDES = ['left', 'right', 'first', 'second', 'both', 'alternating', 'midline', 'unknown'] as const;
export const CAUTIONS = [
  'pressure',
  'no_drag',
  'neck',
  'teeth',
  'skin_condition',
  'soreness',
  'own_level',
  'hygiene',
  'redness',
  'eye',
  'brow_tension',
  'refer_professional',
] as const;

const ms = z.int().min(0);

/** Everything that was read out of a narration, with times in ms. */
export const readingSchema = z.object({
  promises: z.array(
    z.object({ atMs: ms, kind: z.enum(PROMISE_KINDS), low: z.number(), high: z.number(), unit: z.enum(PROMISE_UNITS) }),
  ),
  doses: z.array(
    z.object({
      atMs: ms,
      kind: z.enum(DOSE_KINDS),
      low: z.number(),
      high: z.number(),
      scope: z.enum(DOSE_SCOPES),
    }),
  ),
  steps: z.array(
    z.object({
      startMs: ms,
      endMs: ms,
      kind: z.enum(STEP_KINDS),
      action: z.union([actionSchema, z.literal('unknown')]),
      side: z.enum(STEP_SIDES),
      tool: toolSchema,
      region: regionSchema,
    }),
  ),
  swaps: z.array(z.object({ atMs: ms })),
  cautions: z.array(z.object({ atMs: ms, about: z.enum(CAUTIONS) })),
  claims: z.array(z.object({ atMs: ms, about: z.enum(CLAIMS), strength: z.enum(['mild', 'strong']) })),
});
export type CautionAbout = (typeof CAUTIONS)[number];
export type DoseKind = (typeof DOSE_KINDS)[number];
export type Reading = z.infer<typeof readingSchema>;

/** The words that something was read from, and how sure that is, 0 to 1. */
export interface Evidence {
  readonly from: number;
  readonly to: number;
  readonly sure: number;
  /** Of a step: how sure it is what is worked there and how, where `sure` says whether one begins there at all. */
  readonly work?: number;
}
type Found<T> = T & { readonly evidence: Evidence };
export type FoundDose = Found<Reading['doses'][number]>;
export type FoundPromise = Found<Reading['promises'][number]>;
export type FoundStep = Found<Reading['steps'][number]>;
export type FoundSwap = Found<Reading['swaps'][number]>;
export type FoundCaution = Found<Reading['cautions'][number]>;
export type FoundClaim = Found<Reading['claims'][number]>;

/** A caution or a claim that rules found, with the number of its clause. */
export interface RuledRemark<T extends string> {
  readonly about: T;
  readonly clause: number;
  readonly atMs: number;
  readonly evidence: Evidence;
}
