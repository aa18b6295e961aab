import fc from 'fast-check';
import { intoSpeech } from './into-speech';

/** Words that take as long as they say, ms, one after another. */
const ends = (...lengths: number[]): number[] =>
  lengths.map((_, at) => lengths.slice(0, at + 1).reduce((a, b) => a + b));

describe('laying words into the speech that is heard', () => {
  it('lays a pause where a sentence ends, and each word as fast as somebody spoke', () => {
    const said = intoSpeech(
      ends(500, 500, 500, 500),
      [false, true, false, true],
      [1000, 9000],
      [
        [1000, 2000],
        [7000, 8500],
      ],
    );
    expect(said).toEqual([
      [1000, 1500],
      [1500, 2000],
      [7000, 7750],
      [7750, 8500],
    ]);
  });

  it('lays them by how long they take where nothing is known of sentences', () => {
    const said = intoSpeech(
      ends(300, 300, 300, 900),
      [false, false, false, false],
      [0, 6000],
      [
        [100, 1000],
        [4000, 4900],
      ],
    );
    expect(said!.map(([start]) => start)).toEqual([100, 400, 700, 4000]);
  });

  it('leaves speech to nobody that is too much for the words: somebody coughs, or another line begins', () => {
    const said = intoSpeech(
      ends(400, 400, 400, 400),
      [false, false, false, true],
      [0, 9000],
      [
        [0, 1600],
        [8600, 8900],
      ],
    );
    expect(said![3]![1]).toBeLessThan(1700);
  });

  it('knows nothing where nobody is heard to speak, or only at the edge of another line', () => {
    expect(intoSpeech(ends(500), [true], [1000, 3000], [])).toBeNull();
    expect(intoSpeech(ends(500), [true], [1000, 3000], [[0, 1100]])).toBeNull();
  });

  it('does not weigh every division of a whole transcript', () => {
    const words = Array.from({ length: 2000 }, () => 300);
    const speech = words.map((_, at) => [at * 500, at * 500 + 300] as const);
    const closes = words.map(() => false);
    expect(intoSpeech(ends(...words.slice(0, 40)), closes.slice(0, 40), [0, 20_000], speech)).not.toBeNull();
    expect(
      intoSpeech(
        words.map((_, at) => 300 * (at + 1)),
        closes,
        [0, 1_000_000],
        speech,
      ),
    ).toBeNull();
  });

  it('keeps all words in order, within the line and within speech', () => {
    const lengths = fc.array(fc.integer({ min: 100, max: 900 }), { minLength: 1, maxLength: 12 });
    const gaps = fc.array(fc.tuple(fc.integer({ min: 0, max: 2000 }), fc.integer({ min: 100, max: 3000 })), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(lengths, gaps, fc.infiniteStream(fc.boolean()), (words, parts, stops) => {
        let now = 0;
        const speech = parts.map(([gap, lasts]) => [(now += gap + 1), (now += lasts)] as const);
        const closes = words.map(() => stops.next().value as boolean);
        const said = intoSpeech(ends(...words), closes, [0, now + 100], speech);
        if (!said) return;
        expect(said.length).toBe(words.length);
        said.forEach(([start, end], at) => {
          expect(start).toBeGreaterThanOrEqual(said[at - 1]?.[1] ?? 0);
          expect(end).toBeGreaterThanOrEqual(start);
          expect(speech.some(([a, b]) => start >= a && end <= b)).toBeTrue();
        });
      }),
    );
  });
});
