import { Router } from 'express';
import { readLibrary, LIBRARY_ID, libraryStore } from '../store/library-store';
import type { Context } from './context';
import { editsRoute, historyOf } from './edits';

/** The library: its moves, where they are used, and its edits. */
export function libraryRoutes(context: Context): Router {
  const { database } = context;
  const router = Router();

  router.get('/', async (request, response) => {
    const answer = await database.transaction('REPEATABLE READ', async (manager) => {
      const [row] = await manager.query<[{ revision: number }]>('SELECT revision FROM library WHERE id = $1', [
        LIBRARY_ID,
      ]);
      return {
        revision: row.revision,
        ...(await readLibrary(manager)),
        history: await historyOf(manager, libraryStore.name, LIBRARY_ID, request),
      };
    });
    response.json(answer);
  });

  /** Lessons that hold a copy of a move, with the revision of theirs. */
  router.get('/used', async (_request, response) => {
    response.json(
      await database.query(
        `SELECT DISTINCT step->'move'->>'id' AS "moveId", l.id, l.doc->>'title' AS title, (step->'move'->>'revision')::int AS revision
         FROM lessons l, jsonb_array_elements(CASE WHEN jsonb_typeof(l.doc->'steps') = 'array' THEN l.doc->'steps' ELSE '[]' END) step
         WHERE l.trashed_at IS NULL ORDER BY title`,
      ),
    );
  });

  router.post(
    '/edits',
    editsRoute(
      context,
      libraryStore,
      () => LIBRARY_ID,
      (edited) => ({ on: 'library', ...edited }),
    ),
  );

  return router;
}
