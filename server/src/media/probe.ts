import '@limber/core/words/localize';
import { open } from 'node:fs/promises';
import * as z from 'zod';
import { parseJson } from '@limber/core/format/parse-json';
import { parseFrameRate, type FrameRate } from '@limber/core/time/frames';
import { runTool, ToolTrouble } from './tool';

/** A file that is proven to be no usable footage. The message says what it is and what to do. */
export class RefusedMedia extends Error {
  override readonly name = 'RefusedMedia';
}

export interface Probed {
  readonly durationMs: number;
  /** As shown: rotation applied, pixels square. 0 for sound alone. */
  readonly width: number;
  readonly height: number;
  /** Frames a second that the proxy will have. */
  readonly frameRate: FrameRate;
  readonly hasPicture: boolean;
  readonly hasSound: boolean;
  readonly highDynamicRange: boolean;
  readonly warning: string | null;
}

/**
 * The demuxers that are used: four families of video (MP4 and MOV, WebM and MKV, AVI, transport streams), and plain sound.
 * None of them opens another file: the list is what keeps a playlist or concat text with a video's name from doing that, and
 * the protocol list alone does not. It holds inside of them too: subtitles in an AVI are a file of their own kind.
 */
export const SAFE_INPUT = [
  '-protocol_whitelist',
  'file,pipe',
  '-format_whitelist',
  'mov,mp4,m4a,3gp,3g2,mj2,matroska,webm,avi,mpegts,wav,flac,mp3,ogg,aac',
] as const;

const TAKEN = $localize`MP4, MOV, WebM, MKV, AVI and TS video files are taken.`;
const DAY_MS = 86_400_000;

const streamSchema = z.object({
  codec_type: z.string().optional(),
  width: z.number().optional(),
  height: z.number().optional(),
  sample_aspect_ratio: z.string().optional(),
  avg_frame_rate: z.string().optional(),
  r_frame_rate: z.string().optional(),
  start_time: z.string().optional(),
  color_transfer: z.string().optional(),
  disposition: z.object({ attached_pic: z.number().optional() }).optional(),
  side_data_list: z.array(z.object({ rotation: z.number().optional() })).optional(),
});
const probeSchema = z.object({
  streams: z.array(streamSchema).default([]),
  format: z.object({ duration: z.string().optional(), start_time: z.string().optional() }).optional(),
});

/**
 * Decides whether a file is footage, by ffprobe: what is proven bad is refused, what is only suspicious comes back with a
 * warning. A tool that is missing, killed or out of time proves nothing.
 *
 * @param role what the file is to give: `sound` may come without a picture.
 * @throws RefusedMedia
 * @throws ToolTrouble when it could not be looked at.
 */
