import * as z from 'zod';
import { REGIONS } from '@limber/core/face/regions';
import { noEvidence, type Evidence } from '@limber/core/proposal/evidence';
import { clipSpans, unionSpans } from '@limber/core/time/spans';
import { readAnalysis, type ReadFile } from './input';

const ms = z.number().min(0);
const span = { startMs: ms, endMs: ms };
const seen = {
  ...span,
  side: z.enum(['left', 'right', 'both']).nullable(),
  region: z.enum(REGIONS).nullable(),
};
/** What `analyse` writes, as much of it as is asked for here. */
const analysisFileSchema = z.object({
  durationMs: ms,
  speech: z.array(z.object(span)).optional(),
  bouts: z
    .array(
      z.object({
        ...seen,
        periodMs: ms,
        beatsMs: z.array(ms).min(1),
        confidence: z.number().min(0).max(1).default(0.6),
      }),
    )
    .default([]),
  holds: z.array(z.object({ ...seen, confidence: z.number().min(0).max(1).default(0.6) })).default([]),
  sceneChangesMs: z.array(ms).default([]),
});

/**
 * What `analyse` wrote of a recording, as evidence of what it shows.
 *
 * @throws InputError when the file is not what `analyse` writes.
 */
export async function evidenceIn(file: string | undefined, read: ReadFile): Promise<Evidence> {
  const analysis = await readAnalysis(file, analysisFileSchema, read);
  const { durationMs, speech, bouts, holds, sceneChangesMs } = analysis;
  return {
    ...noEvidence(durationMs),
    heard: speech !== undefined,
    speech: clipSpans(unionSpans((speech ?? []).map(({ startMs, endMs }) => [startMs, endMs] as const)), durationMs),
    bouts: bouts.map(({ side, ...one }) => ({ ...one, half: side })),
    holds: holds.map(({ side, ...one }) => ({ ...one, half: side })),
    sceneChangesMs,
    // Sides are the viewers' own here: they are at the left of the picture as they are at the left.
    pictureLeft: 'left',
  };
}
