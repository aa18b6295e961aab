import { exactly } from '@limber/core/dose/dose';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { schedule } from '@limber/core/schedule/schedule';

const HOUR_MS = 3_600_000;

/** A lesson of `count` steps with words. */
export function lessonOf(count: number): Lesson {
  const dose = { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 };
  return lessonSchema.parse({
    format: LESSON_FORMAT,
    version: LESSON_VERSION,
    id: 'bench',
    title: 'Bench',
    steps: Array.from({ length: count }, (_, i) => ({
      kind: 'move',
      id: `s${i}`,
      move: { id: 'm', revision: 1, name: `Move ${i}`, region: 'jaw', action: 'knead', dose, sidePlan: 'left_right' },
      dose,
      sidePlan: 'left_right',
      narration: {
        before: `Knuckles into the jaw muscle, teeth apart, move ${i}.`,
        during: 'Let the jaw hang.',
        after: '',
      },
    })),
  });
}

/** The same, filmed exactly as planned: one take whose segments are the plan's passages. */
export function filmedLessonOf(count: number, mediaId: string): Lesson {
  const lesson = lessonOf(count);
  const { passages, totalMs } = schedule(lesson);
  return lessonSchema.parse({
    ...lesson,
    takes: [
      {
        id: 't',
        sources: [{ mediaId, role: 'picture' }],
        name: 'Take',
        durationMs: totalMs,
        width: 960,
        height: 540,
        frameRate: { numerator: 25, denominator: 1 },
      },
    ],
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: totalMs }],
    segments: passages.map(({ kind, stepId, side, startMs, endMs }, i) => ({
      id: `g${i}`,
      takeId: 't',
      kind,
      stepId,
      side,
      startMs,
      endMs,
    })),
  });
}

/** An hour of work and talk in turn, whose passages are the shorter the more cues there are: about eight a passage. */
export function hourOf(count: number): Lesson {
  const passages = Math.round(count / 7.7);
  const lesson = lessonOf(Math.max(1, Math.round(passages / 3)));
  const lengthMs = Math.floor(HOUR_MS / passages);
  const segments = Array.from({ length: passages }, (_, i) => {
    const startMs = i * lengthMs;
    const step = `s${Math.floor(i / 3)}`;
    const work = { id: `g${i}`, takeId: 't', kind: 'reps', stepId: step, startMs, endMs: startMs + lengthMs };
    if (i % 3 === 0) return { ...work, kind: 'teach', side: null };
    const beatsMs = Array.from({ length: 8 }, (_, beat) => startMs + Math.floor(((beat + 1) * lengthMs) / 8));
    return { ...work, side: i % 3 === 1 ? 'left' : 'right', beatsMs };
  }).filter((one) => lesson.steps.some((step) => step.id === one.stepId));
  // As it comes out of the store.
  return lessonSchema.parse({
    ...lesson,
    takes: [
      {
        id: 't',
        name: 'Take',
        durationMs: HOUR_MS,
        width: 960,
        height: 540,
        frameRate: { numerator: 25, denominator: 1 },
      },
    ],
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: HOUR_MS }],
    segments,
  });
}
