import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { sharedMs } from '@limber/core/time/spans';
import { film } from './film';
import { sayLesson, type Said } from './said';
import type { Truth } from './truth';

/**
 * A lesson filmed as people do, with its mishaps, really drawn and spoken: in `folder`, drawn if it is not there yet.
 * What happened is told beside it.
 */
export async function performed(lesson: Lesson, seed: number, folder: string): Promise<{ file: string; said: Said }> {
  await mkdir(folder, { recursive: true });
  // A lesson that is drafted otherwise by now is another one.
  const drafted = createHash('sha256').update(JSON.stringify(lesson)).digest('hex').slice(0, 12);
  const file = join(folder, `${lesson.id}-${seed}-${drafted}.mp4`);
  const told = `${file}.said.json`;
  if (existsSync(file) && existsSync(told)) return { file, said: JSON.parse(await readFile(told, 'utf8')) as Said };
  const say = (lengthOf: (line: string) => number): Said =>
    sayLesson(lesson, seed, { layout: 'lines', freedom: 0.4, mishaps: 0.4, lengthOf });
  // Chance falls alike whatever a sentence lasts: the first time tells which sentences there are.
  let said = say(() => 1000);
  const lines = [...new Set(said.sentences.map((one) => one.text))];
  const lay = (lengthOf: (line: string) => number): Truth =>
    truthOf((said = say((line) => Math.max(50, lengthOf(line)))));
  await film(lesson, file, () => undefined, { lines, lay });
  await writeFile(told, JSON.stringify(said));
  return { file, said };
}

/** What is drawn and spoken: hands where they do something, and a mouth that talks elsewhere. */
function truthOf({ segments, hands, sentences, durationMs }: Said): Truth {
  const frame = (ms: number): number => Math.round(ms / 40) * 40;
  const rest = segments.filter((one) => !hands.some((hand) => sharedMs(hand, one) > 0));
  return {
    durationMs,
    segments: [...hands, ...rest]
      .sort((a, b) => a.startMs - b.startMs)
      .map((one, at) => ({ ...one, id: `true-${at + 1}`, startMs: frame(one.startMs), endMs: frame(one.endMs) })),
    lines: sentences,
  };
}
