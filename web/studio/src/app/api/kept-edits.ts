import * as z from 'zod';
import { editKindSchema, type EditKind } from '@limber/core/api/edits';
import { parseJson } from '@limber/core/format/parse-json';

/** An edit that the server has not taken yet. */
export interface Pending<C> {
  readonly id: string;
  readonly kind: EditKind;
  readonly change: C;
  /** The tab that made it. */
  readonly by: string;
  /** The revision that it was made on; null once it stands on the newest that this page knows. */
  readonly madeOn: number | null;
}

/** An edit that can never be taken, with the reason in words and what it would have changed. */
export interface SetAside {
  readonly id: string;
  readonly reason: string;
  readonly change: unknown;
}

/** What was left in this browser, and by which tabs that are gone. */
export interface Left<C> {
  readonly edits: readonly Pending<C>[];
  readonly unreadable: readonly SetAside[];
  readonly gone: readonly string[];
}

const entrySchema = z.object({
  id: z.uuid(),
  kind: editKindSchema,
  change: z.unknown(),
  by: z.string().optional(),
  madeOn: z.number().nullable().optional(),
});
const queueSchema = z.object({ baseRevision: z.number().catch(0), edits: z.array(z.unknown()) });
const asideSchema = z.array(
  z.object({ id: z.string(), reason: z.string(), change: z.unknown() }).nullable().catch(null),
);

const PREFIX = 'limber.edits.';

/**
 * What is kept of a document's edits in this browser until the server has them: a queue a tab, and beside them what was
 * set aside. Read entry by entry: one that cannot be read is set aside, and takes no other with it.
 */
export class KeptEdits<C> {
  constructor(
    /** The document, as `lesson:ID`. */
    readonly key: string,
    private readonly parse: (change: unknown) => C,
  ) {}

  /** Keeps a tab's queue. @returns false when the browser has no room for it. */
  keep(tab: string, baseRevision: number, edits: readonly Pending<C>[]): boolean {
    const key = this.queueKey(tab);
    if (edits.length === 0) localStorage.removeItem(key);
    else {
      const entries = edits.map((one) => ({ ...one, madeOn: one.madeOn ?? baseRevision }));
      try {
        localStorage.setItem(key, JSON.stringify({ baseRevision, edits: entries }));
      } catch {
        return false;
      }
    }
    return true;
  }

  /** What a tab left, and what of it cannot be read. */
  read(tab: string): { edits: Pending<C>[]; unreadable: SetAside[] } {
    const edits: Pending<C>[] = [];
    const unreadable: SetAside[] = [];
    const text = localStorage.getItem(this.queueKey(tab));
    if (text === null) return { edits, unreadable };
    const aside = (change: unknown, reason: string): void =>
      void unreadable.push({ id: crypto.randomUUID(), reason, change });
    const queue = queueSchema.safeParse(parseJson(text));
    if (!queue.success) {
      aside(text, $localize`What this browser kept of it is damaged.`);
      return { edits, unreadable };
    }
    for (const entry of queue.data.edits) {
      const parsed = entrySchema.safeParse(entry);
      if (!parsed.success) {
        aside(entry, $localize`What this browser kept of it is damaged.`);
        continue;
      }
      const { id, kind, change, by = tab, madeOn } = parsed.data;
      try {
        edits.push({ id, kind, change: this.parse(change), by, madeOn: madeOn ?? queue.data.baseRevision });
      } catch (error) {
        unreadable.push({ id, reason: (error as Error).message, change });
      }
    }
    return { edits, unreadable };
  }

  /**
   * Takes up what a tab left before a reload, and what tabs left that are gone.
   *
   * @param hold whether the name of a tab can be taken: then nobody else sends what it kept.
   */
  async takeUp(tab: string, hold: (tab: string) => Promise<boolean>): Promise<Left<C>> {
    const gone: string[] = [];
    const tabs = this.tabs();
    for (const one of tabs) if (one !== tab && (await hold(one || 'earlier'))) gone.push(one);
    const all = [...tabs.filter((one) => one === tab), ...gone].map((one) => this.read(one));
    return {
      edits: all.flatMap((left) => left.edits),
      unreadable: all.flatMap((left) => left.unreadable),
      gone,
    };
  }

  drop(tab: string): void {
    localStorage.removeItem(this.queueKey(tab));
  }

  /** Tabs that left something of this document here; an earlier program kept one queue for all, under no name. */
  tabs(): string[] {
    const own = `${PREFIX}${this.key}.`;
    const older = this.key.startsWith('lesson:') ? `${PREFIX}${this.key.slice('lesson:'.length)}` : null;
    return Object.keys(localStorage).flatMap((key) =>
      key.startsWith(own) ? [key.slice(own.length)] : key === older ? [''] : [],
    );
  }

  get aside(): SetAside[] {
    const parsed = asideSchema.safeParse(parseJson(localStorage.getItem(this.asideKey) ?? '[]'));
    return (parsed.data ?? []).filter((one) => one !== null);
  }

  setAside(all: readonly SetAside[]): void {
    try {
      if (all.length === 0) localStorage.removeItem(this.asideKey);
      else localStorage.setItem(this.asideKey, JSON.stringify(all));
    } catch {
      // It stays on the page as long as that is open.
    }
  }

  private get asideKey(): string {
    return `limber.aside.${this.key}`;
  }

  private queueKey(tab: string): string {
    return tab === '' ? `${PREFIX}${this.key.slice('lesson:'.length)}` : `${PREFIX}${this.key}.${tab}`;
  }
}

/** Documents with edits that wait in this browser, with how many: for a page on which none of them is open. */
export function documentsWithKeptEdits(): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(PREFIX)) continue;
    const name = key.slice(PREFIX.length);
    const document = /^(lesson:.+|library:.+)\.[^.]+$/.exec(name)?.[1] ?? `lesson:${name}`;
    const queue = queueSchema.safeParse(parseJson(localStorage.getItem(key) ?? ''));
    counts.set(document, (counts.get(document) ?? 0) + (queue.data?.edits.length ?? 1));
  }
  return counts;
}
