import { readFileSync } from 'node:fs';
import './localize';

/** Our own words for things, which never stand on a screen: hers are how many, oil, part, check, made, ready. */
const OURS = /\b(?:doses?|slip|passages?|assembly|segments?|beats?|findings?|derived|frozen|bench|lease)\b/i;
/** Where more than the words of the screen is read: what the program brings of moves, cautions and schools. */
const BROUGHT = [
  'core/src/caution/built-in.ts',
  'core/src/caution/wording.ts',
  'core/src/school/schools.ts',
  ...['cheek-and-nose', 'eye-and-forehead', 'jaw-and-mouth', 'neck-and-below'].map(
    (name) => `core/src/library/starter/${name}.ts`,
  ),
];

/** Strings of several words, without what is computed in them. */
function saidBy(program: string): string[] {
  return [...program.replace(/\/\*[\s\S]*?\*\/|\/\/.*|^import .*/gm, '').matchAll(/'([^'\n]*)'|`([^`\n]*)`/g)]
    .map((match) => match[1] ?? match[2] ?? '')
    .filter((words) => /\S \S/.test(words.trim()));
}

describe('the words on the screen', () => {
  it('are an instructor’s, and not ours', () => {
    const { translations } = JSON.parse(readFileSync('web/words/en.json', 'utf8')) as {
      translations: Record<string, string>;
    };
    const said = [...Object.values(translations), ...BROUGHT.flatMap((path) => saidBy(readFileSync(path, 'utf8')))];
    expect(said.length).toBeGreaterThan(1500);
    expect(said.filter((words) => OURS.test(words))).toEqual([]);
  });

  it('are said as they are written where no language was chosen', () => {
    const count = 3;
    expect($localize`${count} of ${12} marked`).toBe('3 of 12 marked');
    expect($localize`${'Jaw'}\: one side`).toBe('Jaw: one side');
  });
});
