import '@limber/core/words/localize';
import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { STARTER_MOVES } from '@limber/core/library/starter/starter';
import { passwordTrouble, type Door, type User } from '@limber/core/api/people';
import { Moves, Users } from '../store/entities';
import { endSessions, hashPassword } from './auth';
import { Problem } from './problem';
import { newToken, tokenHash } from './token';

/** Hours in which a link for the first owner or a lost password is good, and one for an invitation. */
const HOURS = { own: 24, invitation: 7 * 24 } as const;

/** Whom a one-time link lets in: the first owner, somebody who lost the password, somebody who is invited. */
export type Purpose =
  | { readonly for: 'first' }
  | { readonly for: 'reset'; readonly userId: string }
  | { readonly for: 'invitation'; readonly email: string; readonly by: string };

/** Makes a one-time link. Only a hash of its token is kept. */
export async function makeDoor(
  database: Pick<EntityManager, 'query'>,
  purpose: Purpose,
): Promise<{ token: string; expiresAt: Date }> {
  const token = newToken();
  const [{ expires_at }] = await database.query<[{ expires_at: Date }]>(
    `INSERT INTO setup_links (token_hash, expires_at, user_id, invited_by, email)
     VALUES ($1, now() + make_interval(hours => $2), $3, $4, $5) RETURNING expires_at`,
    [
      tokenHash(token),
      purpose.for === 'invitation' ? HOURS.invitation : HOURS.own,
      purpose.for === 'reset' ? purpose.userId : null,
      purpose.for === 'invitation' ? purpose.by : null,
      purpose.for === 'invitation' ? purpose.email : null,
    ],
  );
  return { token, expiresAt: expires_at };
}

interface DoorRow {
  readonly user_id: string | null;
  readonly invited_by: string | null;
  readonly email: string | null;
  readonly own_email: string | null;
  readonly own_name: string | null;
  readonly by_name: string | null;
}

const OPEN = `SELECT d.user_id, d.invited_by, d.email, u.email AS own_email, u.name AS own_name, b.name AS by_name
  FROM setup_links d LEFT JOIN users u ON u.id = d.user_id LEFT JOIN users b ON b.id = d.invited_by
  WHERE d.token_hash = $1 AND d.used_at IS NULL AND d.expires_at > now()
    AND (d.user_id IS NOT NULL OR d.invited_by IS NOT NULL OR NOT EXISTS (SELECT 1 FROM users))`;

/** What a link is for. @throws Problem `link-used` when it is good no more */
export async function doorOf(database: Pick<EntityManager, 'query'>, token: string): Promise<Door> {
  const [row] = await database.query<DoorRow[]>(OPEN, [tokenHash(token)]);
  if (!row) throw used();
  return {
    purpose: purposeOf(row),
    email: row.own_email ?? row.email,
    name: row.own_name,
    by: row.by_name,
  };
}

/**
 * Comes in by a one-time link: makes the account that it is for, or gives it its new password and ends its sessions.
 *
 * @throws Problem when the link is good no more, when something is missing, or when the password will not do
 */
export async function comeIn(
  database: DataSource,
  asked: { token: string; name?: string | undefined; email?: string | undefined; password: string },
): Promise<User> {
  // Looked at before the password is hashed, which is dear, and again with the row locked.
  await doorOf(database, asked.token);
  const hashed = { password: asked.password, hash: await hashPassword(asked.password) };
  return database.transaction(async (manager) => {
    const [row] = await manager.query<DoorRow[]>(`${OPEN} FOR UPDATE OF d`, [tokenHash(asked.token)]);
    if (!row) throw used();
    const user = row.user_id
      ? await reset(manager, row.user_id, hashed)
      : await make(manager, row, { name: asked.name, email: row.email ?? asked.email }, hashed);
    await manager.query('UPDATE setup_links SET used_at = now() WHERE token_hash = $1', [tokenHash(asked.token)]);
    return user;
  });
}

async function reset(manager: EntityManager, id: string, given: { password: string; hash: string }): Promise<User> {
  const users = manager.getRepository(Users);
  const { name, email, role, keepsRules } = await users.findOneByOrFail({ id });
  mustDo(given.password, email);
  await users.update({ id }, { passwordHash: given.hash, demo: false });
  await endSessions(manager, id);
  return { id, name, email, role, keepsRules };
}

async function make(
  manager: EntityManager,
  row: DoorRow,
  { name, email }: { name?: string | undefined; email?: string | undefined },
  given: { password: string; hash: string },
): Promise<User> {
  if (!name) throw new Problem('invalid', $localize`Write your name.`, { path: 'name' });
  if (!email) throw new Problem('invalid', $localize`Write your address.`, { path: 'email' });
  mustDo(given.password, email);
  // One at a time: of two who come in by two first links, one is the first.
  await manager.query('LOCK TABLE users IN SHARE ROW EXCLUSIVE MODE');
  const users = manager.getRepository(Users);
  if (await users.existsBy({ email })) throw knownAddress();
  if (purposeOf(row) === 'first' && (await users.existsBy({}))) throw used();
  const role = row.invited_by ? 'editor' : 'owner';
  const user: User = { id: randomUUID(), name, email, role, keepsRules: false };
  await users.insert({ ...user, passwordHash: given.hash, demo: false });
  if (purposeOf(row) === 'first') await beginLibrary(manager);
  return user;
}

/** A new studio is not empty: it begins with the starter set, unless there are moves already. */
async function beginLibrary(manager: EntityManager): Promise<void> {
  const moves = manager.getRepository(Moves);
  if (await moves.existsBy({})) return;
  await moves.insert(STARTER_MOVES.map((doc) => ({ id: doc.id, doc })));
}

export const knownAddress = (): Problem =>
  new Problem(
    'known-address',
    $localize`Somebody with this address has an account here already. Sign in with it instead.`,
  );

function purposeOf(row: DoorRow): Door['purpose'] {
  return row.user_id ? 'reset' : row.invited_by ? 'invitation' : 'first';
}

function mustDo(password: string, email: string): void {
  const trouble = passwordTrouble(password, email);
  if (trouble) throw new Problem('invalid', trouble, { path: 'password' });
}

const used = (): Problem =>
  new Problem(
    'link-used',
    $localize`This link was used, withdrawn or is too old. Ask whoever gave it to you for another; an owner who lost the password runs ./limber owner-reset.`,
  );
