import type { CueStyle } from '../lesson/cue-style.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueOverride } from '../lesson/override.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import type { Cue } from './cue';
import { deriveCues } from './derive';
import { FRAMES, type FrameName } from './frame';
import type { Heard } from './heard';
import { placeCues, type PlacedCue } from './place';
import type { SeenOn } from './seen-areas';
import { cueStyleOf } from './styles';
import { shotsAndAreas, type Shot } from './shots';
import type { WorkedArea } from './worked-area';

/** What of a lesson's cues is wanted; what is left out is as usual. */
export interface Showing {
  readonly timeline?: Timeline;
  readonly frame?: FrameName;
  readonly style?: CueStyle;
  readonly heard?: Heard;
  /** What was seen of takes; without it, where she works is estimated. */
  readonly seenOn?: SeenOn;
  /** What a version has frozen, instead of what would be derived. */
  readonly cues?: readonly Cue[];
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
  }: Showing = {},
): {
  cues: PlacedCue[];
  orphans: readonly CueOverride[];
  shots: readonly Shot[];
  areas: readonly WorkedArea[];
} {
  const { cues, orphans } = frozen ? { cues: frozen, orphans: [] } : deriveCues(lesson, timeline, heard);
  const { areas, shots } = shotsAndAreas(lesson, timeline, FRAMES[frame], seenOn);
  return { cues: placeCues(cues, style, FRAMES[frame], areas), orphans, shots, areas };
}
