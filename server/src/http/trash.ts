import '@limber/core/words/localize';
import type { Router } from 'express';
import type { Freed } from '@limber/core/api/keeping';
import { ROUTES } from '@limber/core/api/routes';
import { closeLinks, deleteForGood, listTrash } from '../store/trash';
import type { Context } from './context';
import { Routes } from './on';
import { notFound } from './problem';

/** The trash: what lies in it; put back, its links taken back, deleted for good. */
export function trashRoutes(context: Context): Router {
  const { database, media: store, log } = context;
  const routes = new Routes(context, '/trash');

  routes.on(ROUTES.trash, () => listTrash(database));

  routes.on(ROUTES.restore, async ({ params: { id } }) => {
    const [back] = await database.query<[unknown[], number]>(
      'UPDATE lessons SET trashed_at = NULL WHERE id = $1 AND trashed_at IS NOT NULL RETURNING 1',
      [id],
    );
    if (back.length === 0) throw notFound($localize`This lesson`);
    log.info({ lesson: id }, 'lesson put back');
    return { id };
  });

  routes.on(ROUTES.closeLinks, ({ params }) => closeLinks(database, params.id));

  const told = (freed: Freed): Freed => {
    log.info(freed, 'lessons deleted for good');
    return freed;
  };

  routes.on(ROUTES.deleteForGood, async ({ params }) => {
    const freed = await deleteForGood({ database, store }, 'id = $1', [params.id]);
    if (freed.lessons === 0) throw notFound($localize`This lesson`);
    return told(freed);
  });

  routes.on(ROUTES.emptyTrash, async () => told(await deleteForGood({ database, store }, 'TRUE')));

  return routes.router;
}
