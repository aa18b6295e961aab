import { Router } from 'express';
import { editLibrary, LibraryChangeError, libraryChangeSchema } from '@limber/core/move/library-change';
import { Moves } from '../store/entities';
import type { Context } from './context';
import { parse, Problem } from './problem';

/** The library: its moves with where they are used, and the changes made to it. */
export function moveRoutes({ database }: Context): Router {
  const router = Router();
  const repository = database.getRepository(Moves);

  router.get('/', async (_request, response) => {
    const moves = await repository.find();
    const used = await database.query<{ move: string; id: string; title: string; revision: number }[]>(
      `SELECT DISTINCT step->'move'->>'id' AS move, l.id, l.doc->>'title' AS title, (step->'move'->>'revision')::int AS revision
       FROM lessons l, jsonb_array_elements(l.doc->'steps') step WHERE l.trashed_at IS NULL ORDER BY 3`,
    );
    response.json(
      moves
        .map(({ doc }) => ({
          ...doc,
          usedIn: used
            .filter((one) => one.move === doc.id)
            .map(({ id, title, revision }) => ({ id, title, older: revision < doc.revision })),
        }))
        .sort((a, b) => a.name.localeCompare(b.name)),
    );
  });

  /** One change at a time: two that meet are applied one after the other, the later one to what the earlier left. */
  router.post('/changes', async (request, response) => {
    const change = parse(libraryChangeSchema, request.body);
    const answer = await database.transaction(async (manager) => {
      await manager.query('LOCK TABLE moves IN SHARE ROW EXCLUSIVE MODE');
      const moves = manager.getRepository(Moves);
      try {
        const { put, removed, there, inverse } = editLibrary(
          (await moves.find()).map((row) => row.doc),
          change,
        );
        if (put.length > 0) await moves.save(put.map((doc) => ({ id: doc.id, doc })));
        if (removed.length > 0) await moves.delete([...removed]);
        return { put: put.map(({ id, revision }) => ({ id, revision })), there, inverse };
      } catch (error) {
        if (error instanceof LibraryChangeError) throw new Problem(409, 'changed-meanwhile', error.message);
        throw error;
      }
    });
    response.json(answer);
  });

  return router;
}
