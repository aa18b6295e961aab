import type {} from 'express-session';
import { hash, verify } from '@node-rs/argon2';
import type { RequestHandler } from 'express';
import type { Config } from '../config';
import { Problem } from './problem';

declare module 'express-session' {
  interface SessionData {
    user: SignedIn;
  }
}

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: 'owner' | 'editor';
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

export const signedIn: RequestHandler = (request, _response, next) => {
  if (!request.session?.user)
    throw new Problem('signed-out', 'Sign in first. What you changed is kept here until then.');
  next();
};

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
    if (!ours) throw new Problem('other-origin', 'This request did not come from a page of this program.');
    next();
  };

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
