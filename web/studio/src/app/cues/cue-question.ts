import type { CutId } from '@limber/core/assembly/cut';
import type { Cue } from '@limber/core/cue/cue';
import type { CueSound } from '@limber/core/cue/cue-sounds';
import { deriveCues } from '@limber/core/cue/derive';
import type { FrameName } from '@limber/core/cue/frame';
import type { PlacedCue } from '@limber/core/cue/place';
import { sensesOf, type SensedTakes } from '@limber/core/cue/senses';
import { showCues } from '@limber/core/cue/show';
import type { Shot } from '@limber/core/cue/shots';
import type { WorkedArea } from '@limber/core/cue/worked-area';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { timelineOf } from '@limber/core/schedule/timeline';

/** Of which way through a lesson the cues are wanted, and in what shape of picture. */
export interface CueQuestion {
  readonly lesson: Lesson;
  readonly sensed: SensedTakes;
  readonly cutId: CutId;
  readonly frameName: FrameName;
}

/** The cues of a cut as they stand in a picture. */
export interface CueAnswer {
  readonly cues: readonly PlacedCue[];
  /** What is heard of them. */
  readonly sounds: readonly CueSound[];
  /** What would be derived of the kinds that are shown without any change of one: those hidden are among them. */
  readonly plain: readonly Cue[];
  readonly shots: readonly Shot[];
  readonly areas: readonly WorkedArea[];
}

/** What does not play as a cut of its own is the whole lesson. */
export function cuesShown({ lesson, sensed, cutId, frameName }: CueQuestion): CueAnswer {
  const timeline = timelineOf(lesson, cutId) ?? timelineOf(lesson)!;
  const senses = sensesOf(sensed);
  const { cues, sounds, shots, areas } = showCues(lesson, { ...senses, timeline, frame: frameName });
  const overrides = lesson.overrides.flatMap(({ key, when }) => (when ? [{ key, when }] : []));
  return { cues, sounds, shots, areas, plain: deriveCues({ ...lesson, overrides }, timeline, senses.heard).cues };
}
