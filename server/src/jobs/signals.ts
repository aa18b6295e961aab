import { EventEmitter } from 'node:events';
import pg from 'pg';
import type { EntityManager } from 'typeorm';
import type { Edited } from '@limber/core/api/edits';

/** What is told at once: a job moved on, a document was edited (to every open page), there is work (to workers). */
export type Signal =
  | { readonly on: 'work' }
  /** Sessions of this person may have ended: whoever holds a stream open for them looks again. */
  | { readonly on: 'access'; readonly userId: string }
  | ({ readonly on: 'library' } & Edited)
  | ({ readonly on: 'rules' } & Edited)
  | ({ readonly on: 'ideas' } & Edited)
  | { readonly on: 'job'; readonly id: string }
  | ({ readonly on: 'lesson' } & Edited);

const CHANNEL = 'limber';
/** PostgreSQL takes no more than 8000 bytes in one notice. */
const MOST_BYTES = 7900;

/** Signals between processes, through PostgreSQL's LISTEN and NOTIFY. */
export class Signals {
  private readonly emitter = new EventEmitter().setMaxListeners(0);
  private client: pg.Client | null = null;
  private closed = false;
  private again: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly url: string) {}

  async listen(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', (message) =>
      this.emitter.emit('signal', JSON.parse(message.payload ?? 'null') as Signal),
    );
    client.on('error', () => undefined);
    client.on('end', () => this.listenAgain());
    await client.connect();
    await client.query(`LISTEN ${CHANNEL}`);
    this.client = client;
  }

  /** A database that was away is listened to again, however long it was. */
  private listenAgain(): void {
    if (this.closed || this.again) return;
    this.again = setTimeout(() => {
      this.again = undefined;
      if (!this.closed) this.listen().catch(() => this.listenAgain());
    }, 1000);
  }

  subscribe(listener: (signal: Signal) => void): () => void {
    this.emitter.on('signal', listener);
    return () => this.emitter.off('signal', listener);
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.client?.end();
  }
}

export async function signal(database: Pick<EntityManager, 'query'>, message: Signal): Promise<void> {
  let payload = JSON.stringify(message);
  // Edits that are too long to be told are asked for.
  if ('changes' in message && Buffer.byteLength(payload) > MOST_BYTES)
    payload = JSON.stringify({ ...message, changes: null });
  await database.query('SELECT pg_notify($1, $2)', [CHANNEL, payload]);
}
