import { fullCut } from '../assembly/cuts';
import { playsOf } from '../assembly/other-count';
import type { Passage } from '../assembly/passage';
import { passagesOf } from '../assembly/passages';
import { partsOf, type WorkedSide } from '../dose/dose';
import { countFor } from '../lesson/dose-for';
import { isMove, movesOf, type Lesson } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import type { TakeMs } from '../time/clocks';
import { sharedMs } from '../time/spans';
import type { Proposal } from './propose';

/** What is said to be sure is right in 95 of 100 (see the benchmark of proposing). */
export const SURE = 0.95;

/** Agreed by a person; proposed and sure; proposed and not sure; planned and not found in the take. */
export type RowState = 'agreed' | 'sure' | 'unsure' | 'missing';

/** A row of the sheet: one stretch of a take, read from top to bottom. */
export interface SheetRow {
  readonly key: string;
  readonly state: RowState;
  readonly kind: SegmentKind;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  /** Of what is missing: where it would stand, between its neighbours, without length. */
  readonly startMs: TakeMs;
  readonly endMs: TakeMs;
  readonly beatsMs: readonly TakeMs[];
  /** How often it is done in the lesson, where that is not as it was filmed; else as often as was counted. */
  readonly plays: number;
  /** How often it is planned; null where that is not counted. */
  readonly planned: number | null;
  /** What it is by now: a part that was marked, or one that is proposed; neither where it is missing. */
  readonly segment: Segment | null;
  readonly proposal: Proposal | null;
  /** What is asked about it; null where nothing is. */
  readonly doubt: Doubt | null;
}

/**
 * The row that stands for one that is gone: of the same work, and of all of these the one that shares most of its time.
 * What is proposed anew has another key.
 *
 * @example standingFor(rows, was)?.stepId === was.stepId // true
 */
export function standingFor(rows: readonly SheetRow[], was: SheetRow): SheetRow | null {
  const shared = (row: SheetRow): number => Math.min(row.endMs, was.endMs) - Math.max(row.startMs, was.startMs);
  return rows
    .filter(({ stepId, side, kind }) => stepId === was.stepId && side === was.side && kind === was.kind)
    .filter((row) => shared(row) > 0)
    .reduce<SheetRow | null>((best, row) => (best && shared(best) >= shared(row) ? best : row), null);
}

/** What a row leaves open: whether it is there at all, what it is, how often, or whether it goes. */
export type Doubt = 'missing' | 'unsure' | 'count' | 'leave-out';

/**
 * The sheet of a take: what is marked and what is proposed, in the order of the take, and what the plan has and nobody
 * found, where it would belong. Moments in which hands only settle are no rows: they go with the work after them.
 *
 * @param aside doubts that were looked at and left as they are, by the key of their row.
 * @param passages of the whole lesson, where they are there already.
 */
export function sheetOf(
  lesson: Lesson,
  takeId: string,
  proposals: readonly Proposal[],
  aside: ReadonlySet<string> = new Set(),
  passages: readonly Passage[] = passagesOf(lesson, fullCut(lesson)),
): SheetRow[] {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const marked = lesson.segments.filter((one) => one.takeId === takeId);
  const open = proposals.filter((one) => !marked.some((other) => sharedMs(one, other) > 0));
  const planned = ({ kind, stepId, side }: Pick<Segment, 'kind' | 'stepId' | 'side'>): number | null => {
    const step = stepId === null ? undefined : steps.get(stepId);
    if (!step || !isWork(kind) || step.dose.form === 'timed') return null;
    return countFor(step, side ?? partsOf(step.sidePlan)[0]!);
  };
  const plays = playsOf(passages);
  const rows = [
    ...marked.filter(isRow).map((segment): Omit<SheetRow, 'doubt'> => {
      const { id, kind, stepId, side, startMs, endMs, beatsMs } = segment;
      return {
        ...{ key: id, state: 'agreed', kind, stepId, side, startMs, endMs, beatsMs, segment, proposal: null },
        plays: plays.get(id)?.asFilmed === false ? plays.get(id)!.beatsMs.length : beatsMs.length,
        planned: planned(segment),
      };
    }),
    ...open.filter(isRow).map((proposal): Omit<SheetRow, 'doubt'> => {
      const { kind, stepId, side, startMs, endMs, beatsMs, confidence } = proposal;
      return {
        ...{ key: keyOf(proposal), kind, stepId, side, startMs, endMs, beatsMs, segment: null, proposal },
        plays: beatsMs.length,
        state: confidence >= SURE ? 'sure' : 'unsure',
        planned: planned(proposal),
      };
    }),
  ].sort((a, b) => a.startMs - b.startMs);
  return withMissing(lesson, rows, planned).map((row) => ({ ...row, doubt: aside.has(row.key) ? null : doubtOf(row) }));
}

