import type { Lesson } from '../lesson/lesson.schema';
import type { Source } from '../lesson/take.schema';

/** A medium that goes with a lesson bundle. */
export interface BundledMedium {
  readonly mediaId: string;
  /** Its name in the archive, without its ending. */
  readonly name: string;
  /** What it is called where it is seen. */
  readonly label: string;
  readonly role: Source['role'] | 'music';
  /** The take that it is of; null for music, and for a recording that still waits for its film. */
  readonly takeId: string | null;
  /** Where it begins on the time of its take, ms. */
  readonly offsetMs: number;
}

/** The lesson in a bundle with media, and the folder that they lie in. */
export const BUNDLED_LESSON = 'lesson.json';
export const BUNDLED_MEDIA = 'media/';
/** What lies beside a medium under its name: the log that was kept with it, and its captions. */
export const BUNDLED_LOG = '.log.json';
export const BUNDLED_CAPTIONS = '.captions.txt';

/**
 * The media of a lesson as they are named in a bundle. The picture of a take has the name of the take, as films are
 * rendered from a folder; everything else has its own. A medium that is used twice is in it once.
 *
 * @example mediaOf(lesson)[0] // { mediaId: 'c0…', name: 'window', label: 'Window side', role: 'picture', … }
 */
export function mediaOf({ takes, waiting, music }: Pick<Lesson, 'takes' | 'waiting' | 'music'>): BundledMedium[] {
  const names = new Map<string, string>();
  const nameOf = (mediaId: string, wanted: string): string => {
    const known = names.get(mediaId);
    if (known !== undefined) return known;
    const taken = new Set(names.values());
    let name = wanted.replace(/[^\w-]/g, '_');
    // Other ids may be the same once they are names.
    while (taken.has(name)) name += '_';
    names.set(mediaId, name);
    return name;
  };
  const alone = (mediaId: string, label: string, role: 'log' | 'music'): BundledMedium => {
    return { mediaId, name: nameOf(mediaId, mediaId), label, role, takeId: null, offsetMs: 0 };
  };
  return [
    ...takes.flatMap((take) =>
      take.sources.map(({ mediaId, role, offsetMs }): BundledMedium => {
        const name = nameOf(mediaId, role === 'picture' ? take.id : mediaId);
        return { mediaId, name, label: take.name, role, takeId: take.id, offsetMs };
      }),
    ),
    ...waiting.map(({ mediaId, name }) => alone(mediaId, name, 'log')),
    ...(music ? [alone(music.mediaId, music.name, 'music')] : []),
  ];
}
