import { readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import * as z from 'zod';
import { parseJson } from '@limber/core/format/parse-json';
import { askToLook } from '../jobs/asks';
import { Uploads, type UploadRow } from '../store/entities';
import { originalKey } from './keys';
import type { MediaStore } from './store';

/** Uploads whose last byte is in: they go to the media store, and a job looks at them. */
export class Arrivals {
  constructor(
    private readonly database: DataSource,
    private readonly media: MediaStore,
    private readonly uploadFolder: string,
  ) {}

  /** Files an upload that is complete. May be done any number of times, and taken up after any interruption. */
  async arrive(id: string): Promise<void> {
    const file = join(this.uploadFolder, id);
    await this.putAway(id, file);
    await this.database.transaction(async (manager) => {
      const record = await manager
        .getRepository(Uploads)
        .findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
      if (record?.state !== 'sending') return;
      // What was recorded while it was sent has its length by now only.
      const bytes = String((await this.media.size(originalKey(id))) ?? record.bytes);
      await manager.getRepository(Uploads).update({ id }, { state: 'arrived', bytes, updatedAt: new Date() });
      await askToLook(manager, record);
    });
    await rm(`${file}.json`, { force: true });
  }

  private async putAway(id: string, file: string): Promise<void> {
    try {
      await this.media.putFrom(originalKey(id), file);
    } catch (error) {
      // Somebody put it away already: the last byte may be told more than once.
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT' || (await this.media.size(originalKey(id))) === null)
        throw error;
    }
  }

  /** Files every upload that is complete although nobody said so: the server was ended between the last byte and that. */
  async settle(): Promise<void> {
    for (const record of await this.database.getRepository(Uploads).findBy({ state: 'sending' }))
      await this.settleOne(record);
  }

  async settleOne(record: UploadRow): Promise<void> {
    const bytes = Number(record.bytes) || (await this.toldBytes(record.id));
    const sent = await stat(join(this.uploadFolder, record.id)).then(
      (file) => file.size,
      () => null,
    );
    if (bytes === null) return;
    if (sent === bytes || (sent === null && (await this.media.size(originalKey(record.id))) === bytes))
      await this.arrive(record.id);
  }

  /** How long something is whose length was not known when it began; null as long as nobody has said so. */
  private async toldBytes(id: string): Promise<number | null> {
    const text = await readFile(join(this.uploadFolder, `${id}.json`), 'utf8').catch(() => '');
    return toldSchema.safeParse(parseJson(text)).data?.size ?? null;
  }
}

/** What the upload server keeps beside the bytes, as far as it is read here. */
const toldSchema = z.object({ size: z.number().optional() });

/** Keeps captions for what an upload becomes, or has become: whoever takes it in meanwhile waits for them, or is through. */
export async function keepCaptionsAlong(database: DataSource, uploadId: string, text: string): Promise<void> {
  await database.transaction(async (manager) => {
    await manager.query('UPDATE uploads SET captions = $2 WHERE id = $1', [uploadId, text]);
    await manager.query('UPDATE media SET captions = $2 WHERE id = $1 AND captions IS NULL', [uploadId, text]);
  });
}
