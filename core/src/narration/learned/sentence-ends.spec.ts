import { parseLines } from '../lines';
import { readNarration, readWords } from '../read';
import { wordsOf } from '../words';
import { runsAt } from './end-features';
import { endsLikely, readEnds, spokenOf, withSentences } from './sentence-ends';
import { asNarrations, fittedSentences, knownEnds, writtenEnds, type KnownEnds } from './train-sentences';

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

  it('are found where an “and” joins two of them, and elsewhere what somebody ended stays as it was written', () => {
    const joined = 'Hello. Bring your fingertips to the temples and circle ten times and we go on with the jaw. Bye.';
    expect(sentencesIn(`[0:00] ${joined}`)).toEqual([
      'hello',
      'bring your fingertips to the temples and circle ten times',
      'and we go on with the jaw',
      'bye |',
    ]);
    const plain = wordsIn('[0:00] Hello. Ten times, keep your teeth apart. Now the jaw, up and down, please.');
    expect(withSentences(plain).map(({ pause }) => pause)).toEqual(plain.map(({ pause }) => pause));
  });

  it('are looked for everywhere in what goes on for so long that nobody ended it', () => {
    const long = `${HEARD.replace(/and /g, '')} it is a strong muscle so squeeze along the bone six times let go and rest for a while before we do it again`;
    expect(sentencesIn(`[0:00] Hello. ${long}. ${'Breathe. '.repeat(20)}`)).toContain('keep your teeth apart');
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
    const { unwritten, joined } = knownEnds('[0:00] Sit down. Close both your eyes and mouth. Breathe.');
    const shown = ({ spoken, ends }: KnownEnds): string =>
      spoken.map(({ text }, at) => text + (ends[at]! ? ' |' : '')).join(' ');
    expect(shown(unwritten!)).toBe('sit down | close both your eyes and mouth | breathe |');
    expect(joined.map(shown)).toEqual([
      'sit down close both your eyes and mouth breathe',
      'sit down | and close both your eyes and mouth breathe',
      'sit down close both your eyes and mouth | and breathe',
      'sit down | and close both your eyes and mouth breathe',
      'sit down close both your eyes and mouth | and breathe',
      ...Array<string>(2).fill('sit down close both your eyes and mouth breathe'),
    ]);
    expect(joined[1]!.joints.map(({ at }) => [at, joined[1]!.ends[at]])).toEqual([
      [1, true],
      [6, false],
    ]);
    expect(knownEnds(`[0:00] ${HEARD}`)).toEqual({ joined: [] });
  });

  it('are known of sentences by themselves too, one after another from everywhere', () => {
    const together = asNarrations(['Sit down.', 'Breathe', 'Let go.'], 2);
    expect(together).toEqual(['[0:00] Sit down. Let go.', '[0:00] Breathe.']);
    expect(knownEnds(together[0]!).unwritten!.ends).toEqual([false, true, false, true]);
  });

  it('are learned from narrations, and of each without it and some others', () => {
    const told = ['Press here. Let go yonder.', ...Array<string>(4).fill('Let go. Press here.')];
    const fitted = fittedSentences(
      [...told, ...told].map((text) => ({ ...knownEnds(`[0:00] ${text} Now the jaw.`), counts: 9 })),
    );
    const likely = endsLikely(spokenOf(wordsIn('[0:00] let go press here')), fitted.all);
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
