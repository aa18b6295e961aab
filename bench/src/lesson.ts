import { applyChange } from '@limber/core/lesson/change';
import { schedule } from '@limber/core/lesson/schedule';
import { medians, report } from './compare';
import { lessonOf } from './long-lesson';

/** Schedule and reducer on a long lesson, against copying the document. */
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
}

function named([ours, reference]: [number, number]): [number, string, number] {
  return [ours, 'structuredClone of the lesson', reference];
}
