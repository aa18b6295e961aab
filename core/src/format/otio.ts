import '../words/localize';
import * as z from 'zod';
import { segmentKindSchema, workedSideSchema, type Segment } from '../lesson/segment.schema';
import { nameOfStep, type Lesson } from '../lesson/lesson.schema';
import { pieceSchema, type Piece } from '../lesson/piece.schema';
import { takeMsSchema } from '../lesson/times.schema';
import { nearestFrame, perSecond } from '../time/frames';
import { termOf } from '../words/terms';
import { FormatError } from './format-error';
import { rateOf, type EditListed } from './edl';
import { framedPieces } from './framed-pieces';

/** Under this name a program's own facts lie beside what every reader understands. */
const OWN = 'limber-cheek';

export interface OtioListed extends EditListed {
  readonly lesson: Pick<Lesson, 'steps' | 'segments'>;
  /** The name of the file that a take's picture is in. */
  readonly fileOf: (takeId: string) => string;
  /** How long a take is, ms. */
  readonly lengthOf: (takeId: string) => number;
}

/**
 * Writes what plays as an OpenTimelineIO timeline (JSON): a track of pictures and one of sound, a clip a piece, chapters as
 * markers of the timeline and what is marked as markers of the clips, in whole frames. What it was to the millisecond lies
 * beside it, so that it is read back as it was.
 *
 * @throws FormatError where nothing plays.
 * @example (writeOtio(listed) as { OTIO_SCHEMA: string }).OTIO_SCHEMA // 'Timeline.1'
 */
export function writeOtio({ title, cut, takes, chapters, lesson, fileOf, lengthOf }: OtioListed): object {
  const rate = rateOf(cut, takes);
  const fps = perSecond(rate);
  const time = (value: number): object => ({ OTIO_SCHEMA: 'RationalTime.1', rate: fps, value });
  const range = (from: number, to: number): object => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: time(from),
    duration: time(to - from),
  });
  const marker = (name: string, from: number, to: number, color: string, metadata: object = {}): object => ({
    ...{ OTIO_SCHEMA: 'Marker.2', metadata, name, color, comment: '' },
    marked_range: range(from, to),
  });
  const names = new Map(takes.map((take) => [take.id, take.name]));
  const steps = new Map(lesson.steps.map((step) => [step.id, nameOfStep(step)]));
  const pieces = framedPieces(cut, rate);
  const marks = ({ piece }: (typeof pieces)[number]): object[] =>
    lesson.segments
      .filter((one) => one.takeId === piece.takeId && one.startMs < piece.toMs && one.endMs > piece.fromMs)
      .map(({ takeId: _takeId, ...own }) => {
        const from = nearestFrame(Math.max(own.startMs, piece.fromMs), rate);
        const to = Math.max(from + 1, nearestFrame(Math.min(own.endMs, piece.toMs), rate));
        const name = [steps.get(own.stepId ?? '') ?? own.kind, own.side ? termOf(own.side) : ''];
        return marker(name.filter(Boolean).join(', '), from, to, 'YELLOW', { [OWN]: own });
      });
  const clips = (marked: boolean): object[] =>
    pieces.map((one) => {
      const { id, takeId, fromMs, toMs } = one.piece;
      return {
        ...{ OTIO_SCHEMA: 'Clip.1', metadata: { [OWN]: { id, takeId, fromMs, toMs } }, name: names.get(takeId) ?? '' },
        ...{ source_range: range(one.from, one.to), effects: [], markers: marked ? marks(one) : [] },
        media_reference: {
          ...{ OTIO_SCHEMA: 'ExternalReference.1', metadata: {}, name: '', target_url: encodeURI(fileOf(takeId)) },
          available_range: range(0, Math.max(one.to, nearestFrame(lengthOf(takeId), rate))),
        },
      };
    });
  const track = (kind: string): object => ({
    ...{ OTIO_SCHEMA: 'Track.1', metadata: {}, name: kind, kind, source_range: null, effects: [], markers: [] },
    children: clips(kind === 'Video'),
  });
  const ends = pieces.at(-1)!;
  const whole = ends.at + ends.to - ends.from;
  return {
    ...{ OTIO_SCHEMA: 'Timeline.1', metadata: {}, name: title, global_start_time: null },
    tracks: {
      ...{ OTIO_SCHEMA: 'Stack.1', metadata: {}, name: 'tracks', source_range: null, effects: [] },
      markers: chapters.map((one) => {
        const from = Math.min(whole - 1, nearestFrame(one.startMs, rate));
        return marker(one.title, from, Math.max(from + 1, Math.min(whole, nearestFrame(one.endMs, rate))), 'CYAN');
      }),
      children: [track('Video'), track('Audio')],
    },
  };
}

/** A clip of a timeline: from where to where of its file it plays, ms, and what is marked on it. */
export interface OtioClip {
  readonly name: string;
  readonly file: string;
  readonly fromMs: number;
  readonly toMs: number;
  readonly marks: readonly OtioMark[];
  /** The piece that it is; null where another program wrote it. */
  readonly piece: Piece | null;
}

export interface OtioMark {
  readonly name: string;
  readonly startMs: number;
  readonly endMs: number;
  /** What was marked there; null where another program wrote it. */
  readonly segment: Segment | null;
}

