import { Router } from 'express';
import * as z from 'zod';
import { moveSchema } from '@limber/core/move/move.schema';
import { Moves } from '../store/entities';
import type { Context } from './context';
import { notFound, parse, Problem } from './problem';

const importSchema = z.object({ moves: z.array(moveSchema).min(1).max(5000) });

/** The library: its moves with where they are used, own ones made, changed and archived, and others brought in. */
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

  router.post('/', async (request, response) => {
    const move = { ...parse(moveSchema, request.body), revision: 1 };
    if (await repository.existsBy({ id: move.id }))
      throw new Problem(409, 'there-already', `There is a move “${move.name}” already. Give this one another name.`);
    await repository.insert({ id: move.id, doc: move as never });
    response.status(201).json(move);
  });

  /** Changes a move. Lessons keep their own copy until they take the new one. */
  router.put('/:id', async (request, response) => {
    const move = parse(moveSchema, request.body);
    const row = await database.transaction(async (manager) => {
      const found = await manager
        .getRepository(Moves)
        .createQueryBuilder('move')
        .setLock('pessimistic_write')
        .where('move.id = :id', { id: request.params.id })
        .getOne();
      if (!found) throw notFound('This move');
      if (found.doc.revision !== move.revision)
        throw new Problem(
          409,
          'changed-meanwhile',
          'This move was changed in another place. Close it and open it again.',
        );
      const doc = { ...move, id: found.id, revision: move.revision + 1 };
      await manager.getRepository(Moves).update({ id: found.id }, { doc: doc });
      return doc;
    });
    response.json(row);
  });

  /** Moves that are there already, by id or by name, are left alone and named in the answer. */
  router.post('/import', async (request, response) => {
    const { moves } = parse(importSchema, request.body);
    const there = await repository.find();
    const ids = new Set(there.map((one) => one.id));
    const names = new Set(there.map((one) => one.doc.name.toLowerCase()));
    const fresh = moves.filter((move) => !ids.has(move.id) && !names.has(move.name.toLowerCase()));
    if (fresh.length > 0) await repository.insert(fresh.map((doc) => ({ id: doc.id, doc: doc as never })));
    const taken = new Set(fresh);
    response.json({ added: fresh.length, there: moves.filter((move) => !taken.has(move)).map((move) => move.name) });
  });

  return router;
}
