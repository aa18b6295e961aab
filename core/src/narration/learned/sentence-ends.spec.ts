import { parseLines } from '../lines';
import { readNarration, readWords } from '../read';
import { wordsOf } from '../words';
import { spokenOf, withSentences } from './sentence-ends';
import { asNarrations, knownEnds } from './train-sentences';

const wordsIn = (text: string): ReturnType<typeof wordsOf> => wordsOf(parseLines(text));
const sentencesIn = (text: string): string[] =>
  withSentences(wordsIn(text))
    .map(({ norm, pause }) => `${norm}${pause === '.' ? ' |' : ''}`)
    .join(' ')
    .split(' | ');

const HEARD =
  'now bring your fingertips to the temples and make small circles ten times keep your teeth apart and next we go to the jaw';

describe('ends of sentences that nobody wrote', () => {
  it('are found by the words around them', () => {
    expect(sentencesIn(`[0:00] ${HEARD}`)).toEqual([
      'now bring your fingertips to the temples and make small circles ten times',
      'keep your teeth apart',
      'and next we go to the jaw',
    ]);
  });

  it('are found inside a long sentence too, and short ones stay as they were written', () => {
    expect(sentencesIn(`[0:00] Hello. ${HEARD}.`).length).toBe(4);
    const short = wordsIn('[0:00] Hello. Ten times, keep your teeth apart. Now the jaw, please.');
    expect(withSentences(short).map(({ pause }) => pause)).toEqual(short.map(({ pause }) => pause));
  });

  it('number the sentences, and change no word and no time', () => {
    const words = wordsIn(`[0:00] ${HEARD}`);
    const ended = withSentences(words);
    expect(ended.map(({ text, startMs, endMs }) => ({ text, startMs, endMs }))).toEqual(
      words.map(({ text, startMs, endMs }) => ({ text, startMs, endMs })),
    );
    expect(ended[0]!.sentence).toBe(0);
    expect(ended[ended.length - 1]!.sentence).toBe(2);
  });

  it('part steps and cautions that would run into each other', () => {
    const { steps, cautions } = readNarration(
      `[0:00] hello everyone\n[0:06] ${HEARD} squeeze along the bone six times`,
    );
    expect(steps.filter(({ kind }) => kind === 'technique').map(({ region }) => region)).toEqual(['temple', 'jaw']);
    expect(cautions.map(({ about }) => about)).toEqual(['teeth']);
  });

  it('are not looked for in a few words by themselves: the checks hold to what is written', () => {
    expect(readWords(HEARD).words.some(({ pause }) => pause !== '')).toBeFalse();
  });

  it('are known from what is written, with thoughts joined as well, and from nothing that has no stops', () => {
    const marked = '[0:00] Sit down. Close your eyes. Breathe.';
    const ends = knownEnds(marked).map(({ truth }) => truth);
    expect(ends).toEqual([
      ...['goes on', 'ends', 'goes on', 'goes on', 'ends'],
      ...['goes on', 'ends', 'goes on', 'goes on', 'goes on', 'ends'],
    ] as typeof ends);
    expect(knownEnds(`[0:00] ${HEARD}`)).toEqual([]);
  });

  it('are known of sentences by themselves too, one after another from everywhere', () => {
    const together = asNarrations(['Sit down.', 'Breathe', 'Let go.'], 2);
    expect(together).toEqual(['[0:00] Sit down. Let go.', '[0:00] Breathe.']);
    const ends = knownEnds(together[0]!).map(({ truth }) => truth);
    expect(ends.slice(0, 3)).toEqual(['goes on', 'ends', 'goes on'] as typeof ends);
  });

  it('are looked at with any number as good as another', () => {
    expect(spokenOf(wordsIn('[0:00] Six times. Let go.')).map(({ text }) => text)).toEqual(['№', 'times', 'let', 'go']);
  });
});
