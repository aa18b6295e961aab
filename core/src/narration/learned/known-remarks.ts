import { CAUTION_HINTS } from './caution-hints';
import { ruledClaims } from '../claims';
import { strengthSeen, type LearnedClaims } from './judged-remarks';
import { CLAIM_HINTS } from './claim-hints';
import { beginsMs, clauses } from '../clauses';
import { knownStream, sharedBy, type Known } from './known';
import type { Layout } from '../layouts';
import type { Learned } from './likeliest';
import type { NarrationLine } from '../lines';
import { aboutOf, remarkOf, type Remark } from './remark-features';
import type { LearnedEnds } from './sentence-ends';
import { ruledCautions } from '../remarks';
import { streamOf, type Stream } from '../tokens';
import { learned, type Example } from './train-likeliest';
import { fittedRemarks, LEAST_NARRATIONS, type KnownRemarks } from './train-remarks';
import type { ClaimAbout } from '../../caution/wording';
import type { CautionAbout, FoundClaim, RuledRemark } from '../reading';
import { wordsOf } from '../words';

type Strength = FoundClaim['strength'];
/** What is claimed, and how strongly. */
export type Claim = Pick<FoundClaim, 'about' | 'strength'>;

/**
 * For the script that makes the weights, and for measurements.
 *
 * @param ends what is known of the ends of sentences, as what is read is ended by it first.
 */
export function knownCautions(marked: string, layout: Layout, ends?: LearnedEnds): KnownRemarks<CautionAbout> {
  const { stream, truth } = knownStream(marked, layout, ends);
  return known(stream, ruledCautions(stream), CAUTION_HINTS, truth.cautions);
}

/** The same of claims, with how strong each truly is. */
export interface KnownClaims extends KnownRemarks<ClaimAbout> {
  readonly strengths: readonly Omit<Example<Strength>, 'counts'>[];
}

export function knownClaims(marked: string, layout: Layout, ends?: LearnedEnds): KnownClaims {
  const { stream, truth } = knownStream(marked, layout, ends);
  return claimsOf(stream, truth.claims);
}

/**
 * A sentence by itself, all of which claims the same.
 *
 * @param claims what it claims; none where it is harmless.
 */
export function knownClaim(sentence: string, claims: readonly Claim[]): KnownClaims {
  const stream = streamOfSentence(sentence);
  return claimsOf(stream, throughout(stream, claims));
}

/** The same of a sentence that takes care of something, or of nothing. */
export function knownCaution(sentence: string, about: readonly CautionAbout[]): KnownRemarks<CautionAbout> {
  const stream = streamOfSentence(sentence);
  const truth = throughout(
    stream,
    about.map((one) => ({ about: one })),
  );
  return known(stream, ruledCautions(stream), CAUTION_HINTS, truth);
}

function streamOfSentence(text: string): Stream {
  const line: NarrationLine = { startMs: 0, endMs: 10_000, text, timed: false };
  return streamOf(wordsOf([line]));
}

function throughout<T>(stream: Stream, of: readonly T[]): (T & { readonly atMs: number })[] {
  return clauses(stream).flatMap((clause) => of.map((one) => ({ ...one, atMs: beginsMs(stream, clause) })));
}

function claimsOf(stream: Stream, truth: readonly (Claim & { readonly atMs: number })[]): KnownClaims {
  const ruled = ruledClaims(stream);
  const all = clauses(stream);
  const clauseAt = clauseBy(stream);
  const strengths = truth.map(({ atMs, about, strength }) => {
    const clause = clauseAt(atMs);
    const found = ruled.find((one) => one.clause === clause && one.about === about)?.strength;
    return { seen: strengthSeen(all[clause]!.text, found), truth: strength };
  });
  return { ...known(stream, ruled, CLAIM_HINTS, truth), strengths };
}

function known<T extends string>(
  stream: Stream,
  ruled: readonly RuledRemark<T>[],
  hints: readonly (readonly [T, string])[],
  truth: readonly { readonly atMs: number; readonly about: T }[],
): KnownRemarks<T> {
  const all = clauses(stream);
  const of = all.map(() => new Set<T>());
  const clauseAt = clauseBy(stream);
  const remarks: Remark<T>[] = [];
  all.forEach(({ text }, i) => {
    const own = new Set(ruled.filter(({ clause }) => clause === i).map(({ about }) => about));
    remarks.push(remarkOf(text, hints, own, remarks[i - 1] ?? null));
  });
  const hinted = (about: T, clause: number): boolean => aboutOf(remarks[clause]!).includes(about);
  for (const { atMs, about } of truth) {
    const at = clauseAt(atMs);
    const next = all[at + 1];
    const token = stream.tokens.findIndex(({ startMs }) => startMs >= atMs);
    const cut = next && stream.tokenAt(next.start + 1) - token <= WORDS_CUT_OFF;
    of[cut && !hinted(about, at) && hinted(about, at + 1) ? at + 1 : at]!.add(about);
  }
  return { remarks, truth: of };
}

/** A guessed end leaves at most so many words of a remark before those it is known by: "make sure you've got . clean hands". */
const WORDS_CUT_OFF = 12;

/** Which clause is said at an instant. */
function clauseBy(stream: Stream): (atMs: number) => number {
  const starts = clauses(stream).map((clause) => beginsMs(stream, clause));
  return (atMs) =>
    Math.max(
      0,
      starts.findLastIndex((ms) => ms <= atMs),
    );
}

/** Weights of what makes a clause a caution. */
export function fittedCautions(narrations: readonly Known<KnownRemarks<CautionAbout>>[]): Learned {
  return fittedRemarks(narrations, DECAY.remarks);
}

/** Weights of what makes a clause a claim, and of how strong it is. */
export function fittedClaims(claims: readonly Known<KnownClaims>[]): LearnedClaims {
  return { claimed: fittedRemarks(claims, DECAY.remarks), strength: fittedStrengths(claims) };
}
/** How much small weights are preferred. */
const DECAY = { remarks: 2e-5, strengths: 1e-4 } as const;

function fittedStrengths(claims: readonly Known<KnownClaims>[]): Learned {
  const of = claims.map(({ layouts, counts }) =>
    layouts.flatMap(({ strengths }) => strengths.map((one) => ({ ...one, counts }))),
  );
  const places = of.map((examples) => examples.flatMap(({ seen }) => seen.place));
  return learned(of.flat(), DECAY.strengths, sharedBy(places, LEAST_NARRATIONS));
}
