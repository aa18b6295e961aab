import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { alignLesson, type Alignment } from '@limber/core/align/align-lesson';
import { AlignError } from '@limber/core/align/global';
import { scriptOf } from '@limber/core/align/script';
import { heardLines } from '@limber/core/align/words.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { NarrationError, parseCaptions, type NarrationLine } from '@limber/core/narration/lines';
import type { Span } from '@limber/core/time/spans';
import { hearWords } from '@limber/server/media/words';
import { InputError, readText, type ReadFile } from './input';
import { making, probed } from './media';

/** Files that are listened to; everything else is read as captions. */
const SOUNDS = new Set([
  '.mp4',
  '.mov',
  '.m4v',
  '.m4a',
  '.webm',
  '.mkv',
  '.wav',
  '.flac',
  '.mp3',
  '.ogg',
  '.oga',
  '.opus',
  '.aac',
]);

/**
 * Puts a lesson on the clock by captions of it, or by what is heard in a recording.
 *
 * @throws InputError when they cannot be used.
 */
export async function align(lesson: Lesson, file: string, read: ReadFile): Promise<unknown> {
  const lines = SOUNDS.has(extname(file).toLowerCase()) ? await heardIn(lesson, file) : await linesOf(file, read);
  return said(aligned(lesson, lines));
}

/**
 * @param speech where somebody is heard to speak, as far as that is known.
 * @throws InputError when the lines are too many for the lesson.
 */
export function aligned(lesson: Lesson, lines: readonly NarrationLine[], speech: readonly Span[] = []): Alignment {
  try {
    return alignLesson(lesson, lines, speech);
  } catch (error) {
    if (error instanceof AlignError) throw new InputError('too-long', error.message);
    throw error;
  }
}

/** @throws InputError when the file holds no words with times. */
export async function linesOf(file: string, read: ReadFile): Promise<NarrationLine[]> {
  const text = await readText(file, read);
  try {
    return parseCaptions(text);
  } catch (error) {
    if (error instanceof NarrationError) throw new InputError('no-captions', error.message);
    throw error;
  }
}

async function heardIn(lesson: Lesson, file: string): Promise<NarrationLine[]> {
  const media = await probed(file, 'sound');
  const scratch = await mkdtemp(join(tmpdir(), 'limber-words-'));
  try {
    const script = scriptOf(lesson).words.map((word) => word.text);
    return heardLines(await hearWords({ ...making(file, media), scratch }, script));
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
}

export const NOT_ITS_WORDS =
  'These are not the words of this lesson. Give the captions, or the sound, of its own recording.';

/** What is said of captions that do not fit, in words too. */
function said(found: Alignment): unknown {
  return found.fits ? found : { ...found, detail: NOT_ITS_WORDS };
}
