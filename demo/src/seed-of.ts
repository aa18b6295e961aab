/** A stable 32-bit seed from text (FNV-1a). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (const char of text) hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193);
  return hash >>> 0;
}
