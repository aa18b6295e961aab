import { fullCut } from '../assembly/cuts';
import { passagesOf } from '../assembly/passages';
import type { WorkedSide } from '../dose/dose';
import type { Bout, Seen } from '../footage/analyse';
import { doseFor } from '../lesson/dose-for';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { seenIn } from '../proposal/evidence';
import type { Proposal } from '../proposal/propose';
import { filmedWork, type FilmedWork } from '../schedule/filmed-work';
import type { CutMs, TakeMs } from '../time/clocks';

/** A figure that was measured, and between which it lies 19 times of 20. */
export interface Measured {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** What the film shows of one side of a step. */
export interface Done extends Pick<FilmedWork, 'stepId' | 'side' | 'startMs' | 'endMs'> {
  /** Repetitions; null where nobody counted them. */
  readonly count: Measured | null;
  /** How long one hold is, on the average; null where it is not known. */
  readonly heldMs: Measured | null;
  readonly workMs: Measured;
}

/** What a lesson's film shows, agreed to or not. */
export interface Shown {
  readonly lesson: Lesson;
  /** By side of a step, in the order in which it plays first; empty where no work is marked. */
  readonly done: readonly Done[];
  /** How long the film runs; null where no work is marked, and there is none. */
  readonly filmedMs: CutMs | null;
  /** Repetitions that were seen in a part and are not surely all of them, with as many as there may be. */
  readonly about: ReadonlyMap<string, { readonly beatsMs: readonly TakeMs[]; readonly atMost: number }>;
  /** Parts that nobody agreed to, and whether hands were seen in them. */
  readonly proposed: ReadonlyMap<string, { readonly seen: boolean }>;
}

/** What is only seen of parts, by their id. */
interface OnlySeen extends Pick<Shown, 'about' | 'proposed'> {
  /** Lengths of the holds that were seen in a part, ms. */
  readonly holdsMs: ReadonlyMap<string, readonly number[]>;
}

/** Nothing but what is marked. @example shownAsMarked(lesson).done[0]?.count // { value: 8, low: 8, high: 8 } */
export function shownAsMarked(lesson: Lesson): Shown {
  return measured(lesson, { about: new Map(), holdsMs: new Map(), proposed: new Map() });
}

/**
 * A count of at least so many, each no longer than this, in one piece, was right in 97 of 100 of the drawn films that
 * counting was measured on; others may be one more or one less.
 */
const SURELY_COUNTED = 5;
const SURELY_MS = 3000;
const SURELY = 0.8;
/** Ends that were seen are right within this in 19 of 20 of the same films, ms. */
const SEEN_END_MS = 300;
/** Ends of work in which no hands were seen stand where words and plan leave room for them, ms. */
const UNSEEN_END_MS = 1500;

/**
 * A lesson as if everything that is proposed of a take were agreed to.
 *
 * @param take of the lesson; where it plays nowhere yet, it plays whole.
 * @param seen what hands were seen to do on it, in take ms.
 */
export function shownOn(
  lesson: Lesson,
  take: Lesson['takes'][number],
  proposals: readonly Proposal[],
  seen: { readonly bouts: readonly Bout[]; readonly holds: readonly Seen[] },
): Shown {
  const about = new Map<string, { beatsMs: readonly TakeMs[]; atMost: number }>();
  const proposed = new Map<string, { seen: boolean }>();
  const parts = proposals.map(({ kind, stepId, side, startMs, endMs, beatsMs }, at): Segment => {
    const id = `proposed-${at}`;
    const here = seenIn(seen, { startMs, endMs });
    proposed.set(id, { seen: here.length > 0 });
    const bouts = here.flatMap((one) => ('beatsMs' in one ? [one] : []));
    const sure = bouts.length === 1 && bouts.every(isSurelyCounted) && isWhole(bouts[0]!, { startMs, endMs });
    if (!sure && bouts.length > 0) {
      const fit = Math.round((endMs - startMs) / Math.min(...bouts.map((one) => one.periodMs)));
      about.set(id, { beatsMs, atMost: Math.max(beatsMs.length + 1, fit) });
    }
    return { id, takeId: take.id, kind, stepId, side, startMs, endMs, beatsMs: sure ? [...beatsMs] : [] };
  });
  const plays = lesson.assembly.some((piece) => piece.takeId === take.id);
  const whole = { id: `whole-${take.id}`, takeId: take.id, fromMs: 0, toMs: take.durationMs };
  const all = [...lesson.segments, ...parts];
  const holdsMs = new Map(
    all
      .filter((one) => one.takeId === take.id && one.kind === 'hold')
      .map((one) => [
        one.id,
        seenIn({ bouts: [], holds: seen.holds }, one).map(({ startMs, endMs }) => endMs - startMs),
      ]),
  );
  return measured(
    {
      ...lesson,
      takes: lesson.takes.some((one) => one.id === take.id) ? lesson.takes : [...lesson.takes, take],
      assembly: plays ? lesson.assembly : [...lesson.assembly, whole],
      segments: all,
    },
    { about, holdsMs, proposed },
  );
}

const isSurelyCounted = ({ beatsMs, periodMs, confidence }: Bout): boolean =>
  beatsMs.length >= SURELY_COUNTED && periodMs <= SURELY_MS && confidence >= SURELY;

/** Whether what was seen fills a part, but for less than a repetition. */
const isWhole = (bout: Bout, part: Pick<Segment, 'startMs' | 'endMs'>): boolean =>
  bout.startMs - part.startMs < bout.periodMs && part.endMs - bout.endMs < bout.periodMs;

function measured(lesson: Lesson, { about, holdsMs, proposed }: OnlySeen): Shown {
  const cut = fullCut(lesson);
  const passages = passagesOf(lesson, cut);
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const done = filmedWork(passages).map((work): Done => {
    const own = lesson.segments.filter(
      ({ kind, stepId, side }) => isWork(kind) && stepId === work.stepId && side === work.side,
    );
    const unsure = own.filter((one) => proposed.has(one.id));
    const offMs = unsure.reduce((sum, one) => sum + (proposed.get(one.id)!.seen ? SEEN_END_MS : UNSEEN_END_MS), 0);
    const workMs = within(work.workMs, 2 * offMs);
    const step = steps.get(work.stepId);
    return {
      ...{ stepId: work.stepId, side: work.side, startMs: work.startMs, endMs: work.endMs, workMs },
      count: countOf(work, own, about),
      heldMs: step ? heldMs(doseFor(step, work.side), work, own, holdsMs) : null,
    };
  });
  return { lesson, done, filmedMs: passages.some((one) => isWork(one.kind)) ? cut.durationMs : null, about, proposed };
}

const within = (value: number, off: number): Measured => ({
  value,
  low: Math.max(0, Math.round(value - off)),
  high: Math.round(value + off),
});

function countOf(work: FilmedWork, own: readonly Segment[], about: Shown['about']): Measured | null {
  const unsure = own.filter((one) => about.has(one.id));
  if (unsure.length === 0) return work.beatCount === null ? null : within(work.beatCount, 0);
  if (own.some((one) => one.beatsMs.length === 0 && !about.has(one.id))) return null;
  const counted = (of: (id: string) => number): number =>
    own.reduce((sum, one) => sum + (about.has(one.id) ? of(one.id) : one.beatsMs.length), 0);
  const value = counted((id) => about.get(id)!.beatsMs.length);
  return { value, low: Math.max(0, value - unsure.length), high: counted((id) => about.get(id)!.atMost) };
}

/** How long it is held: as it was seen; else as the marked ends of its holds leave room for. */
function heldMs(
  dose: ReturnType<typeof doseFor>,
  work: FilmedWork,
  own: readonly Segment[],
  holdsMs: ReadonlyMap<string, readonly number[]>,
): Measured | null {
  if (dose.form !== 'hold') return null;
  const seen = own.flatMap((one) => holdsMs.get(one.id) ?? []);
  const count = dose.reps.planned * dose.sets.planned;
  // What was seen of a hold in two pieces, or of two holds in one, says nothing of how long each was.
  if (seen.length > 0 && seen.length === (work.beatCount ?? count))
    return within(seen.reduce((sum, ms) => sum + ms, 0) / seen.length, SEEN_END_MS);
  if (work.beatCount === null) return count === 1 ? within(work.workMs, own.length > 1 ? SEEN_END_MS : 0) : null;
  const cycleMs = work.workMs / work.beatCount;
  return {
    value: Math.max(0, cycleMs - dose.releaseMs),
    low: Math.max(0, cycleMs - 2 * dose.releaseMs),
    high: cycleMs,
  };
}

/** The side that something done belongs to, of a step's; null where it is none of them. */
export function sideOf(done: Pick<Done, 'side'>, sides: readonly WorkedSide[]): WorkedSide | null {
  if (done.side === null) return sides.length === 1 ? sides[0]! : null;
  return sides.includes(done.side) ? done.side : null;
}

/** How often something was done, where that is known exactly; null otherwise. */
export function exactCount({ count }: Pick<Done, 'count'>): number | null {
  return count && count.low === count.high ? count.value : null;
}
