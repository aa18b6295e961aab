import * as z from 'zod';
import { scopeOf } from './cue-key';

/**
 * Kinds of cues. Figures: a number, seconds left of a hold with its release. Sides: the one that is worked, the change.
 * Moments of a count: a set begins, half of it is done, the last one. Then the pacer of the breath, the name of a step
 * with where one is, the next one, and what a move says of itself: how firmly and which way, form cues, cautions, where it
 * is felt, what to check. Captions are what is said.
 */
export const CUE_KINDS = [
  'count',
  'countdown',
  'set',
  'halfway',
  'last',
  'side',
  'swap',
  'next',
  'breath',
  'label',
  'pressure',
  'form',
  'caution',
  'felt',
  'check',
  'caption',
] as const;
export type CueKind = (typeof CUE_KINDS)[number];
/** When those of a kind are shown: the first time that a move is done in a cut, or every time. */
export const CUE_TIMES = ['never', 'first', 'every'] as const;
export type CueTimes = (typeof CUE_TIMES)[number];

/** Furthest that a cue is moved from where it is derived, ms. */
const FURTHEST_MS = 60_000;
const offset = z
  .int()
  .min(-FURTHEST_MS, 'That is too far from where it belongs.')
  .max(FURTHEST_MS, 'That is too far from where it belongs.');

const share = z.number().min(0).max(1);
/**
 * Where a cue stands in any shape of picture: shares of the room that its box leaves where cues may stand, from the left
 * and from the top. Whatever it says there, it stays inside. @example [0, 1] // in the lower left corner
 */
export type OwnPlace = readonly [fromLeft: number, fromTop: number];
export const ownPlaceSchema: z.ZodType<OwnPlace> = z.tuple(
  [share, share],
  'A place is two shares, from the left and from the top.',
);

/**
 * What the instructor changed of derived cues. The key says of which, and its form how widely it holds: one cue
 * (`pieceId|segmentId|kind|n`, in a plan `stepId|side|kind|n`), every cue of a kind in a passage
 * (`pieceId|segmentId|kind`), or every cue of a kind (`kind`). What is absent stays derived; the narrower one wins.
 */
export const overrideSchema = z
  .object({
    key: z.string().min(1).max(520),
    text: z.string().trim().min(1).max(200).optional(),
    /** How far its start and its end lie from the derived ones, ms. */
    startOffsetMs: offset.optional(),
    endOffsetMs: offset.optional(),
    hidden: z.boolean().optional(),
    place: ownPlaceSchema.optional(),
    /** Of a whole kind: when it is shown. */
    when: z.enum(CUE_TIMES).optional(),
  })
  .refine((one) => one.text === undefined || scopeOf(one.key) === 'cue', {
    message: 'Words are changed of one cue at a time.',
  })
  .refine((one) => (scopeOf(one.key) === 'kind' ? one.hidden === undefined : one.when === undefined), {
    message: 'A whole kind of cue is shown never, the first time or every time; one cue is hidden or not.',
  });
export type CueOverride = z.infer<typeof overrideSchema>;
