import { partsOf, type WorkedSide } from '../dose/dose';
import type { Change } from '../lesson/change.schema';
import { isMove, type Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import type { CutMs } from '../time/clocks';
import { sliceOf } from './cut';
import { fullCut } from './cuts';
import type { Passage } from './passage';
import { passagesOf } from './passages';
import { changeOfPieces } from './piece-changes';
import { runsOf, shownBy, type Run } from './runs';
import { tidied } from './tidied';

/**
 * The change that lets a take play a step, or one side of it, in the place of what plays of it now. Pieces are cut on
 * the edges of what is marked. What does not play yet comes to its place in the plan; null when the take shows none of
 * it, or when all of it plays already and nothing else does.
 *
 * @param side one side only; null for the whole step.
 * @param newId makes ids of pieces.
 * @example letPlay(lesson, 'again', 'slipway', 'right', newId) // { kind: 'batch', changes: [{ kind: 'set_piece', … }, …] }
 */
export function letPlay(
  lesson: Lesson,
  takeId: string,
  stepId: string,
  side: WorkedSide | null,
  newId: () => string,
): Change | null {
  const shown = shownBy(lesson.segments, takeId, stepId, side);
  if (shown.length === 0) return null;
  const cut = fullCut(lesson);
  const passages = passagesOf(lesson, cut);
  const gone = runsOf(passages, stepId, side);
  const rounds = roundsOf(gone, new Map(lesson.segments.map((one) => [one.id, one.takeId])));
  const roundCount = new Set(rounds).size;
  const inRound = (round: number): readonly Run[] =>
    shown.length === roundCount ? [shown[round]!] : round === 0 ? shown : [];
  const places = gone.map(({ startMs, endMs }, at) => ({ startMs, endMs, put: inRound(rounds[at]!) }));
  if (gone.length === 0) {
    const atMs = placeInPlan(lesson, passages, stepId, side);
    places.push({ startMs: atMs, endMs: atMs, put: shown });
  }

  const pieces: Piece[] = [];
  let fromMs = 0;
  for (const { startMs, endMs, put } of places) {
    pieces.push(...sliceOf(cut, [[fromMs, startMs]]));
    for (const run of put) pieces.push({ id: newId(), takeId, fromMs: run.startMs, toMs: run.endMs });
    fromMs = endMs;
  }
  pieces.push(...sliceOf(cut, [[fromMs, cut.durationMs]]));
  const after = tidied(pieces, lesson.assembly, newId);

  return changeOfPieces(lesson.assembly, after);
}

/**
 * Which runs are the same once more, as a number each, counted from 0: those that show the same segment, or the same
 * sides on another take. A bundle has a round for each side, a ladder one for each of its rungs.
 */
function roundsOf(runs: readonly Run[], takeOf: ReadonlyMap<string, string>): number[] {
  const again = (run: Run, before: Run): boolean =>
    run.segmentIds.some((id) => before.segmentIds.includes(id)) ||
    (run.sides !== '' &&
      run.sides === before.sides &&
      takeOf.get(run.segmentIds[0]!) !== takeOf.get(before.segmentIds[0]!));
  const rounds: number[] = [];
  let next = 0;
  runs.forEach((run, at) => {
    const before = runs.findIndex((one, i) => i < at && again(run, one));
    rounds.push(before < 0 ? next++ : rounds[before]!);
  });
  return rounds;
}

/** Where a step that does not play yet belongs: after what comes before it in the plan, else before what comes after. */
function placeInPlan(lesson: Lesson, passages: readonly Passage[], stepId: string, side: WorkedSide | null): CutMs {
  const step = lesson.steps.find((one) => one.id === stepId);
  const rank = new Map(lesson.steps.map((one, at) => [one.id, at]));
  const own = rank.get(stepId) ?? lesson.steps.length;
  const sides: readonly (WorkedSide | null)[] = step && isMove(step) ? partsOf(step.sidePlan) : [];
  const before = (one: Passage): boolean => {
    if (one.stepId === null) return false;
    if (one.stepId !== stepId) return (rank.get(one.stepId) ?? Infinity) < own;
    return side !== null && (one.side === null || sides.indexOf(one.side) < sides.indexOf(side));
  };
  const earlier = passages.filter(before).map((one) => one.endMs);
  if (earlier.length > 0) return Math.max(...earlier);
  const later = passages.find((one) => one.stepId !== null && !before(one));
  return later ? later.startMs : fullCut(lesson).durationMs;
}
