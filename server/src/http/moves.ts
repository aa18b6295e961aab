import { Router } from 'express';
import { Moves } from '../store/entities';
import type { Context } from './context';

export function moveRoutes({ database }: Context): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    const moves = await database.getRepository(Moves).find();
    const used = await database.query<{ move: string; n: number }[]>(
      `SELECT step->'move'->>'id' AS move, count(DISTINCT l.id)::int AS n
       FROM lessons l, jsonb_array_elements(l.doc->'steps') step WHERE l.trashed_at IS NULL GROUP BY 1`,
    );
    const uses = new Map(used.map((one) => [one.move, one.n]));
    response.json(
      moves.map(({ doc }) => ({ ...doc, lessons: uses.get(doc.id) ?? 0 })).sort((a, b) => a.name.localeCompare(b.name)),
    );
  });

  return router;
}
