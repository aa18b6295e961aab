import type { Readable } from 'node:stream';
import type { DataSource } from 'typeorm';
import { ZipFile } from 'yazl';
import {
  BUNDLED_CAPTIONS,
  BUNDLED_LESSON,
  BUNDLED_LOG,
  BUNDLED_MEDIA,
  mediaOf,
} from '@limber/core/format/bundle-media';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { originalKey } from './keys';
import type { MediaStore } from './store';

/** A bundle with media, as it is being written. */
export interface BundleOut {
  readonly stream: Readable;
  readonly bytes: number;
}

/**
 * A lesson with its media as a ZIP archive (PKWARE APPNOTE, with ZIP64 where it is needed): the lesson first, then its
 * media as they came in, not compressed once more, each with its log and its captions beside it. Media that are not here
 * are left out; their takes ask for them where the lesson comes in.
 */
export async function bundleWithMedia(
  { database, media: store }: { readonly database: DataSource; readonly media: MediaStore },
  lesson: Lesson,
): Promise<BundleOut> {
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(lesson, null, 2)), BUNDLED_LESSON, PLAIN);
  const media = mediaOf(lesson);
  const beside = await database.query<{ id: string; log: unknown; captions: string | null }[]>(
    'SELECT id, log, captions FROM media WHERE id::text = ANY($1)',
    [media.map((one) => one.mediaId)],
  );
  const written = new Set<string>();
  for (const { mediaId, name } of media) {
    const key = originalKey(mediaId);
    const row = beside.find((one) => one.id === mediaId);
    const size = row && !written.has(name) ? await store.size(key) : null;
    if (!row || size === null) continue;
    written.add(name);
    const path = `${BUNDLED_MEDIA}${name}`;
    const ending = endingOf(await headOf(store, key));
    zip.addReadStreamLazy(`${path}${ending}`, { ...PLAIN, size }, (give) => give(null, store.stream(key)));
    if (row.log) zip.addBuffer(Buffer.from(JSON.stringify(row.log)), `${path}${BUNDLED_LOG}`, PLAIN);
    if (row.captions) zip.addBuffer(Buffer.from(row.captions), `${path}${BUNDLED_CAPTIONS}`, PLAIN);
  }
  const stream = zip.outputStream as Readable;
  // A file that goes away while it is read ends the archive in the middle: it is not given out as whole.
  zip.on('error', (error) => stream.destroy(error as Error));
  // Its types say nothing of the length that it tells.
  const bytes = await new Promise<number>((told) => zip.end(undefined, told as () => void));
  return { stream, bytes };
}

/** Nothing is compressed: films are already, and so the length of the archive is known before it is written. */
const PLAIN = { compress: false } as const;

async function headOf(store: MediaStore, key: string): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of store.stream(key, { start: 0, end: 15 })) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** What the first bytes of each kind of film and sound that is taken are, and how its files are called. */
const ENDINGS: readonly (readonly [pattern: RegExp, ending: string])[] = [
  [/^....ftypqt/s, '.mov'],
  [/^....ftypM4A/s, '.m4a'],
  [/^....(?:ftyp|moov|mdat|free|wide)/s, '.mp4'],
  [/^\x1aE\xdf\xa3/, '.webm'],
  [/^RIFF....AVI /s, '.avi'],
  [/^RIFF....WAVE/s, '.wav'],
  [/^OggS/, '.ogg'],
  [/^fLaC/, '.flac'],
  [/^(?:ID3|\xff[\xe0-\xff])/, '.mp3'],
  [/^G/, '.ts'],
];

/** @example endingOf(Buffer.from('OggS')) // '.ogg' */
export function endingOf(head: Buffer): string {
  const text = head.toString('latin1');
  return ENDINGS.find(([pattern]) => pattern.test(text))?.[1] ?? '.bin';
}
