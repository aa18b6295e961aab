import type { Router } from 'express';
import { ROUTES } from '@limber/core/api/routes';
import { readLibrary, LIBRARY_ID, libraryStore } from '../store/library-store';
import type { Context } from './context';
import { editsRoute, historyOf } from './edits';
import { Routes } from './on';

/** The library: its moves, where they are used, and its edits. */
export function libraryRoutes(context: Context): Router {
  const { database } = context;
  const routes = new Routes(context, '/library');

  routes.on(ROUTES.library, ({ request }) =>
    database.transaction('REPEATABLE READ', async (manager) => {
      const [row] = await manager.query<[{ revision: number }]>('SELECT revision FROM library WHERE id = $1', [
        LIBRARY_ID,
      ]);
      return {
        revision: row.revision,
        ...(await readLibrary(manager)),
        history: await historyOf(manager, libraryStore.name, LIBRARY_ID, request),
      };
    }),
  );

  /** Lessons that hold a copy of a move, with the revision of theirs. */
  routes.on(ROUTES.libraryUsed, () =>
    database.query(
      `SELECT DISTINCT step->'move'->>'id' AS "moveId", l.id, l.doc->>'title' AS title, (step->'move'->>'revision')::int AS revision
         FROM lessons l, jsonb_array_elements(CASE WHEN jsonb_typeof(l.doc->'steps') = 'array' THEN l.doc->'steps' ELSE '[]' END) step
         WHERE l.trashed_at IS NULL ORDER BY title`,
    ),
  );

  routes.on(
    ROUTES.editLibrary,
    editsRoute(
      context,
      libraryStore,
      () => LIBRARY_ID,
      (edited) => ({ on: 'library', ...edited }),
    ),
  );

  return routes.router;
}
