import { ruledDoses } from './doses';
import { judgedDoses } from './learned/judged-doses';
import { judgedCautions, judgedClaims } from './learned/judged-remarks';
import { withSentences } from './learned/sentence-ends';
import { readPromises } from './promises';
import { dosesAs, NOTHING_GIVEN, type Given } from './put-right';
import type { FoundCaution, FoundClaim, FoundDose, FoundPromise, FoundStep, FoundSwap, Reading } from './reading';
import { ruledClaims } from './claims';
import { ruledCautions } from './remarks';
import { readSteps, readStepsByRule } from './steps';
import { WORKED } from './step-draft';
import type { StepAt } from './seconds-kind';
import { readSwaps, type PlacedSwap } from './swaps';
import { streamOf, type Stream } from './tokens';
import { parseLines, type NarrationLine } from './lines';
import { wordsOf, type Word } from './words';

/** What was read out of a narration, each finding with the words that it came from. */
export interface Narrated {
  readonly words: readonly Word[];
  readonly promises: readonly FoundPromise[];
  readonly doses: readonly FoundDose[];
  readonly steps: readonly FoundStep[];
  readonly swaps: readonly FoundSwap[];
  readonly cautions: readonly FoundCaution[];
  readonly claims: readonly FoundClaim[];
}

/**
 * Reads a narration: promises, doses, steps, changes of side, cautions and claims. For English. The shapes are common
 * practice, no source; how well it does is measured on the development set beside this file.
 *
 * @param source WebVTT, SubRip, text with `[m:ss]` stamps, or plain text.
 * @param given what somebody says of it: that is so, and the rest is read by it.
 * @throws NarrationError when there is nothing to read.
 * @example readNarration('[0:05] Knead the jaw, six times.').doses[0]?.low // 6
 */
export function readNarration(source: string, given?: Given): Narrated {
  return readLines(parseLines(source), given);
}

/**
 * The same of lines that were read already, or heard.
 *
 * @example readLines(parseLines('Six times.')).doses[0]?.low // 6
 */
export function readLines(lines: readonly NarrationLine[], given = NOTHING_GIVEN): Narrated {
  return readBy(withSentences(wordsOf(lines)), (stream, swaps, words) => {
    const steps = readSteps(stream, swaps, given);
    // A few words by themselves stand in no step.
    const works = steps.some(({ kind }) => WORKED.has(kind));
    const stepAt: StepAt = (ms) => (works ? steps.findLast((step) => step.startMs <= ms) : undefined);
    return {
      steps,
      doses: dosesAs(judgedDoses(stream, tokensOf(swaps), stepAt), given, words),
      cautions: judgedCautions(stream),
      claims: judgedClaims(stream),
    };
  });
}

/** What is read the same way of a whole narration and of a few words, and what is not. */
function readBy(
  words: readonly Word[],
  read: (
    stream: Stream,
    swaps: readonly PlacedSwap[],
    words: readonly Word[],
  ) => Pick<Narrated, 'steps' | 'doses' | 'cautions' | 'claims'>,
): Narrated {
  const stream = streamOf(words);
  const swaps = readSwaps(stream);
  const { steps, ...found } = read(stream, swaps, words);
  const firstWork = steps.find((step) => step.kind === 'technique' || step.kind === 'warmup')?.startMs ?? 0;
  return {
    ...{ words, promises: readPromises(stream), steps, ...found },
    // Before anything is worked on no side can change.
    swaps: swaps.filter((swap) => swap.atMs > firstWork).map(({ atMs, evidence }) => ({ atMs, evidence })),
  };
}

const tokensOf = (swaps: readonly PlacedSwap[]): number[] => swaps.map(({ token }) => token);

/** Words that were read lately: while a lesson is edited, all but one of its texts stay the same. */
const heard = new Map<string, Narrated>();
const MOST_KEPT = 4000;
/** A text by itself is laid over so long, ms: no instant in it means anything. */
const ANY_LENGTH_MS = 30_000;

/**
 * Reads a stretch of written words by itself, as the checks do. Its times mean nothing.
 *
 * @example readWords('Eight slow kneads on each side.').doses[0] // { kind: 'reps', low: 8, high: 8, scope: 'each_side', … }
 */
export function readWords(text: string): Narrated {
  const known = heard.get(text);
  if (known) return known;
  if (heard.size >= MOST_KEPT) heard.clear();
  const lines = [{ startMs: 10_000, endMs: 10_000 + ANY_LENGTH_MS, text, timed: false }];
  const read = readBy(wordsOf(lines), (stream, swaps) => {
    const steps = readStepsByRule(stream, swaps);
    const { doses } = ruledDoses(stream, tokensOf(swaps), (ms) => steps.findLast((step) => step.startMs <= ms));
    return {
      steps,
      doses: [...doses.values()].map(({ token: _token, ...dose }) => dose),
      cautions: ruledCautions(stream).map(({ clause: _clause, ...caution }) => caution),
      claims: ruledClaims(stream).map(({ clause: _clause, ...claim }) => claim),
    };
  });
  heard.set(text, read);
  return read;
}

/**
 * The bare findings, without the words behind them: what `./limber compute read-narration` prints.
 *
 * @example readingOf(readNarration('Six times.')).doses // [{ atMs: 0, kind: 'reps', low: 6, high: 6, scope: 'here' }]
 */
export function readingOf(narrated: Narrated): Reading {
  const bare = <T extends { evidence: unknown }>(list: readonly T[]): Omit<T, 'evidence'>[] =>
    list.map(({ evidence: _evidence, ...rest }) => rest);
  return {
    promises: bare(narrated.promises),
    doses: bare(narrated.doses),
    steps: bare(narrated.steps),
    swaps: bare(narrated.swaps),
    cautions: bare(narrated.cautions),
    claims: bare(narrated.claims),
  };
}
