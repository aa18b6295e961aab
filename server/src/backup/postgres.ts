import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { BackupError } from './archive';

/** Runs one of PostgreSQL's programs on the database of an address, which never stands among its arguments. */
export async function runPostgres(
  program: 'pg_dump' | 'pg_restore',
  databaseUrl: string,
  args: readonly string[],
  signal?: AbortSignal,
): Promise<void> {
  const { code, said } = await new Promise<{ code: number | null; said: string }>((resolve, reject) => {
    const child = spawn(toolOf(program), args, {
      env: { ...process.env, ...connection(databaseUrl) },
      stdio: ['ignore', 'ignore', 'pipe'],
      ...(signal ? { signal } : {}),
    });
    let said = '';
    child.stderr.on('data', (chunk: Buffer) => (said = `${said}${chunk.toString('utf8')}`.slice(-2000)));
    child.on('error', reject);
    child.on('close', (code) => resolve({ code, said }));
  });
  if (code === 0) return;
  const why = said.trim().split('\n').filter(Boolean).slice(-3).join(' ');
  if (/No space left on device/.test(said)) throw Object.assign(new Error(why), { code: 'ENOSPC' });
  throw new BackupError(`${program} ended with ${code ?? 'a signal'}: ${why}`);
}

/** Beside the server that `./limber` found; else whatever the system has. */
function toolOf(program: string): string {
  const folder = process.env['LIMBER_PG_BIN'];
  return folder ? join(folder, program) : program;
}

function connection(databaseUrl: string): Record<string, string> {
  const url = new URL(databaseUrl);
  return {
    PGHOST: url.hostname,
    PGPORT: url.port || '5432',
    PGUSER: decodeURIComponent(url.username),
    PGPASSWORD: decodeURIComponent(url.password),
    PGDATABASE: decodeURIComponent(url.pathname.slice(1)),
    PGOPTIONS: '-c client_min_messages=warning',
  };
}
