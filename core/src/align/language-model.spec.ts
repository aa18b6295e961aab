import { languageModel } from './language-model';

const SCRIPT = 'press and let go press and hold let the jaw hang and press again'.split(' ');
const COMMON = new Map([
  ['the', 120],
  ['and', 50],
  ['tea', 3],
]);

/** What a model in the ARPA format says: log10 of a share, words, log10 of the weight of the shorter model. */
function read(text: string): { counts: number[]; grams: Map<string, { share: number; backOff: number }> } {
  const grams = new Map<string, { share: number; backOff: number }>();
  let order = 0;
  for (const line of text.split('\n')) {
    order = Number(/^\\(\d)-grams:$/.exec(line)?.[1] ?? order);
    const fields = line.split(' ');
    if (order === 0 || fields.length < order + 1 || line.startsWith('\\')) continue;
    const backOff = fields[order + 1] === undefined ? 1 : 10 ** Number(fields[order + 1]);
    grams.set(fields.slice(1, order + 1).join(' '), { share: 10 ** Number(fields[0]), backOff });
  }
  return { counts: [...text.matchAll(/^ngram \d=(\d+)$/gm)].map((match) => Number(match[1])), grams };
}

describe('the model of what words follow each other', () => {
  const { counts, grams } = read(languageModel(SCRIPT, COMMON));
  const words = [...new Set([...SCRIPT, ...COMMON.keys(), '</s>'])];
  const after = (history: readonly string[], word: string): number => {
    const known = grams.get([...history, word].join(' '));
    if (known) return known.share;
    return history.length === 0 ? 0 : (grams.get(history.join(' '))?.backOff ?? 1) * after(history.slice(1), word);
  };
  const sumAfter = (...history: string[]): number => words.reduce((sum, word) => sum + after(history, word), 0);

  it('says how many single words, pairs and triples it holds', () => {
    const orders = [...grams.keys()].map((gram) => gram.split(' ').length);
    expect(counts).toEqual([1, 2, 3].map((order) => orders.filter((one) => one === order).length));
  });

  it('shares out one whole, whatever came before', () => {
    expect(sumAfter()).toBeCloseTo(1, 2);
    for (const word of SCRIPT) expect(sumAfter(word)).withContext(word).toBeCloseTo(1, 2);
    for (const pair of [
      ['press', 'and'],
      ['let', 'go'],
      ['the', 'jaw'],
    ])
      expect(sumAfter(...pair))
        .withContext(pair.join(' '))
        .toBeCloseTo(1, 2);
  });

  it('holds what follows in the lesson for likely, and talk for possible', () => {
    expect(after(['let'], 'the')).toBeGreaterThan(0.35);
    expect(after(['the', 'jaw'], 'hang')).toBeGreaterThan(0.75);
    expect(after(['the', 'jaw'], 'tea')).toBeGreaterThan(0);
    expect(after(['the', 'jaw'], 'tea')).toBeLessThan(0.01);
  });
});
