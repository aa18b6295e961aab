import '@limber/core/words/localize';
import type { DataSource } from 'typeorm';
import { DocumentError, parseDocument } from '@limber/core/document/document';
import { lessonDocument } from '@limber/core/format/lesson.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { SUMMARY_VERSION, summaryOf, type LessonSummary } from '@limber/core/schedule/summary';

/** A lesson as a list shows it; one that cannot be read is shown as that, and disturbs no other. */
export type Listed =
  | { readonly id: string; readonly updatedAt: Date; readonly summary: LessonSummary }
  | { readonly id: string; readonly updatedAt: Date; readonly title: string; readonly unreadable: string };

/**
 * The lessons on the desk, the newest first, by their summaries alone. A lesson that has none of today is read once, and
 * its summary kept.
 */
export async function listLessons(database: Pick<DataSource, 'query'>): Promise<Listed[]> {
  const rows = await database.query<
    { id: string; revision: number; updatedAt: Date; summary: LessonSummary | null; doc: unknown }[]
  >(
    `SELECT id, revision, updated_at AS "updatedAt", kept AS summary, CASE WHEN kept IS NULL THEN doc END AS doc
     FROM (SELECT *, CASE WHEN summary->>'summaryVersion' = $1 THEN summary END AS kept FROM lessons) lesson
     WHERE trashed_at IS NULL ORDER BY updated_at DESC`,
    [String(SUMMARY_VERSION)],
  );
  const listed: Listed[] = [];
  for (const { id, revision, updatedAt, summary, doc: stored } of rows) {
    if (summary) {
      listed.push({ id, updatedAt, summary });
      continue;
    }
    const doc = readable(stored);
    if (doc instanceof DocumentError) {
      listed.push({ id, updatedAt, title: titleOf(stored), unreadable: doc.message });
      continue;
    }
    const made = summaryOf(doc, revision);
    await database.query('UPDATE lessons SET summary = $3 WHERE id = $1 AND revision = $2', [
      ...[id, revision, JSON.stringify(made)],
    ]);
    listed.push({ id, updatedAt, summary: made });
  }
  return listed;
}

/** A stored lesson, or why it cannot be read. */
export function readable(stored: unknown): Lesson | DocumentError {
  try {
    return parseDocument(lessonDocument, stored);
  } catch (error) {
    if (error instanceof DocumentError) return error;
    throw error;
  }
}

/** The title of a stored lesson, also of one that cannot be read. */
export function titleOf(stored: unknown): string {
  const title = (stored as { title?: unknown } | null)?.title;
  return typeof title === 'string' && title.trim() ? title : $localize`A lesson`;
}
