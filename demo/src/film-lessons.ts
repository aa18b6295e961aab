import { existsSync } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { film } from './footage/film';
import type { Truth } from './footage/truth';

/** The footage of a lesson in `folder`, drawn if it is not there yet. */
export async function footageOf(
  lesson: Lesson,
  folder: string,
  say: (share: number) => void,
): Promise<{ file: string; truth: Truth }> {
  await mkdir(folder, { recursive: true });
  const file = join(folder, `${lesson.id}.mp4`);
  if (existsSync(file)) return { file, truth: JSON.parse(await readFile(`${file}.truth.json`, 'utf8')) as Truth };
  return { file, truth: await film(lesson, file, say) };
}
