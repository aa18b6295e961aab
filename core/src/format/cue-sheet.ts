import type { Cue } from '../cue/cue';
import { nameOfStep, type Lesson } from '../lesson/lesson.schema';
import { writeCsv } from './csv';

/**
 * Cues as a table, one a row, in the order in which they come: from and to in seconds, kind, step, side, words, which of
 * how many.
 *
 * @example cueSheet(cues, lesson).split('\r\n')[1] // '1.750,3.250,count,Slipway,left,1,1,2'
 */
export function cueSheet(cues: readonly Cue[], lesson: Pick<Lesson, 'steps'>): string {
  const names = new Map(lesson.steps.map((step) => [step.id, nameOfStep(step)]));
  const seconds = (ms: number): string => (ms / 1000).toFixed(3);
  const figure = (value: number | null): string => (value === null ? '' : String(value));
  return writeCsv([
    ['from_s', 'to_s', 'kind', 'step', 'side', 'words', 'number', 'of', 'cue'],
    ...cues.map(({ key, startMs, endMs, kind, stepId, side, text, value, of }) => [
      ...[seconds(startMs), seconds(endMs), kind, names.get(stepId ?? '') ?? '', side ?? '', text],
      ...[figure(value), figure(of), key],
    ]),
  ]);
}
