import '@limber/core/words/localize';
import { createWriteStream } from 'node:fs';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32 } from 'node:zlib';
import { openPromise, type Entry, type ZipFile } from 'yauzl';
import { DocumentError } from '@limber/core/document/document';
import { parseBundle } from '@limber/core/format/bundle';
import {
  BUNDLED_CAPTIONS,
  BUNDLED_LESSON,
  BUNDLED_LOG,
  BUNDLED_MEDIA,
  mediaOf,
  type BundledMedium,
} from '@limber/core/format/bundle-media';
import { parseJson } from '@limber/core/format/parse-json';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { RefusedMedia } from './probe';

/** No lesson, log or captions are larger, bytes. */
const MOST_TEXT_BYTES = 64_000_000;

/** A medium of a bundle that is in its archive. */
export interface Enclosed extends BundledMedium {
  readonly bytes: number;
  /** Writes it to a file, checked against the sum that the archive has of it. @throws RefusedMedia where it is damaged. */
  readonly extract: (path: string, signal: AbortSignal, wrote: (bytes: number) => void) => Promise<void>;
  readonly log: () => Promise<unknown>;
  readonly captions: () => Promise<string | null>;
}

/** A lesson bundle with media, open: it is closed when it has been read. */
export interface BundleIn {
  readonly lesson: Lesson;
  readonly media: readonly Enclosed[];
  readonly close: () => void;
}

/**
 * Opens a lesson bundle with media. Only what the lesson names is looked for, under the names that it has there: nothing
 * of an archive says where anything is written.
 *
 * @throws RefusedMedia in words, where it is none.
 */
export async function openBundle(path: string): Promise<BundleIn> {
  const zip = await opened(path);
  try {
    const entries = await entriesOf(zip);
    const lesson = await lessonIn(zip, entries.get(BUNDLED_LESSON));
    const byName = new Map<string, Entry>();
    for (const [name, entry] of entries)
      if (name.startsWith(BUNDLED_MEDIA) && !name.endsWith(BUNDLED_LOG) && !name.endsWith(BUNDLED_CAPTIONS))
        byName.set(name.slice(BUNDLED_MEDIA.length).replace(/\.\w+$/, ''), entry);
    const media = mediaOf(lesson).flatMap((one): Enclosed[] => {
      const entry = byName.get(one.name);
      const beside = (ending: string): Promise<string | null> =>
        textOf(zip, entries.get(`${BUNDLED_MEDIA}${one.name}${ending}`));
      if (!entry) return [];
      return [
        {
          ...one,
          bytes: entry.uncompressedSize,
          extract: (to, signal, wrote) => extract(zip, entry, to, signal, wrote),
          log: async () => parseJson((await beside(BUNDLED_LOG)) ?? 'null'),
          captions: () => beside(BUNDLED_CAPTIONS),
        },
      ];
    });
    return { lesson, media, close: () => zip.close() };
  } catch (error) {
    zip.close();
    throw error;
  }
}

async function opened(path: string): Promise<ZipFile> {
  try {
    return await openPromise(path, { lazyEntries: true, autoClose: false });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== undefined) throw error;
    throw new RefusedMedia(
      $localize`This is no whole ZIP archive: perhaps it was not loaded to its end. Take the lesson out once more, then bring in that one.`,
    );
  }
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  try {
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
    return entries;
  } catch {
    throw new RefusedMedia($localize`The list of files in this archive is damaged. Take the lesson out once more.`);
  }
}

async function lessonIn(zip: ZipFile, entry: Entry | undefined): Promise<Lesson> {
  const text = await textOf(zip, entry);
  if (text === null)
    throw new RefusedMedia(
      $localize`There is no ${BUNDLED_LESSON} in this archive: it is no lesson that was taken out with its media.`,
    );
  try {
    return parseBundle(parseJson(text));
  } catch (error) {
    if (error instanceof DocumentError)
      throw new RefusedMedia($localize`The lesson in this archive cannot be read. ${error.message}`);
    throw error;
  }
}

async function textOf(zip: ZipFile, entry: Entry | undefined): Promise<string | null> {
  if (!entry || entry.uncompressedSize > MOST_TEXT_BYTES) return null;
  const parts: Buffer[] = [];
  for await (const part of await zip.openReadStreamPromise(entry)) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}

async function extract(
  zip: ZipFile,
  entry: Entry,
  path: string,
  signal: AbortSignal,
  wrote: (bytes: number) => void,
): Promise<void> {
  let sum = 0;
  let bytes = 0;
  const summed = new Transform({
    transform(part: Buffer, _encoding, next) {
      sum = crc32(part, sum);
      wrote((bytes += part.length));
      next(null, part);
    },
  });
  try {
    await pipeline(await zip.openReadStreamPromise(entry), summed, createWriteStream(path), { signal });
  } catch (error) {
    // The disk and the person have their own words for it; what else ends it lies in the archive.
    if (
      (error as NodeJS.ErrnoException).code !== undefined &&
      !/^Z_|^ERR_Z/.test((error as NodeJS.ErrnoException).code!)
    )
      throw error;
    throw new RefusedMedia(DAMAGED);
  }
  if (sum !== entry.crc32) throw new RefusedMedia(DAMAGED);
}

const DAMAGED = $localize`it is damaged in the archive.`;
