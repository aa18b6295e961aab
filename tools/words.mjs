// Gathers every word of the screen from the pages and the programs into web/words/en.json: one file a language, that of
// another language beside it. With --check nothing is written, and a file that is not current is an error.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const FILE = 'web/words/en.json';
const folder = mkdtempSync(join(tmpdir(), 'limber-words-'));
const run = (program, ...words) =>
  execFileSync('npx', [program, ...words], {
    cwd: program === 'ng' ? 'web' : '.',
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
const gathered = (name) => Object.entries(JSON.parse(readFileSync(join(folder, name), 'utf8')).translations);

try {
  for (const app of ['studio', 'follow'])
    run('ng', 'run', `${app}:words`, '--output-path', folder, '--out-file', `${app}.json`);
  run('localize-extract', '-l', 'en', '-s', 'server/dist/*.mjs', '-f', 'json', '-o', join(folder, 'server.json'));
  const all = new Map(['studio.json', 'follow.json', 'server.json'].flatMap(gathered));
  // In the order of the alphabet, so that two people who add words seldom meet in one place.
  const sorted = [...all].sort(
    ([a, one], [b, other]) => one.trim().localeCompare(other.trim(), 'en') || (a < b ? -1 : 1),
  );
  // Ids are numbers of twenty digits, too large for an index, so an object keeps their order.
  const text = `${JSON.stringify({ locale: 'en', translations: Object.fromEntries(sorted) }, null, 2)}\n`;
  if (!process.argv.includes('--check')) writeFileSync(FILE, text);
  else if (text !== readFileSync(FILE, 'utf8')) {
    console.error(`${FILE} is not current. Run ./limber words, and look at what changed.`);
    process.exitCode = 1;
  }
} finally {
  rmSync(folder, { recursive: true });
}
