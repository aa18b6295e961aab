import { leaveOut } from '../assembly/leave-out';
import { asOne, singlesOf } from '../lesson/as-one';
import type { Change, SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { roomOf } from '../take/marking';
import type { TakeMs } from '../time/clocks';
import { snapToFrame } from '../time/frames';
import { sharedMs } from '../time/spans';
import type { Proposal } from './propose';
import { agreedWith, type SheetRow } from './sheet';

/** What is shorter is no part, ms. */
export const SHORTEST_MS = 80;
/** A repetition is meant that is no further from an instant than this, ms. */
const MEANT_MS = 600;

const together = (changes: readonly (Change | null)[]): Change | null =>
  asOne(changes.flatMap((one) => (one ? singlesOf(one) : [])));

/**
 * The change that agrees to proposals: each becomes a part of the take, and what is proposed to be left out plays no more.
 *
 * @returns null where nothing of them is free any more.
 */
export function agreeTo(
  lesson: Lesson,
  takeId: string,
  proposals: readonly Proposal[],
  newId: () => string,
): Change | null {
  const free = proposals.filter((one) => isFree(lesson, takeId, one));
  const gone = free.filter((one) => one.kind === 'cut').map(({ startMs, endMs }) => [startMs, endMs] as const);
  return together([
    ...free.map((one): SingleChange => ({ kind: 'add_segment', segment: segmentOf(lesson, one, takeId, newId()) })),
    gone.length > 0 ? leaveOut(lesson, takeId, gone, newId) : null,
  ]);
}

/**
 * The change that puts a row right: what was marked is set, what was proposed is agreed to as it is put right, with what
 * belongs to it. Its ends stay between its neighbours, and repetitions outside of it go.
 *
 * @returns the part by its id too; null where nothing changes, or no room is left.
 */
export function putRight(
  lesson: Lesson,
  take: { readonly id: string; readonly durationMs: TakeMs },
  row: SheetRow,
  proposals: readonly Proposal[],
  to: Partial<Pick<Segment, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs' | 'beatsMs'>>,
  newId: () => string,
): { readonly id: string; readonly change: Change } | null {
  const was = row.segment ?? (row.proposal && segmentOf(lesson, row.proposal, take.id, newId()));
  if (!was) return null;
  const now = within(lesson, take, was, { ...was, ...to });
  if (!now) return null;
  if (row.segment) {
    const changes = (['kind', 'stepId', 'side', 'startMs', 'endMs', 'beatsMs'] as const)
      .filter((field) => JSON.stringify(was[field]) !== JSON.stringify(now[field]))
      .map((field) => ({ kind: 'set_segment', segmentId: was.id, field, value: now[field] }) as SingleChange);
    const change = together(changes);
    return change && { id: was.id, change };
  }
  const around = agreedWith([row], proposals).filter((one) => one !== row.proposal && sharedMs(one, now) <= 0);
  const change = together([{ kind: 'add_segment', segment: now }, agreeTo(lesson, take.id, around, newId)]);
  return change && { id: now.id, change };
}

/** A part between its neighbours on the take, with the repetitions that lie in it; null where no room is left. */
function within(
  lesson: Lesson,
  take: { readonly id: string; readonly durationMs: TakeMs },
  was: Segment,
  now: Segment,
): Segment | null {
  const room = roomOf(lesson.segments, was, take.durationMs);
  const startMs = Math.max(room.startMs, now.startMs);
  const endMs = Math.min(room.endMs, now.endMs);
  if (endMs - startMs < SHORTEST_MS) return null;
  return { ...now, startMs, endMs, beatsMs: now.beatsMs.filter((ms) => ms > startMs && ms <= endMs) };
}

/** The change that makes two parts of one, at an instant in it; null where that is none. */
export function splitAt(lesson: Lesson, segment: Segment, ms: TakeMs, newId: () => string): Change | null {
  if (ms - segment.startMs < SHORTEST_MS || segment.endMs - ms < SHORTEST_MS) return null;
  const set = <F extends 'endMs' | 'beatsMs'>(field: F, value: Segment[F]): SingleChange =>
    ({ kind: 'set_segment', segmentId: segment.id, field, value }) as SingleChange;
  return together([
    set(
      'beatsMs',
      segment.beatsMs.filter((beat) => beat <= ms),
    ),
    set('endMs', ms),
    {
      kind: 'add_segment',
      segment: { ...segment, id: newId(), startMs: ms, beatsMs: segment.beatsMs.filter((beat) => beat > ms) },
    },
  ]);
}

/** The change that makes one part of two that follow each other: the first goes on to the end of the second. */
export function joined(first: Segment, second: Segment): Change {
  return together([
    { kind: 'remove_segment', segmentId: second.id },
    { kind: 'set_segment', segmentId: first.id, field: 'endMs', value: second.endMs },
    {
      kind: 'set_segment',
      segmentId: first.id,
      field: 'beatsMs',
      value: [...first.beatsMs, ...second.beatsMs].sort((a, b) => a - b),
    },
  ])!;
}

/**
 * Repetitions half a movement later, or earlier where one of them would end before its part begins a second time: which
 * end of a movement completes it cannot be seen.
 *
 * @example shiftedByHalf({ startMs: 0, endMs: 9000, beatsMs: [3000, 6000, 9000] }) // [1500, 4500, 7500]
 */
export function shiftedByHalf({ startMs, endMs, beatsMs }: Pick<Segment, 'startMs' | 'endMs' | 'beatsMs'>): TakeMs[] {
  if (beatsMs.length < 2) return [...beatsMs];
  const half = (beatsMs[beatsMs.length - 1]! - beatsMs[0]!) / (beatsMs.length - 1) / 2;
  const by = beatsMs[beatsMs.length - 1]! + half <= endMs ? half : beatsMs[0]! - half > startMs ? -half : 0;
  return beatsMs.map((ms) => Math.round(ms + by));
}

/** A gap between two repetitions holds one more when it is as long as so many usual ones. */
const A_GAP = 1.6;
/** After the last repetition, and before the first, one more fits into so much of a usual one. */
const AT_AN_END = 0.55;

/**
 * So many repetitions in a part, by those that were found in it: what is missing comes into gaps, then behind the last one,
 * then before the first; of too many those go that follow too soon. Where that does not come to as many, or none were
 * found, they are even.
 *
 * @example withCount({ startMs: 0, endMs: 10_000, beatsMs: [2000, 4000, 8000] }, 5) // [2000, 4000, 6000, 8000, 10_000]
 */
export function withCount(
  { startMs, endMs, beatsMs }: Pick<Segment, 'startMs' | 'endMs'> & { readonly beatsMs: readonly TakeMs[] },
  count: number,
): TakeMs[] {
  const even = Array.from({ length: count }, (_, i) => Math.round(startMs + ((i + 1) * (endMs - startMs)) / count));
  if (beatsMs.length < 2 || count < 2) return even;
  const beats = [...beatsMs];
  const gaps = (): number[] => beats.slice(1).map((ms, i) => ms - beats[i]!);
  const usualMs = gaps().sort((a, b) => a - b)[(beats.length - 1) >> 1]!;
  while (beats.length > count) {
    const all = gaps();
    const shortest = all.indexOf(Math.min(...all));
    // The last one ends the part, and stays.
    beats.splice(shortest + 1 === beats.length - 1 ? shortest : shortest + 1, 1);
  }
  while (beats.length < count) {
    const all = gaps();
    const longest = all.indexOf(Math.max(...all));
    const last = beats[beats.length - 1]!;
    if (all[longest]! >= A_GAP * usualMs) beats.splice(longest + 1, 0, beats[longest]! + all[longest]! / 2);
    else if (endMs - last >= AT_AN_END * usualMs) beats.push(Math.min(endMs, last + usualMs));
    else if (beats[0]! - startMs >= (1 + AT_AN_END) * usualMs) beats.unshift(beats[0]! - usualMs);
    else return even;
  }
  return beats.map(Math.round);
}

/** Repetitions with the one that is nearest to an instant moved there, or dropped; the same where none is near. */
export function nearestMoved(beatsMs: readonly TakeMs[], ms: TakeMs, to: TakeMs | null): TakeMs[] {
  const nearest = beatsMs.reduce<number | null>(
    (best, one) => (best === null || Math.abs(one - ms) < Math.abs(best - ms) ? one : best),
    null,
  );
  if (nearest === null || Math.abs(nearest - ms) > MEANT_MS) return [...beatsMs];
  return [...beatsMs.filter((one) => one !== nearest), ...(to === null ? [] : [to])].sort((a, b) => a - b);
}

function isFree({ segments }: Lesson, takeId: string, proposal: Proposal): boolean {
  return !segments.some((one) => one.takeId === takeId && sharedMs(one, proposal) > 0);
}

/** A proposal as a part: its ends on pictures of the take. */
function segmentOf(
  { takes }: Lesson,
  { kind, stepId, side, startMs, endMs, beatsMs }: Proposal,
  takeId: string,
  id: string,
): Segment {
  const rate = takes.find((one) => one.id === takeId)?.frameRate;
  const onPicture = (ms: TakeMs): TakeMs => (rate ? snapToFrame(ms, rate) : ms);
  const [from, to] = [onPicture(startMs), onPicture(endMs)];
  return {
    ...{ id, takeId, kind, stepId, side, startMs: from, endMs: Math.max(to, from + 1) },
    beatsMs: beatsMs.map(Math.round).filter((ms) => ms > from && ms <= to),
  };
}
