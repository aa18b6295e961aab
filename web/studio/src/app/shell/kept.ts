import type * as z from 'zod';
import { parseJson } from '@limber/core/format/parse-json';

/** What this browser (or this tab, see `where`) keeps under a name, as long as it is what it should be; null otherwise. */
export function kept<T>(key: string, schema: z.ZodType<T>, where = localStorage): T | null {
  return schema.safeParse(parseJson(where.getItem(key) ?? 'null')).data ?? null;
}

/** Keeps a small convenience in this browser: a full store forgets it, and nothing else. */
export function keep(key: string, value: unknown, where = localStorage): void {
  try {
    where.setItem(key, JSON.stringify(value));
  } catch {
    // It is as it was before.
  }
}
