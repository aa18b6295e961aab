import * as z from 'zod';
import { LESSON_FORMAT, LESSON_VERSION, lessonSchema, type Lesson } from '../lesson/lesson.schema';

/** A lesson bundle that cannot be read; `path` names the place of the first fault, as `steps[3].dose.form`. */
export class BundleError extends Error {
  override readonly name = 'BundleError';
  constructor(
    message: string,
    readonly path = '',
  ) {
    super(message);
  }
}

/**
 * Reads a lesson bundle: checks format and version, brings older versions forward, validates, and checks that what is
 * named is there.
 *
 * @throws BundleError with words for the person and the path of the fault.
 */
export function readBundle(value: unknown): Lesson {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new BundleError('This is no lesson bundle: a JSON object was expected.');
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (format !== LESSON_FORMAT)
    throw new BundleError(`This is no lesson bundle: “format” has to be “${LESSON_FORMAT}”.`, 'format');
  if (typeof version === 'number' && version > LESSON_VERSION)
    throw new BundleError(
      `This lesson was written by a newer program (version ${version}; this one reads up to ${LESSON_VERSION}). Update this program to open it.`,
      'version',
    );
  const parsed = lessonSchema.safeParse(value);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    const path = pathWords(issue.path);
    throw new BundleError(`${path ? `${path}: ` : ''}${issue.message}`, path);
  }
  checkReferences(parsed.data);
  return parsed.data;
}

/** JSON Schema of the lesson bundle, for `docs/formats/`. */
export function bundleJsonSchema(): object {
  return z.toJSONSchema(lessonSchema, { io: 'input', target: 'draft-2020-12' });
}

function pathWords(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (words, part) =>
      typeof part === 'number' ? `${words}[${part}]` : words ? `${words}.${String(part)}` : String(part),
    '',
  );
}

function checkReferences(lesson: Lesson): void {
  const steps = unique(lesson.steps, 'steps');
  const takes = unique(lesson.takes, 'takes');
  unique(lesson.segments, 'segments');
  lesson.assembly.forEach((piece, i) => {
    if (!takes.has(piece.takeId))
      throw new BundleError(`assembly[${i}].takeId: there is no take “${piece.takeId}”.`, `assembly[${i}].takeId`);
  });
  lesson.segments.forEach((segment, i) => {
    if (!takes.has(segment.takeId))
      throw new BundleError(`segments[${i}].takeId: there is no take “${segment.takeId}”.`, `segments[${i}].takeId`);
    if (segment.stepId !== null && !steps.has(segment.stepId))
      throw new BundleError(`segments[${i}].stepId: there is no step “${segment.stepId}”.`, `segments[${i}].stepId`);
  });
}

function unique(list: readonly { id: string }[], name: string): Set<string> {
  const ids = new Set<string>();
  list.forEach((one, i) => {
    if (ids.has(one.id)) throw new BundleError(`${name}[${i}].id: “${one.id}” is used twice.`, `${name}[${i}].id`);
    ids.add(one.id);
  });
  return ids;
}
