import { Resvg } from '@resvg/resvg-js';
import { drawClip, type Clip } from './clips';
import { encodeDrawings } from './encode';

/**
 * Draws a clip as H.264 with the noise of its camera, without sound.
 *
 * @param width of the picture; its height follows, 16:9.
 * @throws Error when ffmpeg fails.
 */
export async function filmClip(clip: Clip, file: string, width = 640): Promise<void> {
  await encodeDrawings({
    size: `${width}x${(width * 9) / 16}`,
    durationMs: clip.durationMs,
    draw: (ms) => new Resvg(drawClip(clip, ms), { fitTo: { mode: 'width', value: width } }).render().pixels,
    encoding: [
      ...['-vf', `noise=c0s=${Math.round(clip.camera.noise)}:c0f=t:all_seed=${clip.seed}`],
      ...['-r', '25', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '23', '-pix_fmt', 'yuv420p', file],
    ],
  });
}
