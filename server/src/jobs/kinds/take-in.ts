import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import type { UploadMetadata } from '@limber/core/api/media';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import { UNRATED, type Source, type Take } from '@limber/core/lesson/take.schema';
import { clock } from '@limber/core/time/clock';
import type { Probed } from '../../media/probe';
import { editLesson } from '../../store/edit-lesson';
import { Uploads, type UploadRow } from '../../store/entities';

/** What an upload does to its lesson, and what is to be said of it. */
export interface Placed {
  readonly changes: readonly SingleChange[];
  readonly takeId: string | null;
  readonly words: string;
}

export async function refuse(manager: EntityManager, upload: UploadRow, words: string): Promise<void> {
  await manager.getRepository(Uploads).update({ id: upload.id }, { state: 'refused', words, updatedAt: new Date() });
}

/**
 * Makes of an upload what it is in its lesson, as one edit under the upload's own id: however often it is tried, once.
 *
 * @param row the lesson, locked in this transaction.
 */
export async function settle(
  manager: EntityManager,
  row: { readonly revision: number },
  { id, lessonId, authorId }: UploadRow,
  { changes, takeId, words }: Placed,
): Promise<void> {
  const change = { kind: 'batch' as const, changes: [...changes] };
  const edit = { id, change, by: 'upload', authorId };
  const [refused] = (await editLesson(manager, { id: lessonId, revision: row.revision }, edit)).refused;
  if (refused)
    throw new NoPlace(
      $localize`The film is here, and has no place in its lesson: ${refused.reason} Make room there, then look again.`,
    );
  await manager.getRepository(Uploads).update({ id }, { state: 'taken', takeId, words, updatedAt: new Date() });
}

/** A good film that its lesson cannot take: it is kept, and can be looked at again. */
export class NoPlace extends Error {
  override readonly name = 'NoPlace';
}

export const NOWHERE: Placed = {
  changes: [],
  takeId: null,
  words: $localize`The lesson that this film was for is gone, so it was not taken in.`,
};

/** Whether it lies beside the film of a take that is there. */
export const isBeside = (role: UploadMetadata['role']): boolean => role === 'sound' || role === 'log';

/** A single medium that is to have its place in a lesson. */
export interface Brought {
  readonly id: string;
  readonly name: string;
  readonly wanted: Pick<UploadMetadata, 'takeId' | 'offsetMs' | 'pictureLeft'> & {
    readonly role: Exclude<UploadMetadata['role'], 'bundle'>;
  };
}

/** What it does to its lesson: a take of its own, a source of one that is there, or of one that is to come. */
export function placed(lesson: Lesson, { id, name, wanted }: Brought, found: Probed): Placed {
  const { role, offsetMs } = wanted;
  if (role === 'music')
    return { changes: [{ kind: 'set_lesson', field: 'music', value: { mediaId: id, name } }], takeId: null, words: '' };
  const source: Source = { mediaId: id, role, offsetMs: offsetMs ?? 0 };
  const take = lesson.takes.find((one) => one.id === wanted.takeId);
  const { durationMs, width, height, frameRate } = found;
  if (take) {
    const set = <F extends 'sources' | 'durationMs' | 'width' | 'height' | 'frameRate'>(field: F, value: Take[F]) =>
      ({ kind: 'set_take', takeId: take.id, field, value }) as SingleChange;
    const sources = set('sources', [...take.sources.filter((one) => isBeside(role) || one.role !== role), source]);
    if (isBeside(role)) return { changes: [sources], takeId: take.id, words: '' };
    const off = Math.abs(durationMs - take.durationMs) > 500;
    return {
      changes: [
        sources,
        set('durationMs', durationMs),
        set('width', width),
        set('height', height),
        set('frameRate', frameRate),
      ],
      takeId: take.id,
      words: off
        ? $localize`This film runs ${clock(durationMs)}, the one that was there ran ${clock(take.durationMs)}\: check that it is the same recording.`
        : '',
    };
  }
  if (role === 'log' && wanted.takeId === undefined)
    return {
      changes: [{ kind: 'add_waiting', waiting: { id, mediaId: id, name, durationMs } }],
      takeId: null,
      words: '',
    };
  if (isBeside(role))
    return { ...NOWHERE, words: $localize`The take that this sound was for is gone, so it was not taken in.` };
  const pictureLeft = wanted.pictureLeft ?? null;
  const made: Take = { ...UNRATED, id, name, pictureLeft, sources: [source], durationMs, width, height, frameRate };
  return {
    changes: [
      { kind: 'add_take', take: made },
      // The first take of a lesson plays whole until something else is chosen.
      ...(lesson.assembly.length === 0
        ? [{ kind: 'add_piece' as const, piece: { id: `piece-${id}`, takeId: id, fromMs: 0, toMs: durationMs } }]
        : []),
    ],
    takeId: id,
    words: '',
  };
}
