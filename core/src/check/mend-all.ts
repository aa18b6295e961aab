import type { Senses } from '../cue/senses';
import { asOne, singlesOf } from '../lesson/as-one';
import { applyChange } from '../lesson/change';
import type { Change, SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { checkLesson } from './check-lesson';
import { isForAll, type Finding } from './finding';

/**
 * One change that makes the first repair of each of some findings. They are made one after the other, each as it is
 * offered after those before it: two that mend the same words do not write over each other. What is mended on the way is
 * left alone.
 *
 * @param ids of findings of this lesson.
 * @example mendAll(lesson, ['never-described@a/before', 'never-described@b/before']) // { kind: 'batch', changes: [{ … }, { … }] }
 */
export function mendAll(lesson: Lesson, ids: readonly string[], senses?: Senses): Change | null {
  const changes: SingleChange[] = [];
  const left = new Set(ids);
  let state = lesson;
  let findings: readonly Finding[] = checkLesson(state, senses);
  for (;;) {
    const next = findings.find((one) => left.has(one.id) && one.repairs.some(isForAll));
    if (!next) break;
    left.delete(next.id);
    const { change } = next.repairs.find(isForAll)!;
    changes.push(...singlesOf(change!));
    state = applyChange(state, change!);
    findings = checkLesson(state, senses);
  }
  return asOne(changes);
}
