import * as z from 'zod';
import { cutTimesOf } from '@limber/core/assembly/place';
import { cueChecks } from '@limber/core/check/cue-checks';
import { profileOf } from '@limber/core/check/cue-profile';
import { seenCues } from '@limber/core/check/cue-findings';
import { findingsOf, sorted } from '@limber/core/check/finding';
import { deriveCues } from '@limber/core/cue/derive';
import { analysisSchema as documentSchema, type Analysis } from '@limber/core/footage/analysis.document';
import type { CellGrid } from '@limber/core/footage/lips';
import type { SeenOn, SeenTake } from '@limber/core/cue/seen-areas';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { Timeline } from '@limber/core/schedule/timeline';
import { shown } from './shown';
import { readAnalysis, type ReadFile } from './input';

const ms = z.number().min(0);
const share = z.number();
/** What `analyse` writes, as much of it as cues keep clear of. */
const analysisSchema = z.object({
  faces: z
    .array(
      z.object({
        atMs: ms,
        box: z.tuple([share, share, share, share]),
        outline: z.array(z.tuple([share, share])).default([]),
      }),
    )
    .default([]),
  sceneChangesMs: z.array(ms).default([]),
  motion: documentSchema.shape.motion.optional(),
  light: documentSchema.shape.light.optional(),
  bouts: z.array(z.object({ beatsMs: z.array(ms) })).default([]),
});

/** What was seen of a take that a file tells of. */
export interface SeenInFile {
  readonly seen: SeenTake;
  /** Where movements were complete, ascending, take time. */
  readonly beatsMs: readonly number[];
}

/**
 * Reads what `analyse` wrote, for where cues may stand.
 *
 * @throws InputError when the file is not what `analyse` writes.
 */
export async function seenIn(file: string, read: ReadFile): Promise<SeenInFile> {
  const { faces, sceneChangesMs, motion, light, bouts } = await readAnalysis(file, analysisSchema, read);
  return {
    seen: { faces, sceneChangesMs, motion: cellsOf(motion), light: cellsOf(light) },
    beatsMs: bouts.flatMap((bout) => bout.beatsMs).sort((a, b) => a - b),
  };
}

function cellsOf(grid: Analysis['motion'] | undefined): CellGrid | null {
  return grid ? { ...grid, cells: new Uint8Array(Buffer.from(grid.data, 'base64')) } : null;
}

/** One file tells of the first take that plays; of the others nobody knows. */
export function seenOf(timeline: Timeline, file: SeenInFile | null): SeenOn {
  const first = timeline.cut?.pieces[0]?.takeId;
  return (takeId) => (file && takeId === first ? file.seen : null);
}

/** What of the cues of a cut could not be followed, worst first, in the order of the lesson. */
export function checkCues(lesson: Lesson, timeline: Timeline, file: SeenInFile | null): object {
  const { cues } = deriveCues(lesson, timeline);
  const seen = seenCues(lesson, timeline, cues, { seenOn: seenOf(timeline, file) });
  const { cut } = timeline;
  const first = cut?.pieces[0]?.takeId;
  const beatsMs =
    first && file ? file.beatsMs.flatMap((beat) => cutTimesOf(cut, first, beat)).sort((a, b) => a - b) : [];
  const found = cueChecks({ ...seen, beatsMs }, profileOf(lesson));
  const { open } = sorted(findingsOf(lesson, found), lesson.setAside);
  return { findings: open.map(shown) };
}
