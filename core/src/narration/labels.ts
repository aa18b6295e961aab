import type { Token } from './token';

/** Words that make the number after them a step's label, as alternatives of a pattern. */
export const LABEL_NOUNS = 'step|number|exercise|drill|question|move|technique';
const LABELLING = new RegExp(`^(?:${LABEL_NOUNS}|point)$`);
/** What may stand between a number that counts steps and what it is. */
const SAYS_WHAT = /^(?:[.,]|is|are)$/;
/** Two steps do not follow each other faster, ms: what does is counted aloud. */
const APART_MS = 8000;

/**
 * Numbers that count steps without a word that says so: "Three: the window.", and "Six. Bite once." after "number five".
 * Each gets the token `step` before it, so that patterns read one and the same thing.
 *
 * @param colons tokens whose number was written as a heading's: with a colon or a bracket after it, or in a list.
 * @example "Number one. … Two: the window." // the two is a label, and no dose
 */
export function labelled(tokens: readonly Token[], colons: ReadonlySet<Token>): Token[] {
  const found: Token[] = [];
  let last: Token | null = null;
  tokens.forEach((token, at) => {
    const number = token.text === '№' || token.text === 'one';
    const before = tokens[at - 1];
    if (number && before && LABELLING.test(before.text)) last = token;
    else if (number && (colons.has(token) || follows(last, token, before, tokens[at + 1], tokens[at + 2]))) {
      found.push({ ...token, text: 'step', end: token.word, low: 0, high: 0 });
      last = token;
      found.push({ ...token, newLine: false });
      return;
    }
    found.push(token);
  });
  return found;
}

function follows(
  last: Token | null,
  token: Token,
  before: Token | undefined,
  after: Token | undefined,
  then: Token | undefined,
): boolean {
  return (
    last !== null &&
    token.low === last.low + 1 &&
    token.high === token.low &&
    token.startMs - last.startMs > APART_MS &&
    token.newLine &&
    (before === undefined || before.text === '.') &&
    after !== undefined &&
    SAYS_WHAT.test(after.text) &&
    then !== undefined &&
    then.text !== '№' &&
    !then.newLine
  );
}
