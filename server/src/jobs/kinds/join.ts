import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { offsetOf, RiseGatherer, SYNC_RATE, type Rises } from '@limber/core/footage/sync';
import { asOne } from '@limber/core/lesson/as-one';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { pictureOf, type Take } from '@limber/core/lesson/take.schema';
import { originalKey } from '../../media/keys';
import { listen } from '../../media/make';
import { mustHaveRoom } from '../../media/room';
import { editLesson } from '../../store/edit-lesson';
import { Lessons, Media } from '../../store/entities';
import { lessonStoreWithTrash } from '../../store/lesson-store';
import { playAsDoneLast } from '../../store/play-as-done-last';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

const inputSchema = z.object({ lessonId: z.string(), mediaId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/** Less sure than this it is not said where two recordings lie on each other. */
const SURE = 0.5;

/**
 * Finds by sound where a recording of the room lies on the film of its take, when the two were made by different devices:
 * the log that was kept beside the recording then lies there too. Of one that waits for its film it is found which film
 * that is.
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
  const takes = lesson ? candidates(lesson.doc, input.mediaId) : [];
  // Taken out meanwhile, or without a film to lie on: there is nothing to be found.
  if (takes.length === 0) return {};
  const part = 1 / (takes.length + 1);
  const own = await heard(work, input.mediaId, [0, part]);
  let best: { takeId: string; offsetMs: number; confidence: number } | null = null;
  for (const [at, { id, film }] of takes.entries()) {
    const found = offsetOf(await heard(work, film, [(at + 1) * part, part]), own);
    if (found && found.confidence > (best?.confidence ?? 0)) best = { takeId: id, ...found };
  }
  if (best === null || best.confidence < SURE) throw new NotHeard(unheard(lesson!.doc, input.mediaId));
  const { takeId, offsetMs } = best;
  return { write: (manager) => place(manager, input, takeId, offsetMs, job.id) };
}

/** Films on which a recording may lie: that of its take, or those of which no log is known. */
function candidates({ takes, waiting }: Lesson, mediaId: string): { id: string; film: string }[] {
  const own = takeWith(takes, mediaId);
  const waits = waiting.some((one) => one.mediaId === mediaId);
  const without = waits ? takes.filter((take) => take.sources.every(({ role }) => role !== 'log')) : [];
  return (own ? [own] : without).flatMap((take) => {
    const film = pictureOf(take);
    return film === null || film === mediaId ? [] : [{ id: take.id, film }];
  });
}

const unheard = ({ takes }: Lesson, mediaId: string): string =>
  takeWith(takes, mediaId)
    ? $localize`This sound and the film of its take have too little in common to tell where it belongs. Check that both were recorded in the same room at the same time.`
    : $localize`None of the films that are here sounds like it.`;

function takeWith(takes: readonly Take[], mediaId: string): Take | undefined {
  return takes.find((take) => take.sources.some((source) => source.mediaId === mediaId && source.role !== 'picture'));
}

/** How the sound of a medium rises; the work is so far by then, and this is such a part of it. */
async function heard(work: Work<Input>, mediaId: string, [done, part]: readonly [number, number]): Promise<Rises> {
  const { database, store, scratch, signal, progress } = work;
  const media = await database.getRepository(Media).findOneByOrFail({ id: mediaId });
  mustHaveRoom(await store.freeBytes(), 1_000_000, $localize`listening to this recording`);
  const original = await store.toScratch(originalKey(mediaId), scratch);
  const so = (share: number): void => progress(done + share * part);
  return listen(new RiseGatherer(), SYNC_RATE, { media, original, signal, progress: so });
}

/** One edit, under the job's own id: however often it is tried, it is made once, and can be undone like any other. */
async function place(
  manager: EntityManager,
  { lessonId, mediaId }: Input,
  takeId: string,
  offsetMs: number,
  id: string,
): Promise<void> {
  const row = await lessonStoreWithTrash.lock(manager, lessonId);
  const take = row?.doc.takes.find((one) => one.id === takeId);
  const waits = row?.doc.waiting.find((one) => one.mediaId === mediaId);
  const lies = take?.sources.some((source) => source.mediaId === mediaId) ?? false;
  // Meanwhile it, or the take, was taken out.
  if (!row || !take || (!lies && !waits)) return;
  const sources = lies
    ? take.sources.map((source) => (source.mediaId === mediaId ? { ...source, offsetMs } : source))
    : [...take.sources, { mediaId, role: 'log' as const, offsetMs }];
  const change = asOne([
    { kind: 'set_take', takeId, field: 'sources', value: sources },
    ...(waits ? [{ kind: 'remove_waiting' as const, waitingId: waits.id }] : []),
  ]);
  if (change) await editLesson(manager, { id: lessonId, revision: row.revision }, { id, change, by: 'join' });
  await playAsDoneLast(manager, mediaId);
}
