import { emailSchema } from '@limber/core/api/people';
import { readConfig } from './config';
import { makeDoor } from './http/doors';
import { openDatabase } from './store/database';
import { Users } from './store/entities';

/**
 * Prints a one-time link: for the first owner of a studio where nobody is yet, else for an owner who lost the password
 * (`owner-link.ts [ADDRESS]`). With `--first`, nothing where somebody is already.
 */
const asked = process.argv[2];
const config = readConfig();
const database = await openDatabase(config.databaseUrl);
try {
  const door = await purpose();
  if (typeof door === 'string') {
    process.stderr.write(`${door}\n`);
    process.exitCode = 3;
  } else if (door) process.stdout.write(`${config.publicUrl}/set-up#${(await makeDoor(database, door)).token}\n`);
} finally {
  await database.destroy();
}

/** What the link is for; null for none; a sentence when it cannot be told. */
async function purpose(): Promise<Parameters<typeof makeDoor>[1] | string | null> {
  const users = await database.getRepository(Users).find({ order: { createdAt: 'ASC' } });
  if (users.length === 0) return { for: 'first' };
  if (asked === '--first') return null;
  const owners = users.filter((one) => one.role === 'owner');
  const list = `Owners here: ${owners.map((one) => one.email).join(', ')}.`;
  if (asked === undefined) {
    if (owners.length > 1) return `Say whose password is lost: ./limber owner-reset ADDRESS. ${list}`;
    return { for: 'reset', userId: owners[0]!.id };
  }
  const email = emailSchema.safeParse(asked).data;
  const found = owners.find((one) => one.email === email);
  return found ? { for: 'reset', userId: found.id } : `No owner signs in as “${asked}”. ${list}`;
}
