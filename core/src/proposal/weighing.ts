import type { ScriptRow } from '../align/script';
import type { Bout, Seen } from '../footage/analyse';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { ViewerSide } from '../lesson/take.schema';
import { sharedMs } from '../time/spans';
import { brokenOff } from './broken-off';
import { middleOf, type Evidence, type Marked } from './evidence';
import { besideWork, fits } from './fits';
import { BREATH_MS, SHORTEST_MS } from './instants';
import { LeftOut } from './left-out';
import type { Weights } from './path';
import type { Rhythm } from './rhythm';
import type { Slot } from './slots';
import { covered, seconds, spanOf, Spoken, SPOKEN_TALK } from './spoken';
import { isOfRow, pressesOf, SPEAKS, startsOfRows } from './starts';

/** What lies on a recording beside the plan: talk of its own, nothing at all, something broken off and begun again. */
export type Beside = 'talk' | 'pause' | 'again' | 'agreed';

export const KIND_OF = { talk: 'talk', pause: 'cut', again: 'cut' } as const;

/** What is agreed is where it is. */
const AGREED = 20;
/** How probable speech is at an instant of each kind; of work that nobody is to speak over, and that somebody is. */
const SPOKEN: Partial<Record<SegmentKind, number>> = {
  ...{ intro: 0.82, teach: 0.8, talk: SPOKEN_TALK, outro: 0.82, prep: 0.12, rest: 0.12, swap: 0.4 },
};
const [SPOKEN_WORK, SPOKEN_OVER] = [0.14, 0.75];
/** How far lengths are from what was planned: standard deviations of their logarithm. */
const SPREAD: Partial<Record<SegmentKind, number>> = {
  prep: 0.42,
  swap: 0.6,
  rest: 0.7,
  teach: 0.4,
  talk: 0.5,
  intro: 0.4,
  outro: 0.4,
};
const SPREAD_WORK = 0.18;
/** Less than such a share of what is planned is none of it. */
const [LEAST, LEAST_WORK] = [0.1, 0.4];
/** What is done comes again, or before its turn. */
const BACK = -6;
/** So many things of the plan around may come at any time; further away, what something speaks for this much. */
const REACH = 24;
/** An end in the midst of something that a hand does. */
const CUT_THROUGH = -2.5;
const WITHIN_MS = 350;
/** Nothing was broken off where hands go on: an end there tells so many times as much against it. */
const HANDS_GO_ON = 5;
/** What was broken off goes on after it. */
const GOES_ON = -0.5;
/** Beside the plan nothing goes on for longer without an instant at which it could be divided. */
const MOST_BESIDE_MS = 60_000;
/** What is planned to be shorter is as good as so long. */
const SHORT_MS = 400;
/** Of work in which something is seen, the time in which nothing is tells against it, up to this; so does each thing more. */
const MOST_BARE = 4;
const SEVERAL = 4;
/** What is told begins with what is written in the lesson, and talk is not written: so much tells each second of it. */
const UNWRITTEN_TOLD = -1.1;
const UNWRITTEN_TALK = 0.3;
const WRITTEN_TALK = -0.8;
/** An aside belongs to what is taught just before it, to the pause before work, to the closing: talk follows none of them. */
const AFTER_TEACHING = -4;
/** What is said between two sides is most likely the change of them. */
const BETWEEN_SIDES = -1;
/** What comes beside the plan: each of it for itself; nobody pauses for a moment only. */
const [TALK, PAUSE, AGAIN] = [-1.2, -3, -2];
const [LEAST_PAUSE_MS, BRIEF_PAUSE] = [4000, -3];
const SPOKEN_PAUSE = 0.12;
/** Somebody may chat in what the plan has, too: seldom while working. It is longer by that, then, and as quiet beside it. */
const ASIDE = { told: -0.6, wait: -2, work: -3.5 } as const;
const SPREAD_ASIDE = 0.3;
/** Work begins at once where somebody chatted while hands settled: who was quiet for so long did not. */
const QUIET_MS = 1000;
const QUIET = -3;
/** What is written is not said while hands settle, nor over work that nobody is to speak over: so much tells each second of it. */
const WRITTEN_ELSEWHERE = -3;
/** Where something was broken off, what is told is shorter than planned. */
const PART = -0.5;
/** Hands that are seen tell so much against all but work, each second; less against telling, more against talk. */
const HANDS = { told: 0.1, planned: 0.8, talk: 1.3, pause: 0.8 } as const;
/** Work of a step that the words leave no room for. */
const UNSAID = -4;

