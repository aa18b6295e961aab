import { clipSpans, intersectSpans, lengthOf, subtractSpans, unionSpans, type Span } from './spans';

describe('spans', () => {
  it('join what touches and overlaps, in order, and drop the empty and the reversed', () => {
    expect(
      unionSpans([
        [5, 9],
        [0, 5],
        [20, 20],
        [8, 12],
        [30, 25],
        [40, 41],
      ]),
    ).toEqual([
      [0, 12],
      [40, 41],
    ]);
  });

  it('leave the union given as it was', () => {
    const given: Span[] = [
      [0, 5],
      [3, 8],
    ];
    unionSpans(given);
    expect(given).toEqual([
      [0, 5],
      [3, 8],
    ]);
  });

  it('agree with a plain count of every millisecond, for intersection, difference and gaps', () => {
    let state = 7;
    const random = (most: number): number => (state = (state * 48_271) % 2_147_483_647) % most;
    for (let round = 0; round < 200; round++) {
      const make = (): Span[] =>
        unionSpans(
          Array.from({ length: 6 }, (): Span => {
            const from = random(90);
            return [from, from + random(20)];
          }),
        );
      const [a, b] = [make(), make()];
      const has = (spans: readonly Span[], t: number): boolean => spans.some(([from, to]) => from <= t && t < to);
      for (let t = 0; t < 110; t++) {
        expect(has(intersectSpans(a, b), t)).toBe(has(a, t) && has(b, t));
        expect(has(subtractSpans(a, b), t)).toBe(has(a, t) && !has(b, t));
      }
    }
  });

  it('are cut to the lesson', () => {
    expect(
      clipSpans(
        [
          [-5, 5],
          [90, 120],
          [200, 300],
        ],
        100,
      ),
    ).toEqual([
      [0, 5],
      [90, 100],
    ]);
    expect(
      lengthOf([
        [0, 5],
        [90, 100],
      ]),
    ).toBe(15);
  });
});
