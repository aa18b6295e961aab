import { runTool } from './tool';

export interface Running {
  readonly signal?: AbortSignal | undefined;
  /** Ended when it takes longer, ms; usually half a day. */
  readonly timeoutMs?: number;
  /** What it says, from errors alone on. */
  readonly level?: 'error' | 'info' | 'verbose';
  /** How much of what it says is kept. */
  readonly keep?: number;
  readonly onOutput?: (chunk: Buffer) => void;
  /** What takes further outputs, from `pipe:3` on. */
  readonly more?: readonly ((chunk: Buffer) => void)[];
}

const LONGEST_MS = 12 * 3_600_000;

/** Runs ffmpeg on our own arguments. @returns what it said on standard error. @throws ToolTrouble */
export function ffmpeg(
  args: readonly string[],
  { signal, timeoutMs = LONGEST_MS, level = 'error', keep, onOutput, more }: Running = {},
): Promise<string> {
  return runTool('ffmpeg', ['-nostdin', '-hide_banner', '-loglevel', level, ...args], {
    timeoutMs,
    ...(keep ? { keep } : {}),
    ...(signal ? { signal } : {}),
    ...(onOutput ? { onOutput } : {}),
    ...(more ? { more } : {}),
  });
}

/** What ffmpeg writes to its standard output, all of it. @throws ToolTrouble */
export async function outputOf(args: readonly string[], signal?: AbortSignal): Promise<Buffer> {
  const chunks: Buffer[] = [];
  await ffmpeg([...args, 'pipe:1'], { signal, onOutput: (chunk) => chunks.push(chunk) });
  return Buffer.concat(chunks);
}

/** Reads progress blocks. @param done told the time that is made, µs. */
export function progressTo(done: (us: number) => void): (chunk: Buffer) => void {
  return (chunk) => {
    let last: string | undefined;
    for (const match of chunk.toString('latin1').matchAll(/out_time_us=\s*(\d+)/g)) last = match[1];
    if (last) done(Number(last));
  };
}
