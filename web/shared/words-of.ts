/** What went wrong, in the words that it brought. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The sentence of a refusal; null where it has none. */
export function detailOf(body: unknown): string | null {
  const detail = (body as { detail?: unknown } | null)?.detail;
  return typeof detail === 'string' ? detail : null;
}
