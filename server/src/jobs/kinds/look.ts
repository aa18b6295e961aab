import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import type { UploadMetadata } from '@limber/core/api/media';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import { UNRATED, type Source, type Take } from '@limber/core/lesson/take.schema';
import { clock } from '@limber/core/time/clock';
import { originalKey } from '../../media/keys';
import { probe, RefusedMedia, type Probed } from '../../media/probe';
import { ToolTrouble } from '../../media/tool';
import { editLesson } from '../../store/edit-lesson';
import { Media, Uploads, type UploadRow } from '../../store/entities';
import { lessonStoreWithTrash } from '../../store/lesson-store';
import type { JobKind, Made, Work } from '../kind';
import { askToJoin, askToPrepare } from '../asks';
import { mayPass, mediaSentence } from '../sentence';

const inputSchema = z.object({ uploadId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/**
 * Looks at an upload that has arrived whole. A good file becomes a medium, a take of its lesson and the job that prepares
 * it, in one transaction; a bad one is refused in words. Both carry the upload's own id, so that whatever happens on the
 * way, it becomes them once.
 */
export const look: JobKind<Input> = {
  name: 'look',
  input: inputSchema,
  quick: true,
  parts: [{ name: 'look', doing: $localize`looking at the file`, share: 1, make: lookAt }],
  // Nothing is decided by a tool that did not do its work: the file is looked at again.
  passing: (error) => error instanceof ToolTrouble || mayPass(error),
  sentence: (error) =>
    error instanceof NoPlace
      ? error.message
      : mediaSentence(error, $localize`The file is here, and was not looked at yet`),
};

async function lookAt({ input, database, store, signal, scratch }: Work<Input>): Promise<Made> {
  const upload = await database.getRepository(Uploads).findOneByOrFail({ id: input.uploadId });
  if (upload.state !== 'arrived') return {};
  const file = await store.toScratch(originalKey(upload.id), scratch);
  try {
    const found = await probe(file, upload.metadata.role === 'picture' ? 'picture' : 'sound', signal);
    return { write: (manager) => takeIn(manager, upload, found) };
  } catch (error) {
    if (!(error instanceof RefusedMedia)) throw error;
    return { write: (manager) => refuse(manager, upload, error.message) };
  }
}

async function refuse(manager: EntityManager, upload: UploadRow, words: string): Promise<void> {
  await manager.getRepository(Uploads).update({ id: upload.id }, { state: 'refused', words, updatedAt: new Date() });
}

async function takeIn(manager: EntityManager, upload: UploadRow, found: Probed): Promise<void> {
  const row = await lessonStoreWithTrash.lock(manager, upload.lessonId);
  const { changes, takeId, words } = row ? placed(row.doc, upload, found) : NOWHERE;
  if (!row || changes.length === 0) return refuse(manager, upload, words);
  const { id, name, bytes, lessonId, authorId } = upload;
  await manager.getRepository(Media).insert({ id, name, bytes, ...found, createdAt: new Date() });
  const change = { kind: 'batch' as const, changes };
  const edit = { id, change, by: 'upload', authorId };
  const [refused] = (await editLesson(manager, { id: lessonId, revision: row.revision }, edit)).refused;
  if (refused)
    throw new NoPlace(
      $localize`The film is here, and has no place in its lesson: ${refused.reason} Make room there, then look again.`,
    );
  await manager.getRepository(Uploads).update({ id }, { state: 'taken', takeId, words, updatedAt: new Date() });
  await askToPrepare(manager, id, { lessonId });
  const { role, offsetMs } = upload.metadata;
  if (isBeside(role) && offsetMs === undefined) await askToJoin(manager, id, lessonId);
  // A film may be what recordings of the room have waited for.
  if (role === 'picture') for (const one of row.doc.waiting) await askToJoin(manager, one.mediaId, lessonId);
}

/** A good film that its lesson cannot take: it is kept, and can be looked at again. */
class NoPlace extends Error {
  override readonly name = 'NoPlace';
}

const NOWHERE = {
  changes: [] as SingleChange[],
  takeId: null,
  words: $localize`The lesson that this film was for is gone, so it was not taken in.`,
};

/** Whether it lies beside the film of a take that is there. */
const isBeside = (role: UploadMetadata['role']): boolean => role === 'sound' || role === 'log';

/** What the file does to its lesson: a take of its own, a source of one that is there, or of one that is to come. */
function placed(
  lesson: Lesson,
  { id, name, metadata }: UploadRow,
  found: Probed,
): { changes: SingleChange[]; takeId: string | null; words: string } {
  const { role, offsetMs } = metadata;
  if (role === 'music')
    return { changes: [{ kind: 'set_lesson', field: 'music', value: { mediaId: id, name } }], takeId: null, words: '' };
  const source: Source = { mediaId: id, role, offsetMs: offsetMs ?? 0 };
  const take = lesson.takes.find((one) => one.id === metadata.takeId);
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
  if (role === 'log' && metadata.takeId === undefined)
    return {
      changes: [{ kind: 'add_waiting', waiting: { id, mediaId: id, name, durationMs } }],
      takeId: null,
      words: '',
    };
  if (isBeside(role))
    return { ...NOWHERE, words: $localize`The take that this sound was for is gone, so it was not taken in.` };
  const pictureLeft = metadata.pictureLeft ?? null;
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
