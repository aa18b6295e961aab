import '@limber/core/words/localize';
import { randomBytes, randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { sensesIn } from '../media/senses';
import type { MediaStore } from '../media/store';
import { mediaOf, NotReadyError, publish } from '@limber/core/viewing/publish';
import { pictureOf } from '@limber/core/lesson/take.schema';
import type { AllTheSame } from '@limber/core/api/keeping';
import { Links, Versions, type LinkRow, type VersionRow } from './entities';
import { lessonStore } from './lesson-store';
import { studioRules } from './rules-store';

/** Raised when the way in which cues are derived changes. */
export const CUE_GENERATOR = 3;

/** A link to a version that opens for everybody, for good. */
export function openLink({ lessonId, id: versionId }: Pick<VersionRow, 'lessonId' | 'id'>): LinkRow {
  const limits = { revokedAt: null, expiresAt: null, phraseHash: null, embeds: false };
  return { token: randomBytes(16).toString('base64url'), lessonId, versionId, createdAt: new Date(), ...limits };
}

/** Freezes a lesson as its next version and makes a link to it. @throws NotReadyError */
export async function shareLesson(
  database: DataSource,
  store: MediaStore,
  lessonId: string,
  said: { readonly name?: string; readonly note?: string; readonly allTheSame?: AllTheSame } = {},
): Promise<{ version: VersionRow; link: LinkRow } | null> {
  return database.transaction(async (manager) => {
    const lesson = await lessonStore.lock(manager, lessonId);
    if (!lesson) return null;
    const id = randomUUID();
    const published = publish(
      { ...lesson.doc, rules: await studioRules(manager) },
      id,
      await sensesIn(manager, store, lesson.doc),
    );
    const media = mediaOf(published);
    if (published.takes.some((take) => pictureOf(take) === null))
      throw new NotReadyError($localize`The footage of this lesson is not here: bring the take in again under Film.`);
    const [{ ready }] = await manager.query<[{ ready: number }]>(
      `SELECT count(DISTINCT owner_id)::int AS ready FROM artefacts WHERE owner_id = ANY($1) AND name LIKE 'proxy.%'`,
      [media],
    );
    if (ready < media.length)
      throw new NotReadyError(
        $localize`The footage is still being prepared. Wait until it is ready under Film, then share.`,
      );
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
      published,
      cuts: published.cuts.map((cut) => cut.id),
      generator: CUE_GENERATOR,
      name: said.name ?? '',
      note: said.note ?? '',
      allTheSame: said.allTheSame ?? null,
      createdAt: new Date(),
    };
    await manager.getRepository(Versions).insert(version);
    await manager.query('INSERT INTO version_media (version_id, media_id) SELECT $1, unnest($2::uuid[])', [id, media]);
    const link = openLink(version);
    await manager.getRepository(Links).insert(link);
    return { version, link };
  });
}
