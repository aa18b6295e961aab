import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import type { CutMs } from '../time/clocks';
import type { Span } from '../time/spans';
import { sliceOf } from './cut';
import { fullCut } from './cuts';
import type { Passage } from './passage';
import { passagesOf } from './passages';
import { changeOfPieces } from './piece-changes';
import { stepRunsOf } from './step-runs';
import { tidied } from './tidied';

/**
 * The change that lets a step play once more, right after it has played: the same stretches again. Null when it does not
 * play at all.
 *
 * @param newId makes ids of pieces.
 * @example playAgain(lesson, 'slipway', newId) // { kind: 'batch', changes: [{ kind: 'set_piece', … }, …] }
 */
export function playAgain(lesson: Lesson, stepId: string, newId: () => string): Change | null {
  const cut = fullCut(lesson);
  const run = lastPlayOf(passagesOf(lesson, cut), stepId);
  if (!run) return null;
  return stretchAgain(lesson, [run.startMs, run.endMs], 1, newId);
}

/**
 * The change that lets a stretch of the lesson play again, so many times, right after it has played.
 *
 * @example stretchAgain(lesson, [9000, 13_000], 1, newId) // { kind: 'batch', changes: [{ kind: 'set_piece', … }, …] }
 */
export function stretchAgain(
  lesson: Pick<Lesson, 'assembly'>,
  [fromMs, toMs]: Span<CutMs>,
  times: number,
  newId: () => string,
): Change | null {
  const cut = fullCut(lesson);
  const again = Array.from({ length: times }, () =>
    sliceOf(cut, [[fromMs, toMs]]).map((piece) => ({ ...piece, id: newId() })),
  );
  return changed(lesson, newId, [
    ...sliceOf(cut, [[0, toMs]]),
    ...again.flat(),
    ...sliceOf(cut, [[toMs, cut.durationMs]]),
  ]);
}

/** The change that leaves a stretch of the lesson out. @example stretchOut(lesson, [9000, 13_000], newId) // { kind: 'batch', … } */
export function stretchOut(
  lesson: Pick<Lesson, 'assembly'>,
  [fromMs, toMs]: Span<CutMs>,
  newId: () => string,
): Change | null {
  const cut = fullCut(lesson);
  return changed(
    lesson,
    newId,
    sliceOf(cut, [
      [0, fromMs],
      [toMs, cut.durationMs],
    ]),
  );
}

/**
 * The change that leaves out every play of a step but the first; null when there is only one. A bundle, which runs side
 * by side, is let be.
 *
 * @example playOnce(lesson, 'slipway', newId) // { kind: 'remove_piece', pieceId: 'q' }
 */
export function playOnce(lesson: Lesson, stepId: string, newId: () => string): Change | null {
  const cut = fullCut(lesson);
  const spans: [CutMs, CutMs][] = [];
  let from = 0;
  for (const { startMs, endMs } of repeatsOf(passagesOf(lesson, cut), stepId)) {
    spans.push([from, startMs]);
    from = endMs;
  }
  if (from === 0) return null;
  return changed(lesson, newId, sliceOf(cut, [...spans, [from, cut.durationMs]]));
}

/** The plays of a step that show again what has played before. @example repeatsOf(passages, 'slipway').length // 1 */
export function repeatsOf(passages: readonly Passage[], stepId: string): { startMs: CutMs; endMs: CutMs }[] {
  const seen = new Set<string>();
  const repeats: { startMs: CutMs; endMs: CutMs; ids: Set<string> }[] = [];
  let goesOn = false;
  for (const one of passages) {
    if (one.stepId === null) continue;
    const id = one.segmentId!;
    const again = one.stepId === stepId && seen.has(id);
    if (one.stepId === stepId) seen.add(id);
    const last = repeats[repeats.length - 1];
    if (again && goesOn && last && !last.ids.has(id)) {
      last.endMs = Math.max(last.endMs, one.endMs);
      last.ids.add(id);
    } else if (again) repeats.push({ startMs: one.startMs, endMs: one.endMs, ids: new Set([id]) });
    goesOn = again;
  }
  return repeats.map(({ startMs, endMs }) => ({ startMs, endMs }));
}

/** Where a step plays last; null when it does not play. */
function lastPlayOf(passages: readonly Passage[], stepId: string): { startMs: CutMs; endMs: CutMs } | null {
  const run = stepRunsOf(passages).findLast((one) => one.stepId === stepId);
  if (!run) return null;
  // A repeat that follows at once belongs to the same run: only the last play of it is meant.
  const last = repeatsOf(passages, stepId).findLast((one) => one.startMs > run.startMs && one.endMs <= run.endMs);
  return { startMs: last?.startMs ?? run.startMs, endMs: run.endMs };
}

function changed(lesson: Pick<Lesson, 'assembly'>, newId: () => string, pieces: readonly Piece[]): Change | null {
  return changeOfPieces(lesson.assembly, tidied(pieces, lesson.assembly, newId));
}
