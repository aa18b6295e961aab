import { existsSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import pino, { type Logger } from 'pino';

/** A log's file is put aside at this size, bytes, and so many of them are kept. */
const FULL_BYTES = 5_000_000;
const KEPT_FILES = 3;

/**
 * A log: in a folder as `NAME.log`, readable by its owner alone and put aside when it is full; without a folder on
 * standard output. One that can no longer be written, for want of room, stops; the program goes on.
 *
 * It carries ids and what the program itself says, never words of people, tokens or addresses: see {@link errorForLog}.
 */
export function openLog(name: string, level: string, folder: string | null = null, fullBytes = FULL_BYTES): Logger {
  const path = folder && join(folder, `${name}.log`);
  const out = path
    ? pino.destination({ dest: path, sync: true, mode: 0o600, append: true })
    : pino.destination({ fd: 1, sync: true });
  out.on('error', () => undefined);
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  if (path) {
    let bytes = existsSync(path) ? statSync(path).size : 0;
    out.on('write', (written: number) => {
      bytes += written;
      if (bytes < fullBytes) return;
      bytes = 0;
      try {
        putAside(path);
        out.reopen();
      } catch {
        // The disk is full or gone: the same file goes on.
      }
    });
  }
  return pino({ level, name, serializers: { err: errorForLog } }, out);
}

function putAside(path: string): void {
  for (let n = KEPT_FILES - 1; n > 0; n--)
    if (existsSync(`${path}.${n}`)) renameSync(`${path}.${n}`, `${path}.${n + 1}`);
  renameSync(path, `${path}.1`);
}

/**
 * An error as it may be written down. A message can hold what somebody typed (a database says which value it would not
 * take, a parser quotes what it met), so only messages of the program's own faults and of the system are kept; of
 * everything else its kind, its code and where it came from.
 */
export function errorForLog(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { type: typeof error };
  const { name, stack, cause } = error;
  const { code, syscall, table, constraint, routine, query } = error as unknown as Record<string, unknown>;
  const own = OWN.some((kind) => error instanceof kind) || typeof syscall === 'string';
  return {
    type: name,
    ...(own ? { message: error.message } : {}),
    ...Object.fromEntries(
      Object.entries({ code, syscall, table, constraint, routine, query }).filter(
        ([, value]) => typeof value === 'string',
      ),
    ),
    at: (stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12),
    ...(cause === undefined ? {} : { cause: errorForLog(cause) }),
  };
}
const OWN = [TypeError, RangeError, ReferenceError];
