import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, unlinkSync, writeFileSync } from 'node:fs';

/**
 * Keeps the server and a worker running: `supervise.ts PIDFILE SERVER WORKER`. Either is started again when it dies; only
 * a server that cannot even begin ends everything. SIGTERM and SIGINT end exactly the two.
 */
const [pidFile, ...programs] = process.argv.slice(2) as [string, string, string];
const children = new Map<string, ChildProcess>();
let stopping = false;
/** A server that ends within this time has not begun. */
const BEGINNING_MS = 10_000;

writeFileSync(pidFile, String(process.pid));
for (const program of programs) run(program, program === programs[0]);

function run(program: string, isServer: boolean): void {
  const startedAt = Date.now();
  const child = spawn(process.execPath, ['--enable-source-maps', program], { stdio: 'inherit' });
  children.set(program, child);
  child.on('exit', (code) => {
    children.delete(program);
    if (stopping) return;
    if (isServer && Date.now() - startedAt < BEGINNING_MS) stop(code ?? 1);
    else setTimeout(() => stopping || run(program, isServer), 1000);
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
