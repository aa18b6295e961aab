import { checkDocument, parseDocument } from '@limber/core/document/document';
import { edited } from '@limber/core/document/editing';
import { applyChange, lessonEditing } from '@limber/core/lesson/change';
import { lessonDocument } from '@limber/core/format/lesson.document';
import { lessonSchema } from '@limber/core/lesson/lesson.schema';
import { schedule } from '@limber/core/schedule/schedule';
import { medians, report } from './compare';
import { lessonOf } from './long-lesson';

/** Schedule, reducer, the check before storing and opening on a long lesson, against copying or reading the document. */
export async function lesson(): Promise<void> {
  const long = lessonOf(500);
  let fresh = 0;
  // Every round has words that were never counted before: what is known already costs nothing.
  const unread = (): typeof long => {
    fresh++;
    return {
      ...long,
      steps: long.steps.map((step) => ({
        ...step,
        narration: { ...step.narration, before: `${fresh} ${step.narration.before}` },
      })),
    };
  };
  const copy = (): unknown => structuredClone(long);
  report('schedule', '500 steps, all words new', ...named(await medians(() => schedule(unread()), copy)));
  report('schedule', '500 steps after an edit', ...named(await medians(() => schedule(long), copy)));
  const change = { kind: 'set_step', stepId: 's250', field: 'sidePlan', value: 'both' } as const;
  report('reducer', 'one change among 500 steps', ...named(await medians(() => applyChange(long, change), copy)));
  const schema = (): unknown => lessonSchema.parse(long);
  const [checked, parsed] = await medians(() => edited(lessonEditing, long, change), schema);
  report('check before storing', 'one change among 500 steps', checked, 'its schema over the whole lesson', parsed);
  const [whole, again] = await medians(() => checkDocument(lessonDocument, long), schema);
  report('check before storing', 'all of 500 steps', whole, 'its schema alone', again);
  const text = JSON.stringify(long);
  const [opened, read] = await medians(
    () => parseDocument(lessonDocument, JSON.parse(text)),
    () => lessonSchema.parse(JSON.parse(text)),
  );
  report('opening', 'a stored lesson of 500 steps', opened, 'JSON and its schema alone', read);
}

function named([ours, reference]: [number, number]): [number, string, number] {
  return [ours, 'structuredClone of the lesson', reference];
}
