import { mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

export type MediaFile = 'original' | 'proxy.mp4' | 'poster.jpg' | 'sound.json';

/** Where media lie: files under opaque ids. This one keeps them in a local folder. */
export interface MediaStore {
  /** Path of a file for reading; it may not exist. */
  path(id: string, file: MediaFile): string;
  has(id: string, file: MediaFile): Promise<boolean>;
  /** Moves a finished file in; what was there is replaced in one step. */
  put(id: string, file: MediaFile, from: string): Promise<void>;
  write(id: string, file: MediaFile, content: string): Promise<void>;
  read(id: string, file: MediaFile): Promise<string>;
  /** A folder for unfinished work on a medium. */
  scratch(id: string): Promise<string>;
  remove(id: string): Promise<void>;
}

export class LocalMediaStore implements MediaStore {
  constructor(private readonly folder: string) {}

  path(id: string, file: MediaFile): string {
    if (!/^[0-9a-f-]{36}$/.test(id)) throw new Error('A medium is named by its id.');
    return join(this.folder, id, file);
  }

  async has(id: string, file: MediaFile): Promise<boolean> {
    return stat(this.path(id, file)).then(
      (entry) => entry.isFile(),
      () => false,
    );
  }

  async put(id: string, file: MediaFile, from: string): Promise<void> {
    await mkdir(join(this.folder, id), { recursive: true });
    await rename(from, this.path(id, file));
  }

  async write(id: string, file: MediaFile, content: string): Promise<void> {
    const part = join(await this.scratch(id), file);
    await writeFile(part, content);
    await this.put(id, file, part);
  }

  read(id: string, file: MediaFile): Promise<string> {
    return readFile(this.path(id, file), 'utf8');
  }

  async scratch(id: string): Promise<string> {
    const folder = join(this.folder, id, 'scratch');
    await mkdir(folder, { recursive: true });
    return folder;
  }

  async remove(id: string): Promise<void> {
    this.path(id, 'original');
    await rm(join(this.folder, id), { recursive: true, force: true });
  }
}
