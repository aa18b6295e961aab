import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { MediumArtefact } from '@limber/core/api/media';
import type { Analysed } from './kinds/analyse';
import { enqueue } from './queue';

type Database = Pick<EntityManager, 'query'>;

/** Asks for an upload that has arrived to be looked at: before everything else, somebody waits for it. */
export function askToLook(database: Database, upload: { id: string; lessonId: string }): Promise<string> {
  return enqueue(database, {
    id: randomUUID(),
    kind: 'look',
    ownerId: upload.id,
    lessonId: upload.lessonId,
    input: { uploadId: upload.id },
    priority: 10,
  });
}

/** Asks for what pages need of a medium to be made, all of it or `only` some. @returns the job's id. */
export function askToPrepare(
  database: Database,
  mediaId: string,
  {
    lessonId = null,
    only,
    priority = 0,
  }: { lessonId?: string | null; only?: MediumArtefact[]; priority?: number } = {},
): Promise<string> {
  const input = { mediaId, ...(only ? { only } : {}) };
  return enqueue(database, { id: randomUUID(), kind: 'prepare', ownerId: mediaId, lessonId, input, priority });
}

/**
 * Asks for a medium to be looked at for what hands do and listened to for its words, or for `only` one of them: what
 * pages need comes first, finished films after it.
 */
export function askToAnalyse(
  database: Database,
  mediaId: string,
  { lessonId = null, only, priority = -2 }: { lessonId?: string | null; only?: Analysed[]; priority?: number } = {},
): Promise<string> {
  return enqueue(database, {
    ...{ id: randomUUID(), kind: 'analyse', ownerId: mediaId, lessonId, priority },
    input: { mediaId, ...(only ? { only } : {}) },
  });
}

/** Asks for stills of a film; somebody looks at where they will be. */
export function askForStills(database: Database, mediaId: string, atMs: readonly number[]): Promise<string> {
  const input = { mediaId, atMs };
  return enqueue(database, { id: randomUUID(), kind: 'stills', ownerId: mediaId, lessonId: null, input, priority: 5 });
}

/** Asks where a sound lies on the film of its take, or of which take it is. */
export function askToJoin(database: Database, mediaId: string, lessonId: string): Promise<string> {
  const input = { lessonId, mediaId };
  return enqueue(database, { id: randomUUID(), kind: 'join', ownerId: mediaId, lessonId, input, priority: -1 });
}

/** Asks for a film to be made; it is quicker to look at footage than to make films, so that comes first. */
export function askToRender(database: Database, film: { id: string; lessonId: string }): Promise<string> {
  const { id, lessonId } = film;
  return enqueue(database, {
    id: randomUUID(),
    kind: 'render',
    ownerId: id,
    lessonId,
    input: { filmId: id },
    priority: -5,
  });
}
