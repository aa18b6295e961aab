import { ruledDoses, type RuledDoses } from '../doses';
import { knownStream, nearest, sharedBy, type Known } from './known';
import type { Layout } from '../layouts';
import { likeliest, type Learned, type Seen } from './likeliest';
import type { Score } from '../score';
import { numberSeen, numbersToJudge, type NumberKind } from './number-features';
import type { Placed, StepAt } from '../seconds-kind';
import { readSwaps } from '../swaps';
import type { Stream } from '../tokens';
import { learned } from './train-likeliest';

const DECAY = 1e-3;
const LEAST_NARRATIONS = 3;
/** A dose is told where it is said; its number stands so near, ms. */
const NEAR_MS = 2600;

/** A narration's numbers and what each truly is. */
export interface KnownNumbers {
  readonly stream: Stream;
  readonly ruled: RuledDoses;
  readonly stepAt: StepAt;
  readonly tokens: readonly number[];
  readonly truth: readonly NumberKind[];
  /** Doses that are said without a number that could be judged. */
  readonly missed: number;
}

/** For the script that makes the weights, and for measurements. */
export function knownNumbers(marked: string, layout: Layout): KnownNumbers {
  const { stream, truth } = knownStream(marked, layout);
  const stepAt: StepAt = (ms) => truth.steps.findLast((step) => step.startMs <= ms);
  const swaps = readSwaps(stream).map(({ token }) => token);
  const ruled = ruledDoses(stream, swaps, stepAt);
  const tokens = numbersToJudge(stream, ruled);
  const kinds = new Map<number, NumberKind>();
  for (const dose of truth.doses) {
    const fits = tokens.filter((token) => {
      const { low, high } = ruled.doses.get(token) ?? stream.tokens[token]!;
      return !kinds.has(token) && low === dose.low && high === dose.high;
    });
    const near = nearest(fits, (token) => Math.abs(stream.tokens[token]!.startMs - dose.atMs), NEAR_MS);
    if (near !== undefined) kinds.set(near, dose.kind);
  }
  return {
    ...{ stream, ruled, stepAt, tokens },
    truth: tokens.map((token) => kinds.get(token) ?? 'none'),
    missed: truth.doses.length - kinds.size,
  };
}

/** Each number of a narration as it is seen after those before it, of which each was what `kindOf` says. */
function seenInTurn(
  { stream, ruled, stepAt, tokens }: KnownNumbers,
  kindOf: (i: number, seen: Seen<NumberKind>) => NumberKind,
): { readonly seen: Seen<NumberKind>; readonly kind: NumberKind }[] {
  const before: Placed[] = [];
  return tokens.map((token, i) => {
    const seen = numberSeen(stream, token, ruled, before, stepAt);
    const kind = kindOf(i, seen);
    const { startMs, low, high } = stream.tokens[token]!;
    if (kind !== 'none')
      before.push({ atMs: startMs, kind, low, high, scope: 'here', token, evidence: { from: 0, to: 0, sure: 1 } });
    return { seen, kind };
  });
}

/** Weights of what numbers are, each seen after what those before it truly are. */
export function fittedDoses(narrations: readonly Known<KnownNumbers>[]): Learned {
  const of = narrations.map(({ layouts, counts }) =>
    layouts.flatMap((known) =>
      seenInTurn(known, (i) => known.truth[i]!).flatMap(({ seen, kind }, i) => {
        // The same words by themselves, as a sentence that somebody tries: nothing is known of what is done.
        const alone = numberSeen(known.stream, known.tokens[i]!, known.ruled, [], () => undefined);
        return [
          { seen, truth: kind, counts },
          { seen: alone, truth: kind, counts },
        ];
      }),
    ),
  );
  const places = of.map((examples) => examples.flatMap(({ seen }) => seen.place));
  return learned(of.flat(), DECAY, sharedBy(places, LEAST_NARRATIONS));
}

/** How many doses of some narrations are found, each number after what was read of those before it; and by rules alone. */
export function dosesRight(known: readonly KnownNumbers[], weights: Learned): { learned: Score; ruled: Score } {
  const [learned, ruled] = [
    { truth: 0, found: 0, right: 0 },
    { truth: 0, found: 0, right: 0 },
  ];
  for (const one of known)
    seenInTurn(one, (_, seen) => likeliest(seen, weights).value).forEach(({ kind }, i) => {
      const byRule = one.ruled.doses.get(one.tokens[i]!)?.kind ?? 'none';
      for (const [tally, found] of [
        [learned, kind],
        [ruled, byRule],
      ] as const) {
        tally.found += Number(found !== 'none');
        tally.right += Number(found !== 'none' && found === one.truth[i]);
      }
    });
  const truth = known.reduce((sum, one) => sum + one.missed + one.truth.filter((kind) => kind !== 'none').length, 0);
  return { learned: { ...learned, truth }, ruled: { ...ruled, truth } };
}
