import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { MediumArtefact } from '@limber/core/api/media';
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

/** Asks for a film to be looked at for what hands do: what pages need comes first, finished films after it. */
export function askToAnalyse(
  database: Database,
  mediaId: string,
  { lessonId = null, priority = -2 }: { lessonId?: string | null; priority?: number } = {},
): Promise<string> {
  return enqueue(database, {
    ...{ id: randomUUID(), kind: 'analyse', ownerId: mediaId, lessonId, input: { mediaId }, priority },
  });
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
