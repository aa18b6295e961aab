import type { Span } from '../time/spans';
import { Rhythm, syllableMsOf } from './rhythm';

/** Eleven, four and five syllables: 2200, 800 and 1000 ms of a voice that takes 200 ms for each. */
const WORDS = 'Flat fingers on the forehead and up it goes. Let the jaw hang. Breathe out through the mouth.';
const OTHER = 'Now. Knuckles into the jaw muscle under the cheekbone with the teeth apart.';
const MS = 200;

/** Speech of such lengths, with half a second between; instants at both ends of each. */
function heard(...lengthsMs: number[]): { speech: Span[]; atMs: number[] } {
  let now = 1000;
  const speech = lengthsMs.map((ms): Span => {
    const start = now;
    now += ms + 500;
    return [start, start + ms];
  });
  return { speech, atMs: speech.flat() };
}

function told(words: string, ...lengthsMs: number[]): number {
  const { speech, atMs } = heard(...lengthsMs);
  return new Rhythm([words], atMs, speech, MS).tells(0, 0, atMs.length - 1);
}

describe('the rhythm of what is said', () => {
  it('tells for the words whose phrases last as long, and against others', () => {
    expect(told(WORDS, 2200, 800, 1000)).toBeGreaterThan(1);
    expect(told(OTHER, 2200, 800, 1000)).toBeLessThan(0);
    expect(told(WORDS, 2200, 800, 1000)).toBeGreaterThan(told(WORDS, 1000, 2200, 800));
  });

  it('lets a sentence be left out, two be said in one go, and a word or two come between', () => {
    const whole = told(WORDS, 2200, 800, 1000);
    for (const some of [told(WORDS, 2200, 1000), told(WORDS, 2200, 1950), told(WORDS, 2200, 800, 300, 1000)]) {
      expect(some).toBeLessThan(whole);
      expect(some).toBeGreaterThan(told(OTHER, 2200, 800, 1000));
    }
  });

  it('tells nothing of a slot without words, and never everything', () => {
    expect(told('', 2000, 800)).toBe(0);
    expect(told('[3 s]', 2000, 800)).toBe(0);
    expect(told('Now.', ...Array.from({ length: 40 }, () => 3000))).toBeCloseTo(-3.6, 6);
  });

  it('counts what has its middle between two instants', () => {
    const { speech, atMs } = heard(2200, 800, 1000, 5000);
    const rhythm = new Rhythm([WORDS], atMs, speech, MS);
    expect(rhythm.tells(0, 0, 5)).toBe(told(WORDS, 2200, 800, 1000));
    expect(rhythm.tells(0, 0, 6)).toBe(rhythm.tells(0, 0, 5));
    expect(rhythm.tells(0, 0, 7)).toBeLessThan(rhythm.tells(0, 0, 5));
  });
});

describe('how fast a voice speaks', () => {
  it('is the median over what is told, by its syllables', () => {
    const words = `${WORDS} ${WORDS}`;
    expect(syllableMsOf([{ words, spokenMs: 8000 }], 250)).toBeCloseTo(8000 / 40, 5);
    const odd = { words: WORDS, spokenMs: 9000 };
    expect(syllableMsOf([{ words, spokenMs: 8000 }, odd], 250)).toBeCloseTo(200, 5);
  });

  it('is the usual one where little is known, or what cannot be', () => {
    expect(syllableMsOf([{ words: 'Let the jaw hang.', spokenMs: 800 }], 250)).toBe(250);
    expect(syllableMsOf([{ words: `${WORDS} ${WORDS}`, spokenMs: 60_000 }], 250)).toBe(250);
    expect(syllableMsOf([], 250)).toBe(250);
  });
});