/** Weighs what is known of a take against what the plan has. */
export class Weighing implements Weights<Beside> {
  readonly slots: number;
  private readonly seen: readonly (Seen | Bout)[];
  private readonly spoken: Spoken;
  private readonly handMs: Float64Array;
  private readonly through: Float64Array;
  /** Of each slot: what is seen tells for it, summed by the middles of what is seen. */
  private readonly told: readonly Float64Array[];
  private readonly upTo: Int32Array;
  private readonly rowStarts: readonly Float64Array[];
  /** Rows that the words leave no room for. */
  private readonly unsaid: ReadonlySet<number>;
  private readonly pressed: readonly (Float64Array | null)[];
  private readonly agreedFrom: ReadonlyMap<number, Marked>;
  private readonly agreedUpTo: Int32Array;
  /** Instants at which work was refused: what was done before is not done once more just there. */
  private readonly refused: readonly boolean[];
  private readonly leftOut: LeftOut;
  /** Of each row, the slot that opens it. */
  private readonly openers: ReadonlyMap<number, number>;
  private readonly invited: readonly (readonly number[])[];
  private readonly again: ReturnType<typeof brokenOff>;
  /** Instants at which something was broken off. */
  private readonly breaks: ReadonlySet<number>;

  constructor(
    private readonly plan: readonly Slot[],
    rows: readonly ScriptRow[],
    private readonly evidence: Evidence,
    private readonly atMs: readonly number[],
    pictureLeft: ViewerSide,
    private readonly rhythm?: Rhythm,
  ) {
    this.slots = plan.length;
    this.openers = new Map(plan.flatMap(({ opens, row }, at) => (opens ? [[row, at] as const] : [])));
    this.seen = [...evidence.bouts, ...evidence.holds].sort((a, b) => middleOf(a) - middleOf(b));
    this.spoken = new Spoken(evidence, atMs);
    this.handMs = covered(atMs, this.seen.map(spanOf));
    this.through = Float64Array.from(atMs, (ms) =>
      this.seen.reduce(
        (sum, one) =>
          sum + (ms > one.startMs + WITHIN_MS && ms < one.endMs - WITHIN_MS ? CUT_THROUGH * one.confidence : 0),
        0,
      ),
    );
    this.upTo = Int32Array.from(atMs, (ms) => this.seen.filter((one) => middleOf(one) < ms).length);
    this.told = plan.map(({ work, kind }) => {
      const sums = new Float64Array(this.seen.length + 1);
      this.seen.forEach((one, at) => {
        sums[at + 1] = sums[at]! + (work ? fits(one, work, pictureLeft) : besideWork(kind, one));
      });
      return sums;
    });
    this.unsaid = new Set(
      rows.flatMap((row, at) => (evidence.said?.missing.some((one) => isOfRow(one, row)) ? [at] : [])),
    );
    this.rowStarts = startsOfRows(rows, evidence, this.spoken, atMs);
    this.pressed = plan.map((slot, at) => pressesOf(slot, plan[at - 1], evidence, atMs));
    this.agreedFrom = new Map(evidence.agreed.map((one) => [one.startMs, one]));
    // An instant lies within what is agreed up to its end: so does every stretch that crosses some of it.
    this.agreedUpTo = Int32Array.from(atMs, (ms) => evidence.agreed.filter((one) => one.startMs < ms).length);
    this.again = brokenOff(evidence, this.seen, atMs);
    this.breaks = new Set(
      atMs.flatMap((ms, at) =>
        evidence.said?.again.some((one) => Math.abs(one.startMs - ms) < WITHIN_MS) ? [at] : [],
      ),
    );
    const refused = evidence.rejected.filter(({ kind }) => isWork(kind));
    this.refused = atMs.map((ms) =>
      refused.some(({ startMs, endMs }) => ms >= startMs - WITHIN_MS && ms < endMs - WITHIN_MS),
    );
    this.leftOut = new LeftOut(plan);
    this.invited = this.invitedAt(pictureLeft);
  }

  /** Those around in the plan, and further away those that something at the instant speaks for. */
  next(last: number, at: number): Iterable<number> {
    const [low, high] = [Math.max(0, last - REACH), Math.min(this.slots - 1, last + REACH)];
    const near: number[] = [];
    for (let slot = low; slot <= high; slot++) near.push(slot);
    for (const slot of this.invited[at]!) if (slot < low || slot > high) near.push(slot);
    return near;
  }

