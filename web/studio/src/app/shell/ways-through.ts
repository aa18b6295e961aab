import type { CutId } from '@limber/core/assembly/cut';
import { lessonCuts } from '@limber/core/assembly/cuts';
import { nameOfStep, type Lesson } from '@limber/core/lesson/lesson.schema';
import { cutName } from '@shared/cut-name';
import type { Option } from './choice';

/** The ways through a filmed lesson, to choose one of. */
export function waysThrough(lesson: Lesson): Option<CutId>[] {
  const steps = lesson.steps.map((step) => ({ id: step.id, name: nameOfStep(step) }));
  return lessonCuts(lesson).map(({ id }) => ({ value: id, label: cutName(id, steps) }));
}
