import type { ClaimAbout } from '../../caution/wording';
import { DENIED, HEDGED, inCaution, ruledClaims } from '../claims';
import { cautionedAt, clauses, claimedAt } from '../clauses';
import type { CautionAbout, FoundCaution, FoundClaim } from '../reading';
import { ruledCautions } from '../remarks';
import type { Stream } from '../tokens';
import { CAUTION_HINTS } from './caution-hints';
import cautions from './cautions.json' with { type: 'json' };
import { CLAIM_HINTS } from './claim-hints';
import claims from './claims.json' with { type: 'json' };
import { findRemarks, type RemarkSort } from './find-remarks';
import { likeliest, type Learned, type Seen } from './likeliest';

/**
 * What is said in words that nobody has learned is less sure than it is true: in narrations left out, so much and more is
 * rather a remark.
 */
const LEAST = 0.35;
/** See `cli/src/write-learned.ts`. */
export const CAUTIONS: RemarkSort<CautionAbout> = {
  hints: CAUTION_HINTS,
  learned: cautions,
  said: cautionedAt,
  conditioned: true,
  least: LEAST,
};
const LEARNED: LearnedClaims = claims;
const CLAIMS: RemarkSort<ClaimAbout> = {
  ...{ hints: CLAIM_HINTS, learned: LEARNED.claimed, said: claimedAt, least: LEAST },
  // What is taken back is no claim, whatever is said with it, and what a caution names is none either.
  denied: (clause, at, about) => DENIED.test(clause.slice(0, at)) || inCaution(clause, about),
};

/** What is known of how claims are made, and of how strong they are. */
export interface LearnedClaims {
  readonly claimed: Learned;
  readonly strength: Learned;
}

/**
 * The cautions of a narration: those that rules find, and what is likely one by its words.
 *
 * @example judgedCautions(streamOf(words))[0]?.about // 'pressure'
 */
export function judgedCautions(stream: Stream): FoundCaution[] {
  return findRemarks(stream, ruledCautions(stream), CAUTIONS).map(({ clause: _clause, ...caution }) => caution);
}

/**
 * The claims of a narration, and how strong each is.
 *
 * @example judgedClaims(streamOf(words))[0]?.about // 'detox'
 */
export function judgedClaims(stream: Stream): FoundClaim[] {
  const ruled = ruledClaims(stream);
  const all = clauses(stream);
  return findRemarks(stream, ruled, CLAIMS).map(({ clause, ...claim }) => {
    const known = ruled.find((one) => one.clause === clause && one.about === claim.about)?.strength;
    return { ...claim, strength: likeliest(strengthSeen(all[clause]!.text, known), LEARNED.strength).value };
  });
}

type Strength = FoundClaim['strength'];

/**
 * What speaks for a claim being a strong one.
 *
 * @param ruled how strong the rules take it to be, where they find it.
 */
export function strengthSeen(text: string, ruled: Strength | undefined): Seen<Strength> {
  const words = new Set(text.trim().split(' '));
  return {
    values: ['mild', 'strong'],
    of: [[], []],
    place: [
      'any',
      ...(ruled ? [`ruled ${ruled}`] : HEDGED.test(`${text} `) ? ['hedged'] : []),
      ...[...words].map((word) => `said ${word}`),
    ],
  };
}
