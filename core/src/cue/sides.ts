import type { Passage } from '../assembly/passage';
import { stepRunsOf } from '../assembly/step-runs';
import type { WorkedSide } from '../dose/dose';
import { isMove, type Lesson, nameOfStep, type Step } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { pressureWords } from '../move/pressure';
import type { CutMs } from '../time/clocks';
import { touches } from '../move/way';
import { nameOf, newCue, type Cue } from './cue';

/** How early the next side is announced where the footage leaves no swap of its own. */
const SWAP_NOTICE_MS = 3000;

function labelOf(step: Step): string {
  return isMove(step) && touches(step.move)
    ? `${step.move.name}, ${pressureWords(step.move.pressure)}`
    : nameOfStep(step);
}

/** A step's name, and how firmly it is done, for as long as it runs. @example labels(lesson, passages)[0]?.text // 'Slipway, feather-light' */
export function labels(lesson: Pick<Lesson, 'steps'>, passages: readonly Passage[]): Cue[] {
  const words = new Map(lesson.steps.map((step) => [step.id, labelOf(step)]));
  let at = 0;
  return stepRunsOf(passages).flatMap((run) => {
    while (passages[at]!.startMs < run.startMs || passages[at]!.stepId !== run.stepId) at++;
    let worked = at;
    while (worked < passages.length && passages[worked]!.endMs <= run.endMs && !isOf(passages[worked]!, run.stepId))
      worked++;
    const first = passages[worked] && isOf(passages[worked]!, run.stepId) ? passages[worked]! : passages[at]!;
    const text = words.get(run.stepId);
    return text === undefined ? [] : [newCue('label', nameOf(first), 0, { ...run, side: null }, text)];
  });
}

const isOf = (one: Passage, stepId: string): boolean => one.stepId === stepId && isWork(one.kind);

const SIDE_WORDS: Readonly<Record<WorkedSide, string>> = {
  left: 'Your left',
  right: 'Your right',
  both: 'Both sides',
  alternating: 'One side, then the other',
  midline: '',
};

/** The side that is worked, over each unbroken run of work on it. The midline needs no badge. @example sideBadges(passages)[0]?.text // 'Your left' */
export function sideBadges(passages: readonly Passage[]): Cue[] {
  return sideRuns(passages)
    .filter((run) => run.side !== 'midline')
    .map((run) => newCue('side', run.name, 0, run, SIDE_WORDS[run.side]));
}

interface SideRun {
  readonly name: string;
  readonly stepId: string;
  readonly side: WorkedSide;
  readonly startMs: CutMs;
  endMs: CutMs;
}

function sideRuns(passages: readonly Passage[]): SideRun[] {
  const runs: SideRun[] = [];
  for (const one of passages) {
    if (!isWork(one.kind) || !one.stepId || !one.side) continue;
    const last = runs[runs.length - 1];
    if (last && last.stepId === one.stepId && last.side === one.side) last.endMs = one.endMs;
    else runs.push({ name: nameOf(one), stepId: one.stepId, side: one.side, startMs: one.startMs, endMs: one.endMs });
  }
  return runs;
}

/** "Now your right": over the swap before it, or over the last seconds of the side before. @example swapNotices(passages)[0]?.text // 'Now your right' */
export function swapNotices(passages: readonly Passage[]): Cue[] {
  const runs = sideRuns(passages);
  const swaps = passages.filter((one) => one.kind === 'swap');
  let next = 0;
  return runs.flatMap((run, at) => {
    const before = runs[at - 1];
    if (!before || before.stepId !== run.stepId || run.side === 'midline') return [];
    while (next < swaps.length && swaps[next]!.startMs < before.endMs - 1) next++;
    const swap = swaps[next] && swaps[next]!.endMs <= run.startMs + 1 ? swaps[next] : undefined;
    const startMs = swap ? swap.startMs : Math.max(before.startMs, run.startMs - SWAP_NOTICE_MS);
    const endMs = swap ? swap.endMs : run.startMs;
    return [newCue('swap', run.name, 0, { ...run, startMs, endMs }, `Now ${SIDE_WORDS[run.side].toLowerCase()}`)];
  });
}
