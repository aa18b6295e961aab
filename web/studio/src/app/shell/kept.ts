import type * as z from 'zod';
import { parseJson } from '@limber/core/format/parse-json';

/** What this browser keeps under a name, as long as it is what it should be; null otherwise. */
export function kept<T>(key: string, schema: z.ZodType<T>): T | null {
  return schema.safeParse(parseJson(localStorage.getItem(key) ?? 'null')).data ?? null;
}

/** Keeps a small convenience in this browser: a full store forgets it, and nothing else. */
export function keep(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // It is as it was before.
  }
}
