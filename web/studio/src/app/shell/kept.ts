import type * as z from 'zod';

/** What a text says as JSON; null where it is none. */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

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
