import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, unlinkSync, writeFileSync } from 'node:fs';

/**
 * Keeps the server and a worker running: `supervise.ts PIDFILE SERVER WORKER`. Either is started again when it dies, at
 * once and then after longer and longer; only a server that never began ends everything. SIGTERM and SIGINT end exactly
 * the two; and they end with this process, even when it is killed outright.
 */
const [pidFile, ...programs] = process.argv.slice(2) as [string, string, string];
const children = new Map<string, ChildProcess>();
let stopping = false;
/** What ends sooner than this after its start is started again later and later. */
const SOON_MS = 10_000;
const LONGEST_WAIT_MS = 30_000;
/** The server has said that it listens. */
let begun = false;

process.stdout.on('error', () => undefined);
process.stderr.on('error', () => undefined);
writeFileSync(pidFile, String(process.pid));
for (const program of programs) run(program, program === programs[0], 1000);

function run(program: string, isServer: boolean, waitMs: number): void {
  const startedAt = Date.now();
  // The channel also tells the child when this process is gone, whatever ended it.
  const child = spawn(process.execPath, ['--enable-source-maps', program], {
    stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
  });
  children.set(program, child);
  child.on('message', () => (begun = true));
  child.on('exit', (code) => {
    children.delete(program);
    if (stopping) return;
    if (isServer && !begun) return stop(code ?? 1);
    const lived = Date.now() - startedAt > SOON_MS;
    const next = lived ? 1000 : Math.min(LONGEST_WAIT_MS, waitMs * 2);
    setTimeout(() => stopping || run(program, isServer, next), lived ? 0 : waitMs);
  });
}

function stop(code: number): void {
  if (stopping) return;
  stopping = true;
  for (const child of children.values()) child.kill('SIGTERM');
  const started = Date.now();
  const wait = setInterval(() => {
    if (children.size > 0 && Date.now() - started < 5000) return;
    for (const child of children.values()) child.kill('SIGKILL');
    clearInterval(wait);
    if (existsSync(pidFile)) unlinkSync(pidFile);
    process.exit(code);
  }, 50);
}
process.on('SIGTERM', () => stop(0));
process.on('SIGINT', () => stop(0));
