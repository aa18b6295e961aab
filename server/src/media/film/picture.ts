import '@limber/core/words/localize';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { FRAMES } from '@limber/core/cue/frame';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { LEAD_SECONDS, type CardPart, type FilmPart, type FootagePart } from '@limber/core/render/film';
import { perSecond, secondsOf } from '@limber/core/time/frames';
import { squarePixels, standardRange, WHOLE_PICTURES } from '../make';
import { SAFE_INPUT } from '../probe';
import { ToolTrouble } from '../tool';
import { ffmpeg, progressTo } from '../ffmpeg';
import { assFilter, lookAt } from './ffmpeg';
import { lightOf, lit } from './light';

export interface PartMaking {
  readonly plan: Pick<FilmPlan, 'width' | 'height' | 'rate' | 'kind' | 'frame'>;
  readonly part: FilmPart;
  /** The cues of the part, or null; see `assOfPart`. */
  readonly ass: string | null;
  /** The footage to read; a card needs none. */
  readonly footage: Footage | null;
  /** A folder with nothing but the unpacked fonts. */
  readonly fonts: string;
  readonly scratch: string;
  readonly signal?: AbortSignal;
  readonly progress?: (share: number) => void;
}

/** A medium that lies here, and what is known of it. */
export interface Footage {
  readonly path: string;
  /** What brings its colours and its light to those of the film. */
  readonly graded: readonly string[];
}

/** Read so long before the first picture, s: one that began earlier may still be shown there. */
const BEFORE_SECONDS = 2;

/**
 * Makes the pictures of one part, without sound: from the original through the steps that also made the copy whose time
 * is the take's, brought to the shape of the film, cues drawn in. It has exactly as many pictures as it should.
 *
 * @returns the path of the part.
 * @throws ToolTrouble
 */
export async function makePart({
  plan,
  part,
  ass,
  footage,
  fonts,
  scratch,
  signal,
  progress,
}: PartMaking): Promise<string> {
  const out = join(scratch, `part-${part.at}.${plan.kind}`);
  const script = join(scratch, `part-${part.at}.ass`);
  if (ass !== null) await writeFile(script, ass);
  const { input, steps } = part.card ? ofCard(plan, part) : ofFootage(plan, part, footage!);
  const drawn =
    ass === null ? [] : [`setpts=PTS+${LEAD_SECONDS}/TB`, assFilter(script, fonts), `setpts=PTS-${LEAD_SECONDS}/TB`];
  await ffmpeg(
    [
      ...[...input, '-map', '0:v:0', '-an', '-sn', '-dn', '-map_metadata', '-1'],
      ...['-vf', [...steps, 'format=yuv420p', ...drawn].join(','), ...encoder(plan)],
      ...['-progress', 'pipe:1', '-nostats', '-y', out],
    ],
    {
      signal,
      onOutput: progressTo((us) => progress?.(Math.min(1, us / 1e6 / secondsOf(part.frames, plan.rate)))),
    },
  );
  const { streams } = await lookAt(out, signal, ['-count_packets', '-select_streams', 'v:0']);
  const made = Number(streams[0]?.nb_read_packets ?? 0);
  if (made !== part.frames)
    throw new ToolTrouble(
      'failed',
      'ffmpeg',
      $localize`A part of the film came out with ${made} pictures instead of ${part.frames}.`,
    );
  return out;
}

interface Made {
  readonly input: readonly string[];
  readonly steps: readonly string[];
}

function ofCard({ width, height, rate }: PartMaking['plan'], { frames }: CardPart): Made {
  const source = `color=black:size=${width}x${height}:rate=${fraction(rate)}`;
  return { input: ['-f', 'lavfi', '-i', source], steps: [`trim=end_frame=${frames}`, 'setsar=1'] };
}

function ofFootage(plan: PartMaking['plan'], part: FootagePart, { path, graded }: Footage): Made {
  const early = Math.max(0, part.from - Math.ceil(BEFORE_SECONDS * perSecond(part.rate)));
  const lasts = Math.ceil(secondsOf(part.frames, plan.rate)) + 2 * BEFORE_SECONDS + 1;
  const [takeRate, filmRate] = [fraction(part.rate), fraction(plan.rate)];
  return {
    input: [
      ...(early > 0 ? ['-ss', secondsOf(early, part.rate).toFixed(6)] : []),
      ...['-t', String(lasts), ...SAFE_INPUT, '-i', path],
    ],
    steps: [
      WHOLE_PICTURES,
      `fps=${takeRate}:start_time=0`,
      `trim=start_frame=${part.from - early}`,
      'setpts=PTS-STARTPTS',
      ...(takeRate === filmRate ? [] : [`fps=${filmRate}:start_time=0`]),
      // A take that ends a picture early holds its last one.
      'tpad=stop_mode=clone:stop_duration=1',
      `trim=end_frame=${part.frames}`,
      ...squarePixels(plan.frame === '16:9' ? 1920 : 3840),
      ...graded,
      ...shaped(plan, part.view),
    ],
  };
}

