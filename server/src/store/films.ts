import '@limber/core/words/localize';
import { createHash, randomUUID } from 'node:crypto';
import { IsNull, type DataSource, type EntityManager } from 'typeorm';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { filmPlan, NO_FOOTAGE, NoFilmError } from '@limber/core/render/film';
import type { FilmPlan, FilmWish } from '@limber/core/render/film.schema';
import { askToRender } from '../jobs/asks';
import { sensesIn } from '../media/senses';
import type { MediaStore } from '../media/store';
import { Films, Versions, type FilmRow, type VersionRow } from './entities';
import { lessonStore } from './lesson-store';

/** Names of what films are put together from: made again when it is needed and not there. */
export const PARTS = ['part.mp4', 'part.webm', 'heard.m4a', 'heard.webm'] as const;
export const PARTS_SQL = PARTS.map((name) => `'${name}'`).join(', ');

/** Equal values give equal hashes, in whatever order their fields were written. */
export function hashOf(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value, sorted)).digest('hex');
}

function sorted(_key: string, value: unknown): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** The owner of something that is known by its hash alone. */
export function ownerOf(hash: string): string {
  const h = hash.slice(0, 32);
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

/** What a film of the lesson as it is would be made from. @throws NoFilmError */
export async function planNow(
  manager: EntityManager,
  store: MediaStore,
  lesson: Lesson,
  wish: FilmWish,
): Promise<FilmPlan> {
  return filmPlan(lesson, wish, await sensesIn(manager, store, lesson));
}

/**
 * Asks for a film, of a lesson as it is or of a version. One that is the same and there, or on its way, is answered
 * instead of being made twice.
 *
 * @returns null when the lesson or the version is not there.
 * @throws NoFilmError with a sentence.
 */
export async function askForFilm(
  database: DataSource,
  store: MediaStore,
  lessonId: string,
  { versionId, ...wish }: FilmWish & { versionId?: string | undefined },
): Promise<FilmRow | null> {
  return database.transaction(async (manager) => {
    // One asks at a time for a lesson: of two equal wishes the second finds the first.
    const lesson = await lessonStore.lock(manager, lessonId);
    const version = versionId ? await manager.getRepository(Versions).findOneBy({ id: versionId, lessonId }) : null;
    if (!lesson || (versionId && !version)) return null;
    const plan = version
      ? await ofVersion(manager, store, version, wish)
      : await planNow(manager, store, lesson.doc, wish);
    await mustBeHere(manager, plan);
    const hash = hashOf(plan);
    const films = manager.getRepository(Films);
    const same = await films.findOne({
      where: { lessonId, hash, versionId: version?.id ?? IsNull() },
      order: { createdAt: 'DESC' },
    });
    if (same && (await isThereOrComing(manager, same.id))) return same;
    const row: FilmRow = {
      id: randomUUID(),
      lessonId,
      versionId: version?.id ?? null,
      versionNumber: version?.number ?? null,
      plan,
      hash,
      createdAt: new Date(),
    };
    await films.insert(row);
    await askToRender(manager, row);
    return row;
  });
}

/** A version shows the cues that it froze, clear of where she was seen then. */
async function ofVersion(
  manager: EntityManager,
  store: MediaStore,
  { doc, published }: Pick<VersionRow, 'doc' | 'published'>,
  wish: FilmWish,
): Promise<FilmPlan> {
  const cut = published.cuts.find((one) => one.id === wish.cut);
  if (!cut) throw new NoFilmError($localize`This version cannot be watched in that way.`);
  const frozen = { cues: cut.cues, sounds: cut.sounds, style: published.cueStyle };
  // One from before places were frozen stands where it is estimated that she works, as it did.
  if (!cut.areas) return filmPlan(doc, wish, frozen);
  return filmPlan(doc, wish, { ...(await sensesIn(manager, store, doc)), ...frozen, areas: cut.areas });
}

async function mustBeHere(manager: EntityManager, plan: FilmPlan): Promise<void> {
  const ids = mediaOfPlan(plan);
  const rows = await manager.query<unknown[]>('SELECT 1 FROM media WHERE id::text = ANY($1) FOR SHARE', [ids]);
  if (rows.length < ids.length) throw new NoFilmError(NO_FOOTAGE);
}

/** Every medium that a film is made from. */
export function mediaOfPlan({ pieces, voices, music }: Pick<FilmPlan, 'pieces' | 'voices' | 'music'>): string[] {
  const heard = pieces.flatMap((piece) => (piece.sound ? [piece.sound.mediaId] : []));
  return [
    ...new Set([
      ...pieces.map((one) => one.mediaId),
      ...heard,
      ...voices.map((one) => one.mediaId),
      ...(music ? [music.mediaId] : []),
    ]),
  ];
}

async function isThereOrComing(manager: EntityManager, id: string): Promise<boolean> {
  const [row] = await manager.query<{ yes: boolean }[]>(
    `SELECT EXISTS (SELECT 1 FROM artefacts WHERE owner_id = $1)
         OR EXISTS (SELECT 1 FROM jobs WHERE owner_id = $1 AND state IN ('queued', 'running')) AS yes`,
    [id],
  );
  return row!.yes;
}

/** Deletes a film with its file, and ends the work on it. @returns false when it is not there. */
export async function deleteFilm(database: DataSource, store: MediaStore, id: string): Promise<boolean> {
  const keys = await database.transaction(async (manager) => {
    const { affected } = await manager.getRepository(Films).delete({ id });
    if (!affected) return null;
    // An attempt that is under way finds its job gone, and can write nothing.
    await manager.query(`DELETE FROM jobs WHERE owner_id = $1 AND kind = 'render'`, [id]);
    const [rows] = await manager.query<[{ key: string }[], number]>(
      'DELETE FROM artefacts WHERE owner_id = $1 RETURNING key',
      [id],
    );
    return rows.map((one) => one.key);
  });
  for (const key of keys ?? []) await store.remove(key);
  return keys !== null;
}
