import { Resvg } from '@resvg/resvg-js';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { drawClip, type Clip } from './clips';

/** Drawings a second, as many as an analysis looks at. */
const DRAWINGS = 12.5;

/**
 * Draws a clip as H.264 with the noise of its camera, without sound.
 *
 * @param width of the picture; its height follows, 16:9.
 * @throws Error when ffmpeg fails.
 */
export async function filmClip(clip: Clip, file: string, width = 640): Promise<void> {
  const size = `${width}x${(width * 9) / 16}`;
  const ffmpeg = spawn(
    'ffmpeg',
    [
      ...['-nostdin', '-loglevel', 'error', '-y'],
      ...['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', size, '-r', String(DRAWINGS), '-i', 'pipe:0'],
      ...['-vf', `noise=c0s=${Math.round(clip.camera.noise)}:c0f=t:all_seed=${clip.seed}`],
      ...['-r', '25', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '23', '-pix_fmt', 'yuv420p', file],
    ],
    { stdio: ['pipe', 'ignore', 'inherit'] },
  );
  const ended = once(ffmpeg, 'close') as Promise<[number]>;
  ffmpeg.stdin.on('error', () => undefined);
  for (let at = 0; at < (clip.durationMs / 1000) * DRAWINGS && ffmpeg.exitCode === null; at++) {
    const svg = drawClip(clip, (at * 1000) / DRAWINGS);
    const { pixels } = new Resvg(svg, { fitTo: { mode: 'width', value: width } }).render();
    if (!ffmpeg.stdin.write(pixels)) await Promise.race([once(ffmpeg.stdin, 'drain'), ended]);
  }
  ffmpeg.stdin.end();
  const [code] = await ended;
  if (code !== 0) throw new Error('ffmpeg could not write the clip.');
}
