import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';
import { report } from './compare';

/** What a viewer's browser loads first, fonts and footage not counted, against an Angular application that does nothing. */
export function firstLoad(): void {
  execFileSync('npx', ['ng', 'build', 'empty'], {
    cwd: 'bench',
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  const [ours, empty] = [firstBytes('web/dist/follow/browser'), firstBytes('bench/dist/empty/browser')];
  report('first load', 'the viewers’ page, brotli', ours / 1000, 'empty Angular application', empty / 1000, 'kB');
}

/** Compressed bytes of index.html and of every script and style that it names. */
function firstBytes(folder: string): number {
  const html = readFileSync(join(folder, 'index.html'), 'utf8');
  const files = readdirSync(folder).filter((name) => /\.(?:js|css)$/.test(name) && html.includes(name));
  return ['index.html', ...files].reduce((sum, name) => sum + compressed(readFileSync(join(folder, name))), 0);
}

function compressed(bytes: Buffer): number {
  return brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } }).length;
}
