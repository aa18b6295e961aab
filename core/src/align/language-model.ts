/** How much of what is said is written in the lesson; the rest is talk of common words. */
const WRITTEN = 0.7;
/** How much weighs what followed before, against any word after any other. */
const FOLLOWS = 0.8;
/** A sentence ends after one word in ten. */
const ENDS = 0.1;
const LEAST = 1e-7;

/**
 * What words follow each other in a lesson, as a recogniser reads it: a model of single words, pairs and triples in the
 * ARPA format, so that sentences can be left out, begun again and told otherwise, and talk between them is heard as talk.
 *
 * @param script the words of the lesson in order, all of which the recogniser can pronounce.
 * @param common words of talk, with how often they are said.
 * @returns text in the ARPA format (as published for the CMU-Cambridge toolkit; from memory).
 */
export function languageModel(script: readonly string[], common: ReadonlyMap<string, number>): string {
  const singles = new Map<string, number>();
  const pairs = new Map<string, Map<string, number>>();
  const triples = new Map<string, Map<string, number>>();
  script.forEach((word, at) => {
    singles.set(word, (singles.get(word) ?? 0) + 1);
    if (at > 0) count(pairs, script[at - 1]!, word);
    if (at > 1) count(triples, `${script[at - 2]} ${script[at - 1]}`, word);
  });
  const spoken = [...common.values()].reduce((sum, times) => sum + times, 0);
  const alone = (word: string): number =>
    (1 - ENDS) *
    ((WRITTEN * (singles.get(word) ?? 0)) / Math.max(1, script.length) +
      ((1 - WRITTEN) * (common.get(word) ?? 0)) / Math.max(1, spoken));
  const after = (followers: ReadonlyMap<string, number>, word: string): number =>
    (FOLLOWS * followers.get(word)!) / total(followers);
  const words = new Set([...singles.keys(), ...common.keys()]);
  const ofSingles = [...words].map((word) => `${log(alone(word))} ${word} ${backOff(pairs.get(word), alone)}`);
  const ofPairs = [...pairs].flatMap(([first, followers]) =>
    [...followers.keys()].map((word) => {
      const known = pairs.get(word);
      const shorter = (next: string): number => (known?.has(next) ? after(known, next) : 0);
      return `${log(after(followers, word))} ${first} ${word} ${backOff(triples.get(`${first} ${word}`), shorter)}`;
    }),
  );
  const ofTriples = [...triples].flatMap(([first, followers]) =>
    [...followers.keys()].map((word) => `${log(after(followers, word))} ${first} ${word}`),
  );
  return [
    '\\data\\',
    `ngram 1=${ofSingles.length + 2}`,
    `ngram 2=${ofPairs.length}`,
    `ngram 3=${ofTriples.length}`,
    '\n\\1-grams:',
    '-99 <s> 0',
    `${log(ENDS)} </s>`,
    ...ofSingles,
    '\n\\2-grams:',
    ...ofPairs,
    '\n\\3-grams:',
    ...ofTriples,
    '\n\\end\\\n',
  ].join('\n');
}

function count(into: Map<string, Map<string, number>>, first: string, word: string): void {
  const followers = into.get(first) ?? new Map<string, number>();
  followers.set(word, (followers.get(word) ?? 0) + 1);
  into.set(first, followers);
}

const total = (followers: ReadonlyMap<string, number>): number =>
  [...followers.values()].reduce((sum, times) => sum + times, 0);

/** What is left for words that did not follow before, by what the shorter model says of those that did. */
function backOff(followers: ReadonlyMap<string, number> | undefined, shorter: (word: string) => number): string {
  if (!followers) return '0';
  const known = [...followers.keys()].reduce((sum, word) => sum + shorter(word), 0);
  return log((1 - FOLLOWS) / Math.max(0.05, 1 - known));
}

const log = (share: number): string => Math.log10(Math.max(LEAST, share)).toFixed(4);
