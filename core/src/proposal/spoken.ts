import { isWork, type SegmentKind } from '../lesson/segment-kind';
import { sharedMs } from '../time/spans';
import type { Evidence, Marked } from './evidence';
import { SHORTEST_MS } from './instants';

/** How probable speech is while somebody talks, and anywhere. */
export const SPOKEN_TALK = 0.82;
const BY_CHANCE = 0.5;
/** Speech tells so much of each second, of what is known of single instants. */
const PER_SECOND = 0.7;
/**
 * No aside is shorter; a change of side is said in other words than the lesson's, which takes so long, and over work
 * somebody says a word or two.
 */
const ASIDE_MS = 300;
const CHANGE_SAID_MS = 2500;
const OVER_WORK_MS = 1000;

/** Who is heard to speak between instants, by their numbers, and whether what is said is the lesson's. */
export class Spoken {
  /** Instants at which somebody begins to speak, ms. */
  readonly beginsMs: ReadonlySet<number>;
  private readonly spokenMs: Float64Array;
  /** Of what is said: what is written in the lesson, and what is not. */
  private readonly writtenMs: Float64Array;
  private readonly unwrittenMs: Float64Array;
  /** What is not written and is said before anything that is, from each instant on. */
  private readonly leadMs: Float64Array;
  /** How long nobody spoke before each instant. */
  private readonly quiet: Float64Array;

  constructor(
    private readonly evidence: Pick<Evidence, 'heard' | 'speech' | 'said'>,
    private readonly atMs: readonly number[],
  ) {
    const { speech, said } = evidence;
    this.beginsMs = new Set(speech.map(([start]) => start));
    this.spokenMs = covered(atMs, speech);
    this.quiet = Float64Array.from(atMs, (ms) => {
      const [, end] = speech.findLast(([start]) => start < ms) ?? [0, 0];
      return Math.max(0, ms - end);
    });
    const sentences = said?.sentences ?? [];
    const written = sentences.filter((one) => one.written);
    const unwritten = sentences.filter((one) => !one.written);
    this.writtenMs = covered(atMs, written.map(spanOf));
    this.unwrittenMs = covered(atMs, unwritten.map(spanOf));
    this.leadMs = Float64Array.from(atMs, (ms) => {
      const first = written.find((one) => one.endMs > ms + SHORTEST_MS);
      const lead = { startMs: ms, endMs: first?.startMs ?? Infinity };
      return unwritten.reduce((sum, one) => sum + Math.max(0, sharedMs(one, lead)), 0);
    });
  }

  /**
   * What it tells that somebody speaks, or does not, for something in which speech is so probable.
   *
   * @param asideMs of what is spoken, so much is talk beside it.
   */
  tells(expected: number, from: number, to: number, asideMs = 0): number {
    if (!this.evidence.heard) return 0;
    const spokenS = seconds(this.spokenMs, from, to);
    const asideS = Math.min(spokenS, asideMs / 1000);
    const silentS = (this.atMs[to]! - this.atMs[from]!) / 1000 - spokenS;
    const own = (spokenS - asideS) * Math.log(expected / BY_CHANCE) + silentS * Math.log((1 - expected) / BY_CHANCE);
    return PER_SECOND * (own + asideS * Math.log(SPOKEN_TALK / BY_CHANCE));
  }

  /** What is said in something of the plan that is not the lesson's; 0 for nothing, ms. */
  asideMs(kind: SegmentKind, from: number, to: number): number {
    const unwrittenMs = this.unwrittenMs[to]! - this.unwrittenMs[from]!;
    const leastMs = kind === 'swap' ? CHANGE_SAID_MS : isWork(kind) ? OVER_WORK_MS : ASIDE_MS;
    return unwrittenMs > leastMs ? unwrittenMs : 0;
  }

  writtenS(from: number, to: number): number {
    return seconds(this.writtenMs, from, to);
  }

  unwrittenS(from: number, to: number): number {
    return seconds(this.unwrittenMs, from, to);
  }

  leadS(from: number): number {
    return this.leadMs[from]! / 1000;
  }

  quietMs(at: number): number {
    return this.quiet[at]!;
  }
}

export const spanOf = ({ startMs, endMs }: Pick<Marked, 'startMs' | 'endMs'>): readonly [number, number] => [
  startMs,
  endMs,
];

export const seconds = (sums: Float64Array, from: number, to: number): number => (sums[to]! - sums[from]!) / 1000;

/** How many ms of some stretches lie before each instant. */
export function covered(atMs: readonly number[], spans: readonly (readonly [number, number])[]): Float64Array {
  return Float64Array.from(atMs, (ms) =>
    spans.reduce((sum, [start, end]) => sum + Math.max(0, Math.min(end, ms) - start), 0),
  );
}
