import type { Alignment } from '@limber/core/align/align-lesson';
import type { AlignedStep } from '@limber/core/align/placing';
import type { Said } from './said';

/** How well a lesson was put on the clock, held against what really happened. */
export interface SaidScore {
  /** Sides of steps that were filmed, and how many of them start within half a second of where they were put. */
  readonly rows: number;
  readonly right: number;
  /** The same of first sides alone: where a step starts. */
  readonly starts: number;
  readonly startsRight: number;
  /** How many lie within what was said to be possible. */
  readonly possible: number;
  /** Sides that were not filmed, and put somewhere all the same. */
  readonly invented: number;
  /** For each that was placed: how sure that was, and whether it was right. */
  readonly sure: readonly (readonly [confidence: number, right: boolean])[];
}

const NEAR_MS = 500;
/** Times of captions are rounded. */
const ROUNDED_MS = 60;

/** @param truth what was filmed when @param found what the words say */
export function scoreSaid({ truth }: Pick<Said, 'truth'>, { steps }: Pick<Alignment, 'steps'>): SaidScore {
  const left = new Set(steps);
  const pairs = truth.map((one) => {
    const step = [...left].find(({ stepId, side }) => stepId === one.stepId && side === one.side);
    if (step) left.delete(step);
    return { one, step, first: truth.find(({ stepId }) => stepId === one.stepId) === one };
  });
  const isRight = (one: Said['truth'][number], step?: AlignedStep): boolean =>
    step !== undefined && Math.abs(step.startMs - one.startMs) <= NEAR_MS;
  const firsts = pairs.filter((pair) => pair.first);
  return {
    rows: pairs.length,
    right: pairs.filter(({ one, step }) => isRight(one, step)).length,
    starts: firsts.length,
    startsRight: firsts.filter(({ one, step }) => isRight(one, step)).length,
    possible: pairs.filter(
      ({ one, step }) =>
        step && one.startMs >= step.earliestMs - ROUNDED_MS && one.startMs <= step.latestMs + ROUNDED_MS,
    ).length,
    invented: left.size,
    sure: pairs.flatMap(({ one, step }) => (step ? [[step.confidence, isRight(one, step)] as const] : [])),
  };
}

/** Several scores as one. */
export function sumOf(scores: readonly SaidScore[]): SaidScore {
  const sum = (of: (score: SaidScore) => number): number => scores.reduce((all, score) => all + of(score), 0);
  return {
    rows: sum((one) => one.rows),
    right: sum((one) => one.right),
    starts: sum((one) => one.starts),
    startsRight: sum((one) => one.startsRight),
    possible: sum((one) => one.possible),
    invented: sum((one) => one.invented),
    sure: scores.flatMap((one) => [...one.sure]),
  };
}
