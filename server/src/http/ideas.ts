import type { Router } from 'express';
import { ROUTES } from '@limber/core/api/routes';
import { ideasStore } from '../store/ideas-store';
import type { Context } from './context';
import { editsRoute, historyOf } from './edits';
import { Routes } from './on';

/** What lessons might be about, and the edits of that. */
export function ideasRoutes(context: Context): Router {
  const { database } = context;
  const routes = new Routes(context, '/ideas');

  routes.on(ROUTES.ideas, ({ request }) =>
    database.transaction('REPEATABLE READ', async (manager) => ({
      ...(await ideasStore.read(manager)),
      history: await historyOf(manager, ideasStore.name, ideasStore.id, request),
    })),
  );

  routes.on(
    ROUTES.editIdeas,
    editsRoute(
      context,
      ideasStore,
      () => ideasStore.id,
      (edited) => ({ on: 'ideas', ...edited }),
    ),
  );

  return routes.router;
}
