import { cueChecks } from '@limber/core/check/cue-checks';
import { seenCues } from '@limber/core/check/cue-findings';
import { deriveCues } from '@limber/core/cue/derive';
import { FRAMES } from '@limber/core/cue/frame';
import { placeCues } from '@limber/core/cue/place';
import { PEBBLE } from '@limber/core/cue/styles';
import { workedAreas } from '@limber/core/cue/worked-area';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { CUE_KINDS } from '@limber/core/lesson/override.schema';
import { timelineOf } from '@limber/core/schedule/timeline';
import { medians, report } from './compare';
import { hourOf } from './long-lesson';

/**
 * An hour with so many cues, derived and placed: by how it grows, and against `structuredClone` of what comes out.
 */
export async function cues(): Promise<void> {
  const [small, large] = [hourOf(1000), hourOf(10_000)];
  const [few, many] = [work(small), work(large)];
  const [ours, copy] = await medians(
    () => work(large),
    () => structuredClone(many),
    15,
    3,
  );
  report(
    'cues',
    `an hour of ${many.length} cues, derived and placed`,
    ours,
    'structuredClone of the placed cues',
    copy,
  );
  const [after, before] = await medians(
    () => work(large),
    () => {
      for (let i = 0; i < 10; i++) work(small);
    },
    15,
    3,
  );
  report('cues', `growth from ${few.length} to ${many.length} cues`, after, 'ten times the smaller one', before);
  for (const [less, more] of [
    [100, 1000],
    [1000, 10_000],
  ] as const) {
    const [one, other] = [everything(hourOf(less)), everything(hourOf(more))];
    const [ours, ten] = await medians(
      () => checked(other),
      () => {
        for (let i = 0; i < 10; i++) checked(one);
      },
      7,
      2,
    );
    report('cues', `every kind shown, and checked: from ${less} to ${more}`, ours, 'ten times the smaller one', ten);
  }
}

/** The same lesson with all that can be shown. */
function everything(lesson: Lesson): Lesson {
  return { ...lesson, overrides: CUE_KINDS.map((key) => ({ key, when: 'every' as const })) };
}

function checked(lesson: Lesson): number {
  const timeline = timelineOf(lesson)!;
  return cueChecks(seenCues(lesson, timeline, deriveCues(lesson, timeline).cues)).length;
}

function work(lesson: Lesson) {
  const timeline = timelineOf(lesson)!;
  return placeCues(deriveCues(lesson, timeline).cues, PEBBLE, FRAMES['16:9'], workedAreas(lesson, timeline.passages));
}
