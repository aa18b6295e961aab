import '@limber/core/words/localize';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { EntityManager } from 'typeorm';
import { NarrationError, parseCaptions } from '@limber/core/narration/lines';
import { DocumentError, parseDocument } from '@limber/core/document/document';
import { edited } from '@limber/core/document/editing';
import { lessonEditing } from '@limber/core/lesson/change';
import type { SingleChange } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { logDocument } from '@limber/core/take/log.document';
import { openBundle, type Enclosed } from '../../media/bundle-in';
import { originalKey } from '../../media/keys';
import { probe, RefusedMedia, type Probed } from '../../media/probe';
import { mustHaveRoom } from '../../media/room';
import { freeBytesAt } from '../../media/store';
import { Media, type UploadRow } from '../../store/entities';
import { writeDocument } from '../../store/document-column';
import { lessonStoreWithTrash } from '../../store/lesson-store';
import { askToPrepare } from '../asks';
import type { Made, Work } from '../kind';
import { NOWHERE, placed, refuse, settle, type Brought } from './take-in';

/** A medium that lies in the store under a new id, and was looked at. */
interface Unpacked {
  readonly id: string;
  readonly one: Enclosed;
  readonly found: Probed;
  readonly log: string | null;
  readonly captions: string | null;
}

/**
 * Unpacks a lesson bundle with media: every medium gets its place in the lesson that was made of the bundle, by the names
 * of its takes. All of them are taken in at once, in one transaction, as one edit; one that is damaged is left out, and
 * told of. What an attempt that ended in the middle left in the store has no row, and is swept.
 */
export async function unpack(
  { store, scratch, signal, progress }: Pick<Work<unknown>, 'store' | 'scratch' | 'signal' | 'progress'>,
  upload: UploadRow,
): Promise<Made> {
  const bundle = await openBundle(await store.toScratch(originalKey(upload.id), scratch));
  try {
    const whole = bundle.media.reduce((sum, one) => sum + one.bytes, 0);
    // Twice: the media themselves, and about as much for what is made of them.
    mustHaveRoom(await freeBytesAt(scratch), 2 * whole, $localize`what is in ${upload.name}`);
    const unpacked: Unpacked[] = [];
    const left: string[] = [];
    let before = 0;
    for (const one of bundle.media) {
      const id = randomUUID();
      const path = join(scratch, id);
      try {
        await one.extract(path, signal, (bytes) => progress((before + bytes) / Math.max(1, whole)));
        const found = await probe(path, one.role === 'picture' ? 'picture' : 'sound', signal);
        unpacked.push({ id, one, found, log: await logOf(one), captions: await captionsOf(one) });
        await store.putFrom(originalKey(id), path);
      } catch (error) {
        if (!(error instanceof RefusedMedia)) throw error;
        left.push($localize`${one.label} is left out: ${error.message}`);
      }
      before += one.bytes;
    }
    return { write: (manager) => takeIn(manager, upload, unpacked, left) };
  } finally {
    bundle.close();
  }
}

async function takeIn(
  manager: EntityManager,
  upload: UploadRow,
  unpacked: readonly Unpacked[],
  left: readonly string[],
): Promise<void> {
  const row = await lessonStoreWithTrash.lock(manager, upload.lessonId);
  if (!row) return refuse(manager, upload, NOWHERE.words);
  const known = new Set(row.doc.takes.map((take) => take.id));
  const takes = unpacked.flatMap(({ one }) => one.takeId ?? []);
  if (takes.length > 0 && !takes.some((id) => known.has(id)))
    return refuse(
      manager,
      upload,
      $localize`This archive is of another lesson: none of its takes is one of this lesson.`,
    );
  const changes: SingleChange[] = [];
  const told = [...left];
  const taken: Unpacked[] = [];
  let { doc } = row;
  for (const each of unpacked) {
    const { id, one, found } = each;
    const why = notPlaced(row.doc, one);
    const { changes: own, words } = why
      ? { changes: [], words: why }
      : placed(doc, { id, name: one.label, wanted: wantedOf(one) }, found);
    if (words) told.push(`${one.label}: ${words}`);
    if (own.length === 0) continue;
    doc = edited(lessonEditing, doc, { kind: 'batch', changes: [...own] });
    changes.push(...own);
    taken.push(each);
  }
  if (taken.length === 0) {
    told.unshift($localize`Nothing of this archive has a place in this lesson.`);
    return refuse(manager, upload, told.join(' '));
  }
  for (const { id, one, found, log, captions } of taken) {
    const [name, bytes] = [one.label, String(one.bytes)];
    await manager.getRepository(Media).insert({ id, name, bytes, ...found, createdAt: new Date() });
    await manager.query('UPDATE media SET log = $2, captions = $3 WHERE id = $1', [id, log, captions]);
    await askToPrepare(manager, id, { lessonId: upload.lessonId });
  }
  await settle(manager, row, upload, { changes, takeId: null, words: told.join(' ') });
}

/** Why the lesson has no place for a medium, in words; null where it has. What was brought in meanwhile stays. */
function notPlaced(lesson: Lesson, { takeId, role }: Enclosed): string | null {
  const take = lesson.takes.find((one) => one.id === takeId);
  if (takeId !== null && !take) return $localize`this lesson has no such take any more.`;
  const taken = role === 'music' ? lesson.music !== null : take?.sources.some((source) => source.role === role);
  return taken ? $localize`there is one already, and it was kept.` : null;
}

/** What an upload of this medium alone would have said of it. */
function wantedOf({ role, takeId, offsetMs }: Enclosed): Brought['wanted'] {
  return { role, offsetMs, ...(takeId === null ? {} : { takeId }) };
}

/** The log that lies beside it, as it is stored. */
async function logOf(one: Enclosed): Promise<string | null> {
  try {
    const log = await one.log();
    return log === null ? null : JSON.stringify(writeDocument(logDocument, parseDocument(logDocument, log)));
  } catch (error) {
    // A log that cannot be read is not worth its film.
    if (error instanceof DocumentError) return null;
    throw error;
  }
}

async function captionsOf(one: Enclosed): Promise<string | null> {
  try {
    const text = await one.captions();
    return text === null || parseCaptions(text).length === 0 ? null : text;
  } catch (error) {
    if (error instanceof NarrationError) return null;
    throw error;
  }
}
