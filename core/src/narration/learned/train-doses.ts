import { ruledDoses, type RuledDoses } from '../doses';
import { laidOut, type Layout } from '../layouts';
import type { Learned } from './likeliest';
import { likeliest } from './likeliest';
import { parseLines } from '../lines';
import { readMarked } from '../marked';
import { numberSeen, numbersToJudge, type NumberKind } from './number-features';
import type { Placed, StepAt } from '../seconds-kind';
import { readSwaps } from '../swaps';
import { streamOf, type Stream } from '../tokens';
import { learned } from './train-likeliest';
import { wordsOf } from '../words';

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
  const { text, truth } = readMarked(laidOut(marked, layout));
  const stream = streamOf(wordsOf(parseLines(text)));
  const stepAt: StepAt = (ms) => truth.steps.findLast((step) => step.startMs <= ms);
  const swaps = readSwaps(stream).map(({ token }) => token);
  const ruled = ruledDoses(stream, swaps, stepAt);
  const tokens = numbersToJudge(stream, ruled);
  const kinds = new Map<number, NumberKind>();
  for (const dose of truth.doses) {
    const fits = tokens.filter((token) => {
      const { low, high } = ruled.doses.find((one) => one.token === token) ?? stream.tokens[token]!;
      const off = Math.abs(stream.tokens[token]!.startMs - dose.atMs);
      return !kinds.has(token) && low === dose.low && high === dose.high && off < NEAR_MS;
    });
    const off = (token: number): number => Math.abs(stream.tokens[token]!.startMs - dose.atMs);
    const nearest = fits.sort((a, b) => off(a) - off(b))[0];
    if (nearest !== undefined) kinds.set(nearest, dose.kind);
  }
  return {
    ...{ stream, ruled, stepAt, tokens },
    truth: tokens.map((token) => kinds.get(token) ?? 'none'),
    missed: truth.doses.length - kinds.size,
  };
}

export function fittedDoses(
  narrations: readonly { readonly layouts: readonly KnownNumbers[]; readonly counts: number }[],
): Learned {
  const found = new Map<string, Set<number>>();
  const examples = narrations.flatMap(({ layouts, counts }, n) =>
    layouts.flatMap(({ stream, ruled, stepAt, tokens, truth }) => {
      const before: Placed[] = [];
      return tokens.flatMap((token, i) => {
        const seen = numberSeen(stream, token, ruled, before, stepAt);
        for (const place of seen.place) found.set(place, (found.get(place) ?? new Set()).add(n));
        const { startMs, low, high } = stream.tokens[token]!;
        const kind = truth[i]!;
        if (kind !== 'none') {
          const evidence = { from: 0, to: 0, sure: 1 };
          before.push({ atMs: startMs, kind, low, high, scope: 'here', token, evidence });
        }
        // The same words by themselves, as a sentence that somebody tries: nothing is known of what is done.
        const alone = numberSeen(stream, token, ruled, [], () => undefined);
        return [
          { seen, truth: kind, counts },
          { seen: alone, truth: kind, counts },
        ];
      });
    }),
  );
  return learned(examples, DECAY, (place) => (found.get(place)?.size ?? 0) >= LEAST_NARRATIONS);
}

export interface DoseTally {
  truth: number;
  found: number;
  right: number;
  ruledFound: number;
  ruledRight: number;
}

export function dosesRight(narrations: readonly KnownNumbers[], weights: Learned): DoseTally {
  const tally = { truth: 0, found: 0, right: 0, ruledFound: 0, ruledRight: 0 };
  for (const { stream, ruled, stepAt, tokens, truth, missed } of narrations) {
    const before: Placed[] = [];
    tally.truth += missed;
    tokens.forEach((token, i) => {
      const { value: kind } = likeliest(numberSeen(stream, token, ruled, before, stepAt), weights);
      const { startMs, low, high } = stream.tokens[token]!;
      if (kind !== 'none')
        before.push({ atMs: startMs, kind, low, high, scope: 'here', token, evidence: { from: 0, to: 0, sure: 1 } });
      const was = ruled.doses.find((one) => one.token === token)?.kind ?? 'none';
      tally.truth += Number(truth[i] !== 'none');
      tally.found += Number(kind !== 'none');
      tally.right += Number(kind !== 'none' && kind === truth[i]);
      tally.ruledFound += Number(was !== 'none');
      tally.ruledRight += Number(was !== 'none' && was === truth[i]);
    });
  }
  return tally;
}
