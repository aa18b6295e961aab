import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** The machine under the tests: the processes and files of the application that `./limber e2e` has started. */
export const DATA = resolve('.data/test');

/** The address of the test's own database. */
export function databaseUrl(): string {
  const note = join(DATA, 'database-folder');
  const folder = existsSync(note) ? readFileSync(note, 'utf8').trim() : join(DATA, 'postgres');
  const port = readFileSync(join(folder, 'postmaster.pid'), 'utf8').split('\n')[3]!;
  return `postgres://limber:${readFileSync(join(DATA, 'secret-database'), 'utf8')}@127.0.0.1:${port}/limber`;
}

/** The server or the worker that the supervisor of this test's application keeps running; null while there is none. */
export function pidOf(program: 'serve.mjs' | 'worker.mjs'): number | null {
  const supervisor = readFileSync(join(DATA, 'run/limber.pid'), 'utf8').trim();
  return childrenOf(Number(supervisor)).find((child) => child.args.includes(program))?.pid ?? null;
}

/** Processes below a process, with their command lines. */
export function childrenOf(pid: number): { pid: number; args: string }[] {
  let listed = '';
  try {
    listed = execFileSync('ps', ['-o', 'pid=,args=', '--ppid', String(pid)], { encoding: 'utf8' });
  } catch {
    // It has none.
  }
  return listed
    .split('\n')
    .map((line) => /^\s*(\d+)\s+(.*)$/.exec(line))
    .flatMap((match) => (match ? [{ pid: Number(match[1]), args: match[2]! }] : []));
}
