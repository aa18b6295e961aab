import { createReadStream } from 'node:fs';
import { copyFile, link, mkdir, opendir, rename, rm, stat, statfs } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import type { Readable } from 'node:stream';

/** A finished file in the store, as a sweep sees it. */
export interface StoredFile {
  readonly key: string;
  readonly modifiedMs: number;
  readonly bytes: number;
}

/**
 * Where media lie: finished files under opaque keys. Nothing here needs a local path, so that the files may lie anywhere;
 * work is done on copies in a scratch folder.
 */
export interface MediaStore {
  /** Length of a file, bytes; null when it is not there. */
  size(key: string): Promise<number | null>;
  /** A file from byte `start` to byte `end`, both included. */
  stream(key: string, range?: { start: number; end: number }): Readable;
  /** A copy to work on, in a local folder; its path. */
  toScratch(key: string, folder: string): Promise<string>;
  /** Moves a finished local file in: it is there whole or not at all, also after a power cut half way. */
  putFrom(key: string, path: string): Promise<void>;
  remove(key: string): Promise<void>;
  list(): AsyncIterable<StoredFile>;
  /** Room that is left, bytes. */
  freeBytes(): Promise<number>;
}

const KEY = /^[\w-]+(?:\/[\w-]+(?:\.\w+)?)+$/;

/** Keeps them in a local folder. */
export class LocalMediaStore implements MediaStore {
  constructor(private readonly folder: string) {}

  async size(key: string): Promise<number | null> {
    return stat(this.path(key)).then(
      (entry) => (entry.isFile() ? entry.size : null),
      () => null,
    );
  }

  stream(key: string, range?: { start: number; end: number }): Readable {
    return createReadStream(this.path(key), range);
  }

  async toScratch(key: string, folder: string): Promise<string> {
    const path = join(folder, key.replaceAll('/', '-'));
    await rm(path, { force: true });
    // A second name for the same file costs nothing; over the border of a disk it has to be a copy.
    await link(this.path(key), path).catch(() => copyFile(this.path(key), path));
    return path;
  }

  async putFrom(key: string, path: string): Promise<void> {
    const target = this.path(key);
    await mkdir(dirname(target), { recursive: true });
    try {
      await rename(path, target);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EXDEV') throw error;
      const part = `${target}.part`;
      await copyFile(path, part);
      await rename(part, target);
      await rm(path, { force: true });
    }
  }

  async remove(key: string): Promise<void> {
    await rm(this.path(key), { force: true });
    // The folder goes when it is empty; one that is not stays.
    await rm(dirname(this.path(key)), { recursive: false, force: true }).catch(() => undefined);
  }

  async *list(): AsyncIterable<StoredFile> {
    const folder = await opendir(this.folder, { recursive: true });
    for await (const entry of folder) {
      if (!entry.isFile()) continue;
      const path = join(entry.parentPath, entry.name);
      const found = await stat(path).catch(() => null);
      if (found) yield { key: relative(this.folder, path), modifiedMs: found.mtimeMs, bytes: found.size };
    }
  }

  async freeBytes(): Promise<number> {
    return freeBytesAt(this.folder);
  }

  private path(key: string): string {
    if (!KEY.test(key)) throw new Error(`“${key}” is no key of a medium.`);
    return join(this.folder, key);
  }
}

/** Room left where a folder lies, for somebody who is not root, bytes. */
export async function freeBytesAt(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
