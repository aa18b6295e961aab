import '@limber/core/words/localize';
import type { Router } from 'express';
import * as z from 'zod';
import { ROUTES } from '@limber/core/api/routes';
import { knownAddress, makeDoor } from './doors';
import { Users } from '../store/entities';
import { endSessions, owner } from './auth';
import type { Context } from './context';
import { Routes } from './on';
import { notFound, parse, Problem } from './problem';

/** Who works here: accounts, and invitations that are still open. */
export function peopleRoutes(context: Context): Router {
  const { config, database, log } = context;
  const routes = new Routes(context, '/people');
  const users = database.getRepository(Users);

  routes.on(ROUTES.people, async ({ request }) => {
    const rows = await users.find({ order: { createdAt: 'ASC' } });
    const open =
      request.user!.role === 'owner'
        ? await database.query<{ id: string; email: string; by: string; expires_at: Date }[]>(
            `SELECT d.id, d.email, u.name AS by, d.expires_at FROM setup_links d JOIN users u ON u.id = d.invited_by
             WHERE d.used_at IS NULL AND d.expires_at > now() ORDER BY d.created_at`,
          )
        : [];
    return {
      people: rows.map(({ id, name, email, role, keepsRules, createdAt }) => ({
        ...{ id, name, email, role, keepsRules },
        since: createdAt,
      })),
      invitations: open.map(({ expires_at, ...one }) => ({ ...one, expiresAt: expires_at })),
    };
  });

  routes.on(ROUTES.invite, async ({ body: { email }, request }) => {
    const { token, expiresAt } = await database.transaction(async (manager) => {
      if (await manager.getRepository(Users).existsBy({ email })) throw knownAddress();
      // A newer invitation takes the place of an older one to the same person.
      await manager.query('DELETE FROM setup_links WHERE email = $1 AND used_at IS NULL', [email]);
      return makeDoor(manager, { for: 'invitation', email, by: request.user!.id });
    });
    return { link: `${config.publicUrl}/set-up#${token}`, expiresAt };
  });

  routes.on(ROUTES.withdraw, async ({ params }) => {
    const id = parse(z.uuid(), params.id);
    const [gone] = await database.query<[unknown[], number]>(
      'DELETE FROM setup_links WHERE id = $1 AND invited_by IS NOT NULL AND used_at IS NULL RETURNING 1',
      [id],
    );
    if (gone.length === 0) throw notFound($localize`This invitation`);
  });

  routes.on(ROUTES.nameKeeper, async ({ params, body: { keepsRules } }) => {
    const { affected } = await users.update({ id: parse(z.uuid(), params.id) }, { keepsRules });
    if (!affected) throw notFound($localize`This account`);
  });

  /** An owner removes an account, or somebody their own. What they made stays; their sessions and invitations do not. */
  const ownerOrSelf = owner(context, (request) => request.params['id'] === request.user!.id);
  const remove = async (asked: string): Promise<void> => {
    const id = parse(z.uuid().toLowerCase(), asked);
    await database.transaction(async (manager) => {
      await manager.query('LOCK TABLE users IN SHARE ROW EXCLUSIVE MODE');
      const row = await manager.getRepository(Users).findOneBy({ id });
      if (!row) throw notFound($localize`This account`);
      if (row.role === 'owner' && (await manager.getRepository(Users).countBy({ role: 'owner' })) === 1)
        throw new Problem(
          'last-owner',
          $localize`Nobody else could share, delete or invite then. The last owner’s account stays.`,
        );
      await manager.getRepository(Users).delete({ id });
      await endSessions(manager, id);
    });
    log.info({ user: id }, 'account removed');
  };
  routes.on(ROUTES.removePerson, ({ params }) => remove(params.id), [ownerOrSelf]);

  return routes.router;
}
