import type { WorkedSide } from '../dose/dose';
import type { FoundSwap } from '../narration/reading';
import type { Pair } from './global';
import type { HeardWord } from './heard';
import type { Script } from './script';

/** An instant, and when it can have been, ms. */
export interface Instant {
  readonly atMs: number;
  /** How many in ten of those said to be so sure are right within half a second, 0 to 1. */
  readonly confidence: number;
  readonly earliestMs: number;
  readonly latestMs: number;
}

/** One side of a step on the clock: when it starts, how sure that is, and when it can have started. */
export interface AlignedStep extends Omit<Instant, 'atMs'> {
  readonly stepId: string;
  readonly side: WorkedSide | null;
  readonly startMs: number;
  readonly endMs: number;
}

/**
 * How many in ten were right within half a second, of starts whose first word was said, by how long the stretch is that it
 * can stand in, ms; of those that were said in other words; and of those that only the plan knows. Measured on the two
 * thirds of the simulated lessons that the method was made on.
 */
const SURE = {
  said: [
    [500, 0.97],
    [2500, 0.87],
    [8000, 0.6],
    [Infinity, 0.3],
  ] as const,
  otherwise: 0.7,
  planned: 0.2,
};
/** So many words of one's own lead into what is written, at most. */
const LEAD = 4;
/** A side that has less than this share of its planned length was not filmed. */
const NO_ROOM = 0.3;
/** A step of whose so many words none was said was filmed only where there is this much room for it. */
const WORDS = 6;
const ROOM_UNSAID = 0.6;

/** Finds a start for each row of a script, where there is one. */
export class Placing {
  /** Where a change of side is said, and how sure that is. */
  private readonly unsaid: ReadonlySet<string>;
  private readonly changes: readonly { readonly word: HeardWord; readonly sure: number }[];

  constructor(
    private readonly script: Script,
    private readonly heard: readonly HeardWord[],
    private readonly pairs: readonly Pair[],
    swaps: readonly FoundSwap[],
  ) {
    this.unsaid = unsaidSteps(script, pairs);
    this.changes = swaps.flatMap(({ evidence }) => {
      const at = heard.findIndex((one) => one.word >= evidence.from);
      return at < 0 ? [] : [{ word: this.led(at, -1), sure: evidence.sure }];
    });
  }

  rows(): (AlignedStep | null)[] {
    const { rows, words } = this.script;
    const said = rows.map((_, at) => this.bySaid(at));
    const starts: (Instant | null)[] = [...said];
    for (let at = 0; at < rows.length; at++) {
      if (starts[at]) continue;
      let to = at;
      while (to < rows.length && !said[to]) to++;
      this.between(at, to, starts);
      at = to - 1;
    }
    const closing = this.pairs.find(({ written }) => words[written]!.row === rows.length);
    const endMs = closing ? this.heard[closing.said]!.startMs : this.heard[this.heard.length - 1]!.endMs;
    let before = 0;
    for (let at = 0; at < rows.length; at++) {
      const start = starts[at];
      if (!start) continue;
      const atMs = Math.max(before, start.atMs);
      before = atMs;
      starts[at] = {
        ...start,
        atMs,
        earliestMs: Math.min(start.earliestMs, atMs),
        latestMs: Math.max(start.latestMs, atMs),
      };
    }
    return rows.map(({ stepId, side }, at) => {
      const start = starts[at];
      if (!start) return null;
      const next = starts.slice(at + 1).find((one) => one !== null);
      return {
        stepId,
        side,
        startMs: start.atMs,
        endMs: Math.max(start.atMs, next?.atMs ?? endMs),
        confidence: start.confidence,
        earliestMs: start.earliestMs,
        latestMs: start.latestMs,
      };
    });
  }

