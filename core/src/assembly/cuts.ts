import { HALVES, type Half, type Lesson } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { Piece } from '../lesson/piece.schema';
import { intersectSpans, lengthOf, unionSpans, type Span } from '../time/spans';
import type { CutMs } from '../time/clocks';
import { demonstrations, type Demonstration } from './demonstrations';
import { cursor } from './place';
import { cutOf, halfOfCut, sliceOf, stepOfCut, type Cut, type CutId } from './cut';
import type { Passage } from './passage';
import { passagesOf } from './passages';
import { stepRunsOf } from './step-runs';

/** What somebody who knows the moves still needs of a lesson: the work and what it takes to get from one to the next. */
const PRACTISED: ReadonlySet<SegmentKind> = new Set(['reps', 'hold', 'drain', 'swap', 'rest', 'prep']);

/** The whole lesson as it is put together. @example fullCut(lesson).durationMs // 292_000 */
export function fullCut(lesson: Pick<Lesson, 'assembly'>): Cut {
  const known = fulls.get(lesson.assembly);
  if (known) return known;
  const cut = cutOf('full', lesson.assembly);
  fulls.set(lesson.assembly, cut);
  return cut;
}

/** One cut for one list of pieces, so that what is derived from it is made once. */
const fulls = new WeakMap<Lesson['assembly'], Cut>();

/**
 * A cut of a filmed lesson; null when its step is not in the lesson as it plays. Cuts are derived, never stored.
 *
 * @example lessonCut(lesson, 'step:slipway')?.durationMs // 41_500
 */
export function lessonCut(lesson: Lesson, id: CutId, passages = passagesOf(lesson, fullCut(lesson))): Cut | null {
  const full = fullCut(lesson);
  if (id === 'full') return full;
  if (id === 'practice') return practisedCut(lesson, full, passages);
  const half = halfOfCut(id);
  const spans = half ? spansOfHalf(lesson, full, passages, half) : spansOfStep(passages, stepOfCut(id)!);
  return spans.length > 0 ? cutOf(id, sliceOf(full, spans)) : null;
}

/**
 * The cuts in which a filmed lesson can be had, the full one first: practice and halves where they leave something out,
 * each step by itself where there are several.
 *
 * @example lessonCuts(lesson).map((cut) => cut.id) // ['full', 'practice', 'step:slipway', …]
 */
export function lessonCuts(lesson: Lesson): Cut[] {
  const full = fullCut(lesson);
  const passages = passagesOf(lesson, full);
  const practice = lessonCut(lesson, 'practice', passages)!;
  const played = new Set(passages.filter((one) => isWork(one.kind)).map((one) => one.stepId));
  const steps = lesson.steps.filter((step) => played.has(step.id));
  return [
    full,
    ...(practice.durationMs > 0 && leavesOut(practice, full) ? [practice] : []),
    ...HALVES.flatMap((half) => {
      const cut = lessonCut(lesson, `half:${half}`, passages);
      return cut && cut.durationMs > 0 && cut.durationMs < full.durationMs ? [cut] : [];
    }),
    ...(steps.length > 1 ? steps.map((step) => lessonCut(lesson, `step:${step.id}`, passages)!) : []),
  ];
}

/** Whether something of a cut does not play in another; one that plays some of it again may be as long all the same. */
function leavesOut(cut: Cut, full: Cut): boolean {
  const shown = (one: Cut): number => {
    const byTake = new Map<string, Span[]>();
    for (const { takeId, fromMs, toMs } of one.pieces)
      byTake.set(takeId, [...(byTake.get(takeId) ?? []), [fromMs, toMs]]);
    return [...byTake.values()].reduce((sum, spans) => sum + lengthOf(unionSpans(spans)), 0);
  };
  return shown(cut) < shown(full);
}

/**
 * The lesson for those who know it: the work with its doses whole, changes of side, rests and what is made ready; of
 * what nobody has marked, up to the settling time right before work, to get into position. Talk goes. What the film only
 * demonstrates is done as often as it is planned: viewers keep the time that the film leaves them for it, or where it
 * leaves them none, the demonstration plays again.
 */
