import type { Passage } from '../assembly/passage';
import { stepRunsOf } from '../assembly/step-runs';
import type { WorkedSide } from '../dose/dose';
import { movesOf, type Lesson, nameOfStep, type Step } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { CutMs } from '../time/clocks';
import { nameOf, newCue, type Cue } from './cue';

/** How early the next side is announced where the footage leaves no swap of its own. */
const SWAP_NOTICE_MS = 3000;

/** The moves that are done, numbered in the order in which they come. */
function numbersOf(steps: readonly Step[], passages: readonly Passage[]): ReadonlyMap<string, number> {
  const moves = new Set(movesOf(steps).map((step) => step.id));
  const done = new Set(
    passages.flatMap(({ kind, stepId }) => (isWork(kind) && moves.has(stepId ?? '') ? [stepId!] : [])),
  );
  return new Map([...done].map((stepId, i) => [stepId, i + 1]));
}

/** A step's name, and where one is, for as long as it runs. @example labels(lesson, passages)[0]?.text // '1 of 7: Slipway' */
export function labels(lesson: Pick<Lesson, 'steps'>, passages: readonly Passage[]): Cue[] {
  const numbers = numbersOf(lesson.steps, passages);
  const words = new Map(
    lesson.steps.map((step) => {
      const [name, number] = [nameOfStep(step), numbers.get(step.id)];
      return [step.id, number === undefined || numbers.size < 2 ? name : `${number} of ${numbers.size}: ${name}`];
    }),
  );
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

/** The side that is worked, over each unbroken run of work on it. The midline needs no badge. @example sideBadges(runs)[0]?.text // 'Your left' */
export function sideBadges(runs: readonly SideRun[]): Cue[] {
  return runs
    .filter((run) => run.side !== 'midline')
    .map((run) => newCue('side', run.name, 0, run, SIDE_WORDS[run.side]));
}

/** An unbroken run of work on one side of a step, with the name that its first passage has in keys. */
export interface SideRun {
  readonly name: string;
  readonly stepId: string;
  readonly side: WorkedSide;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

/** @example sideRuns(passages).map((run) => run.side) // ['left', 'right'] */
export function sideRuns(passages: readonly Passage[]): SideRun[] {
  const runs: (SideRun & { endMs: CutMs })[] = [];
  for (const one of passages) {
    if (!isWork(one.kind) || !one.stepId || !one.side) continue;
    const last = runs[runs.length - 1];
    if (last && last.stepId === one.stepId && last.side === one.side) last.endMs = one.endMs;
    else runs.push({ name: nameOf(one), stepId: one.stepId, side: one.side, startMs: one.startMs, endMs: one.endMs });
  }
  return runs;
}

/** "Now your right": over the swap before it, or over the last seconds of the side before. @example swapNotices(passages, runs)[0]?.text // 'Now your right' */
export function swapNotices(passages: readonly Passage[], runs: readonly SideRun[]): Cue[] {
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

/** How long before a step its name is told, and for how long at the most, ms. */
const AHEAD_MS = 4000;
/** A shorter pause is too short to read a name in. */
const LEAST_PAUSE_MS = 1500;

/** The step that comes next: in the pause before it, or else over the last seconds of the one that runs. */
export function nextOnes(lesson: Pick<Lesson, 'steps'>, runs: readonly SideRun[]): Cue[] {
  const names = new Map(movesOf(lesson.steps).map((step) => [step.id, step.move.name]));
  return runs.flatMap((run, at) => {
    const before = runs[at - 1];
    const name = names.get(run.stepId);
    if (!before || before.stepId === run.stepId || !name) return [];
    const pause = run.startMs - before.endMs;
    const startMs = pause >= LEAST_PAUSE_MS ? before.endMs : Math.max(before.startMs, run.startMs - AHEAD_MS);
    const endMs = Math.min(run.startMs, startMs + AHEAD_MS);
    const of = { stepId: run.stepId, side: null, startMs, endMs };
    return [newCue('next', run.name, 0, of, `Next: ${name}`)];
  });
}
