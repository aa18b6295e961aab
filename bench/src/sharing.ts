import { checkLesson } from '@limber/core/check/check-lesson';
import { sorted } from '@limber/core/check/finding';
import { groupsOf } from '@limber/core/check/groups';
import { instantOf } from '@limber/core/check/place-in-cut';
import { proofOf } from '@limber/core/check/proof';
import { deriveCues } from '@limber/core/cue/derive';
import { FRAMES } from '@limber/core/cue/frame';
import { placeCues } from '@limber/core/cue/place';
import { PEBBLE } from '@limber/core/cue/styles';
import { workedAreas } from '@limber/core/cue/worked-area';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { handOver } from '@limber/core/render/hand-over';
import { timelineOf } from '@limber/core/schedule/timeline';
import { medians, report } from './compare';
import { hourOf } from './long-lesson';

/** What leaves the studio of an hour with 10,000 cues, and the proof of a lesson with 500 findings: each by how it grows. */
export async function sharing(): Promise<void> {
  const [small, large] = [exported(hourOf(1000)), exported(hourOf(10_000))];
  const [ours, ten] = await medians(large.write, () => tenTimes(small.write), 9, 2);
  report('sharing', `every file of an hour with ${large.cues} cues`, ours, 'ten times a tenth of it', ten);

  const [few, many] = [proven(hourOf(300)), proven(hourOf(3000))];
  const [proof, tenth] = await medians(many.prove, () => tenTimes(few.prove), 9, 2);
  report('sharing', `the proof of ${many.findings} findings`, proof, `ten times that of ${few.findings}`, tenth);
  const [found, tenthFound] = await medians(many.find, () => tenTimes(few.find), 7, 2);
  report('sharing', `finding ${many.findings} of them`, found, `ten times finding ${few.findings}`, tenthFound);
}

function tenTimes(work: () => unknown): void {
  for (let i = 0; i < 10; i++) work();
}

function exported(lesson: Lesson): { cues: number; write: () => number } {
  const timeline = timelineOf(lesson)!;
  const areas = workedAreas(lesson, timeline.passages);
  const cues = placeCues(deriveCues(lesson, timeline).cues, PEBBLE, FRAMES['16:9'], areas);
  const write = (): number =>
    handOver(lesson, timeline, cues, null).files.reduce((letters, file) => letters + file.text().length, 0);
  return { cues: cues.length, write };
}

/** What stands on the page of a proof, once the checks have come back. */
function proven(lesson: Lesson): { findings: number; prove: () => unknown; find: () => unknown } {
  const timeline = timelineOf(lesson)!;
  const found = checkLesson(lesson);
  const prove = (): unknown => {
    const { open } = sorted(found, lesson.setAside);
    const groups = groupsOf(open);
    return [proofOf(lesson, timeline, open), groups.map((one) => instantOf(one.findings[0]!.place, timeline))];
  };
  return { findings: found.length, prove, find: () => checkLesson({ ...lesson }) };
}
