import * as z from 'zod';
import { parseDocument } from '../document/document';
import { lessonDocument } from './lesson.document';
import { lessonSchema, type Lesson } from '../lesson/lesson.schema';

/**
 * Reads a lesson bundle: the stored lesson as a file.
 *
 * @throws DocumentError with words for the person and the path of the fault.
 * @example parseBundle({ format: 'limber-cheek/lesson', version: 3, id: 'x', title: 'Short' }).steps // []
 */
export function parseBundle(value: unknown): Lesson {
  return parseDocument(lessonDocument, value);
}

/**
 * JSON Schema of the lesson bundle, for `docs/formats/`.
 *
 * @example (bundleJsonSchema() as { type: string }).type // 'object'
 */
export function bundleJsonSchema(): object {
  return z.toJSONSchema(lessonSchema, { io: 'input', target: 'draft-2020-12' });
}
