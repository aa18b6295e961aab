import '@limber/core/words/localize';
import { spawn } from 'node:child_process';
import { access, constants } from 'node:fs/promises';
import { constants as system, setPriority } from 'node:os';

export class Cancelled extends Error {
  override readonly name = 'Cancelled';
}

/** Why a tool did not do its work although nothing is known to be wrong with the file. */
export type Trouble = 'missing' | 'killed' | 'slow' | 'no-space' | 'failed';

/** A tool that failed. It proves nothing about the file it was given, unless what it `said` is known to. */
export class ToolTrouble extends Error {
  override readonly name = 'ToolTrouble';
  constructor(
    readonly why: Trouble,
    readonly tool: string,
    readonly said: string,
    readonly exitCode: number | null = null,
  ) {
    super(`${tool}: ${why}${said ? ` (${said.slice(-300)})` : ''}`);
  }
}

export interface ToolOptions {
  readonly signal?: AbortSignal;
  readonly timeoutMs: number;
  /** Told what comes on standard output, as it comes; without it, nothing is read. */
  readonly onOutput?: (chunk: Buffer) => void;
  /** The same for further outputs, from `pipe:3` on. */
  readonly more?: readonly ((chunk: Buffer) => void)[];
  readonly env?: NodeJS.ProcessEnv;
  /** How many of the last characters of standard error are kept; 4000 without it. */
  readonly keep?: number;
}

/** Room that a media tool may take for itself: a file that asks for more is not let bring the machine down. */
const MEMORY_BYTES = 8 * 1024 ** 3;

/**
 * Runs a media tool on our own arguments (never a person's text in a filter). It dies with this process even when that
 * is killed outright, has bounds of time and memory, and ends at once when it is cancelled.
 *
 * @returns what it said on standard error, at most the last `keep` characters.
 * @throws Cancelled when `signal` asked for it.
 * @throws ToolTrouble otherwise when it did not end well.
 */
export async function runTool(tool: string, args: readonly string[], options: ToolOptions): Promise<string> {
  const { signal, timeoutMs, onOutput, more = [], env = process.env, keep = 4000 } = options;
  if (signal?.aborted) throw new Cancelled();
  const path = await found(tool, env);
  if (!path) throw new ToolTrouble('missing', tool, '');
  const [command, ...before] = await wrapping(env);
  // It may have been cancelled while the tool was looked for: an event that is over is not heard.
  if (signal?.aborted) throw new Cancelled();
  return new Promise<string>((resolve, reject) => {
    const child = spawn(command ?? path, command ? [...before, path, ...args] : [...args], {
      stdio: ['ignore', onOutput ? 'pipe' : 'ignore', 'pipe', ...more.map(() => 'pipe' as const)],
      env,
    });
    if (child.pid !== undefined) giveWay(child.pid);
    let said = '';
    let slow = false;
    const end = (): void => void child.kill('SIGKILL');
    const timer = setTimeout(() => {
      slow = true;
      end();
    }, timeoutMs);
    signal?.addEventListener('abort', end, { once: true });
    child.stdout?.on('data', onOutput ?? (() => undefined));
    more.forEach((take, i) => child.stdio[3 + i]?.on('data', take));
    child.stderr?.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-keep)));
    const settle = (work: () => void): void => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', end);
      work();
    };
    child.on('error', (error) => settle(() => reject(new ToolTrouble('failed', tool, error.message))));
    child.on('close', (code, killedBy) =>
      settle(() => {
        if (signal?.aborted) reject(new Cancelled());
        else if (slow) reject(new ToolTrouble('slow', tool, said));
        else if (killedBy) reject(new ToolTrouble('killed', tool, said || killedBy));
        else if (code === 0) resolve(said);
        else if (/No space left on device/i.test(said)) reject(new ToolTrouble('no-space', tool, said, code));
        else reject(new ToolTrouble('failed', tool, said.trim() || $localize`ended with ${String(code)}`, code));
      }),
    );
  });
}

/** Whoever plays a film or waits for a page goes first. */
function giveWay(pid: number): void {
  try {
    setPriority(pid, system.priority.PRIORITY_BELOW_NORMAL);
  } catch {
    // It is over already, or this machine does not allow it: then it goes on as it is.
  }
}

/** `setpriv` ends the tool with this process, `prlimit` bounds its memory; a machine without them runs it plainly. */
async function wrapping(env: NodeJS.ProcessEnv): Promise<string[]> {
  const [setpriv, prlimit] = [await found('setpriv', env), await found('prlimit', env)];
  if (!setpriv) return [];
  return [setpriv, '--pdeathsig', 'KILL', ...(prlimit ? [prlimit, `--as=${MEMORY_BYTES}`] : [])];
}

async function found(tool: string, env: NodeJS.ProcessEnv): Promise<string | null> {
  for (const folder of (env['PATH'] ?? '').split(':').filter(Boolean)) {
    const path = `${folder}/${tool}`;
    const there = await access(path, constants.X_OK).then(
      () => true,
      () => false,
    );
    if (there) return path;
  }
  return null;
}
