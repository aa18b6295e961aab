import '@limber/core/words/localize';
import type { DataSource } from 'typeorm';
import type * as z from 'zod';
import { DocumentError, parseDocument } from '@limber/core/document/document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { Take } from '@limber/core/lesson/take.schema';
import { checkLog, onTake } from '@limber/core/take/log';
import { logDocument, type takeLogSchema } from '@limber/core/take/log.document';

/**
 * What was pressed while a take was filmed, from the logs of all its recordings, on the take's time. A recording lies
 * there where its source says: by the clock of the recorder, or found by its sound.
 */
export async function logOfTake(
  database: Pick<DataSource, 'query'>,
  lesson: Pick<Lesson, 'steps'>,
  take: Take,
): Promise<z.infer<typeof takeLogSchema>> {
  const kept = await database.query<{ id: string; log: unknown; durationMs: number }[]>(
    'SELECT id, log, duration_ms AS "durationMs" FROM media WHERE id::text = ANY($1) AND log IS NOT NULL',
    [take.sources.map((source) => source.mediaId)],
  );
  const found = kept.map(({ id, log, durationMs }) => {
    const { offsetMs } = take.sources.find((source) => source.mediaId === id)!;
    try {
      const { entries, troubles } = checkLog(parseDocument(logDocument, log), lesson, durationMs);
      return { entries: onTake(entries, offsetMs, take.durationMs), troubles };
    } catch (error) {
      // One that cannot be read leaves the others alone.
      if (!(error instanceof DocumentError)) throw error;
      return { entries: [], troubles: [{ entry: 0, words: error.message }] };
    }
  });
  return {
    entries: found.flatMap((one) => one.entries).sort((a, b) => a.atMs - b.atMs),
    troubles: found.flatMap((one) => [...one.troubles]),
  };
}
