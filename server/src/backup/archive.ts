import { createHash, randomUUID, type Hash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import tar from 'tar-stream';
import * as z from 'zod';

/**
 * A backup is one tar file: `backup.json` first, which says what it is; the media under `media/KEY`; the database's dump;
 * and last `contents.json` with the length and the SHA-256 of each, so that a file that was cut off or changed is known.
 * See docs/formats.
 */
export const BACKUP_FORMAT = 'limber-cheek/backup';
export const BACKUP_VERSION = 1;
export const HEAD = 'backup.json';
export const DUMP = 'database.dump';
const CONTENTS = 'contents.json';
const MEDIA = 'media/';
/** Pieces in which files are read and written, bytes. */
const PIECE = 1 << 20;

export const headSchema = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.int(),
  madeAt: z.string(),
  /** Names of the changes of tables that the database has had. */
  migrations: z.array(z.string()),
  /** Main version of the PostgreSQL that made the dump. */
  postgres: z.int(),
});
export type Head = z.infer<typeof headSchema>;

const contentsSchema = z.object({
  files: z.array(z.object({ name: z.string(), bytes: z.int(), sha256: z.string() })),
});

/** A file that is no backup, a damaged or a newer one, or a place that cannot take it; the message is for the person. */
export class BackupError extends Error {
  override readonly name = 'BackupError';
}

export const mediaName = (key: string): string => `${MEDIA}${key}`;
export const keyOf = (name: string): string | null => (name.startsWith(MEDIA) ? name.slice(MEDIA.length) : null);

/** A file that goes into a backup: where it lies, or its text. */
export type Part = { readonly name: string } & ({ readonly path: () => Promise<string> } | { readonly text: string });

/** Writes a backup's file: it appears whole under its name, or not at all. @returns its length, bytes */
export async function writeArchive(file: string, parts: AsyncIterable<Part> | Iterable<Part>): Promise<number> {
  const unfinished = join(dirname(file), `.${basename(file)}-${randomUUID()}`);
  try {
    const pack = tar.pack();
    const written = pipeline(pack, createWriteStream(unfinished, { mode: 0o600, highWaterMark: 4 * PIECE }));
    // A disk that is full is told by the writing, and must end the packing too.
    let failed: unknown = null;
    const noted = written.catch((error: unknown) => {
      failed = error;
      pack.destroy();
    });
    const contents: z.infer<typeof contentsSchema> = { files: [] };
    for await (const part of parts) {
      if (failed) break;
      contents.files.push({ name: part.name, ...(await add(pack, part)) });
    }
    if (!failed) {
      await add(pack, { name: CONTENTS, text: JSON.stringify(contents, null, 1) });
      pack.finalize();
    }
    await noted;
    if (failed) throw failed;
    const handle = await open(unfinished, 'r+');
    const { size } = await handle.stat();
    await handle.sync().finally(() => handle.close());
    await rename(unfinished, file);
    return size;
  } catch (error) {
    await rm(unfinished, { force: true });
    throw error;
  }
}

async function add(pack: tar.Pack, part: Part): Promise<{ bytes: number; sha256: string }> {
  const hash = createHash('sha256');
  if ('text' in part) {
    const text = Buffer.from(part.text, 'utf8');
    hash.update(text);
    await new Promise<void>((resolve, reject) =>
      pack.entry({ name: part.name, mode: 0o600 }, text, (error) => (error ? reject(error) : resolve())),
    );
    return { bytes: text.length, sha256: hash.digest('hex') };
  }
  const path = await part.path();
  const { size } = await stat(path);
  const entry = pack.entry({ name: part.name, size, mode: 0o600 });
  await pipeline(createReadStream(path, { highWaterMark: PIECE }), hashing(hash), entry);
  return { bytes: size, sha256: hash.digest('hex') };
}

function hashing(hash: Hash): (source: AsyncIterable<Buffer>) => AsyncIterable<Buffer> {
  return async function* (source) {
    for await (const piece of source) {
      hash.update(piece);
      yield piece;
    }
  };
}

