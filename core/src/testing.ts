import { UNRATED } from './lesson/take.schema';
import type { Cue } from './cue/cue';
import { exactly } from './dose/dose';
import type { Dose } from './dose/dose.schema';
import {
  LESSON_FORMAT,
  LESSON_VERSION,
  lessonSchema,
  paceSchema,
  stepOf,
  type Lesson,
  type Pace,
  type MoveStep,
} from './lesson/lesson.schema';
import type { Segment } from './lesson/segment.schema';
import type { Region } from './face/regions';
import { moveSchema, stopSchema, type Move, type Stop } from './move/move.schema';
import type { TakeMs } from './time/clocks';

export { seeded } from './solve/seeded';

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

/** A route from place to place. */
export function way(...regions: Region[]): Stop[] {
  return regions.map((region) => stopSchema.parse({ region }));
}

export function aStep(id: string, change: Partial<MoveStep> = {}): MoveStep {
  return stepOf(id, aMove(), change);
}

/** A pace at which nothing but the words takes time. */
export function aPace(change: Partial<Pace> = {}): Pace {
  return {
    ...paceSchema.parse({
      syllablesPerMinute: 240,
      commaPauseMs: 200,
      sentencePauseMs: 500,
      settleMs: 0,
      swapMs: 0,
      toolMs: 0,
    }),
    ...change,
  };
}

export function aLesson(change: Partial<Lesson> = {}): Lesson {
  return lessonSchema.parse({
    format: LESSON_FORMAT,
    version: LESSON_VERSION,
    id: 'lesson',
    title: 'A lesson',
    pace: aPace(),
    ...change,
  });
}

/** A lesson whose one take of `durationMs` plays whole. */
export function aFilmedLesson(change: Partial<Lesson> = {}, durationMs = 60_000): Lesson {
  return aLesson({
    takes: [
      {
        id: 't',
        sources: [],
        name: 'Take',
        pictureLeft: 'left',
        ...UNRATED,
        durationMs,
        width: 960,
        height: 540,
        frameRate: { numerator: 25, denominator: 1 },
      },
    ],
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: durationMs }],
    ...change,
  });
}

/** Marked work of the left side of step `a` on the take `t`, which {@link aFilmedLesson} has. */
export function aSegment(id: string, startMs: TakeMs, endMs: TakeMs, change: Partial<Segment> = {}): Segment {
  return { id, takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs, endMs, beatsMs: [], ...change };
}

/** A cue for a second, of step `a`. */
export function aCue(kind: Cue['kind'], text: string, change: Partial<Cue> = {}): Cue {
  return {
    key: `p|s|${kind}|0`,
    ...{ kind, stepId: 'a', side: 'left', startMs: 0, endMs: 1000, text, value: null, of: null },
    ...{ shows: null, edited: false },
    ...change,
  };
}
