import type { CueStyle } from '../lesson/cue-style.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueOverride } from '../lesson/override.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import type { Cue } from './cue';
import type { CueSound } from './cue-sounds';
import { deriveCues } from './derive';
import { FRAMES, type FrameName } from './frame';
import { lightUnder } from './light-under';
import { placeCues, type PlacedCue } from './place';
import { seenAreas } from './seen-areas';
import type { Senses } from './senses';
import { shotsAndAreas, type Shot } from './shots';
import { cueStyleOf } from './styles';
import type { WorkedArea } from './worked-area';

/** What of a lesson's cues is wanted; what is left out is as usual. */
export interface Showing extends Senses {
  readonly timeline?: Timeline;
  readonly frame?: FrameName;
  readonly style?: CueStyle;
  /** What a version has frozen, instead of what would be derived and of where she would be seen. */
  readonly cues?: readonly Cue[];
  readonly sounds?: readonly CueSound[];
  readonly areas?: readonly WorkedArea[];
}

/**
 * The cues of a cut with their places in a picture, what that picture shows and where she works in it, and the overrides
 * whose cue is gone.
 *
 * @example showCues(lesson, { frame: '9:16' }).cues[0]?.box // [0.06, 0.08, 0.41, 0.04]
 */
export function showCues(
  lesson: Lesson,
  {
    timeline = timelineOf(lesson)!,
    frame = '16:9',
    style = cueStyleOf(lesson),
    heard,
    seenOn,
    cues: frozen,
    sounds = [],
    areas: known,
  }: Showing = {},
): {
  cues: PlacedCue[];
  sounds: readonly CueSound[];
  orphans: readonly CueOverride[];
  shots: readonly Shot[];
  areas: readonly WorkedArea[];
} {
  const derived = frozen ? { cues: frozen, sounds, orphans: [] } : deriveCues(lesson, timeline, heard);
  const { areas, shots } = shotsAndAreas(known ?? seenAreas(lesson, timeline, seenOn), timeline, FRAMES[frame]);
  return {
    cues: placeCues(derived.cues, style, FRAMES[frame], areas, lightUnder(timeline.cut, seenOn)),
    sounds: derived.sounds,
    orphans: derived.orphans,
    shots,
    areas,
  };
}
