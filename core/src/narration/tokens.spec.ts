import writtenNumber from 'written-number';
import { streamOf } from './tokens';
import { wordsOf } from './words';

const tokens = (text: string): string[] =>
  streamOf(wordsOf([{ startMs: 0, endMs: 10_000, text, timed: true }])).tokens.map((token) =>
    token.text === '№' ? (token.low === token.high ? `№${token.low}` : `№${token.low}-${token.high}`) : token.text,
  );

describe('numbers in a narration', () => {
  it('are one token in whatever form they come', () => {
    expect(tokens('twenty-five times')).toEqual(['№25', 'times']);
    expect(tokens('twenty five times')).toEqual(['№25', 'times']);
    expect(tokens('10x and 30s')).toEqual(['№10', 'times', 'and', '№30', 'seconds']);
    expect(tokens('a ten-second hold')).toEqual(['a', '№10', 'second', 'hold']);
    expect(tokens('a couple of times')).toEqual(['a', '№2', 'times']);
    expect(tokens('a dozen, one hundred')).toEqual(['a', '№12', ',', '№100']);
  });

  it('are read in words as a general package writes them (written-number)', () => {
    for (let n = 2; n < 1000; n++)
      for (const noAnd of [false, true]) {
        const words = writtenNumber(n, { noAnd });
        expect(tokens(`${words} times`))
          .withContext(words)
          .toEqual([`№${n}`, 'times']);
        expect(tokens(`${words.replaceAll('-', ' ')} times`))
          .withContext(words)
          .toEqual([`№${n}`, 'times']);
      }
    expect(tokens('a hundred and then rest')).toEqual(['№100', 'and', 'then', 'rest']);
    expect(tokens('one hundred, twenty times')).toEqual(['№100', ',', '№20', 'times']);
  });

  it('are a range where two belong together', () => {
    expect(tokens('three or four times')).toEqual(['№3-4', 'times']);
    expect(tokens('ten to twelve seconds')).toEqual(['№10-12', 'seconds']);
    expect(tokens('5-6 times')).toEqual(['№5-6', 'times']);
    expect(tokens('three four times')).toEqual(['№3-4', 'times']);
  });

  it('stay apart where they are counted, or go down', () => {
    expect(tokens('one, two, three.')).toEqual(['one', ',', '№2', ',', '№3', '.']);
    expect(tokens('ten to five')).toEqual(['№10', 'to', '№5']);
    expect(tokens('one to the other')).toEqual(['one', 'to', 'the', 'other']);
  });
});

describe('words in time', () => {
  it('are spread over their line by position', () => {
    const words = wordsOf([{ startMs: 1000, endMs: 5000, text: 'Press and let go.', timed: true }]);
    expect(words.map((word) => word.startMs)).toEqual([1000, 2000, 3000, 4000]);
    expect(words[3]!.pause).toBe('.');
  });

  it('end a sentence at a silence, whatever is written', () => {
    const words = wordsOf([
      { startMs: 0, endMs: 1000, text: 'press here', timed: true },
      { startMs: 4000, endMs: 5000, text: 'let go', timed: true },
    ]);
    const stream = streamOf(words);
    expect(stream.tokens.map((token) => token.text)).toEqual(['press', 'here', '.', 'let', 'go']);
    expect(stream.punctuated).toBeFalse();
    expect(stream.tokenAt(stream.offsetOf(3))).toBe(3);
    expect(stream.tokens[3]!.newLine).toBeTrue();
  });
});
