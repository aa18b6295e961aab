import { goesOn } from '../assembly/goes-on';
import type { Passage } from '../assembly/passage';
import { aSetOf, repetitionEnds } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { doseFor } from '../lesson/dose-for';
import { partsOfKey } from '../lesson/cue-key';
import { nameOf, newCue, type Cue } from './cue';

/** Above three a second counts cannot be read: then every nth is shown. */
const MOST_COUNTS_PER_SECOND = 3;
/** Room for the seconds of one repetition among the numbers of a passage's countdowns. */
const A_REPETITION = 1000;
/** A release that is shorter is over before it is read. */
const LEAST_RELEASE_MS = 700;
/** What is read while a hold is let go. */
const RELEASE = 'Let go';

/**
 * Counts of repetitions, by set where there are several, and seconds left of holds and timed movement; a hold's last cue
 * is its release, of which nothing is left. Their numbers are counted within the segment, from its beginning, so that they
 * stay what they are when something around it changes.
 *
 * @example counts(lesson, passages).map((cue) => cue.text) // ['1', '2', '3']
 */
export function counts(lesson: Pick<Lesson, 'steps' | 'countsDown'>, passages: readonly Passage[]): Cue[] {
  const steps = new Map(movesOf(lesson.steps).map((step) => [step.id, step]));
  const work = passages.filter((one) => isWork(one.kind) && one.stepId && steps.has(one.stepId));
  // A segment that plays twice is one segment: its dose is done twice, and not shared out.
  const segments = new Map<string, Set<unknown>>();
  for (const one of work) {
    const group = `${one.stepId}|${one.side}`;
    if (!segments.get(group)?.add(one.segmentId ?? one)) segments.set(group, new Set([one.segmentId ?? one]));
  }
  const runs = playedOn(work);
  return work.flatMap((one) => {
    const dose = doseFor(steps.get(one.stepId!)!, one.side);
    const figures = passageCounts(dose, one, segments.get(`${one.stepId}|${one.side}`)!.size, runs.get(one));
    return lesson.countsDown ? figures.map(downwards) : figures;
  });
}

/** The same figure, counted down to one: what is done stays what it is. */
function downwards(cue: Cue): Cue {
  return cue.kind === 'count' ? { ...cue, text: String(cue.of! - cue.value! + 1) } : cue;
}

/** Where a passage stands in a count that goes on over several: how many come before, and how many there are in all. */
interface InRun {
  before: number;
  of: number;
}

/** What a cut plays again at once, or goes on with after a jump, is one count: one, two, and on to the last. */
function playedOn(work: readonly Passage[]): Map<Passage, InRun> {
  const runs = new Map<Passage, InRun>();
  let run: InRun[] = [];
  work.forEach((one, at) => {
    const again = goesOn(work[at - 1], one);
    const before = again ? run[run.length - 1]!.of : 0;
    if (!again) run = [];
    run.push({ before, of: 0 });
    runs.set(one, run[run.length - 1]!);
    for (const each of run) each.of = before + one.beatsMs.length;
  });
  return runs;
}

/**
 * How many repetitions a whole segment holds, as long as nobody has marked its beats: its share of the dose.
 *
 * @param segments in how many segments the side of the step is filmed.
 */
function repetitionsIn(dose: Dose, one: Passage, segments: number): number {
  return Math.max(1, Math.round((aSetOf(dose, one.side) * dose.sets.planned) / segments));
}

function passageCounts(dose: Dose, one: Passage, segments: number, run?: InRun): Cue[] {
  const marked = one.beatCount > 0;
  const whole = repetitionsIn(dose, one, segments);
  // Counted from the segment's beginning, so that its parts have as many as the whole, however it is cut.
  const before = marked ? one.beatsBefore : Math.round(whole * one.shareBefore);
  const repetitions = marked
    ? one.beatsMs.length
    : Math.round(whole * Math.min(1, one.shareBefore + one.share)) - before;
  if (repetitions === 0) return [];
  const ends = marked ? one.beatsMs : planned(dose, one, repetitions);
  const starts = [one.startMs, ...ends.slice(0, -1)];
  // Nobody knows beforehand when a breath is out: there is nothing to count down.
  const open = 'open' in dose && dose.open === true;
  if (dose.form === 'hold' && !open) {
    const share = dose.holdMs.planned / (dose.holdMs.planned + dose.releaseMs);
    return starts.flatMap((startMs, rep) => {
      const holdEnd = Math.round(startMs + (ends[rep]! - startMs) * share);
      const left = secondsLeft(one, startMs, holdEnd, (before + rep) * A_REPETITION);
      return [...left, ...release(one, holdEnd, ends[rep]!, left[left.length - 1]!)];
    });
  }
  if (dose.form === 'timed' && !open)
    return starts.flatMap((startMs, way) => secondsLeft(one, startMs, ends[way]!, (before + way) * A_REPETITION));

  const goesOn = marked && run !== undefined && run.of > repetitions;
  const inAll = goesOn ? run.of : repetitions;
  const total = oneCount(dose, one, inAll);
  const counted = (value: number): number => (((goesOn ? run.before : 0) + value - 1) % total) + 1;
  const usualMs = (ends[ends.length - 1]! - one.startMs) / ends.length;
  const every = Math.max(1, Math.ceil(1000 / MOST_COUNTS_PER_SECOND / usualMs));
  const cues: Cue[] = [];
  for (let first = 0; first < repetitions; first += every) {
    const last = Math.min(first + every, repetitions) - 1;
    const endMs = last === repetitions - 1 ? one.endMs : ends[last]!;
    if (endMs > starts[first]!)
      cues.push(figure('count', one, before + first, starts[first]!, endMs, counted(last + 1), total));
  }
  return cues;
}

/** How many make one count: a set where all of them were done in one go, else what there is. */
function oneCount(dose: Dose, one: Passage, inAll: number): number {
  const each = aSetOf(dose, one.side);
  return dose.sets.planned > 1 && inAll === each * dose.sets.planned ? each : inAll;
}

/** Where repetitions end that nobody has marked: evenly, or as the tempo of the dose changes. */
function planned(dose: Dose, one: Passage, count: number): number[] {
  const lengthMs = one.endMs - one.startMs;
  return repetitionEnds(dose, count).map((share) => one.startMs + Math.round(share * lengthMs));
}

/** One cue a second, counted back from the end; a first part of under half a second joins the next. */
function secondsLeft(one: Passage, startMs: number, endMs: number, from: number): Cue[] {
  const seconds = Math.max(1, Math.round((endMs - startMs) / 1000));
  return Array.from({ length: seconds }, (_, i) => {
    const left = seconds - i;
    const start = i === 0 ? startMs : endMs - left * 1000;
    return figure('countdown', one, from + i, start, endMs - (left - 1) * 1000, left, seconds);
  });
}

/** What follows the last second of a hold: nothing is left of it. */
function release(one: Passage, startMs: number, endMs: number, last: Cue): Cue[] {
  if (endMs - startMs < LEAST_RELEASE_MS) return [];
  const n = partsOfKey(last.key).n! + 1;
  return [{ ...figure('countdown', one, n, startMs, endMs, 0, last.of!), text: RELEASE }];
}

function figure(
  kind: 'count' | 'countdown',
  one: Passage,
  n: number,
  startMs: number,
  endMs: number,
  value: number,
  of: number,
): Cue {
  return { ...newCue(kind, nameOf(one), n, { ...one, startMs, endMs }, String(value)), value, of };
}