  /** By the first of its words that was said. */
  private bySaid(row: number): Instant | null {
    const { words } = this.script;
    const first = words.findIndex((word) => word.row === row);
    if (first < 0) return null;
    const found = this.pairs.find(({ written }) => words[written]!.row === row);
    if (!found) return null;
    const lead = words[found.written]!.plannedMs - this.script.rows[row]!.startMs;
    const word = this.heard[found.said]!;
    const unsaid = found.written - first;
    const before = this.pairs.findLast(({ written }) => written < first);
    if (unsaid === 0) return instantOf(this.led(found.said, before?.said ?? -1));
    // Its first words were said otherwise, or not at all: it starts with what was said in their place.
    const earliestMs = before ? this.heard[before.said]!.endMs : 0;
    const wanted = word.startMs - lead;
    let start = word;
    for (let at = found.said - 1; at > (before?.said ?? -1); at--) {
      const one = this.heard[at]!;
      if (one.startMs < wanted - 1500) break;
      if (one.opens && Math.abs(one.startMs - wanted) < Math.abs(start.startMs - wanted)) start = one;
    }
    return {
      atMs: start.startMs,
      confidence: SURE.otherwise,
      earliestMs: Math.min(earliestMs, start.earliestMs),
      latestMs: word.latestMs,
    };
  }

  /** What a word's sentence begins with, where only a few words of one's own lead up to it: “And now the other side”. */
  private led(said: number, after: number): HeardWord {
    for (let at = said; at > after && at >= said - LEAD; at--) if (this.heard[at]!.opens) return this.heard[at]!;
    return this.heard[said]!;
  }

  /** Rows from one up to another of which nothing was said: where a change of side is said, else where the plan has them. */
  private between(from: number, to: number, starts: (Instant | null)[]): void {
    const { rows, words } = this.script;
    const before = this.pairs.findLast(({ written }) => words[written]!.row < from);
    const after = this.pairs.find(({ written }) => words[written]!.row >= from);
    const [fromMs, fromPlan] = before ? [this.heard[before.said]!.endMs, words[before.written]!.plannedMs] : [0, 0];
    const [toMs, toPlan] = after
      ? [this.heard[after.said]!.startMs, words[after.written]!.plannedMs]
      : [Math.max(fromMs, this.heard[this.heard.length - 1]!.endMs), this.script.totalMs];
    const scale = (toMs - fromMs) / Math.max(1, toPlan - fromPlan);
    let last = fromMs;
    for (let at = from; at < to; at++) {
      const row = rows[at]!;
      if (scale < ROOM_UNSAID && this.unsaid.has(row.stepId)) continue;
      const planned = fromMs + (row.startMs - fromPlan) * scale;
      const swap = row.changesSide ? this.swapNear(planned, last, toMs) : null;
      if (!swap && scale < NO_ROOM) continue;
      starts[at] = swap ?? { atMs: Math.round(planned), confidence: SURE.planned, earliestMs: fromMs, latestMs: toMs };
      last = starts[at]!.atMs;
    }
  }

  private swapNear(plannedMs: number, fromMs: number, toMs: number): Instant | null {
    let best: { word: HeardWord; far: number } | null = null;
    for (const { word, sure } of this.changes) {
      if (word.startMs <= fromMs || word.startMs >= toMs) continue;
      const far = Math.abs(word.startMs - plannedMs) / sure;
      if (!best || far < best.far) best = { word, far };
    }
    return best && instantOf(best.word);
  }
}

/** Steps that have enough words, of which none was said. */
function unsaidSteps({ rows, words }: Script, pairs: readonly Pair[]): Set<string> {
  const left = new Map<string, number>();
  for (const { row } of words) {
    const stepId = rows[row]?.stepId;
    if (stepId !== undefined) left.set(stepId, (left.get(stepId) ?? 0) + 1);
  }
  for (const { written } of pairs) left.delete(rows[words[written]!.row]?.stepId ?? '');
  return new Set([...left].flatMap(([stepId, count]) => (count >= WORDS ? [stepId] : [])));
}

function instantOf({ startMs: atMs, earliestMs, latestMs }: HeardWord): Instant {
  const [, confidence] = SURE.said.find(([width]) => latestMs - earliestMs <= width)!;
  return { atMs, confidence, earliestMs, latestMs };
}