  enter(last: number, slot: number, at: number): number {
    if (slot > last) return this.leftOut.between(last, slot) + this.unopened(last, slot, at);
    const { kind, opens, row, work } = this.plan[slot]!;
    // Where it goes on, its first words are not said: that tells nothing against it.
    if (slot === last && TOLD.has(kind) && this.again.has(at))
      return GOES_ON - (opens ? Math.min(0, this.rowStarts[row]![at]!) : 0);
    return (opens || work) && !this.refused[at] ? BACK + this.leftOut.goingBack(last, slot) : -Infinity;
  }

  /** What opens a row is left out, and the rest of it is not: words that say that it begins elsewhere tell against it. */
  private unopened(last: number, slot: number, at: number): number {
    const { row } = this.plan[slot]!;
    const opener = this.openers.get(row) ?? slot;
    return opener > last && opener < slot ? Math.min(0, this.rowStarts[row]![at]!) : 0;
  }

  end(last: number): number {
    return this.leftOut.between(last, this.slots);
  }

  stay(slot: number, from: number, to: number): number {
    const agreed = this.agreedBetween(from, to);
    if (agreed === 'across') return -Infinity;
    if (agreed) return isOf(agreed, this.plan[slot]!) ? AGREED : -Infinity;
    if (this.isRejected(this.plan[slot]!, from, to)) return -Infinity;
    const { kind, plannedMs, spoken, work, row, opens } = this.plan[slot]!;
    const lengthMs = this.atMs[to]! - this.atMs[from]!;
    const shortestMs = Math.max(SHORTEST_MS, (work ? LEAST_WORK : LEAST) * plannedMs);
    if (lengthMs > 3 * plannedMs + 8000 || lengthMs < shortestMs) return -Infinity;
    const expected = work ? SPOKEN_WORK + (SPOKEN_OVER - SPOKEN_WORK) * spoken : (SPOKEN[kind] ?? 0.3);
    const as = TOLD.has(kind) ? 'told' : WAITS.has(kind) ? 'wait' : work ? 'work' : null;
    const aside = as ? this.spoken.asideMs(kind, from, to) : 0;
    let weight = this.through[from]! + this.spoken.tells(expected, from, to, aside);
    weight += this.length(slot, from, to, aside);
    if (as && aside > 0) weight += ASIDE[as];
    const seen = this.upTo[to]! - this.upTo[from]!;
    weight += this.told[slot]![this.upTo[to]!]! - this.told[slot]![this.upTo[from]!]!;
    const handS = seconds(this.handMs, from, to);
    if (!work) weight -= (kind === 'teach' ? HANDS.told : HANDS.planned) * handS;
    else if (seen === 0) weight += work.byHand ? -2 : 0;
    else weight -= Math.min(MOST_BARE, 0.5 * (lengthMs / 1000 - handS)) + SEVERAL * (seen - 1);
    if (SETTLES.has(kind) || (work && spoken === 0)) weight += WRITTEN_ELSEWHERE * this.spoken.writtenS(from, to);
    // What was begun anew may be told in other words.
    if (as === 'told' && !this.again.has(from))
      weight += UNWRITTEN_TOLD * Math.min(this.spoken.leadS(from), this.spoken.unwrittenS(from, to));
    weight += this.rhythm?.tells(slot, from, to) ?? 0;
    if (opens) weight += this.rowStarts[row]![from]!;
    if (work && this.unsaid.has(row)) weight += UNSAID;
    return weight + (this.pressed[slot]?.[from] ?? 0);
  }

  fill(slot: number, from: number, to: number): { readonly weight: number; readonly as: Beside } | null {
    const agreed = this.agreedBetween(from, to);
    if (agreed) return agreed === 'across' ? null : { weight: 0, as: 'agreed' };
    const spoilt = this.again.get(to)?.(from) ?? -Infinity;
    const again = AGAIN + spoilt + this.through[from]! + HANDS_GO_ON * this.through[to]!;
    const short = this.atMs[to]! - this.atMs[from]! <= MOST_BESIDE_MS;
    const talk = short ? this.talk(slot, from, to) : -Infinity;
    const pause = short ? this.pause(from, to) : -Infinity;
    const weight = Math.max(talk, pause, again);
    const as = weight === again ? 'again' : weight === talk ? 'talk' : 'pause';
    const isNone = weight === -Infinity || this.isRejected({ kind: KIND_OF[as], stepId: null, side: null }, from, to);
    return isNone ? null : { weight, as };
  }

  private talk(slot: number, from: number, to: number): number {
    const said = WRITTEN_TALK * this.spoken.writtenS(from, to) + UNWRITTEN_TALK * this.spoken.unwrittenS(from, to);
    const between = this.plan[slot + 1]?.kind === 'swap' ? BETWEEN_SIDES : 0;
    const aside = slot >= 0 && TALKED_TO.has(this.plan[slot]!.kind) ? AFTER_TEACHING : between;
    const handS = seconds(this.handMs, from, to);
    return this.through[from]! + TALK - HANDS.talk * handS + this.spoken.tells(SPOKEN_TALK, from, to) + said + aside;
  }

