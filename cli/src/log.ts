import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { noEvidence } from '@limber/core/proposal/evidence';
import { propose } from '@limber/core/proposal/propose';
import { rounded } from './analyse';
import type { ReadFile } from './input';
import { logIn } from './propose';

/**
 * What a log alone says was filmed when.
 *
 * @throws InputError when the log cannot be read.
 */
export async function logged(file: string, lesson: Lesson, read: ReadFile): Promise<unknown> {
  const { entries, troubles } = await logIn(lesson, file, Infinity, read);
  // Nobody says how long the recording runs: up to what was pressed last.
  const evidence = { ...noEvidence(entries[entries.length - 1]?.atMs ?? 0), log: entries };
  const segments = entries.length === 0 ? [] : propose(lesson, evidence);
  return {
    segments: segments.map((one) => ({ ...one, confidence: rounded(one.confidence) })),
    ...(troubles.length > 0 ? { troubles } : {}),
  };
}
