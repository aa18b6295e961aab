import '../words/localize';
import { strFromU8, strToU8, Unzip, UnzipInflate, unzipSync, zipSync } from 'fflate';
import { FormatError } from './format-error';

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

/** A text in an archive is not larger than this, bytes: an hour of cues as a table has less than a tenth of it. */
const MOST_BYTES = 32_000_000;

/**
 * The texts of a ZIP archive that are asked for by their names, without their folders.
 *
 * @throws FormatError where it is none, or one of them is too large.
 * @example readArchive(writeArchive([{ name: 'chapters.txt', text: '0:00 Slipway' }], 0), () => true)[0]?.text // '0:00 Slipway'
 */
export function readArchive(
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
): { readonly name: string; readonly text: string }[] {
  const bare = (path: string): string => path.replace(/^.*\//, '');
  let tooLarge: string | null = null;
  const files = unzipped(bytes, ({ name, originalSize }) => {
    if (!wanted(bare(name))) return false;
    if (originalSize > MOST_BYTES) tooLarge ??= name;
    return originalSize <= MOST_BYTES;
  });
  if (tooLarge !== null) throw new FormatError($localize`${tooLarge} is too large to be read here.`);
  return Object.entries(files).map(([path, content]) => ({ name: bare(path), text: strFromU8(content) }));
}

function unzipped(
  bytes: Uint8Array,
  filter: (file: { name: string; originalSize: number }) => boolean,
): Record<string, Uint8Array> {
  try {
    return unzipSync(bytes, { filter });
  } catch {
    throw new FormatError(NO_ARCHIVE);
  }
}

/**
 * A text that stands at the beginning of a ZIP archive, without reading what follows it.
 *
 * @param parts the archive from its first byte on, in parts of any length.
 * @returns null where it is not in these parts.
 * @throws FormatError where they are no archive.
 * @example await firstText([archive], 'lesson.json') // '{"format": …'
 */
export async function firstText(
  parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
  name: string,
): Promise<string | null> {
  const found: Uint8Array[] = [];
  let whole = false;
  let begun = false;
  const archive = new Unzip((file) => {
    if (file.name !== name) return;
    file.ondata = (error, data, final) => {
      if (error) throw error;
      found.push(data);
      whole ||= final;
    };
    file.start();
  });
  archive.register(UnzipInflate);
  for await (const part of parts) {
    if (!begun && strFromU8(part.subarray(0, 2), true) !== 'PK') throw new FormatError(NO_ARCHIVE);
    begun = true;
    try {
      archive.push(part);
    } catch {
      throw new FormatError(NO_ARCHIVE);
    }
    if (whole) return strFromU8(joined(found));
  }
  return null;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

const NO_ARCHIVE = $localize`This is no ZIP archive that can be read. Save it once more, then bring it.`;