  private pause(from: number, to: number): number {
    // A recording may begin with one of any length.
    const brief = from > 0 && this.atMs[to]! - this.atMs[from]! < LEAST_PAUSE_MS ? BRIEF_PAUSE : 0;
    const handS = seconds(this.handMs, from, to);
    return this.through[from]! + PAUSE - HANDS.pause * handS + this.spoken.tells(SPOKEN_PAUSE, from, to) + brief;
  }

  /** What is agreed between two instants: one thing as a whole, or parts and several, which nothing else may cross. */
  private agreedBetween(from: number, to: number): Marked | 'across' | null {
    if (this.agreedUpTo[to] === this.agreedUpTo[from]) return null;
    const one = this.agreedFrom.get(this.atMs[from]!);
    return one && one.endMs === this.atMs[to] ? one : 'across';
  }

  private isRejected(slot: Pick<Marked, 'kind' | 'stepId' | 'side'>, from: number, to: number): boolean {
    const stretch = { startMs: this.atMs[from]!, endMs: this.atMs[to]! };
    return this.evidence.rejected.some((one) => {
      const shared = sharedMs(one, stretch);
      const shorter = Math.min(one.endMs - one.startMs, stretch.endMs - stretch.startMs);
      return shared > 0 && 2 * shared > shorter && isOf(one, slot);
    });
  }

  /** The slots that something speaks for that begins at each of the instants. */
  private invitedAt(pictureLeft: ViewerSide): number[][] {
    return this.atMs.map((ms, at) => {
      const begins = this.seen.filter((one) => Math.abs(one.startMs - ms) <= WITHIN_MS);
      return this.plan.flatMap(({ work, opens, row }, slot) => {
        const told = (this.pressed[slot]?.[at] ?? 0) > SPEAKS || (opens && this.rowStarts[row]![at]! > SPEAKS);
        return told || (work && begins.some((one) => fits(one, work, pictureLeft) > SPEAKS)) ? [slot] : [];
      });
    });
  }

  /** What a slot's length tells, with an aside of so many ms in it. */
  private length(slot: number, from: number, to: number, asideMs: number): number {
    const { kind, plannedMs, work } = this.plan[slot]!;
    const lengthMs = this.atMs[to]! - this.atMs[from]!;
    const spread = work ? SPREAD_WORK : (SPREAD[kind] ?? 0.6);
    if (WAITS.has(kind) && asideMs > 0) {
      const quiet = SETTLES.has(kind) && Math.min(lengthMs, this.spoken.quietMs(to)) > QUIET_MS ? QUIET : 0;
      return quiet + lengthTells(lengthMs, Math.max(plannedMs, asideMs + BREATH_MS), SPREAD_ASIDE);
    }
    if (!TOLD.has(kind)) return lengthTells(lengthMs, plannedMs, spread);
    if (lengthMs < plannedMs && (this.again.has(from) || this.breaks.has(to))) return PART;
    return lengthTells(Math.max(SHORT_MS, lengthMs - asideMs), plannedMs, spread);
  }
}

/** What is told in the lesson's own words. */
const TOLD: ReadonlySet<SegmentKind> = new Set(['intro', 'teach', 'outro']);
/** In which hands settle, and nothing needs to be said; a change of side is like that, too, but is said. */
const SETTLES: ReadonlySet<SegmentKind> = new Set(['prep', 'rest']);
const WAITS: ReadonlySet<SegmentKind> = new Set([...SETTLES, 'swap']);
/** What is said after them belongs to them. */
const TALKED_TO: ReadonlySet<SegmentKind> = new Set([...WAITS, 'teach', 'outro']);

/** Whether something marked is what a slot has happen. */
function isOf(one: Pick<Marked, 'kind' | 'stepId' | 'side'>, slot: Pick<Marked, 'kind' | 'stepId' | 'side'>): boolean {
  const alike = one.kind === slot.kind || (isWork(one.kind) && isWork(slot.kind));
  return alike && one.stepId === slot.stepId && one.side === slot.side;
}

/** What a length tells, for one that was planned: little for a little more or less, and never everything. */
function lengthTells(lengthMs: number, plannedMs: number, spread: number): number {
  const off = Math.log(lengthMs / Math.max(SHORT_MS, plannedMs)) / spread;
  return -1.2 * Math.log(1 + (off * off) / 2) - Math.log(spread);
}
