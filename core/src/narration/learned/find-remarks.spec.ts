import { cautionedAt } from '../clauses';
import { parseLines } from '../lines';
import type { CautionAbout } from '../reading';
import { streamOf } from '../tokens';
import { wordsOf } from '../words';
import { findRemarks, type RemarkSort } from './find-remarks';

type Odds = Partial<Record<CautionAbout, number>>;

/** What is found where so much speaks for each thing that is hinted at, and the word with which it begins. */
function found(
  odds: Odds,
  text: string,
  { denied, conditioned = false }: { denied?: CautionAbout; conditioned?: boolean } = {},
): [about: CautionAbout, begins: string | undefined][] {
  const sort: RemarkSort<CautionAbout> = {
    hints: [
      ['eye', 'lids'],
      ['pressure', 'weight'],
    ],
    learned: {
      shared: Object.fromEntries(Object.entries(odds).map(([about, worth]) => [`about ${about}`, worth])),
      own: {},
    },
    said: cautionedAt,
    conditioned,
    least: 0.44,
    denied: (_text, _at, about) => about === denied,
  };
  const words = wordsOf(parseLines(text));
  return findRemarks(streamOf(words), [], sort).map(({ about, atMs }) => [
    about,
    words.find(({ startMs }) => startMs === atMs)?.norm,
  ]);
}

describe('remarks in a sentence', () => {
  const text = '[0:10] Hello. Only the weight of the stone on the lids.\n[0:20] Bye.';
  const abouts = (odds: Odds): CautionAbout[] => found(odds, text).map(([about]) => about);

  it('are what is likely enough, and of two that are likely the likelier one', () => {
    expect(abouts({ eye: 0, pressure: -2 })).toEqual(['eye']);
    expect(abouts({ eye: 2, pressure: -0.3 })).toEqual(['eye']);
    expect(abouts({ eye: -2, pressure: -2 })).toEqual([]);
  });

  it('are both where both are sure, or none is surer', () => {
    expect(abouts({ eye: 2, pressure: 1 })).toEqual(['eye', 'pressure']);
    expect(abouts({ eye: 0, pressure: 0 })).toEqual(['eye', 'pressure']);
  });

  it('are not hidden by a likelier one that is taken back', () => {
    expect(found({ eye: 2, pressure: 0 }, text, { denied: 'eye' }).map(([about]) => about)).toEqual(['pressure']);
  });

  it('begin with it where they are cautions, far from its beginning too unless work is told first', () => {
    const talk = 'Of all that you will ever put on your face this here is the one with a weight.';
    const work = 'Stroke over the cheeks, along the jaw and down to the collarbones, and always with some weight.';
    const begins = (told: string): unknown => found({ pressure: 2 }, `[0:10] Hello. ${told}\n[1:20] Bye.`)[0]![1];
    expect(begins(talk)).toBe('of');
    expect(begins(work)).not.toBe('stroke');
  });

  it('begin with it where it begins with a condition, whatever is worked in that', () => {
    const begins = (told: string): unknown => found({ pressure: 2 }, `[0:10] Hello. ${told}. Bye.`)[0]![1];
    expect(begins('If you chew on gum all day or press your teeth together at night, take a little less weight')).toBe(
      'if',
    );
    expect(
      begins('Here you chew on gum all day or press your teeth together at night, take a little less weight'),
    ).not.toBe('here');
  });

  it('begin with their condition, where an end was guessed after it and nothing else was said', () => {
    const begins = (condition: string, conditioned: boolean): unknown =>
      found({ pressure: 2 }, `[0:10] Hello. ${condition}. A little less weight there. Bye.`, { conditioned })[0]![1];
    expect(begins('If your jaw is stiff today', true)).toBe('if');
    expect(begins('If your jaw is stiff today', false)).toBe('a');
    expect(begins('Your jaw is stiff today', true)).toBe('a');
    expect(begins('If your jaw is stiff, warm it', true)).toBe('a');
    const twice = '[0:10] Hello. If it has no weight. A little less weight there. Bye.';
    expect(found({ pressure: 2 }, twice, { conditioned: true }).map(([, word]) => word)).toEqual(['if', 'a']);
  });

  it('are shown by the part of the sentence that says most for them', () => {
    const sort: RemarkSort<CautionAbout> = {
      hints: [['pressure', 'hands?|weight']],
      learned: { shared: { 'about pressure': 2, 'said weight': 3 }, own: {} },
      said: cautionedAt,
      least: 0.44,
    };
    const words = wordsOf(
      parseLines(
        '[0:10] Hello. Lay both hands on the cheeks and slide them out to the ears as slowly as you can and keep the weight of the arms to yourself. Bye.',
      ),
    );
    const { from, to } = findRemarks(streamOf(words), [], sort)[0]!.evidence;
    const shown = words.slice(from, to).map(({ norm }) => norm);
    expect([shown.includes('weight'), shown.includes('cheeks')]).toEqual([true, false]);
  });
});
