import { randomBytes, randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { freeze, NotReadyError } from '@limber/core/viewing/freeze';
import { Lessons, Links, Versions, type LinkRow, type VersionRow } from './entities';

/** Raised when the way in which cues are derived changes. */
export const CUE_GENERATOR = 1;

/** Freezes a lesson as its next version and makes a link to it. @throws NotReadyError */
export async function shareLesson(
  database: DataSource,
  lessonId: string,
): Promise<{ version: VersionRow; link: LinkRow } | null> {
  return database.transaction(async (manager) => {
    const lesson = await manager
      .getRepository(Lessons)
      .createQueryBuilder('lesson')
      .setLock('pessimistic_write')
      .where('lesson.id = :lessonId AND lesson.trashedAt IS NULL', { lessonId })
      .getOne();
    if (!lesson) return null;
    const id = randomUUID();
    const follow = freeze(lesson.doc, id);
    if (!follow.mediaId)
      throw new NotReadyError('The footage of this lesson is not here: bring the take in again under Film.');
    const [{ ready }] = await manager.query<[{ ready: boolean }]>(
      `SELECT EXISTS (SELECT 1 FROM artefacts WHERE owner_id = $1 AND name = 'proxy.mp4') AS ready`,
      [follow.mediaId],
    );
    if (!ready)
      throw new NotReadyError('The footage is still being prepared. Wait until it is ready under Film, then share.');
    const [[{ number }]] = await manager.query<[[{ number: number }], number]>(
      'UPDATE lessons SET last_version = last_version + 1 WHERE id = $1 RETURNING last_version AS number',
      [lessonId],
    );
    const version: VersionRow = {
      id,
      lessonId,
      number,
      revision: lesson.revision,
      doc: lesson.doc,
      follow,
      generator: CUE_GENERATOR,
      mediaId: follow.mediaId,
      createdAt: new Date(),
    };
    await manager.getRepository(Versions).insert(version);
    const link: LinkRow = {
      token: randomBytes(16).toString('base64url'),
      lessonId,
      versionId: id,
      createdAt: new Date(),
      revokedAt: null,
    };
    await manager.getRepository(Links).insert(link);
    return { version, link };
  });
}
