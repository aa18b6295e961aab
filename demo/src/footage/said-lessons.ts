import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { draftLesson, draftSteps } from '@limber/core/draft/draft';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { readMarked } from '@limber/core/narration/marked';
import { readNarration } from '@limber/core/narration/read';
import { schedule } from '@limber/core/schedule/schedule';
import { afterTheNightShift, beforeTheEarlyBulletin, coldMorningEyes } from '../world/lessons';
import { MOVES } from '../world/moves';

const FOLDER = 'core/src/narration/development';

/**
 * Lessons to be said, of many voices and schools: the demo's own, and those that the development narrations come to.
 * Every third is kept apart, so that a method can be tried on lessons that it was not made on.
 */
export function saidLessons(): { readonly madeOn: readonly Lesson[]; readonly unseen: readonly Lesson[] } {
  let id = 0;
  const drafted = readdirSync(FOLDER)
    .filter((file) => file.endsWith('.txt'))
    .sort()
    .flatMap((file): Lesson[] => {
      const narrated = readNarration(readMarked(readFileSync(join(FOLDER, file), 'utf8')).text);
      const steps = draftSteps(narrated, MOVES, () => `step-${id++}`);
      return steps.length >= 4 ? [draftLesson(narrated, steps, file, file)] : [];
    });
  const all = [beforeTheEarlyBulletin(), coldMorningEyes(), afterTheNightShift(), ...drafted];
  return { madeOn: all.filter((_, at) => at % 3 !== 2), unseen: all.filter((_, at) => at % 3 === 2) };
}

/** Steps of several lessons, one after another, until they take so long. */
export function lessonAsLongAs(lessons: readonly Lesson[], lengthMs: number): Lesson {
  const [first] = lessons;
  let steps: Lesson['steps'] = [];
  for (let i = 0; schedule({ ...first!, steps }).totalMs < lengthMs; i++)
    steps = [...steps, ...lessons[i % lessons.length]!.steps.map((step) => ({ ...step, id: `${step.id}-${i}` }))];
  return { ...first!, steps };
}
