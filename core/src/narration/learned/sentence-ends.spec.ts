import { parseLines } from '../lines';
import { readNarration, readWords } from '../read';
import { wordsOf } from '../words';
import { runsAt } from './end-features';
import { endsLikely, readEnds, spokenOf, withSentences } from './sentence-ends';
import { asNarrations, fittedSentences, knownEnds, writtenEnds } from './train-sentences';

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
    expect(sentencesIn(`[0:00] Hello. ${HEARD}.`)).toEqual([
      'hello',
      'now bring your fingertips to the temples',
      'and make small circles ten times',
      'keep your teeth apart',
      'and next we go to the jaw |',
    ]);
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
    const ended = knownEnds(marked).map(({ spoken, ends, punctuated }) => [
      spoken.map(({ text }, at) => text + (ends[at]! ? ' |' : '')).join(' '),
      punctuated,
    ]);
    expect(ended).toEqual([
      ['sit down | close your eyes | breathe |', false],
      ['sit down | and close your eyes | breathe |', true],
    ]);
    expect(knownEnds(`[0:00] ${HEARD}`)).toEqual([]);
  });

  it('are known of sentences by themselves too, one after another from everywhere', () => {
    const together = asNarrations(['Sit down.', 'Breathe', 'Let go.'], 2);
    expect(together).toEqual(['[0:00] Sit down. Let go.', '[0:00] Breathe.']);
    expect(knownEnds(together[0]!)[0]!.ends).toEqual([false, true, false, true]);
  });

  it('are learned from narrations, and of each without it and some others', () => {
    const told = ['Press here. Let go yonder.', ...Array<string>(4).fill('Let go. Press here.')];
    const fitted = fittedSentences(
      [...told, ...told].map((text) => ({ layouts: knownEnds(`[0:00] ${text} Now the jaw.`), counts: 9 })),
    );
    const likely = endsLikely(spokenOf(wordsIn('[0:00] let go press here')), false, fitted.all);
    expect([0, 1, 2].map((at) => likely(at) > 0.5)).toEqual([false, true, false]);
    // The sixth is left out together with the first, as nobody else says it.
    expect(fitted.all.runs.has('0 yonder')).toBeTrue();
    expect(fitted.without.flatMap(({ runs }, i) => (runs.has('0 yonder') ? [] : [i]))).toEqual([0, 5]);
    expect(readEnds(writtenEnds(fitted.all))).toEqual(fitted.all);
  });

  it('are looked for between thoughts that an “and” joins as if it was not there', () => {
    const spoken = ['let', 'go', 'and', 'now'].map((text) => ({ text }));
    expect(runsAt(spoken, 1)).toContain('0 go and');
    expect(runsAt(spoken, 1, true)).toContain('-1 let go now');
  });

  it('are looked at with any number as good as another', () => {
    expect(spokenOf(wordsIn('[0:00] Six times. Let go.')).map(({ text }) => text)).toEqual(['№', 'times', 'let', 'go']);
  });
});
