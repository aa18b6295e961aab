import { spawn } from 'node:child_process';
import { once } from 'node:events';

/** Drawings a second; each is shown for two frames of the 25 a second that footage has. */
const DRAWINGS = 12.5;

/**
 * Draws picture by picture into ffmpeg.
 *
 * @param size of a drawing, as `960x540`. @param draw its RGBA bytes at an instant, ms.
 * @param encoding what follows the drawings on ffmpeg's line, its output last. @param say told the share that is drawn.
 * @throws Error when ffmpeg fails.
 */
export async function encodeDrawings({
  size,
  durationMs,
  draw,
  encoding,
  say = () => undefined,
}: {
  size: string;
  durationMs: number;
  draw: (ms: number) => Uint8Array;
  encoding: readonly string[];
  say?: (share: number) => void;
}): Promise<void> {
  const ffmpeg = spawn(
    'ffmpeg',
    [
      ...['-nostdin', '-hide_banner', '-loglevel', 'error', '-y'],
      ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', size, '-r', String(DRAWINGS), '-i', 'pipe:0', ...encoding],
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let complaint = '';
  ffmpeg.stderr.on('data', (chunk: Buffer) => (complaint += chunk.toString()));
  const ended = once(ffmpeg, 'close') as Promise<[number]>;
  ffmpeg.stdin.on('error', () => undefined);
  const count = Math.ceil((durationMs / 1000) * DRAWINGS);
  for (let at = 0; at < count && ffmpeg.exitCode === null; at++) {
    if (!ffmpeg.stdin.write(draw((at * 1000) / DRAWINGS))) await Promise.race([once(ffmpeg.stdin, 'drain'), ended]);
    if (at % 50 === 0) say(at / count);
  }
  ffmpeg.stdin.end();
  const [code] = await ended;
  if (code !== 0) throw new Error(`ffmpeg could not write the footage: ${complaint.trim()}`);
}
