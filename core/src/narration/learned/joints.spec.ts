import { parseLines } from '../lines';
import { wordsOf } from '../words';
import { jointsIn, sentencesIn } from './joints';
import { spokenOf } from './sentence-ends';

const jointsOf = (text: string): ReturnType<typeof jointsIn> => {
  const words = wordsOf(parseLines(`[0:00] ${text}`));
  return jointsIn(spokenOf(words), words);
};

describe('an “and” within a sentence', () => {
  it('is found by the word before it, not where a sentence begins with it and not in a short one', () => {
    const text =
      'Press it six times and then let go of it. And now the jaw. Then the left one and after that the right one';
    expect(jointsOf(text).map(({ at }) => at)).toEqual([3, 17]);
    expect(jointsOf('Begin with four and build up to eight.')).toEqual([]);
  });

  it('tells what stands before and behind it, how many there are, and how many for every stop', () => {
    const [first, second] = jointsOf('Press it, and let go and breathe out again. Rest.');
    // Words before and behind, of the sentence; ands; words since the last and until the next; a comma; ands a stop, of which one
    // in five sentences that are no better known has one.
    expect(first!.tells).toEqual([2, 6, 9, 2, 2, 3, 1, 3 / 7]);
    expect(second!.tells).toEqual([5, 3, 9, 2, 3, 4, 0, 3 / 7]);
  });

  it('stands in sentences that somebody ended, the last of which may go on', () => {
    const words = wordsOf(parseLines('[0:00] Sit down. Rest and'));
    expect(sentencesIn(spokenOf(words), words)).toEqual([
      [0, 2],
      [2, 4],
    ]);
    expect(jointsIn([], [])).toEqual([]);
  });
});
