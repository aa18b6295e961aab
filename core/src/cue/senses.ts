import type { Analysis } from '../footage/analysis.document';
import type { CellGrid } from '../footage/lips';
import { pictureOf, soundOf, type Take } from '../lesson/take.schema';
import type { Span } from '../time/spans';
import type { Heard } from './heard';
import type { SeenOn, SeenTake } from './seen-areas';

/** What was heard and seen on takes, as far as anybody looked: cues go by it, and so do their checks. */
export interface Senses {
  readonly heard?: Heard;
  /** Without it, where she works is estimated. */
  readonly seenOn?: SeenOn;
}

/** What was found in media, each in its own time; those that nobody looked at are not in it. */
export interface SensedMedia {
  /** Where someone speaks. */
  readonly speech: ReadonlyMap<string, readonly Span[]>;
  readonly seen: ReadonlyMap<string, SeenTake>;
}

/** What was heard and seen on a take, in its own time; null where nobody looked. */
export interface Sensed {
  readonly speech: readonly Span[] | null;
  readonly seen: SeenTake | null;
}
/** The same by take: data, which a worker can be told. */
export type SensedTakes = Readonly<Record<string, Sensed>>;

/**
 * What cues go by of what was seen in a recording.
 *
 * @param cellsOf reads a grid, which stands in its file as text.
 * @example seenIn(analysis, cellsOf).faces.length === analysis.faces.length // true
 */
export function seenIn(
  { faces, sceneChangesMs, motion, light }: Pick<Analysis, 'faces' | 'sceneChangesMs' | 'motion' | 'light'>,
  cellsOf: (grid: Analysis['motion']) => CellGrid,
): SeenTake {
  // Outlines are many points, and no cue goes by them.
  const boxes = faces.map(({ atMs, box }) => ({ atMs, box, outline: [] }));
  return { faces: boxes, sceneChangesMs, motion: cellsOf(motion), light: cellsOf(light) };
}

/**
 * What was found on takes, from what was found in their media.
 *
 * @example sensedOn(lesson.takes, { speech: new Map([['m', [[500, 900]]]]), seen: new Map() }).t?.speech // [[500, 900]]
 */
export function sensedOn(takes: readonly Take[], { speech, seen }: SensedMedia): SensedTakes {
  return Object.fromEntries(
    takes.map((take) => {
      const [sound, picture] = [soundOf(take), take.sources.find((one) => one.mediaId === pictureOf(take))];
      const spans = sound && speech.get(sound.mediaId);
      const pictures = picture && seen.get(picture.mediaId);
      const sensed: Sensed = {
        speech: spans ? spans.map(([from, to]): Span => [from + sound.offsetMs, to + sound.offsetMs]) : null,
        seen: pictures ? { ...pictures, offsetMs: picture.offsetMs } : null,
      };
      return [take.id, sensed];
    }),
  );
}

/** @example sensesOf({}).heard?.('t') // null */
export function sensesOf(sensed: SensedTakes): Required<Senses> {
  return {
    heard: (takeId) => sensed[takeId]?.speech ?? null,
    seenOn: (takeId) => sensed[takeId]?.seen ?? null,
  };
}
