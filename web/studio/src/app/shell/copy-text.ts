/** Copies a text. @returns whether this browser lets it: otherwise it stands there to be selected. */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}