function fraction({ numerator, denominator }: PartMaking['plan']['rate']): string {
  return `${numerator}/${denominator}`;
}

const MOST_GRADES = 400;

/** What brings media to the colours of a film, and to its light: looked at once each. */
export class Grades {
  private readonly known = new Map<string, Promise<string[]>>();

  /** @param medium what the original at `path` is known by; it never changes. */
  of(
    medium: string,
    path: string,
    { highDynamicRange, brighter }: { highDynamicRange: boolean; brighter: boolean },
    signal?: AbortSignal,
  ): Promise<string[]> {
    const name = `${medium}/${brighter ? 'brighter' : 'as it is'}`;
    const known = this.known.get(name) ?? gradeOf(path, highDynamicRange, brighter, signal);
    if (this.known.size >= MOST_GRADES) this.known.clear();
    this.known.set(name, known);
    // What was ended is looked at anew.
    known.catch(() => this.known.delete(name));
    return known;
  }
}

async function gradeOf(
  original: string,
  highDynamicRange: boolean,
  brighter: boolean,
  signal?: AbortSignal,
): Promise<string[]> {
  const colours = [...standardRange(highDynamicRange), ...(await toBt709(original, highDynamicRange, signal))];
  return brighter ? [...colours, 'format=yuv420p', ...lit(await lightOf(original, colours, signal))] : colours;
}

const WIDE = 16 / 9;
const even = (value: number): number => 2 * Math.round(value / 2);
/** What stands around a picture that does not fill its shape: lighter than the plates of cues. */
const GROUND = '0x4a3f50';

/** Brings the picture into a wide one, and cuts out of that what the shape shows of it. */
function shaped({ width, height, frame }: PartMaking['plan'], view: FootagePart['view']): string[] {
  const { shows } = FRAMES[frame];
  const high = Math.min(height, even((height * shows) / view.width));
  const wide = shows === 1 ? width : Math.max(width, even(high * WIDE));
  return [
    `scale=${wide}:${high}:force_original_aspect_ratio=decrease:force_divisible_by=2:flags=bicubic`,
    `pad=${wide}:${high}:(ow-iw)/2:(oh-ih)/2:color=${GROUND}`,
    ...(wide > width ? [`crop=${width}:${high}:x='${cropX(view, wide, width)}':y=0`] : []),
    ...(high < height ? [`pad=${width}:${height}:0:(oh-ih)/2:color=${GROUND}`] : []),
    'setsar=1',
  ];
}

/** The left edge of what is cut out, px, picture by picture. */
function cropX({ centre, pans }: FootagePart['view'], wide: number, width: number): string {
  const moved = pans.reduce((before, { at, frames, from, to }) => {
    if (frames === 0) return `if(gte(n,${at}),${to.toFixed(5)},${before})`;
    const share = `clip((n-${at})/${frames},0,1)`;
    return `if(gte(n,${at}),${from.toFixed(5)}+(${(to - from).toFixed(5)})*${share}*${share}*(3-2*${share}),${before})`;
  }, centre.toFixed(5));
  return `clip((${moved})*${wide}-${width / 2},0,${wide - width})`;
}

/** Footage whose colours follow the older rule, or say nothing and are small, is turned into those of a film. */
async function toBt709(original: string, highDynamicRange: boolean, signal?: AbortSignal): Promise<string[]> {
  if (highDynamicRange) return [];
  const { streams } = await lookAt(original, signal, ['-select_streams', 'v:0']);
  const { color_space: space, height = 0 } = streams[0] ?? {};
  const older =
    space === 'smpte170m' || space === 'bt470bg' || ((space === undefined || space === 'unknown') && height < 720);
  return older ? ['zscale=matrixin=170m:matrix=709:rangein=tv:range=tv'] : [];
}

/** Fixed groups of pictures and fixed settings, so that parts can be put together without making them again. */
function encoder({ kind, rate }: PartMaking['plan']): string[] {
  const group = String(Math.round((2 * rate.numerator) / rate.denominator));
  const colour = ['-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709', '-color_range', 'tv'];
  if (kind === 'webm')
    return [
      ...['-c:v', 'libvpx-vp9', '-deadline', 'good', '-cpu-used', '5', '-row-mt', '1', '-crf', '32', '-b:v', '0'],
      ...['-g', group, ...colour, '-f', 'webm'],
    ];
  return [
    ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '20', '-profile:v', 'high', '-bf', '2'],
    ...['-g', group, '-keyint_min', group, '-sc_threshold', '0', ...colour],
    ...['-video_track_timescale', String(rate.numerator < 1000 ? rate.numerator * 512 : rate.numerator), '-f', 'mp4'],
  ];
}
