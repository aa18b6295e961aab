import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { leaveOutSpoilt } from '@limber/core/assembly/leave-out';
import { editLesson } from './edit-lesson';
import { lessonStoreWithTrash } from './lesson-store';
import { logOfTake } from './take-log';

/**
 * A log has come to a take, or it is known by now where it lies: what was broken off and begun again plays no more in the
 * lessons that have the take, unless somebody has chosen what plays of it. An edit like any other, which undo takes back.
 */
export async function playAsDoneLast(manager: EntityManager, mediaId: string): Promise<void> {
  const lessons = await manager.query<{ id: string }[]>(
    `SELECT id FROM lessons WHERE jsonb_path_exists(doc, '$.takes[*].sources[*] ? (@.mediaId == $id)', $1)`,
    [JSON.stringify({ id: mediaId })],
  );
  for (const { id } of lessons) {
    // One that cannot be read is left alone, and the others are not.
    const row = await lessonStoreWithTrash.lock(manager, id).catch(() => null);
    const take = row?.doc.takes.find((one) => one.sources.some((source) => source.mediaId === mediaId));
    if (!row || !take) continue;
    const { entries } = await logOfTake(manager, row.doc, take);
    const change = leaveOutSpoilt(row.doc, take.id, entries, randomUUID);
    if (change) await editLesson(manager, { id, revision: row.revision }, { id: randomUUID(), change, by: 'log' });
  }
}
