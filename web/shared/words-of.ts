/** What went wrong, in the words that it brought. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
