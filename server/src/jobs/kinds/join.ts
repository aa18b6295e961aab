import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { offsetOf, RiseGatherer, SYNC_RATE, type Rises } from '@limber/core/footage/sync';
import { pictureOf, type Take } from '@limber/core/lesson/take.schema';
import { originalKey } from '../../media/keys';
import { listen } from '../../media/make';
import { mustHaveRoom } from '../../media/room';
import { editDocument } from '../../store/edit-document';
import { Lessons, Media } from '../../store/entities';
import { lessonStoreWithTrash } from '../../store/lesson-store';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';
import { signal as tell } from '../signals';

const inputSchema = z.object({ lessonId: z.string(), mediaId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/** Less sure than this it is not said where two recordings lie on each other. */
const SURE = 0.5;

/**
 * Finds by sound where a recording of the room lies on the film of its take, when the two were made by different devices:
 * the log that was kept beside the recording then lies there too.
 */
export const join: JobKind<Input> = {
  name: 'join',
  input: inputSchema,
  quick: false,
  parts: [{ name: 'join', doing: $localize`looking for where the sound belongs`, share: 1, make: findPlace }],
  passing: mayPass,
  sentence: (error) =>
    error instanceof NotHeard
      ? error.message
      : mediaSentence(error, $localize`The sound could not be laid beside its film`),
};

/** Nothing is heard in both. */
class NotHeard extends Error {
  override readonly name = 'NotHeard';
}

async function findPlace(work: Work<Input>): Promise<Made> {
  const { input, database, job } = work;
  const lesson = await database.getRepository(Lessons).findOneBy({ id: input.lessonId });
  const take = lesson && takeWith(lesson.doc.takes, input.mediaId);
  const film = take && pictureOf(take);
  // Taken out meanwhile, or without a film to lie on: there is nothing to be found.
  if (!film || film === input.mediaId) return {};
  const [one, other] = [await heard(work, film, 0), await heard(work, input.mediaId, 0.5)];
  const found = offsetOf(one, other);
  if (!found || found.confidence < SURE)
    throw new NotHeard(
      $localize`This sound and the film of its take have too little in common to tell where it belongs. Check that both were recorded in the same room at the same time.`,
    );
  return { write: (manager) => place(manager, input, found.offsetMs, job.id) };
}

function takeWith(takes: readonly Take[], mediaId: string): Take | undefined {
  return takes.find((take) => take.sources.some((source) => source.mediaId === mediaId && source.role !== 'picture'));
}

/** How the sound of a medium rises. */
async function heard(work: Work<Input>, mediaId: string, done: number): Promise<Rises> {
  const { database, store, scratch, signal, progress } = work;
  const media = await database.getRepository(Media).findOneByOrFail({ id: mediaId });
  mustHaveRoom(await store.freeBytes(), 1_000_000, $localize`listening to this recording`);
  const original = await store.toScratch(originalKey(mediaId), scratch);
  const half = (share: number): void => progress(done + share / 2);
  return listen(new RiseGatherer(), SYNC_RATE, { media, original, signal, progress: half });
}

/** One edit, under the job's own id: however often it is tried, it is made once, and can be undone like any other. */
async function place(
  manager: EntityManager,
  { lessonId, mediaId }: Input,
  offsetMs: number,
  id: string,
): Promise<void> {
  const row = await lessonStoreWithTrash.lock(manager, lessonId);
  const take = row && takeWith(row.doc.takes, mediaId);
  if (!take) return;
  const sources = take.sources.map((source) => (source.mediaId === mediaId ? { ...source, offsetMs } : source));
  const change = { kind: 'set_take', takeId: take.id, field: 'sources', value: sources };
  const from = { baseRevision: row.revision, clientId: 'join', authorId: null };
  const answer = await editDocument(manager, lessonStoreWithTrash, lessonId, from, [{ id, kind: 'edit', change }]);
  const made = answer!.changes.filter((one) => one.id === id);
  await tell(manager, { on: 'lesson', id: lessonId, revision: answer!.revision, clientId: 'join', changes: made });
}
