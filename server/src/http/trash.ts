import { Router } from 'express';
import type { Freed } from '@limber/core/api/keeping';
import { closeLinks, deleteForGood, listTrash } from '../store/trash';
import { owner } from './auth';
import type { Context } from './context';
import { notFound } from './problem';

/** The trash: what lies in it; put back, its links taken back, deleted for good. */
export function trashRoutes(context: Context): Router {
  const { database, media: store, log } = context;
  const router = Router();

  router.get('/', async (_request, response) => {
    response.json(await listTrash(database));
  });

  router.post('/:id/restore', owner(context), async (request, response) => {
    const id = String(request.params['id']);
    const [back] = await database.query<[unknown[], number]>(
      'UPDATE lessons SET trashed_at = NULL WHERE id = $1 AND trashed_at IS NOT NULL RETURNING 1',
      [id],
    );
    if (back.length === 0) throw notFound('This lesson');
    log.info({ lesson: id }, 'lesson put back');
    response.json({ id });
  });

  router.post('/:id/close-links', owner(context), async (request, response) => {
    await closeLinks(database, String(request.params['id']));
    response.status(204).end();
  });

  const told = (freed: Freed): Freed => {
    log.info(freed, 'lessons deleted for good');
    return freed;
  };

  router.delete('/:id', owner(context), async (request, response) => {
    const freed = await deleteForGood({ database, store }, 'id = $1', [request.params['id']]);
    if (freed.lessons === 0) throw notFound('This lesson');
    response.json(told(freed));
  });

  router.delete('/', owner(context), async (_request, response) => {
    response.json(told(await deleteForGood({ database, store }, 'TRUE')));
  });

  return router;
}
