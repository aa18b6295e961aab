import * as z from 'zod';
import { scopeOf } from './cue-key';

export const CUE_KINDS = ['count', 'countdown', 'side', 'swap', 'label', 'caption'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** Furthest that a cue is moved from where it is derived, ms. */
const FURTHEST_MS = 60_000;
const offset = z
  .int()
  .min(-FURTHEST_MS, 'That is too far from where it belongs.')
  .max(FURTHEST_MS, 'That is too far from where it belongs.');

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
  })
  .refine((one) => one.text === undefined || scopeOf(one.key) === 'cue', {
    message: 'Words are changed of one cue at a time.',
  });
export type CueOverride = z.infer<typeof overrideSchema>;
