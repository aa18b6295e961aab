import { DocumentError, parseDocument } from '@limber/core/document/document';
import { BUNDLED_LESSON, mediaOf } from '@limber/core/format/bundle-media';
import { FormatError } from '@limber/core/format/format-error';
import { lessonDocument } from '@limber/core/format/lesson.document';
import { parseJson } from '@limber/core/format/parse-json';
import type { Lesson } from '@limber/core/lesson/lesson.schema';

/** A lesson that lies in a file, and whether its media lie there as well. */
export interface LessonFile {
  readonly file: File;
  readonly lesson: Lesson;
  readonly withMedia: boolean;
}

/** So far into an archive its lesson is looked for: it is written first, bytes. */
const HEAD_BYTES = 64_000_000;
const PART_BYTES = 1_000_000;

/**
 * Reads the lesson of a bundle, with or without media; of media nothing is read.
 *
 * @throws FormatError with what is wrong, and what to choose.
 */
export async function readLessonFile(file: File): Promise<LessonFile> {
  const withMedia = /\.zip$/i.test(file.name);
  const text = withMedia ? await lessonTextOf(file) : await file.text();
  const value = text === null ? null : parseJson(text);
  if (value === null || value === undefined)
    throw new FormatError(
      withMedia
        ? $localize`“${file.name}” is no lesson that was taken out with its media: it has no ${BUNDLED_LESSON} at its beginning.`
        : $localize`“${file.name}” is no lesson: it is not JSON. Choose a file that ends in .lesson.json or .lesson.zip.`,
    );
  try {
    return { file, lesson: parseDocument(lessonDocument, value), withMedia };
  } catch (error) {
    if (error instanceof DocumentError) throw new FormatError($localize`“${file.name}” was not read. ${error.message}`);
    throw error;
  }
}

/** How many media a lesson has that are or are not in its file. */
export function mediaCount(lesson: Lesson): number {
  return new Set(mediaOf(lesson).map((one) => one.mediaId)).size;
}

async function lessonTextOf(file: File): Promise<string | null> {
  const { firstText } = await import('@limber/core/format/archive');
  return firstText(partsOf(file), BUNDLED_LESSON);
}

async function* partsOf(file: File): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < Math.min(file.size, HEAD_BYTES); at += PART_BYTES)
    yield new Uint8Array(await file.slice(at, at + PART_BYTES).arrayBuffer());
}
