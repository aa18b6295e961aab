import { parseJson } from '@limber/core/format/parse-json';
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
/** What was left behind in a hurry stands under this and its id: no window writes over what another one left. */
const LEFT = 'limber.event.';
/** A browser that has just been started may take long to open its database; what is at hand goes out meanwhile. */
const OPENING_MS = 2000;

/** Events that the server has not acknowledged yet, kept in the browser's own database (in memory where it has none). */
export class KeptEvents {
  private readonly memory = new Map<string, KeptEvent>();
  /** Of those in memory, what the database has not said that it has. */
  private readonly unsure = new Set<string>();
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
    this.unsure.add(kept.id);
    if (await this.written((store) => store.put(kept))) this.unsure.delete(kept.id);
  }

  /** Up to `most` events that are `wanted`, of whichever link, oldest first: their ids begin with their time. */
  async some(most: number, wanted: (one: KeptEvent) => boolean = () => true): Promise<KeptEvent[]> {
    const slow = new Promise<KeptEvent[]>((resolve) => setTimeout(() => resolve([]), OPENING_MS));
    const stored = await Promise.race([this.stored(), slow]);
    const all = new Map([...stored, ...leftBehind(), ...this.unsent].map((one) => [one.id, one] as const));
    return [...all.values()]
      .filter(wanted)
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .slice(0, most);
  }

  /** What is read after this does not have them; it does not wait for a database that is still being opened. */
  remove(ids: readonly string[]): void {
    for (const id of ids) {
      this.memory.delete(id);
      this.unsure.delete(id);
      localStorage.removeItem(LEFT + id);
    }
    void this.written((store) => ids.forEach((id) => store.delete(id)));
  }

  /** Lets everything go that was kept, of whichever link. */
  async clear(): Promise<void> {
    this.memory.clear();
    this.unsure.clear();
    for (const key of leftKeys()) localStorage.removeItem(key);
    await this.written((store) => store.clear());
  }

  /** What was added since the page opened and is still waiting: for the moment in which it goes away. */
  get unsent(): KeptEvent[] {
    return [...this.memory.values()];
  }

  /** The page goes away: what the database may not come to any more is left where writing is done at once. */
  leave(): void {
    try {
      for (const id of this.unsure) localStorage.setItem(LEFT + id, JSON.stringify(this.memory.get(id)));
    } catch {
      // No room there: what is sent on the way out is all that can be done.
    }
  }

  private async stored(): Promise<KeptEvent[]> {
    const database = await this.opened;
    if (!database) return [];
    return new Promise((resolve) => {
      const request = database.transaction(STORE).objectStore(STORE).getAll();
      request.onsuccess = () => resolve(request.result as KeptEvent[]);
      request.onerror = () => resolve([]);
    });
  }

  /** @returns whether it is in the database for good. */
  private async written(work: (store: IDBObjectStore) => void): Promise<boolean> {
    const database = await this.opened;
    if (!database) return false;
    return new Promise((resolve) => {
      const transaction = database.transaction(STORE, 'readwrite');
      transaction.oncomplete = () => resolve(true);
      transaction.onabort = () => resolve(false);
      work(transaction.objectStore(STORE));
    });
  }
}

function leftKeys(): string[] {
  return Object.keys(localStorage).filter((key) => key.startsWith(LEFT));
}

function leftBehind(): KeptEvent[] {
  return leftKeys().flatMap((key) => {
    const one = parseJson(localStorage.getItem(key) ?? '') as Partial<KeptEvent> | null;
    // One that does not stand under its own id could never be removed.
    if (typeof one?.event?.viewingId === 'string' && key === LEFT + one.id) return [one as KeptEvent];
    localStorage.removeItem(key);
    return [];
  });
}
