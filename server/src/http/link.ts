import '@limber/core/words/localize';
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Context } from './context';
import { notFound, Problem } from './problem';

/** By this a browser shows that it has said the pass phrase of a link. */
const COOKIE = 'limber-link';
const KEPT_MS = 30 * 86_400_000;
/** Whoever has begun may finish: so long after a link's last moment what it plays still comes, ms. */
const FINISH_MS = 3 * 3_600_000;

interface Row {
  readonly version_id: string;
  readonly revoked: boolean;
  readonly trashed: boolean;
  readonly expires_at: Date | null;
  readonly phrase_hash: string | null;
}

/** What is asked through a link: what opens it, or what has begun and goes on. */
export type AskedOf = 'opened' | 'going-on';

/**
 * The version that the link of a request leads to.
 *
 * @throws Problem where it leads nowhere, no longer, or not for this browser.
 */
export async function linkedVersion(context: Context, request: Request, asked: AskedOf): Promise<string> {
  const row = await linkRow(context, request);
  if (!row) throw notFound($localize`This lesson`);
  if (row.revoked) throw revoked();
  if (row.trashed) throw takenDown();
  const over = Date.now() - (row.expires_at?.getTime() ?? Infinity);
  if (over > { opened: 0, 'going-on': FINISH_MS }[asked]) throw expired();
  assertSaid(context, request, row);
  return row.version_id;
}

/**
 * What a browser kept and sends later needs no more than that it was let in: whatever became of the link since.
 *
 * @throws Problem where it was not.
 */
export async function askPhrase(context: Context, request: Request): Promise<void> {
  const row = await linkRow(context, request);
  if (row) assertSaid(context, request, row);
}

function assertSaid(context: Context, request: Request, { phrase_hash: hash }: Row): void {
  if (hash !== null && !hasSaid(context, request, hash))
    throw new Problem('phrase', $localize`This lesson opens with a pass phrase. Whoever sent you the link knows it.`);
}

/** The hash of the pass phrase of a link; null where it asks for none. */
export async function phraseHashOf(context: Context, request: Request): Promise<string | null> {
  const row = await linkRow(context, request);
  if (!row) throw notFound($localize`This lesson`);
  return row.phrase_hash;
}

async function linkRow({ database }: Context, request: Request): Promise<Row | undefined> {
  const [row] = await database.query<Row[]>(
    `SELECT l.version_id, l.revoked_at IS NOT NULL AS revoked, s.trashed_at IS NOT NULL AS trashed, l.expires_at, l.phrase_hash
     FROM links l JOIN lessons s ON s.id = l.lesson_id WHERE l.token = $1`,
    [tokenOf(request)],
  );
  return row;
}

/** This browser has said it: it need not say it again as long as it is the same. */
export function remember({ config }: Context, request: Request, response: Response, phraseHash: string): void {
  response.cookie(COOKIE, proof(config.sessionSecret, tokenOf(request), phraseHash), {
    ...{ httpOnly: true, sameSite: 'strict', secure: config.secure, maxAge: KEPT_MS },
    path: `/api/follow/${tokenOf(request)}`,
  });
}

export const tokenOf = (request: Request): string => String(request.params['token']);

function hasSaid({ config }: Context, request: Request, phraseHash: string): boolean {
  const said = Buffer.from(new RegExp(`(?:^|; )${COOKIE}=([\\w-]+)`).exec(request.headers.cookie ?? '')?.[1] ?? '');
  const wanted = Buffer.from(proof(config.sessionSecret, tokenOf(request), phraseHash));
  return said.length === wanted.length && timingSafeEqual(said, wanted);
}

function proof(secret: string, token: string, phraseHash: string): string {
  return createHmac('sha256', secret).update(`link\n${token}\n${phraseHash}`).digest('base64url');
}

export const revoked = (): Problem =>
  new Problem('revoked', $localize`This lesson is no longer shared. Ask whoever sent you the link.`);
export const takenDown = (): Problem =>
  new Problem('gone', $localize`This lesson was taken down. Ask whoever sent you the link.`);
const expired = (): Problem =>
  new Problem('expired', $localize`This link was open for some time, and that is over. Ask whoever sent it to you.`);
