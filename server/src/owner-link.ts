import { randomBytes } from 'node:crypto';
import { readConfig } from './config';
import { tokenHash } from './http/session';
import { openDatabase } from './store/database';

/** Prints a one-time link with which an owner signs in for the first time, or again after a lost password. */
const config = readConfig();
const database = await openDatabase(config.databaseUrl);
const token = randomBytes(24).toString('base64url');
await database.query(`INSERT INTO setup_links (token_hash, expires_at) VALUES ($1, now() + interval '24 hours')`, [
  tokenHash(token),
]);
process.stdout.write(`${config.publicUrl}/set-up#${token}\n`);
await database.destroy();
