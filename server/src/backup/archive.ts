import { randomUUID } from 'node:crypto';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import * as z from 'zod';
import { parseJson } from '@limber/core/format/parse-json';
import { readTar, TarError, TarWriter, type Seen } from './tar-file';

/**
 * A backup is one tar file: `backup.json` first, which says what it is; the media under `media/KEY`; the database's dump;
 * and last `contents.json` with the length and the CRC-32 of each, so that a file that was cut off or damaged is known
 * (ISO/IEC 3309, as in gzip; a hash that also resists forgery would take longer than everything else together). See
 * docs/formats.
 */
export const BACKUP_FORMAT = 'limber-cheek/backup';
export const BACKUP_VERSION = 1;
export const HEAD = 'backup.json';
export const DUMP = 'database.dump';
const CONTENTS = 'contents.json';
const MEDIA = 'media/';
/** What a backup says of itself is short; its list of a million files is not longer than this, bytes. */
const LONGEST_TEXT = 256 * 1024 ** 2;

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
  files: z.array(z.object({ name: z.string(), bytes: z.int(), crc32: z.string() })),
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
  const writer = await TarWriter.create(unfinished);
  try {
    const contents: z.infer<typeof contentsSchema> = { files: [] };
    for await (const part of parts) {
      const seen =
        'text' in part ? await writer.text(part.name, part.text) : await writer.file(part.name, await part.path());
      contents.files.push({ name: part.name, ...seen });
    }
    await writer.text(CONTENTS, JSON.stringify(contents, null, 1));
    const bytes = await writer.end();
    await rename(unfinished, file);
    return bytes;
  } catch (error) {
    await writer.abandon();
    await rm(unfinished, { force: true });
    throw error;
  }
}

/**
 * Unpacks a backup into a folder and holds every part against its check sum. Nothing but the folder is touched.
 *
 * @param mayUse looks at what the backup says of itself, before the large parts are read; it throws what speaks against it.
 * @throws BackupError when it is none, when it is newer than this program, or when it is damaged
 */
export async function unpackArchive(
  file: string,
  folder: string,
  mayUse: (head: Head) => void,
): Promise<{ head: Head; keys: string[] }> {
  const found = new Map<string, Seen>();
  let head: Head | null = null;
  let contents: z.infer<typeof contentsSchema> | null = null;
  const source = await open(file);
  try {
    for await (const entry of readTar(source)) {
      const { name } = entry;
      if (!head && (name !== HEAD || entry.size > LONGEST_TEXT)) throw none();
      if (contents || found.has(name)) throw damaged('it goes on after its end');
      if (name === HEAD) {
        const { text, seen } = await entry.text();
        head = headOf(text);
        mayUse(head);
        found.set(name, seen);
      } else if (name === CONTENTS && entry.size <= LONGEST_TEXT) {
        contents = parsed(contentsSchema, (await entry.text()).text) ?? fail(damaged('its list of contents is broken'));
      } else if (name === DUMP || keyOf(name) !== null) {
        const path = placeOf(folder, name);
        await mkdir(dirname(path), { recursive: true });
        found.set(name, await entry.toFile(path));
      } else throw damaged(`“${name}” does not belong into it`);
    }
  } catch (error) {
    if (!(error instanceof TarError)) throw error;
    throw head ? damaged('it cannot be read to its end') : none();
  } finally {
    await source.close();
  }
  if (!head) throw none();
  if (!contents) throw damaged('it ends in the middle');
  const { files } = contents;
  if (files.length !== found.size) throw damaged('its parts are not those of its list');
  for (const { name, bytes, crc32 } of files) {
    const own = found.get(name);
    if (!own || own.bytes !== bytes || own.crc32 !== crc32) throw damaged(`“${name}” is not what was put into it`);
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

function parsed<T>(schema: z.ZodType<T>, text: string): T | null {
  return schema.safeParse(parseJson(text)).data ?? null;
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
