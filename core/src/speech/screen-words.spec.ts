import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Our own words for things, which never stand on a screen: hers are how many, oil, part, check, made, ready. */
const OURS = /\b(?:doses?|slip|passages?|assembly|segments?|beats?|findings?|derived|frozen|bench|lease)\b/i;
/** Where words for the screen are made: the pages themselves, and the sentences of the core and the server. */
const FOLDERS = ['web/studio/src/app', 'web/follow/src/app', 'web/shared', 'core/src', 'server/src'];
/** What reads narrations knows words that were said, and says none; the API's own descriptions are for scripts. */
const SILENT = /\.spec\.ts$|core\/src\/(?:narration|api)\/|testing\.ts$/;

function filesIn(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return filesIn(path);
    return /\.(?:html|ts)$/.test(name) && !SILENT.test(path) ? [path] : [];
  });
}

/** The words of a template: between its tags, and in what is shown or read out of its attributes. */
function shownBy(template: string): string[] {
  const plain = template
    .replace(/\{\{[\s\S]*?\}\}/g, ' ')
    .replace(/@\w+ ?\([^{]*?\) ?\{|@(?:else|empty|default) ?\{/g, '');
  const between = [...plain.matchAll(/>([^<>]+)</g)].map((match) => match[1]!);
  const read = /(?<![[\w])(?:label|title|placeholder|header|ariaLabel|aria-label|hint|words|subtitle|none)="([^"]*)"/g;
  return [...between, ...[...plain.matchAll(read)].map((match) => match[1]!)];
}

/** The sentences of a program: its strings of several words, without what is computed in them. */
function saidBy(program: string): string[] {
  const own = program
    .replace(/template: `[\s\S]*?`,\n/g, '')
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/\/\/.*/g, '')
    .split('\n')
    .filter((line) => !/^\s*import\b| from '/.test(line))
    .join('\n');
  return [...own.matchAll(/'([^'\n]*)'|`([^`\n]*)`/g)]
    .map((match) => (match[1] ?? match[2] ?? '').replace(/\$\{.*?(?:\}|$)/g, ''))
    .filter((words) => /\S \S/.test(words.trim()) && !/^\s*(?:SELECT|UPDATE|INSERT|CREATE|DELETE|FROM)\b/.test(words));
}

describe('the words on the screen', () => {
  it('are an instructor’s, and not ours', () => {
    const ours = FOLDERS.flatMap(filesIn).flatMap((path) => {
      const text = readFileSync(path, 'utf8');
      const templates = path.endsWith('.html')
        ? [text]
        : [...text.matchAll(/template: `([\s\S]*?)`,\n/g)].map((match) => match[1]!);
      const words = [...templates.flatMap(shownBy), ...(path.endsWith('.ts') ? saidBy(text) : [])];
      return words.filter((one) => OURS.test(one)).map((one) => `${path}: ${one.trim().replace(/\s+/g, ' ')}`);
    });
    expect(ours).toEqual([]);
  });

  it('are found out where they are ours', () => {
    expect(shownBy('<p title="A dose">{{ dose }} <b>left</b></p>').filter((one) => OURS.test(one))).toEqual(['A dose']);
    expect(saidBy("const a = 'The dose is long.'; // a dose of it\nconst dose = 'dose';")).toEqual([
      'The dose is long.',
    ]);
  });
});
