import { readFirst } from '../check/read-first';
import { cuePassages, deriveCues } from '../cue/derive';
import { describeDose } from '../dose/dose';
import type { Lesson } from '../lesson/lesson.schema';
import { pictureOf } from '../lesson/take.schema';
import { FOLLOW_FORMAT, FOLLOW_VERSION, type Follow } from './published.schema';

/** A lesson that cannot be shared yet; the message says what is missing. */
export class NotReadyError extends Error {
  override readonly name = 'NotReadyError';
}

/**
 * What viewers get of a lesson: derived once, then kept. Findings, plans and notes of the instructor stay behind.
 *
 * @throws NotReadyError when there is no footage, or none of it is marked.
 */
export function freeze(lesson: Lesson, versionId: string): Follow {
  const takes = new Set(lesson.assembly.map((piece) => piece.takeId));
  const take = lesson.takes.find((one) => takes.has(one.id));
  if (!take) throw new NotReadyError('There is no footage yet. Bring in a take under Film, then share.');
  if (takes.size > 1)
    throw new NotReadyError('This lesson plays from several takes. Keep one take for now, then share.');
  const { passages, durationMs, filmed } = cuePassages(lesson);
  if (!filmed) throw new NotReadyError('No step is marked on the footage yet. Mark the segments, then share.');
  return {
    format: FOLLOW_FORMAT,
    version: FOLLOW_VERSION,
    versionId,
    title: lesson.title,
    promise: lesson.promise,
    durationMs,
    pictureLeft: take.pictureLeft ?? 'left',
    mediaId: pictureOf(take),
    pieces: lesson.assembly.map(({ fromMs, toMs }) => ({ fromMs, toMs })),
    cautions: readFirst(lesson),
    steps: lesson.steps.flatMap((step) => {
      const own = passages.filter((one) => one.stepId === step.id);
      if (own.length === 0) return [];
      return [
        {
          id: step.id,
          name: step.move.name,
          region: step.move.region,
          pressure: step.move.pressure,
          dose: describeDose(step.dose),
          startMs: Math.min(...own.map((one) => one.startMs)),
          endMs: Math.max(...own.map((one) => one.endMs)),
        },
      ];
    }),
    passages: passages.map(({ kind, stepId, side, startMs, endMs }) => ({ kind, stepId, side, startMs, endMs })),
    cues: deriveCues(lesson, passages).cues.map((cue) => ({ ...cue })),
  };
}
