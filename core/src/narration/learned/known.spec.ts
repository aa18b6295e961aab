import { knownCautions } from './known-remarks';
import { knownStream, nearest, sharedBy } from './known';
import { fittedSentences, knownEnds } from './train-sentences';

describe('what is known of narrations', () => {
  it('is their words in a layout, with their truth carried along', () => {
    const marked = '[0:05] {d reps 6 here}Six times, and let go.';
    const { stream, truth } = knownStream(marked, 'flat');
    expect(stream.text).not.toContain('.');
    expect(truth.doses).toEqual([jasmine.objectContaining({ kind: 'reps', low: 6, atMs: stream.tokens[0]!.startMs })]);
  });

  it('is ended first where it is known what ends a sentence, as it is when it is read', () => {
    const told = '[0:05] Six times, let go. {c teeth}Part your teeth. Now the jaw.';
    const again = Array.from({ length: 10 }, () => ({ ...knownEnds(told), counts: 9 }));
    const { stream } = knownStream(told, 'flat', fittedSentences(again).all);
    expect(stream.text).toContain(' go . part ');
  });

  it('takes a remark for that of the sentence that hints at it, where a guessed end cuts off its beginning', () => {
    const about = (told: string): [text: string, about: string[]][] => {
      const { remarks, truth } = knownCautions(`[0:05] Hello. ${told} Now the jaw.`, 'written');
      return remarks.flatMap(({ text }, i) => (truth[i]!.size > 0 ? [[text.trim(), [...truth[i]!]]] : []));
    };
    expect(about('{c hygiene}See that you have got. Washed palms.')).toEqual([['washed palms', ['hygiene']]]);
    expect(about('{c hygiene}Wash the palms. Washed palms.')).toEqual([['wash the palms', ['hygiene']]]);
    expect(about('{c hygiene}See that you have got them. We sit.')).toEqual([
      ['see that you have got them', ['hygiene']],
    ]);
    const long = 'See what you have got and what the neighbours have got and then what they will bring along';
    expect(about(`{c hygiene}${long}. Washed palms.`)).toEqual([[long.toLowerCase(), ['hygiene']]]);
  });

  it('pairs with the first of those that are nearest, and with nothing that is too far away', () => {
    const off = (one: number): number => Math.abs(one - 6);
    expect(nearest([1, 5, 7, 8], off, 3)).toBe(5);
    expect(nearest([1, 9], off, 3)).toBeUndefined();
    expect(nearest([], off, 3)).toBeUndefined();
  });

  it('is shared by narrations, however often one of them says it', () => {
    const shared = sharedBy([['six', 'jaw', 'jaw'], ['six']], 2);
    expect(['six', 'jaw', 'neck'].map(shared)).toEqual([true, false, false]);
  });
});
