/** What a text says as JSON; null where it is none, or only half of it. */
export function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
