import { execFile } from 'node:child_process';
import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import * as z from 'zod';
import { parseFrameRate, type FrameRate } from '@limber/core/time/frames';

const run = promisify(execFile);

/** A file that is proven to be no usable footage. The message says what it is and what to do. */
export class RefusedMedia extends Error {
  override readonly name = 'RefusedMedia';
}

export interface Probed {
  readonly durationMs: number;
  /** As shown, rotation applied. */
  readonly width: number;
  readonly height: number;
  /** Frames a second that the proxy will have. */
  readonly frameRate: FrameRate;
  readonly hasSound: boolean;
  readonly highDynamicRange: boolean;
  readonly warning: string | null;
}

/**
 * The two demuxer families that are taken (MP4, MOV, WebM, MKV). The list is what keeps a playlist or concat text with a
 * video's name from opening other files: the protocol list alone does not.
 */
export const SAFE_INPUT = [
  '-protocol_whitelist',
  'file,pipe',
  '-format_whitelist',
  'mov,mp4,m4a,3gp,3g2,mj2,matroska,webm',
] as const;

const TAKEN = 'MP4, MOV, WebM and MKV video files are taken.';

const probeSchema = z.object({
  streams: z
    .array(
      z.object({
        codec_type: z.string().optional(),
        codec_name: z.string().optional(),
        width: z.number().optional(),
        height: z.number().optional(),
        avg_frame_rate: z.string().optional(),
        r_frame_rate: z.string().optional(),
        color_transfer: z.string().optional(),
        disposition: z.object({ attached_pic: z.number().optional() }).optional(),
        side_data_list: z.array(z.object({ rotation: z.number().optional() })).optional(),
      }),
    )
    .default([]),
  format: z.object({ duration: z.string().optional() }).optional(),
});

/**
 * Decides whether a file is footage, by ffprobe: what can be proven bad is refused, what is only suspicious comes back
 * with a warning.
 *
 * @throws RefusedMedia
 */
export async function probe(file: string): Promise<Probed> {
  const head = await firstBytes(file);
  if (head.length === 0) throw new RefusedMedia('The file is empty. Export or copy it again and bring in that one.');
  if (/^\s*(?:#EXTM3U|ffconcat|\[playlist\]|<\?xml|<MPD)/i.test(head.toString('latin1')))
    throw new RefusedMedia(`This is a playlist that points to other files, not a video. ${TAKEN}`);

  const found = await streamsOf(file, looksLikeMp4(head));
  const video = found.streams.find((one) => one.codec_type === 'video' && !one.disposition?.attached_pic);
  const hasSound = found.streams.some((one) => one.codec_type === 'audio');
  if (!video || !video.width || !video.height)
    throw new RefusedMedia(
      hasSound
        ? 'The file has sound but no picture. Bring in the video, not its sound track.'
        : `There is no video in this file. ${TAKEN}`,
    );

  const last = await lastPictureMs(file);
  if (last === null)
    throw new RefusedMedia('The file names a video but holds no pictures. Export it again and bring in that one.');
  const claimed = Math.round(Number(found.format?.duration ?? 'NaN') * 1000);
  const average = parseFrameRate(video.avg_frame_rate ?? '') ?? parseFrameRate(video.r_frame_rate ?? '');
  const frameMs = average ? (1000 * average.denominator) / average.numerator : 40;
  const trueMs = Math.round(last + Math.min(frameMs, 200));
  const turned =
    video.side_data_list?.some((side) => side.rotation !== undefined && Math.abs(side.rotation) % 180 === 90) ?? false;
  return {
    durationMs: trueMs,
    width: turned ? video.height : video.width,
    height: turned ? video.width : video.height,
    frameRate: { numerator: proxyRate(average), denominator: 1 },
    hasSound,
    highDynamicRange: video.color_transfer === 'smpte2084' || video.color_transfer === 'arib-std-b67',
    warning: warn(claimed, trueMs),
  };
}

function warn(claimedMs: number, trueMs: number): string | null {
  if (!Number.isFinite(claimedMs) || claimedMs <= 0)
    return 'The file does not say how long it is, as recordings made in a browser often do not. Its pictures were counted instead.';
  if (claimedMs - trueMs > Math.max(1000, claimedMs * 0.02))
    return `The file says it runs ${seconds(claimedMs)} but its picture ends at ${seconds(trueMs)}: it may have been cut off while copying. What is there was taken; compare it with the original.`;
  return null;
}

const seconds = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;

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

async function streamsOf(file: string, mp4: boolean): Promise<z.infer<typeof probeSchema>> {
  try {
    const { stdout } = await run(
      'ffprobe',
      ['-v', 'error', ...SAFE_INPUT, '-show_streams', '-show_format', '-of', 'json', file],
      { timeout: 60_000, maxBuffer: 8_000_000 },
    );
    return probeSchema.parse(JSON.parse(stdout));
  } catch (error) {
    const said = String((error as { stderr?: string }).stderr ?? '');
    if (mp4 && /moov atom not found/i.test(said))
      throw new RefusedMedia(
        'The file was cut off before its index was written, so it cannot be opened. Copy it from the camera again, whole.',
      );
    if (/whitelist/i.test(said)) throw new RefusedMedia(`This is another kind of file under a video’s name. ${TAKEN}`);
    throw new RefusedMedia(`This is no video that can be read. ${TAKEN}`);
  }
}

/** Time of the last picture by its packets, ms; a header may claim anything. Null when there is none. */
async function lastPictureMs(file: string): Promise<number | null> {
  const { stdout } = await run(
    'ffprobe',
    [
      '-v',
      'error',
      ...SAFE_INPUT,
      '-select_streams',
      'v:0',
      '-show_entries',
      'packet=pts_time',
      '-of',
      'csv=p=0',
      file,
    ],
    { timeout: 300_000, maxBuffer: 64_000_000 },
  ).catch(() => ({ stdout: '' }));
  let first = Infinity;
  let last = -Infinity;
  for (const line of stdout.split('\n')) {
    const at = Number.parseFloat(line);
    if (!Number.isFinite(at)) continue;
    first = Math.min(first, at);
    last = Math.max(last, at);
  }
  return Number.isFinite(last) ? (last - Math.min(first, last)) * 1000 : null;
}
