import type { Router } from 'express';
import { ROUTES } from '@limber/core/api/routes';
import { rulesStore } from '../store/rules-store';
import type { Context } from './context';
import { editsRoute, historyOf } from './edits';
import { Routes } from './on';

/** The studio's own rules, and their edits. */
export function rulesRoutes(context: Context): Router {
  const { database } = context;
  const routes = new Routes(context, '/rules');

  routes.on(ROUTES.rules, ({ request }) =>
    database.transaction('REPEATABLE READ', async (manager) => ({
      ...(await rulesStore.read(manager)),
      history: await historyOf(manager, rulesStore.name, rulesStore.id, request),
      mayEdit: request.user!.role === 'owner' || request.user!.keepsRules,
    })),
  );

  routes.on(
    ROUTES.editRules,
    editsRoute(
      context,
      rulesStore,
      () => rulesStore.id,
      (edited) => ({ on: 'rules', ...edited }),
    ),
  );

  return routes.router;
}