/** How many repetitions more of a row play than were filmed: 0 where it plays as it was, fewer below. */
export const playsMore = ({ plays, beatsMs }: Pick<SheetRow, 'plays' | 'beatsMs'>): number => plays - beatsMs.length;

const isRow = ({ kind }: Pick<Segment, 'kind'>): boolean => kind !== 'prep' && kind !== 'rest';

/** What a proposal is known by, also when it is made anew a little otherwise. */
function keyOf({ kind, stepId, side, startMs, endMs }: Proposal): string {
  return `${kind}|${stepId}|${side}|${Math.round((startMs + endMs) / 4000)}`;
}

function doubtOf({ state, kind, plays, planned }: Omit<SheetRow, 'doubt'>): Doubt | null {
  if (state === 'missing') return 'missing';
  if (kind === 'cut') return state === 'agreed' ? null : 'leave-out';
  if (!isWork(kind)) return null;
  if (state === 'unsure') return 'unsure';
  return planned !== null && plays > 0 && plays !== planned ? 'count' : null;
}

/** Work that is planned and neither marked on any take nor proposed on this one: after what comes before it in the plan. */
function withMissing(
  lesson: Lesson,
  rows: readonly Omit<SheetRow, 'doubt'>[],
  planned: (one: Pick<Segment, 'kind' | 'stepId' | 'side'>) => number | null,
): Omit<SheetRow, 'doubt'>[] {
  const all = [...rows];
  // A take that shows nothing of the lesson yet asks for nothing either.
  if (!rows.some((row) => isWork(row.kind))) return all;
  const there = (stepId: string, side: WorkedSide): boolean =>
    rows.some((row) => isWork(row.kind) && row.stepId === stepId && (row.side === side || row.side === null)) ||
    lesson.segments.some(
      (one) => isWork(one.kind) && one.stepId === stepId && (one.side === side || one.side === null),
    );
  let after: { stepId: string; side: WorkedSide } | null = null;
  for (const step of lesson.steps) {
    if (!isMove(step)) continue;
    for (const side of partsOf(step.sidePlan)) {
      if (!there(step.id, side)) {
        const before = after;
        const at = before
          ? all.findLastIndex((row) => isWork(row.kind) && row.stepId === before.stepId && row.side === before.side)
          : all.findIndex((row) => isWork(row.kind)) - 1;
        const ms = all[at]?.endMs ?? 0;
        all.splice(at + 1, 0, {
          ...{ key: `missing|${step.id}|${side}`, state: 'missing', kind: 'reps', stepId: step.id, side },
          ...{ startMs: ms, endMs: ms, beatsMs: [], plays: 0, segment: null, proposal: null },
          planned: planned({ kind: 'reps', stepId: step.id, side }),
        });
      }
      after = { stepId: step.id, side };
    }
  }
  return all;
}

/**
 * A row with what is looked at and agreed to in one go: the other side of its step, where that comes next and both are
 * only unsure.
 *
 * @example asOneDoubt(rows, left).length // 2
 */
export function asOneDoubt(rows: readonly SheetRow[], row: SheetRow): readonly SheetRow[] {
  const next = rows.slice(rows.indexOf(row) + 1).find((one) => isWork(one.kind) || one.doubt !== null);
  const isOther = next?.stepId === row.stepId && isOneSide(row.side) && isOneSide(next.side) && next.side !== row.side;
  return isOther && row.doubt === 'unsure' && next.doubt === 'unsure' ? [row, next] : [row];
}

const isOneSide = (side: WorkedSide | null): boolean => side === 'left' || side === 'right';

/**
 * Everything that is agreed to with some rows: with work, also what leads to it and what is said of its step around it.
 *
 * @returns in the order of the take; nothing that overlaps what is marked.
 */
export function agreedWith(rows: readonly SheetRow[], proposals: readonly Proposal[]): Proposal[] {
  const chosen = new Set(rows.flatMap((row) => (row.proposal ? [row.proposal] : [])));
  const taken = new Set(chosen);
  proposals.forEach((one, at) => {
    if (!chosen.has(one) || !isWork(one.kind)) return;
    const belongs = (other: Proposal | undefined): other is Proposal =>
      other !== undefined && !isWork(other.kind) && other.kind !== 'cut' && other.stepId === one.stepId;
    for (let i = at - 1; belongs(proposals[i]); i--) taken.add(proposals[i]!);
    for (let i = at + 1; belongs(proposals[i]) && proposals[i]!.kind !== 'swap'; i++) taken.add(proposals[i]!);
  });
  return proposals.filter((one) => taken.has(one));
}
