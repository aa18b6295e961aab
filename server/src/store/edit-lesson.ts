import type { DataSource, EntityManager } from 'typeorm';
import { applyChange, ChangeError, clash, inverseOf } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import { Changes, Lessons, type ChangeKind, type ChangeRow, type LessonRow } from './entities';

export interface Edit {
  readonly id: string;
  readonly kind: ChangeKind;
  readonly change: Change;
}

/** An edit that meets a newer one on the same field, or something that is gone. Both are handed back; neither is lost. */
export interface EditConflict {
  readonly id: string;
  readonly change: Change;
  /** The newer change it meets; null when what it was about is gone. */
  readonly theirs: Change | null;
  readonly reason: string;
}

export interface EditAnswer {
  readonly revision: number;
  /** Everything since the revision that the edits were made on, in order, the edits themselves included. */
  readonly changes: readonly Pick<ChangeRow, 'id' | 'revision' | 'change' | 'clientId'>[];
  readonly conflict: EditConflict | null;
}

/**
 * Applies edits to a lesson in one transaction: each is brought onto the newest revision unless it touches the same
 * field as somebody else's newer change. Edits before a conflict are kept; the one that meets it and those after it
 * are not. An edit whose id is known already counts as done.
 */
export async function editLesson(
  database: DataSource,
  lessonId: string,
  from: { baseRevision: number; clientId: string; authorId: string | null },
  edits: readonly Edit[],
): Promise<EditAnswer | null> {
  return database.transaction(async (manager) => {
    const row = await lockLesson(manager, lessonId);
    if (!row) return null;
    const repository = manager.getRepository(Changes);
    const since = await repository
      .createQueryBuilder('change')
      .where('change.lessonId = :lessonId AND change.revision > :base', { lessonId, base: from.baseRevision })
      .orderBy('change.revision')
      .getMany();
    const known = new Set(
      edits.length === 0
        ? []
        : (
            await manager.query<{ id: string }[]>('SELECT id FROM lesson_changes WHERE id = ANY($1)', [
              edits.map((edit) => edit.id),
            ])
          ).map((one) => one.id),
    );
    const others = since.filter((change) => change.clientId !== from.clientId);

    let { doc, revision } = row;
    let conflict: EditConflict | null = null;
    const made: ChangeRow[] = [];
    for (const edit of edits) {
      if (known.has(edit.id)) continue;
      const theirs = others.find((other) => clash(edit.change, other.change));
      if (theirs) {
        conflict = {
          id: edit.id,
          change: edit.change,
          theirs: theirs.change,
          reason: 'This was changed somewhere else in the meantime.',
        };
        break;
      }
      try {
        const inverse = inverseOf(doc, edit.change);
        doc = applyChange(doc, edit.change);
        revision += 1;
        made.push({
          id: edit.id,
          lessonId,
          revision,
          change: edit.change,
          inverse,
          kind: edit.kind,
          clientId: from.clientId,
          authorId: from.authorId,
          madeAt: new Date(),
        });
      } catch (error) {
        if (!(error instanceof ChangeError)) throw error;
        conflict = { id: edit.id, change: edit.change, theirs: null, reason: error.message };
        break;
      }
    }
    if (made.length > 0) {
      await repository.insert(made);
      await manager.getRepository(Lessons).update({ id: lessonId }, { doc: doc, revision, updatedAt: new Date() });
    }
    return {
      revision,
      changes: [...since, ...made].map(({ id, revision: at, change, clientId }) => ({
        id,
        revision: at,
        change,
        clientId,
      })),
      conflict,
    };
  });
}

function lockLesson(manager: EntityManager, id: string): Promise<LessonRow | null> {
  return manager
    .getRepository(Lessons)
    .createQueryBuilder('lesson')
    .setLock('pessimistic_write')
    .where('lesson.id = :id AND lesson.trashedAt IS NULL', { id })
    .getOne();
}
