import '@limber/core/words/localize';
import type {} from 'express-session';
import { hash, verify } from '@node-rs/argon2';
import type { Request, RequestHandler } from 'express';
import type { User } from '@limber/core/api/people';
import type { Config } from '../config';
import { signal } from '../jobs/signals';
import { Users, type UserRow } from '../store/entities';
import type { Context } from './context';
import { Problem } from './problem';

declare module 'express-session' {
  interface SessionData {
    /** Who it is; everything else about them is asked for at each request, so that nothing outlives the account. */
    user: { readonly id: string };
  }
}
declare module 'express-serve-static-core' {
  interface Request {
    user?: User;
  }
}

/** OWASP ASVS 5: Argon2id with m ≥ 19 MiB, t ≥ 2, p = 1. */
const ARGON2ID = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON2ID);
}

export async function passwordFits(passwordHash: string | undefined, password: string): Promise<boolean> {
  // An unknown name takes as long as a wrong password, so that neither can be told from the other.
  const against = passwordHash ?? (await (unknownHash ??= hashPassword('nobody has this password')));
  const fits = await verify(against, password);
  return passwordHash !== undefined && fits;
}
let unknownHash: Promise<string> | undefined;

/** Whether the demo's sign-in, which everybody knows, may be used here. */
export function demoOpen({ loopback, secure }: Config): boolean {
  return loopback && !secure;
}

/** Who is signed in: the account as it is now; null for nobody, or for one that is no more. */
export async function whoIs({ config, database }: Context, request: Request): Promise<User | null> {
  const id = request.session?.user?.id;
  const row = id ? await database.getRepository(Users).findOneBy({ id }) : null;
  if (!row || (row.demo && !demoOpen(config))) return null;
  return userOf(row);
}

/** Of an account what pages may know. */
export const userOf = ({ id, name, email, role, keepsRules }: UserRow): User => ({ id, name, email, role, keepsRules });

/** Lets on only whoever is signed in; `request.user` says who. */
export const signedIn =
  (context: Context): RequestHandler =>
  async (request, _response, next) => {
    const user = await whoIs(context, request);
    if (!user) throw new Problem('signed-out', $localize`Sign in first. What you changed is kept here until then.`);
    request.user = user;
    next();
  };

/** Lets on only an owner (`or` whoever else may), and tells anybody else who that is. */
export const owner =
  ({ database }: Context, or: (request: Request) => boolean = () => false): RequestHandler =>
  async (request, _response, next) => {
    if (request.user?.role === 'owner' || or(request)) return next();
    const names = await ownersOf(database);
    throw new Problem(
      'owner-only',
      $localize`Only ${names.join(' or ') || $localize`an owner`} can do this. Ask there.`,
    );
  };

export async function ownersOf(database: Context['database']): Promise<string[]> {
  const owners = await database.getRepository(Users).find({ where: { role: 'owner' }, order: { createdAt: 'ASC' } });
  return owners.map((one) => one.name);
}

/** Ends sessions of a person, all of them or all but one, and the event streams that were opened with them. */
export async function endSessions(
  database: Pick<Context['database'], 'query'>,
  userId: string,
  but = '',
): Promise<void> {
  await database.query(`DELETE FROM session WHERE sess->'user'->>'id' = $1 AND sid <> $2`, [userId, but]);
  await signal(database, { on: 'access', userId });
}

/** Every changing request has to come from our own pages: its Origin (or the browser's own word) has to be ours. */
export const sameOrigin =
  ({ publicUrl }: Config): RequestHandler =>
  (request, _response, next) => {
    if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return next();
    const origin = request.headers.origin;
    // A program in front may hand on another host than people asked for: the public address is ours too.
    const ours = origin
      ? [request.headers.host, hostOf(publicUrl)].includes(hostOf(origin) ?? '')
      : request.headers['sec-fetch-site'] === 'same-origin';
    if (!ours) throw new Problem('other-origin', $localize`This request did not come from a page of this program.`);
    next();
  };

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
