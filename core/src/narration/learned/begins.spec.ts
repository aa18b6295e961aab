import fc from 'fast-check';
import { FEATURES, placesIn, since, type Place } from './begin-features';
import { bestBegins, SHORTEST_MS, type BeginJudge } from './begins';
import made from './begins.json' with { type: 'json' };
import { oddsOf } from './trees';
import { parseLines } from '../lines';
import { readNarration } from '../read';
import { readSwaps } from '../swaps';
import { streamOf } from '../tokens';
import { wordsOf } from '../words';

const REGIONS = ['jaw', 'cheek', 'eye', null] as const;
const ACTIONS = ['knead', 'stroke', 'unknown'] as const;
const place = fc.record({
  gapMs: fc.constantFrom(600, 2000, 5000, 14_000),
  own: fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { maxLength: 4 }),
  region: fc.constantFrom(...REGIONS),
  action: fc.constantFrom(...ACTIONS),
  tells: fc.boolean(),
  lean: fc.constantFrom(-0.8, 0, 1.6),
  swapped: fc.boolean(),
  number: fc.boolean(),
});
const odds = fc.double({ min: -3, max: 3, noNaN: true });
const asked = fc.integer({ min: -1, max: FEATURES.length - 1 });
const trees = fc.array(
  fc.record({
    asks: fc.array(asked, { minLength: 3, maxLength: 3 }),
    odds: fc.array(odds, { minLength: 4, maxLength: 4 }),
  }),
  { minLength: 8, maxLength: 20 },
);

function placesOf(rows: readonly (typeof place extends fc.Arbitrary<infer T> ? T : never)[]): Place[] {
  let [atMs, numbers] = [0, 0];
  return rows.map(({ gapMs, number, ...rest }, token) => {
    atMs += gapMs;
    numbers += number ? 1 : 0;
    return { ...rest, token, atMs, numbers, stops: token };
  });
}

/** How likely some places are the beginnings, and the others none. */
function likelihood(places: readonly Place[], begins: readonly number[], { bias, trees }: BeginJudge): number {
  let last: number | null = null;
  return places.reduce((sum, one, i) => {
    if (last !== null && one.atMs - places[last]!.atMs < SHORTEST_MS) return begins.includes(i) ? -Infinity : sum;
    const on = new Uint8Array(FEATURES.length);
    for (const feature of [...one.own, ...since(last === null ? null : places[last]!, one)]) on[feature] = 1;
    const odds = bias + one.lean + oddsOf(trees, on);
    if (begins.includes(i)) last = i;
    return sum - Math.log1p(Math.exp(begins.includes(i) ? -odds : odds));
  }, 0);
}

describe('where steps begin', () => {
  it('is the most likely way of all, compared one by one', () => {
    fc.assert(
      fc.property(fc.array(place, { maxLength: 8 }), trees, (rows, all) => {
        const places = placesOf(rows);
        const judged = { bias: 0.4, trees: all };
        const found = bestBegins(places, judged).map(({ place: { token } }) => token);
        const ways = Array.from({ length: 2 ** places.length }, (_, bits) =>
          places.flatMap(({ token }) => ((bits >> token) & 1 ? [token] : [])),
        );
        const best = Math.max(...ways.map((way) => likelihood(places, way, judged)));
        expect(likelihood(places, found, judged)).toBeCloseTo(best, 9);
      }),
      { numRuns: 150 },
    );
  });

  it('is learned of the features that there are', () => {
    // Others: npx tsx cli/src/write-learned.ts
    expect(made.features).toEqual([...FEATURES]);
    expect(new Set(FEATURES).size).toBe(FEATURES.length);
  });

  it('is looked for on after any silence, and in captions without a sign', () => {
    const { steps } = readNarration(
      `[0:00] Good morning.\n[0:10] First, knead the jaw with your knuckles, eight times.\n[0:40] ${'And I must tell you about the boat. '.repeat(40)}\n[4:00] Next, place your fingertips on the forehead and smooth out to the temples, six times.\n[4:40] Bye.`,
    );
    const worked = steps.filter(({ kind }) => kind === 'technique');
    expect(worked[0]).toEqual(jasmine.objectContaining({ startMs: 10_000, region: 'jaw' }));
    expect(worked[worked.length - 1]).toEqual(jasmine.objectContaining({ startMs: 240_000, region: 'forehead' }));
    const flat = streamOf(wordsOf(parseLines('[0:00] hello so knead the jaw eight times and then the cheek')));
    expect(placesIn(flat, readSwaps(flat), []).map(({ token }) => flat.tokens[token]!.text)).toEqual(
      jasmine.arrayContaining(['hello', 'so', 'and']),
    );
  });
});
