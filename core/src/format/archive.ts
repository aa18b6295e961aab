import { strToU8, zipSync } from 'fflate';

/** The second day of 1980, wherever it is read: what a ZIP can say begins a day before. */
const EARLIEST_MS = 315_619_200_000;

/**
 * Texts as one ZIP archive (PKWARE APPNOTE), names in UTF-8.
 *
 * @param madeMs when they were made, ms since 1970.
 * @example writeArchive([{ name: 'chapters.txt', text: '0:00 Slipway' }], 0).length // 136
 */
export function writeArchive(
  files: readonly { readonly name: string; readonly text: string }[],
  madeMs: number,
): Uint8Array {
  const mtime = Math.max(madeMs, EARLIEST_MS);
  return zipSync(Object.fromEntries(files.map(({ name, text }) => [name, strToU8(text)])), { mtime });
}
