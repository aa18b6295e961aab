import { createHash, randomUUID } from 'node:crypto';
import { Router, type Request } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import * as z from 'zod';
import { Users } from '../store/entities';
import { hashPassword, passwordFits, signedIn, type SignedIn } from './auth';
import type { Context } from './context';
import { parse, Problem, sendProblem, textOf } from './problem';

const email = z.string().trim().toLowerCase().pipe(z.email('Write an address such as name@station.example.'));
const signInSchema = z.object({ email, password: z.string().min(1).max(200) });
const setUpSchema = z.object({
  token: z.string().min(20).max(100),
  name: z.string().trim().min(1, 'Write your name.').max(80),
  email,
  password: z.string().min(12, 'Choose a password of at least 12 characters.').max(200),
});

export function sessionRoutes({ config, database }: Context): Router {
  const router = Router();
  const users = database.getRepository(Users);
  const tries = rateLimit({
    windowMs: 5 * 60_000,
    limit: 10,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (request) => `${ipKeyGenerator(request.ip ?? '')}/${textOf(request.body, 'email').toLowerCase()}`,
    handler: (_request, response) =>
      sendProblem(response, new Problem('too-many-tries', 'Too many tries. Wait five minutes, then try again.')),
  });

  router.get('/', (request, response) => {
    response.json({ user: request.session.user ?? null });
  });

  router.post('/', tries, async (request, response) => {
    const { email: name, password } = parse(signInSchema, request.body);
    const user = await users.findOneBy({ email: name });
    const fits = await passwordFits(user?.passwordHash, password);
    if (!user || !fits)
      throw new Problem('wrong-sign-in', 'That name and password do not go together. Check both and try again.');
    if (user.demo && (!config.loopback || config.secure))
      throw new Problem('demo-closed', 'The demo sign-in works only while the program listens on this machine alone.');
    response.json({ user: await begin(request, { id: user.id, name: user.name, email: user.email, role: user.role }) });
  });

  router.delete('/', signedIn, async (request, response) => {
    await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
    response.clearCookie('limber').status(204).end();
  });

  /** The one-time link of the first owner, or of one who lost the password. */
  router.post('/set-up', tries, async (request, response) => {
    const asked = parse(setUpSchema, request.body);
    const passwordHash = await hashPassword(asked.password);
    const user = await database.transaction(async (manager) => {
      const [used] = await manager.query<[unknown[], number]>(
        `UPDATE setup_links SET used_at = now() WHERE token_hash = $1 AND used_at IS NULL AND expires_at > now() RETURNING 1`,
        [tokenHash(asked.token)],
      );
      if (used.length === 0)
        throw new Problem(
          'link-used',
          'This set-up link was used or is too old. Run ./limber owner-reset for a new one.',
        );
      const repository = manager.getRepository(Users);
      const there = await repository.findOneBy({ email: asked.email });
      if (there) {
        await repository.update({ id: there.id }, { passwordHash, name: asked.name, role: 'owner', demo: false });
        return { id: there.id, name: asked.name, email: asked.email, role: 'owner' as const };
      }
      const made = { id: randomUUID(), name: asked.name, email: asked.email, role: 'owner' as const };
      await repository.insert({ ...made, passwordHash, demo: false });
      return made;
    });
    response.status(201).json({ user: await begin(request, user) });
  });

  return router;
}

export function tokenHash(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** A new session id at every sign-in, so that one planted before it is worth nothing. */
async function begin(request: Request, user: SignedIn): Promise<SignedIn> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
  request.session.user = user;
  return user;
}
