import { areWritten, laidTwice } from './written';

/** Words that take a quarter of a second each: `.` before a word begins a sentence, `…` is a pause. */
const heard = (text: string): Parameters<typeof areWritten>[0] => {
  let now = 0;
  return text.split(' ').map((word) => {
    const startMs = (now += word.startsWith('…') ? 800 : 50);
    return { opens: word.startsWith('.'), startMs, endMs: (now += 250) };
  });
};
const shown = (text: string, ...laid: number[]): string =>
  areWritten(heard(text), new Set(laid))
    .map((is) => (is ? 'w' : '-'))
    .join('');

describe('what of what was said is written', () => {
  it('is whole sentences, whatever single words of them are', () => {
    // A word of a sentence was misheard; a common word of the chat stands in the lesson, too.
    expect(
      shown(
        '.flat fingers in harlows above .my neighbour does this on the ferry .now feather light',
        0,
        1,
        2,
        4,
        10,
        12,
        13,
        14,
      ),
    ).toBe('wwwww-------www');
  });

  it('goes over after a pause, too, where the full stop was missed', () => {
    expect(shown('.flat fingers above …my neighbour does', 0, 1, 2)).toBe('www---');
    expect(shown('.flat fingers above my neighbour does', 0, 1, 2)).toBe('wwwwww');
  });

  it('goes over within a sentence only where much speaks for it', () => {
    expect(shown('.flat fingers above and so we go on', 0, 1, 2, 5)).toBe('wwwwwwww');
    expect(shown('.flat fingers above my neighbour does this on the ferry', 0, 1, 2)).toBe('www-------');
  });

  it('is nothing where nothing was laid', () => {
    expect(shown('.my neighbour does this')).toBe('----');
    expect(areWritten([], new Set())).toEqual([]);
  });
});

describe('what was said twice', () => {
  const said = 'press into the sorry again press into the jaw'.split(' ');

  it('is written both times, whichever of them was laid beside the lesson', () => {
    expect([...laidTwice([5, 6, 7, 8], said, [[0, 5]])].sort()).toEqual([0, 1, 2, 5, 6, 7, 8]);
    expect([...laidTwice([0, 1, 2], said, [[0, 5]])].sort()).toEqual([0, 1, 2, 5, 6, 7]);
  });

  it('is not written for being said twice', () => {
    expect([...laidTwice([8], said, [[0, 5]])]).toEqual([8]);
  });
});
