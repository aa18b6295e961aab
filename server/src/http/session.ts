import type { Request, RequestHandler, Router } from 'express';
import { doorSchema, emailSchema, passwordTrouble, type SessionAnswer, type User } from '@limber/core/api/people';
import { ROUTES } from '@limber/core/api/routes';
import { signal } from '../jobs/signals';
import { comeIn, doorOf } from './doors';
import { Users } from '../store/entities';
import { demoOpen, endSessions, hashPassword, ownersOf, passwordFits, userOf, whoIs } from './auth';
import type { Context } from './context';
import { cleaned, field, limited, sender } from './limit';
import { Routes } from './on';
import { Problem } from './problem';

const TOO_MANY = 'Too many tries. Wait five minutes, then try again.';

/** Coming in and going out: sign-in, one-time links, a new password, signing out here or everywhere. */
export function sessionRoutes(context: Context): Router {
  const { config, database } = context;
  const routes = new Routes(context, '/session');
  const users = database.getRepository(Users);
  const tries: RequestHandler[] = [
    // One name from one place; and many names from one place.
    limited({
      minutes: 5,
      most: 10,
      failures: true,
      by: (request) => [sender(request), cleaned(emailSchema, field(request.body, 'email'))],
      words: TOO_MANY,
    }),
    limited({ minutes: 5, most: 100, failures: true, by: (request) => [sender(request)], words: TOO_MANY }),
  ];

  const answer = async (user: User | null): Promise<SessionAnswer> => ({
    user,
    owners: user ? await ownersOf(database) : [],
  });

  routes.on(ROUTES.session, async ({ request }) => answer(await whoIs(context, request)));

  const signIn = async (name: string, password: string, request: Request): Promise<SessionAnswer> => {
    const user = await users.findOneBy({ email: name });
    const fits = await passwordFits(user?.passwordHash, password);
    if (!user || !fits)
      throw new Problem('wrong-sign-in', 'That name and password do not go together. Check both and try again.');
    if (user.demo && !demoOpen(config))
      throw new Problem('demo-closed', 'The demo sign-in works only while the program listens on this machine alone.');
    await begin(request, user.id);
    return answer(userOf(user));
  };
  routes.on(ROUTES.signIn, ({ body, request }) => signIn(body.email, body.password, request), tries);

  routes.on(ROUTES.signOut, async ({ request, response }) => {
    const { id } = request.user!;
    await leave(request);
    // Streams that were opened with this session look again, and end.
    await signal(database, { on: 'access', userId: id });
    response.clearCookie('limber');
  });

  routes.on(ROUTES.signOutEverywhere, async ({ request, response }) => {
    await leave(request);
    await endSessions(database, request.user!.id);
    response.clearCookie('limber');
  });

  const setPassword = async (current: string, password: string, request: Request): Promise<SessionAnswer> => {
    const { id, email } = request.user!;
    const row = await users.findOneByOrFail({ id });
    if (!(await passwordFits(row.passwordHash, current)))
      throw new Problem('wrong-password', 'That is not the password that you sign in with now. Nothing was changed.');
    const trouble = passwordTrouble(password, email);
    if (trouble) throw new Problem('invalid', trouble, { path: 'password' });
    const passwordHash = await hashPassword(password);
    await database.transaction(async (manager) => {
      await manager.getRepository(Users).update({ id }, { passwordHash, demo: false });
      await endSessions(manager, id, request.sessionID);
    });
    await begin(request, id);
    return answer(request.user!);
  };
  routes.on(ROUTES.setPassword, ({ body, request }) => setPassword(body.current, body.password, request), tries);

  /** What a one-time link is for, so that the page asks for what is missing. */
  routes.on(ROUTES.door, async ({ body }) => doorSchema.parse(await doorOf(database, body.token)), tries);

  const enter = async (user: User, request: Request): Promise<SessionAnswer> => {
    await begin(request, user.id);
    return answer(user);
  };
  routes.on(ROUTES.comeIn, async ({ body, request }) => enter(await comeIn(database, body), request), tries);

  return routes.router;
}

function leave(request: Request): Promise<void> {
  return new Promise((resolve, reject) =>
    request.session.destroy((error?: Error) => (error ? reject(error) : resolve())),
  );
}

/** A new session id at every sign-in, so that one planted before it is worth nothing. */
async function begin(request: Request, userId: string): Promise<void> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
  request.session.user = { id: userId };
}