/**
 * Unpacks a backup into a folder and holds every part against its hash. Nothing but the folder is touched.
 *
 * @param mayUse looks at what the backup says of itself, before the large parts are read; it throws what speaks against it.
 * @throws BackupError when it is none, when it is newer than this program, or when it is damaged
 */
export async function unpackArchive(
  file: string,
  folder: string,
  mayUse: (head: Head) => void,
): Promise<{ head: Head; keys: string[] }> {
  const extract = tar.extract();
  const found = new Map<string, { bytes: number; sha256: string }>();
  let head: Head | null = null;
  let contents: z.infer<typeof contentsSchema> | null = null;
  const read = (async () => {
    for await (const entry of extract) {
      const { name } = entry.header;
      if (!head && name !== HEAD) throw none();
      if (contents || found.has(name)) throw damaged('it goes on after its end');
      if (name === HEAD || name === CONTENTS) {
        const text = await textOf(entry);
        if (name === CONTENTS)
          contents = parsed(contentsSchema, text) ?? fail(damaged('its list of contents is broken'));
        else {
          head = headOf(text);
          mayUse(head);
          found.set(name, { bytes: Buffer.byteLength(text), sha256: createHash('sha256').update(text).digest('hex') });
        }
      } else if (name === DUMP || keyOf(name)) found.set(name, await put(entry, placeOf(folder, name)));
      else throw damaged(`“${name}” does not belong into it`);
    }
  })();
  try {
    await Promise.all([pipeline(createReadStream(file, { highWaterMark: PIECE }), extract), read]);
  } catch (error) {
    if (error instanceof BackupError) throw error;
    if (['ENOSPC', 'ENOENT', 'EACCES', 'EISDIR'].includes(String((error as NodeJS.ErrnoException).code))) throw error;
    throw head ? damaged('it cannot be read to its end') : none();
  }
  if (!head) throw none();
  if (!contents) throw damaged('it ends in the middle');
  const listed = (contents as z.infer<typeof contentsSchema>).files;
  if (listed.length !== found.size) throw damaged('parts of it are missing');
  for (const { name, bytes, sha256 } of listed) {
    const own = found.get(name);
    if (!own || own.bytes !== bytes || own.sha256 !== sha256) throw damaged(`“${name}” is not what was put into it`);
  }
  if (!found.has(DUMP)) throw damaged('its database is missing');
  return { head, keys: [...found.keys()].flatMap((name) => keyOf(name) ?? []) };
}

/** Where a part lies in the folder that it was unpacked into. */
export function placeOf(folder: string, name: string): string {
  const key = keyOf(name);
  if (key !== null && !/^[\w-]+\/[\w-]+(?:\.\w+)?$/.test(key)) throw damaged(`“${name}” does not belong into it`);
  return join(folder, name);
}

function headOf(text: string): Head {
  const like = parsed(z.looseObject({ format: z.literal(BACKUP_FORMAT), version: z.int() }), text) ?? fail(none());
  if (like.version > BACKUP_VERSION) throw newer();
  return parsed(headSchema, text) ?? fail(damaged('its beginning is broken'));
}

async function put(entry: Readable, path: string): Promise<{ bytes: number; sha256: string }> {
  const hash = createHash('sha256');
  await mkdir(dirname(path), { recursive: true });
  await pipeline(entry, hashing(hash), createWriteStream(path, { mode: 0o600, highWaterMark: 4 * PIECE }));
  return { bytes: (await stat(path)).size, sha256: hash.digest('hex') };
}

async function textOf(entry: AsyncIterable<Uint8Array>): Promise<string> {
  const pieces: Uint8Array[] = [];
  for await (const piece of entry) pieces.push(piece);
  return Buffer.concat(pieces).toString('utf8');
}

function parsed<T>(schema: z.ZodType<T>, text: string): T | null {
  try {
    return schema.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

function fail(error: Error): never {
  throw error;
}

const none = (): BackupError => new BackupError('This file is no backup of Limber Cheek. Nothing was changed.');
export const newer = (): BackupError =>
  new BackupError(
    'This backup was made by a newer Limber Cheek. Bring this program up to date, then restore it. Nothing was changed.',
  );
const damaged = (how: string): BackupError =>
  new BackupError(`This backup is damaged: ${how}. Take another one. Nothing was changed.`);