const rationalSchema = z.object({ rate: z.number().positive(), value: z.number() });
const rangeSchema = z.object({ start_time: rationalSchema, duration: rationalSchema });
const ownMetadata = z.record(z.string(), z.unknown()).nullish();
const markerSchema = z.object({
  OTIO_SCHEMA: z.string().regex(/^Marker\./),
  name: z.string().nullish(),
  marked_range: rangeSchema,
  metadata: ownMetadata,
});
const referenceSchema = z
  .object({ target_url: z.string().nullish(), available_range: rangeSchema.nullish() })
  .nullish();
const clipSchema = z.object({
  OTIO_SCHEMA: z.string().regex(/^Clip\./),
  name: z.string().nullish(),
  source_range: rangeSchema.nullish(),
  markers: z.array(markerSchema).default([]),
  media_reference: referenceSchema,
  media_references: z.record(z.string(), referenceSchema).nullish(),
  active_media_reference_key: z.string().nullish(),
  metadata: ownMetadata,
});
const timelineSchema = z.object({
  OTIO_SCHEMA: z.string().regex(/^Timeline\./, 'This is no timeline of OpenTimelineIO.'),
  name: z.string().nullish(),
  tracks: z.object({
    children: z.array(
      z.object({ OTIO_SCHEMA: z.string(), kind: z.string().nullish(), children: z.array(z.unknown()).default([]) }),
    ),
  }),
});

const stretchSchema = z.object({
  id: z.string().min(1).max(80),
  kind: segmentKindSchema,
  stepId: z.string().max(80).nullable(),
  side: workedSideSchema.nullable(),
  startMs: takeMsSchema,
  endMs: takeMsSchema,
  beatsMs: z.array(takeMsSchema).max(2000),
});

/**
 * Reads the first track of pictures of an OpenTimelineIO timeline: its clips with their markers, whoever wrote it. Gaps
 * and transitions between clips are left out.
 *
 * @throws FormatError with the path of what is wrong.
 * @example parseOtio(writeOtio(listed)).clips[0]?.piece // { id: 'p', takeId: 't', fromMs: 0, toMs: 60_000 }
 */
export function parseOtio(value: unknown): { title: string; clips: OtioClip[] } {
  const { name, tracks } = read(timelineSchema, value, '');
  const at = tracks.children.findIndex((one) => one.OTIO_SCHEMA.startsWith('Track.') && one.kind === 'Video');
  if (at < 0) throw new FormatError($localize`There is no track of pictures in this timeline.`);
  const clips = tracks.children[at]!.children.flatMap((child, i): OtioClip[] => {
    const kind = (child as { OTIO_SCHEMA?: unknown } | null)?.OTIO_SCHEMA;
    if (typeof kind !== 'string' || !kind.startsWith('Clip.')) return [];
    return [clipOf(read(clipSchema, child, `tracks.children.${at}.children.${i}.`), i)];
  });
  if (clips.length === 0) throw new FormatError($localize`There is no clip in this timeline.`);
  return { title: name ?? '', clips };
}

function clipOf(clip: z.output<typeof clipSchema>, nth: number): OtioClip {
  const reference = clip.media_references?.[clip.active_media_reference_key ?? 'DEFAULT_MEDIA'] ?? clip.media_reference;
  const plays = clip.source_range ?? reference?.available_range;
  if (!plays) throw new FormatError($localize`Clip ${nth + 1} says neither what it plays nor how long its file is.`);
  const [fromMs, toMs] = msOf(plays);
  if (toMs <= fromMs) throw new FormatError($localize`Clip ${nth + 1} has no length.`);
  const own = pieceSchema.safeParse(clip.metadata?.[OWN]).data;
  const piece = own && isNear(own.fromMs, fromMs, plays) && isNear(own.toMs, toMs, plays) ? own : null;
  const marks = clip.markers.map((one): OtioMark => {
    const [startMs, endMs] = msOf(one.marked_range);
    const stretch = stretchSchema.safeParse(one.metadata?.[OWN]).data;
    const segment = piece && stretch ? { ...stretch, takeId: piece.takeId } : null;
    return { name: one.name ?? '', startMs, endMs, segment };
  });
  return { name: clip.name ?? '', file: decoded(reference?.target_url ?? ''), fromMs, toMs, marks, piece };
}

/** What was moved in an editor is where it was moved to, whatever lies beside it. */
function isNear(own: number, ms: number, { start_time }: z.output<typeof rangeSchema>): boolean {
  return Math.abs(own - ms) <= 1000 / start_time.rate + 1;
}

function msOf({ start_time, duration }: z.output<typeof rangeSchema>): [number, number] {
  const from = (1000 * start_time.value) / start_time.rate;
  return [Math.round(from), Math.round(from + (1000 * duration.value) / duration.rate)];
}

function decoded(url: string): string {
  try {
    return decodeURI(url);
  } catch {
    return url;
  }
}

function read<T>(schema: z.ZodType<T>, value: unknown, before: string): T {
  const known = schema.safeParse(value);
  if (known.success) return known.data;
  const { path, message } = known.error.issues[0]!;
  throw new FormatError($localize`This timeline cannot be read: ${before}${path.join('.')}\: ${message}`);
}
