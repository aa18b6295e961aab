import { Router, type Request, type RequestHandler } from 'express';
import * as z from 'zod';
import {
  comeInSchema,
  doorSchema,
  emailSchema,
  newPasswordSchema,
  passwordTrouble,
  signInSchema,
  tokenSchema,
  type SessionAnswer,
  type User,
} from '@limber/core/api/people';
import { signal } from '../jobs/signals';
import { comeIn, doorOf } from './doors';
import { Users } from '../store/entities';
import { demoOpen, endSessions, hashPassword, ownersOf, passwordFits, signedIn, whoIs } from './auth';
import type { Context } from './context';
import { cleaned, field, limited, sender } from './limit';
import { parse, Problem } from './problem';

const TOO_MANY = 'Too many tries. Wait five minutes, then try again.';

/** Coming in and going out: sign-in, one-time links, a new password, signing out here or everywhere. */
export function sessionRoutes(context: Context): Router {
  const { config, database } = context;
  const router = Router();
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

  router.get('/', async (request, response) => {
    response.json(await answer(await whoIs(context, request)));
  });

  router.post('/', ...tries, async (request, response) => {
    const { email: name, password } = parse(signInSchema, request.body);
    const user = await users.findOneBy({ email: name });
    const fits = await passwordFits(user?.passwordHash, password);
    if (!user || !fits)
      throw new Problem('wrong-sign-in', 'That name and password do not go together. Check both and try again.');
    if (user.demo && !demoOpen(config))
      throw new Problem('demo-closed', 'The demo sign-in works only while the program listens on this machine alone.');
    await begin(request, user.id);
    response.json(await answer({ id: user.id, name: user.name, email: user.email, role: user.role }));
  });

  router.delete('/', signedIn(context), async (request, response) => {
    const { id } = request.user!;
    await leave(request);
    // Streams that were opened with this session look again, and end.
    await signal(database, { on: 'access', userId: id });
    response.clearCookie('limber').status(204).end();
  });

  router.delete('/everywhere', signedIn(context), async (request, response) => {
    await leave(request);
    await endSessions(database, request.user!.id);
    response.clearCookie('limber').status(204).end();
  });

  router.put('/password', signedIn(context), ...tries, async (request, response) => {
    const { current, password } = parse(newPasswordSchema, request.body);
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
    response.json(await answer(request.user!));
  });

  /** What a one-time link is for, so that the page asks for what is missing. */
  router.post('/door', ...tries, async (request, response) => {
    const { token } = parse(z.object({ token: tokenSchema }), request.body);
    response.json(doorSchema.parse(await doorOf(database, token)));
  });

  router.post('/set-up', ...tries, async (request, response) => {
    const user = await comeIn(database, parse(comeInSchema, request.body));
    await begin(request, user.id);
    response.status(201).json(await answer(user));
  });

  return router;
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
