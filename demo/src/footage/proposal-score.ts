import type { Proposal } from '@limber/core/proposal/propose';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { Happened } from './said';

const NEAR_MS = 500;
/** What ends are asked after: not the moment in which a hand settles, nor a rest. */
const ASKED = new Set(['intro', 'teach', 'talk', 'outro', 'swap', 'cut', 'reps', 'hold', 'drain']);

/** How well what was proposed holds against what happened. */
export interface ProposalScore {
  /** Starts and ends of what happened, and how many of them are within half a second in a proposal of the same. */
  readonly boundaries: number;
  readonly right: number;
  /** The same of work alone. */
  readonly worked: number;
  readonly workedRight: number;
  /** Sides worked, and those with the right step, side and both ends. */
  readonly works: number;
  readonly worksRight: number;
  /** For each proposal: how sure, and whether both its ends, kind, step and side are right. */
  readonly sure: readonly (readonly [confidence: number, right: boolean, kind: string])[];
}

/** Holds what was proposed against what happened. */
export function scoreProposals(happened: readonly Happened[], proposed: readonly Proposal[]): ProposalScore {
  const same = (a: Happened | Proposal, b: Happened | Proposal): boolean =>
    a.kind === b.kind && (a.kind === 'cut' || a.kind === 'talk' || (a.stepId === b.stepId && a.side === b.side));
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= NEAR_MS;
  let [boundaries, right, worked, workedRight, works, worksRight] = [0, 0, 0, 0, 0, 0];
  for (const one of happened) {
    if (!ASKED.has(one.kind) || one.endMs - one.startMs < 2 * NEAR_MS) continue;
    const own = proposed.filter((other) => same(one, other));
    const starts = own.some((other) => near(other.startMs, one.startMs));
    const ends = own.some((other) => near(other.endMs, one.endMs));
    boundaries += 2;
    right += Number(starts) + Number(ends);
    if (!isWork(one.kind)) continue;
    worked += 2;
    workedRight += Number(starts) + Number(ends);
    works++;
    worksRight += Number(own.some((other) => near(other.startMs, one.startMs) && near(other.endMs, one.endMs)));
  }
  const sure = proposed
    .filter(({ kind }) => ASKED.has(kind))
    .map((one): ProposalScore['sure'][number] => [
      one.confidence,
      happened.some((other) => same(one, other) && near(one.startMs, other.startMs) && near(one.endMs, other.endMs)),
      one.kind,
    ]);
  return { boundaries, right, worked, workedRight, works, worksRight, sure };
}

/** Several scores as one. */
export function sumOfProposals(scores: readonly ProposalScore[]): ProposalScore {
  const sum = (of: (score: ProposalScore) => number): number => scores.reduce((all, score) => all + of(score), 0);
  return {
    boundaries: sum((one) => one.boundaries),
    right: sum((one) => one.right),
    worked: sum((one) => one.worked),
    workedRight: sum((one) => one.workedRight),
    works: sum((one) => one.works),
    worksRight: sum((one) => one.worksRight),
    sure: scores.flatMap((one) => [...one.sure]),
  };
}
