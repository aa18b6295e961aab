/** A stretch in which a movement comes again and again, in pictures from the beginning of the course. */
export interface Repeated {
  readonly from: number;
  readonly to: number;
  /** When each repetition completes: the movement is back where it began. */
  readonly beats: readonly number[];
  /** Pictures from one repetition to the next. */
  readonly period: number;
  /** How alike the repetitions are in length, 0 to 1. */
  readonly evenness: number;
  /** The part of the whole movement that is repeated, 0 to 1: the rest is an arm that sinks. */
  readonly share: number;
}

/** Being at one end of a movement: from when to when, and its weighted middle. */
interface Visit {
  readonly high: boolean;
  readonly from: number;
  readonly to: number;
  readonly at: number;
}

/** An end counts as reached beyond this share of the way from the middle to it. */
const REACHED = 0.5;
/** Repetitions of one stretch follow each other within this many of their own usual distances. */
const APART = 2.6;
/** Pictures a repetition below which it is fast: a second; and over how many of them a drift is seen. */
const FAST = 12.5;
const DRIFT = 1.5;
/** Where nothing is counted, an arm that sinks may hide it: pictures around over which that is taken out, and how many. */
const SINKING = 14;
const SURE = 5;
/** Fewer repetitions than this show no rhythm. */
export const FEWEST_REPETITIONS = 3;

/** The value below which a share of some numbers lies. */
export function quantile(values: ArrayLike<number>, share: number): number {
  const sorted = Float32Array.from(values).sort();
  return sorted[Math.round(share * (sorted.length - 1))] ?? 0;
}

/**
 * Where a movement goes to and fro, counted by its ends: an end counts once the course has come near it, and the other
 * only after that, so that no tremor counts. Works from three repetitions on and does not ask for an even tempo; slow
 * ones are counted as well as fast ones.
 */
export function repetitionsIn(course: Float32Array): Repeated[] {
  const found = countedIn(course);
  if (found.length === 0) {
    const small = withoutDrift(course, SINKING);
    const share = swingOf(small) / swingOf(course);
    return countedIn(small).flatMap((one) => (one.beats.length >= SURE ? [{ ...one, share }] : []));
  }
  const period = quantile(
    found.map((one) => one.period),
    0.5,
  );
  // What is fast and small is lost in how the arm sinks meanwhile: that is taken out, over a few repetitions.
  return period > 0 && period < FAST ? countedIn(withoutDrift(course, Math.round(DRIFT * period))) : found;
}

/** How far a course goes, its rare ends left out. */
export function swingOf(course: Float32Array): number {
  return quantile(course, 0.92) - quantile(course, 0.08);
}

function withoutDrift(course: Float32Array, around: number): Float32Array {
  const sums = new Float64Array(course.length + 1);
  for (let at = 0; at < course.length; at++) sums[at + 1] = sums[at]! + course[at]!;
  return course.map((value, at) => {
    const [from, to] = [Math.max(0, at - around), Math.min(course.length, at + around + 1)];
    return value - (sums[to]! - sums[from]!) / (to - from);
  });
}

function countedIn(course: Float32Array): Repeated[] {
  const low = quantile(course, 0.08);
  const high = quantile(course, 0.92);
  const visits = visitsOf(course, (low + high) / 2, (REACHED * (high - low)) / 2);
  return groupsOf(visits)
    .map((group) => repeatedIn(group, course))
    .filter((one) => one.beats.length >= FEWEST_REPETITIONS);
}

function visitsOf(course: Float32Array, middle: number, reach: number): Visit[] {
  const visits: Visit[] = [];
  let since = 0;
  let side = 0;
  for (let at = 0; at <= course.length; at++) {
    const off = at < course.length ? course[at]! - middle : 0;
    const now = off > reach ? 1 : off < -reach ? -1 : 0;
    if (at < course.length && (now === 0 || now === side)) continue;
    if (side !== 0) visits.push(visitOf(course, middle, side > 0, since, at));
    [since, side] = [at, now];
  }
  return visits;
}

/** A visit lasts until the other end is reached; what counts of it is where the course is beyond its end. */
function visitOf(course: Float32Array, middle: number, high: boolean, from: number, to: number): Visit {
  let weight = 0;
  let sum = 0;
  let last = from;
  let most = 0;
  for (let at = from; at < to; at++) most = Math.max(most, high ? course[at]! - middle : middle - course[at]!);
  for (let at = from; at < to; at++) {
    const off = (high ? course[at]! - middle : middle - course[at]!) - most / 2;
    if (off <= 0) continue;
    weight += off;
    sum += off * at;
    last = at + 1;
  }
  return { high, from, to: last, at: weight > 0 ? sum / weight : from };
}

/** Visits that follow each other in one rhythm: a pause breaks it. */
function groupsOf(visits: readonly Visit[]): Visit[][] {
  const between = visits.slice(1).map((visit, i) => visit.at - visits[i]!.at);
  const usual = quantile(between, 0.5);
  const groups: Visit[][] = [];
  for (const [i, visit] of visits.entries()) {
    const near = i > 0 && between[i - 1]! <= Math.max(APART * usual, 8);
    if (near) groups[groups.length - 1]!.push(visit);
    else groups.push([visit]);
  }
  return groups;
}

/** Of the two ends the one that is reached less often is the far one: the movement begins and stops at the other. */
function repeatedIn(group: readonly Visit[], course: Float32Array): Repeated {
  const highs = group.filter((visit) => visit.high);
  const lows = group.filter((visit) => !visit.high);
  const nearHigh = highs.length === lows.length ? group[0]!.high : highs.length > lows.length;
  const near = nearHigh ? highs : lows;
  const far = nearHigh ? lows : highs;
  const from = group[0]!.from;
  const to = Math.min(course.length, group[group.length - 1]!.to);
  const beats = far.map((visit) => near.find((one) => one.at > visit.at)?.at ?? to);
  const lengths = beats.slice(1).map((beat, i) => beat - beats[i]!);
  const period = quantile(lengths, 0.5);
  const spread =
    period > 0 ? Math.sqrt(lengths.reduce((sum, one) => sum + (one / period - 1) ** 2, 0) / lengths.length) : 1;
  return { from, to, beats, period, evenness: Math.max(0, 1 - spread), share: 1 };
}
