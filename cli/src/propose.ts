import { DocumentError, parseDocument } from '@limber/core/document/document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { propose as proposeFrom } from '@limber/core/proposal/propose';
import { checkLog } from '@limber/core/take/log';
import { logDocument, type LogEntry } from '@limber/core/take/log.document';
import { aligned, linesOf, NOT_ITS_WORDS } from './align';
import { rounded } from './analyse';
import { InputError, readJson, type ReadFile } from './input';
import { evidenceIn } from './seen';

interface Files {
  readonly analysis: string | undefined;
  readonly captions: string | undefined;
  readonly log: string | undefined;
}

/**
 * What a take most likely shows, from what was seen and heard in it, its captions and its log.
 *
 * @throws InputError when one of the files cannot be used.
 */
export async function propose(lesson: Lesson, files: Files, read: ReadFile): Promise<unknown> {
  const seen = await evidenceIn(files.analysis, read);
  const lines = files.captions === undefined ? null : await linesOf(files.captions, read);
  const said = lines && aligned(lesson, lines, seen.speech);
  const evidence = { ...seen, said: said?.fits ? said : null };
  const { entries, troubles } =
    files.log === undefined ? NO_LOG : await logIn(lesson, files.log, evidence.durationMs, read);
  const segments = proposeFrom(lesson, { ...evidence, log: entries });
  return {
    segments: segments.map((one) => ({ ...one, confidence: rounded(one.confidence) })),
    ...(said && !said.fits ? { detail: NOT_ITS_WORDS } : {}),
    ...(troubles.length > 0 ? { troubles } : {}),
  };
}

const NO_LOG: ReturnType<typeof checkLog> = { entries: [], troubles: [] };

/** The log in a file, as far as it holds for a lesson. */
export async function logIn(
  lesson: Lesson,
  file: string,
  durationMs: number,
  read: ReadFile,
): Promise<{ entries: readonly LogEntry[]; troubles: readonly { entry: number; words: string }[] }> {
  try {
    return checkLog(parseDocument(logDocument, await readJson(file, read)), lesson, durationMs);
  } catch (error) {
    if (error instanceof DocumentError) throw new InputError('invalid-log', error.message, { path: error.path });
    throw error;
  }
}
