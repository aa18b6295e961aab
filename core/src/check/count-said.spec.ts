import type { Cue } from '../cue/cue';
import { aCue } from '../testing';
import { countSaid } from './count-said';

/** Six repetitions of two seconds each. */
const counts = Array.from({ length: 6 }, (_, i) =>
  aCue('count', String(i + 1), {
    key: `p|s|count|${i}`,
    startMs: 2000 * i,
    endMs: 2000 * (i + 1),
    value: i + 1,
    of: 6,
  }),
);
const caption = (text: string, startMs: number, endMs = startMs + 1000): Cue =>
  aCue('caption', text, { key: 'p|s|caption|0', startMs, endMs });
const found = (...captions: readonly Cue[]): string[] => countSaid([...counts, ...captions]).map((one) => one.message);

describe('numbers that are counted aloud', () => {
  it('are what the figure shows, or the one before or after it', () => {
    // “Three” while 2, 3 and 4 stand; not while 1 or 5 do.
    expect(found(caption('Three.', 2100))).toEqual([]);
    expect(found(caption('Three.', 4100))).toEqual([]);
    expect(found(caption('And three.', 6900))).toEqual([]);
    expect(found(caption('Three.', 0, 900))).toEqual(['“Three.” is said where the number shows 1.']);
    expect(found(caption('Three.', 8100, 9000))).toEqual(['“Three.” is said where the number shows 5.']);
  });

  it('of a whole caption all stand near it', () => {
    expect(found(caption('One, two, three.', 0, 5000))).toEqual([]);
    expect(found(caption('Five, six, seven.', 8000, 12_000))).toEqual([
      '“Five, six, seven.” is said where the number shows 5.',
    ]);
    expect(found(caption('4, 5, 6', 7000, 11_000))).toEqual([]);
  });

  it('are no numbers in a sentence, and none where nothing is counted on the picture', () => {
    expect(found(caption('Six of these, then your right.', 0))).toEqual([]);
    expect(found(caption('One hand on the jaw.', 8000))).toEqual([]);
    expect(found(caption('One, two.', 60_000))).toEqual([]);
    expect(found(caption('Rest.', 0))).toEqual([]);
  });

  it('may run down, where the figure does', () => {
    const down = counts.map((cue, i) => ({ ...cue, text: String(6 - i) }));
    expect(countSaid([...down, caption('Five.', 2000)])).toEqual([]);
    expect(countSaid([...down, caption('Two.', 2000)]).map((one) => one.rule)).toEqual(['cue-said-otherwise']);
  });
});
