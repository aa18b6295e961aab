import { CAUTION_HINTS } from './caution-hints';
import { ruledClaims } from '../claims';
import { strengthSeen } from './judged-remarks';
import { CLAIM_HINTS } from './claim-hints';
import { clauses } from '../clauses';
import { laidOut, type Layout } from '../layouts';
import type { Learned } from './likeliest';
import { parseLines, type NarrationLine } from '../lines';
import { readMarked } from '../marked';
import { remarkOf, type Remark } from './remark-features';
import { ruledCautions } from '../remarks';
import { streamOf, type Stream } from '../tokens';
import { learned, type Example } from './train-likeliest';
import type { KnownRemarks } from './train-remarks';
import type { ClaimAbout } from '../../caution/wording';
import type { CautionAbout, FoundClaim, RuledRemark } from '../reading';
import { wordsOf } from '../words';

type Strength = FoundClaim['strength'];

/** For the script that makes the weights, and for measurements. */
export function knownCautions(marked: string, layout: Layout): KnownRemarks<CautionAbout> {
  const { text, truth } = readMarked(laidOut(marked, layout));
  const stream = streamOf(wordsOf(parseLines(text)));
  return known(stream, ruledCautions(stream), CAUTION_HINTS, truth.cautions);
}

/** The same of claims, with how strong each truly is. */
export interface KnownClaims extends KnownRemarks<ClaimAbout> {
  readonly strengths: readonly Omit<Example<Strength>, 'counts'>[];
}

export function knownClaims(marked: string, layout: Layout): KnownClaims {
  const { text, truth } = readMarked(laidOut(marked, layout));
  return claimsOf(streamOf(wordsOf(parseLines(text))), truth.claims);
}

/**
 * A sentence by itself that claims something, or nothing.
 *
 * @param about what it claims; null where it claims nothing.
 */
export function knownSentence(sentence: string, about: ClaimAbout | null): KnownClaims {
  const line: NarrationLine = { startMs: 0, endMs: 10_000, text: sentence, timed: false };
  return claimsOf(streamOf(wordsOf([line])), about ? [{ atMs: 10_000, about, strength: 'strong' }] : []);
}

function claimsOf(
  stream: Stream,
  truth: readonly { readonly atMs: number; readonly about: ClaimAbout; readonly strength: Strength }[],
): KnownClaims {
  const ruled = ruledClaims(stream);
  const all = clauses(stream);
  const strengths = truth.map(({ atMs, about, strength }) => {
    const clause = clauseAt(stream, atMs);
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
  const of = clauses(stream).map(() => new Set<T>());
  for (const { atMs, about } of truth) of[clauseAt(stream, atMs)]!.add(about);
  const remarks: Remark<T>[] = [];
  clauses(stream).forEach(({ text }, i) => {
    const own = new Set(ruled.filter(({ clause }) => clause === i).map(({ about }) => about));
    remarks.push(remarkOf(text, hints, own, remarks[i - 1] ?? null));
  });
  return { remarks, truth: of };
}

/** The clause that is said at an instant. */
function clauseAt(stream: Stream, atMs: number): number {
  const starts = clauses(stream).map(({ start }) => stream.tokens[stream.tokenAt(start + 1)]!.startMs);
  return Math.max(
    0,
    starts.findLastIndex((ms) => ms <= atMs),
  );
}

/** Weights of how strong claims are. */
export function fittedStrengths(
  claims: readonly { readonly layouts: readonly KnownClaims[]; readonly counts: number }[],
): Learned {
  const found = new Map<string, Set<number>>();
  const examples = claims.flatMap(({ layouts, counts }, n) =>
    layouts.flatMap(({ strengths }) =>
      strengths.map((one) => {
        for (const place of one.seen.place) found.set(place, (found.get(place) ?? new Set()).add(n));
        return { ...one, counts };
      }),
    ),
  );
  return learned(examples, STRENGTH_DECAY, (place) => (found.get(place)?.size ?? 0) >= 3);
}
const STRENGTH_DECAY = 5e-3;
