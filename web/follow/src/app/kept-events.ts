import type { WatchEvent } from '@limber/core/viewing/event.schema';

export interface KeptEvent {
  readonly id: string;
  /** The link through which it is sent. */
  readonly token: string;
  /** The version that was watched, which need not be the one that the link leads to by then. */
  readonly versionId: string;
  readonly viewerId: string;
  /** The cut that was watched. */
  readonly cut: string;
  readonly event: WatchEvent;
}

const STORE = 'events';

/** Events that the server has not acknowledged yet, kept in the browser's own database (in memory where it has none). */
export class KeptEvents {
  private readonly memory = new Map<string, KeptEvent>();
  private readonly opened = new Promise<IDBDatabase | null>((resolve) => {
    try {
      const request = indexedDB.open('limber-follow', 1);
      request.onupgradeneeded = () => request.result.createObjectStore(STORE, { keyPath: 'id' });
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => resolve(null);
    } catch {
      resolve(null);
    }
  });

  async add(kept: KeptEvent): Promise<void> {
    this.memory.set(kept.id, kept);
    await this.run('readwrite', (store) => store.put(kept));
  }

  /** Up to `most` events that are `wanted`, of whichever link, oldest first: their ids begin with their time. */
  async some(most: number, wanted: (one: KeptEvent) => boolean = () => true): Promise<KeptEvent[]> {
    const stored = (await this.run('readonly', (store) => store.getAll())) ?? [];
    const all = new Map([...(stored as KeptEvent[]).map((one) => [one.id, one] as const), ...this.memory]);
    return [...all.values()]
      .filter(wanted)
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .slice(0, most);
  }

  async remove(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.memory.delete(id);
    const database = await this.opened;
    if (!database) return;
    const store = database.transaction(STORE, 'readwrite').objectStore(STORE);
    for (const id of ids) store.delete(id);
  }

  /** Lets everything go that was kept, of whichever link. */
  async clear(): Promise<void> {
    this.memory.clear();
    await this.run('readwrite', (store) => store.clear());
  }

  /** What was added since the page opened and is still waiting: for the moment in which it goes away. */
  get unsent(): KeptEvent[] {
    return [...this.memory.values()];
  }

  private async run(mode: IDBTransactionMode, work: (store: IDBObjectStore) => IDBRequest): Promise<unknown> {
    const database = await this.opened;
    if (!database) return undefined;
    return new Promise((resolve) => {
      const request = work(database.transaction(STORE, mode).objectStore(STORE));
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => resolve(undefined);
    });
  }
}