export async function probe(
  file: string,
  role: 'picture' | 'sound' = 'picture',
  signal?: AbortSignal,
): Promise<Probed> {
  const head = await firstBytes(file);
  if (head.length === 0)
    throw new RefusedMedia($localize`The file is empty. Export or copy it again and bring in that one.`);
  if (/^\s*(?:#EXTM3U|ffconcat|\[playlist\]|<\?xml|<MPD)/i.test(head.toString('latin1')))
    throw new RefusedMedia($localize`This is a playlist that points to other files, not a video. ${TAKEN}`);

  const found = await streamsOf(file, looksLikeMp4(head), signal);
  const video = found.streams.find((one) => one.codec_type === 'video' && !one.disposition?.attached_pic);
  const hasSound = found.streams.some((one) => one.codec_type === 'audio');
  const hasPicture = Boolean(video?.width && video.height);
  if (!hasPicture && !(role === 'sound' && hasSound))
    throw new RefusedMedia(
      hasSound
        ? $localize`The file has sound but no picture. Bring in the video, not its sound track.`
        : $localize`There is no video in this file. ${TAKEN}`,
    );
  const times = await packetTimes(file, hasPicture ? 'v:0' : 'a:0', signal);
  if (times.count === 0)
    throw new RefusedMedia(
      $localize`The file names a video but holds no pictures. Export it again and bring in that one.`,
    );
  if (hasPicture && times.count === 1)
    throw new RefusedMedia($localize`The file holds a single picture, not a film. Bring in the recording itself.`);

  const average = video && (parseFrameRate(video.avg_frame_rate ?? '') ?? parseFrameRate(video.r_frame_rate ?? ''));
  const frameMs = average ? (1000 * average.denominator) / average.numerator : 40;
  // The take begins where the file does: a picture that comes later is waited for.
  const beginMs = 1000 * (seconds(found.format?.start_time) ?? times.firstMs / 1000);
  const durationMs = Math.round(times.lastMs - beginMs + Math.min(frameMs, 200));
  if (times.lastMs <= times.firstMs || durationMs <= 0)
    throw new RefusedMedia(
      $localize`All pictures of this file stand at the same instant, so it has no length. Export it again.`,
    );
  if (durationMs > DAY_MS)
    throw new RefusedMedia($localize`This file runs longer than a day. Cut it to the lesson, then bring in that.`);

  const shown = video ? shownSize(video) : { width: 0, height: 0 };
  const claimedMs = 1000 * (seconds(found.format?.duration) ?? NaN);
  return {
    durationMs,
    ...shown,
    frameRate: { numerator: proxyRate(average ?? null), denominator: 1 },
    hasPicture,
    hasSound,
    highDynamicRange: video?.color_transfer === 'smpte2084' || video?.color_transfer === 'arib-std-b67',
    // A header may count from 0 or from where the file begins: only what is missing by both is missing.
    warning: warn(claimedMs, Math.max(durationMs, times.lastMs)),
  };
}

/** As it is seen: pixels made square by stretching their shorter side, then turned. */
function shownSize({ width = 0, height = 0, ...video }: z.infer<typeof streamSchema>): {
  width: number;
  height: number;
} {
  const [across, down] = (video.sample_aspect_ratio ?? '1:1').split(':').map(Number);
  const stretch = across && down ? across / down : 1;
  const even = (length: number): number => 2 * Math.floor(length / 2);
  const [wide, high] = [even(width * Math.max(1, stretch)), even(height * Math.max(1, 1 / stretch))];
  const turned = video.side_data_list?.some((side) => Math.abs(side.rotation ?? 0) % 180 === 90) ?? false;
  return turned ? { width: high, height: wide } : { width: wide, height: high };
}

function seconds(text: string | undefined): number | null {
  const value = Number.parseFloat(text ?? '');
  return Number.isFinite(value) ? value : null;
}

function warn(claimedMs: number, trueMs: number): string | null {
  const words = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;
  if (!Number.isFinite(claimedMs) || claimedMs <= 0)
    return $localize`The file does not say how long it is, as recordings made in a browser often do not. Its pictures were counted instead.`;
  if (claimedMs - trueMs > Math.max(1000, claimedMs * 0.02))
    return $localize`The file says it runs ${words(claimedMs)} but its picture ends at ${words(trueMs)}\: it may have been cut off while copying. What is there was taken; compare it with the original.`;
  return null;
}

/** 25 or 30 frames a second, whichever the source's own rate lies closer to (or is a multiple of). */
function proxyRate(rate: FrameRate | null): 25 | 30 {
  if (!rate) return 30;
  const perSecond = rate.numerator / rate.denominator;
  const off = (target: number): number => {
    const times = perSecond / target;
    return Math.abs(times - Math.max(1, Math.round(times))) * target;
  };
  return off(25) <= off(30) ? 25 : 30;
}

async function firstBytes(file: string): Promise<Buffer> {
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(512), 0, 512, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** Whether the first box is one that an MP4 or MOV begins with; its name on the file alone proves nothing. */
function looksLikeMp4(head: Buffer): boolean {
  return ['ftyp', 'moov', 'mdat', 'wide', 'free', 'skip'].includes(head.toString('latin1', 4, 8));
}

async function streamsOf(
  file: string,
  mp4: boolean,
  signal: AbortSignal | undefined,
): Promise<z.infer<typeof probeSchema>> {
  let answer = '';
  try {
    await runTool('ffprobe', ['-v', 'error', ...SAFE_INPUT, '-show_streams', '-show_format', '-of', 'json', file], {
      timeoutMs: 120_000,
      onOutput: (chunk) => (answer += chunk.toString('utf8')),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (error instanceof ToolTrouble) throw verdictOf(error, mp4);
    throw error;
  }
  const parsed = probeSchema.safeParse(parseJson(answer));
  // A tool that ended well and still said nothing sensible was not itself: no verdict on the file.
  if (!parsed.success) throw new ToolTrouble('failed', 'ffprobe', $localize`It gave no answer that can be read.`);
  return parsed.data;
}

/** What ffprobe's complaint proves: a refusal only for what it is known to say of bad files, else the trouble itself. */
function verdictOf(trouble: ToolTrouble, mp4: boolean): Error {
  if (trouble.why !== 'failed' || trouble.exitCode !== 1) return trouble;
  if (/moov atom not found/i.test(trouble.said))
    return new RefusedMedia(
      mp4
        ? $localize`The file was cut off before its index was written, so it cannot be opened. Copy it from the camera again, whole.`
        : $localize`This is no video that can be read. ${TAKEN}`,
    );
  if (/whitelist/i.test(trouble.said))
    return new RefusedMedia($localize`This is another kind of file under a video’s name. ${TAKEN}`);
  if (/Invalid data found when processing input|End of file/i.test(trouble.said))
    return new RefusedMedia($localize`This is no video that can be read. ${TAKEN}`);
  return trouble;
}

/** First and last time of a stream by its packets, ms; a header may claim anything. */
async function packetTimes(
  file: string,
  stream: 'v:0' | 'a:0',
  signal: AbortSignal | undefined,
): Promise<{ firstMs: number; lastMs: number; count: number }> {
  let count = 0;
  let first = Infinity;
  let last = -Infinity;
  let rest = '';
  const take = (line: string): void => {
    const at = Number.parseFloat(line);
    if (line.trim() !== '') count += 1;
    if (!Number.isFinite(at)) return;
    first = Math.min(first, at);
    last = Math.max(last, at);
  };
  const args = ['-select_streams', stream, '-show_entries', 'packet=pts_time', '-of', 'csv=p=0'];
  await runTool('ffprobe', ['-v', 'error', ...SAFE_INPUT, ...args, file], {
    timeoutMs: 600_000,
    onOutput: (chunk) => {
      const lines = (rest + chunk.toString('latin1')).split('\n');
      rest = lines.pop() ?? '';
      lines.forEach(take);
    },
    ...(signal ? { signal } : {}),
  });
  take(rest);
  return { firstMs: first * 1000, lastMs: last * 1000, count };
}
