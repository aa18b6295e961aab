import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { originalKey } from '../../media/keys';
import { probe, RefusedMedia, type Probed } from '../../media/probe';
import { ToolTrouble } from '../../media/tool';
import { Media, Uploads, type UploadRow } from '../../store/entities';
import { lessonStoreWithTrash } from '../../store/lesson-store';
import type { JobKind, Made, Work } from '../kind';
import { askToJoin, askToPrepare } from '../asks';
import { mayPass, mediaSentence } from '../sentence';
import { isBeside, NOWHERE, NoPlace, placed, refuse, settle, type Brought } from './take-in';
import { unpack } from './unpack';

const inputSchema = z.object({ uploadId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/**
 * Looks at an upload that has arrived whole. A good file becomes a medium, a take of its lesson and the job that prepares
 * it, in one transaction; a bad one is refused in words. Both carry the upload's own id, so that whatever happens on the
 * way, it becomes them once. A lesson bundle with media is unpacked: see `unpack`.
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

async function lookAt(work: Work<Input>): Promise<Made> {
  const { input, database, store, signal, scratch } = work;
  const upload = await database.getRepository(Uploads).findOneByOrFail({ id: input.uploadId });
  if (upload.state !== 'arrived') return {};
  try {
    const { role } = upload.metadata;
    if (role === 'bundle') return await unpack(work, upload);
    const file = await store.toScratch(originalKey(upload.id), scratch);
    const found = await probe(file, role === 'picture' ? 'picture' : 'sound', signal);
    return { write: (manager) => takeIn(manager, upload, { ...upload.metadata, role }, found) };
  } catch (error) {
    if (!(error instanceof RefusedMedia)) throw error;
    return { write: (manager) => refuse(manager, upload, error.message) };
  }
}

async function takeIn(
  manager: EntityManager,
  upload: UploadRow,
  wanted: Brought['wanted'],
  found: Probed,
): Promise<void> {
  const row = await lessonStoreWithTrash.lock(manager, upload.lessonId);
  const taken = row ? placed(row.doc, { ...upload, wanted }, found) : NOWHERE;
  if (!row || taken.changes.length === 0) return refuse(manager, upload, taken.words);
  const { id, name, bytes, lessonId } = upload;
  await manager.getRepository(Media).insert({ id, name, bytes, ...found, createdAt: new Date() });
  await manager.query(
    `UPDATE media SET captions = along.captions
     FROM (SELECT captions FROM uploads WHERE id = $1 FOR UPDATE) along WHERE media.id = $1`,
    [id],
  );
  await settle(manager, row, upload, taken);
  await askToPrepare(manager, id, { lessonId });
  const { role, offsetMs } = wanted;
  if (isBeside(role) && offsetMs === undefined) await askToJoin(manager, id, lessonId);
  // A film may be what recordings of the room have waited for.
  if (role === 'picture') for (const one of row.doc.waiting) await askToJoin(manager, one.mediaId, lessonId);
}