function practisedCut(lesson: Pick<Lesson, 'steps' | 'pace'>, full: Cut, passages: readonly Passage[]): Cut {
  const spans = practisedSpans(full, passages, lesson.pace.settleMs);
  const again: { atMs: CutMs; spans: Span[] }[] = [];
  // In the order in which they are shown.
  for (const one of demonstrations(lesson.steps, passages)) {
    const lastMs = one.last.endMs;
    const next = passages.find((each) => each.startMs >= lastMs && each.kind !== 'rest');
    const leftMs = Math.min(one.missingMs, (next?.startMs ?? full.durationMs) - lastMs);
    if (leftMs >= ENOUGH_TIME * one.missingMs) spans.push([lastMs, lastMs + leftMs]);
    else again.push({ atMs: lastMs, spans: playedAgain(one) });
  }
  const kept = unionSpans(spans);
  const pieces: Piece[] = [];
  let fromMs = 0;
  for (const { atMs, spans: played } of again) {
    pieces.push(
      ...sliceOf(full, intersectSpans(kept, [[fromMs, atMs]])),
      ...played.flatMap((span) => sliceOf(full, [span])),
    );
    fromMs = atMs;
  }
  return cutOf('practice', [...pieces, ...sliceOf(full, intersectSpans(kept, [[fromMs, full.durationMs]]))]);
}

/** What part of the missing time has to be left by the film, for viewers to do it in (common practice, no source). */
const ENOUGH_TIME = 0.5;
/** No demonstration plays more often than this. */
const MOST_AGAIN = 100;

function playedAgain({ last, missing }: Demonstration): Span[] {
  const beats = last.beatsMs.length;
  const whole = Math.min(MOST_AGAIN, Math.floor(missing / beats));
  const rest = missing % beats;
  return [
    ...Array.from({ length: whole }, (): Span => [last.startMs, last.endMs]),
    ...(rest > 0 ? [[last.startMs, last.beatsMs[rest - 1]!] as Span] : []),
  ];
}

/** The stretches of a cut that its practice cut keeps as they are. */
function practisedSpans(cut: Cut, passages: readonly Passage[], settleMs: number): Span[] {
  const spans: Span[] = [];
  const jumps = [...cursor(cut)].map((stretch) => stretch.startMs);
  let jump = 0;
  let markedMs = 0;
  for (const one of passages) {
    if (PRACTISED.has(one.kind)) {
      while (jump + 1 < jumps.length && jumps[jump + 1]! <= one.startMs) jump++;
      const free = one.startMs - Math.max(markedMs, jumps[jump]!);
      const leadMs = isWork(one.kind) ? Math.min(settleMs, Math.max(0, free)) : 0;
      spans.push([one.startMs - leadMs, one.endMs]);
    }
    markedMs = Math.max(markedMs, one.endMs);
  }
  return spans;
}

/** All of a cut but the steps that are for the other half of the day; nothing where no step is for one. */
function spansOfHalf(lesson: Pick<Lesson, 'steps'>, cut: Cut, passages: readonly Passage[], half: Half): Span[] {
  const others = new Set(lesson.steps.filter((one) => one.half !== null && one.half !== half).map((one) => one.id));
  const spans: Span[] = [];
  let fromMs = 0;
  for (const { stepId, startMs, endMs } of stepRunsOf(passages)) {
    if (!others.has(stepId)) continue;
    if (startMs > fromMs) spans.push([fromMs, startMs]);
    fromMs = Math.max(fromMs, endMs);
  }
  if (fromMs < cut.durationMs) spans.push([fromMs, cut.durationMs]);
  return spans;
}

/** The stretches of a cut in which one step runs, with what lies between its passages. */
function spansOfStep(passages: readonly Passage[], stepId: string): Span[] {
  const runs = stepRunsOf(passages).filter((run) => run.stepId === stepId);
  return unionSpans(runs.map(({ startMs, endMs }): Span => [startMs, endMs]));
}
