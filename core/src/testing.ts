import { exactly } from './dose/dose';
import type { Dose } from './dose/dose.schema';
import { lessonSchema, type Lesson, type Step } from './lesson/lesson.schema';
import { moveSchema, type Move } from './move/move.schema';

/** Small lessons for the tests: nothing is said and nothing settles unless a test asks for it. */
export const reps = (n: number, tempoMs: number, sets = 1, restMs = 0): Dose => ({
  form: 'reps',
  reps: exactly(n),
  tempoMs: exactly(tempoMs),
  sets: exactly(sets),
  restMs,
});

export function aMove(change: Partial<Move> = {}): Move {
  return moveSchema.parse({
    id: 'm',
    revision: 1,
    name: 'Slipway',
    region: 'neck',
    action: 'stroke',
    dose: reps(5, 2000),
    sidePlan: 'left_right',
    ...change,
  });
}

export function aStep(id: string, change: Partial<Step> = {}): Step {
  const move = aMove();
  return {
    id,
    move,
    dose: move.dose,
    rightDose: null,
    sidePlan: move.sidePlan,
    narration: { before: '', during: '', after: '' },
    ...change,
  };
}

export function aLesson(change: Partial<Lesson> = {}): Lesson {
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: 1,
    id: 'lesson',
    title: 'A lesson',
    pace: { syllablesPerMinute: 240, commaPauseMs: 200, sentencePauseMs: 500, settleMs: 0, swapMs: 0 },
    ...change,
  });
}

/** A lesson whose one take of `durationMs` plays whole. */
export function aFilmedLesson(change: Partial<Lesson> = {}, durationMs = 60_000): Lesson {
  return aLesson({
    takes: [
      {
        id: 't',
        mediaId: null,
        name: 'Take',
        mirrored: true,
        durationMs,
        width: 960,
        height: 540,
        frameRate: { numerator: 25, denominator: 1 },
      },
    ],
    assembly: [{ takeId: 't', fromMs: 0, toMs: durationMs }],
    ...change,
  });
}
