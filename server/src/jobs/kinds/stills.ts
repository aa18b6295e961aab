import '@limber/core/words/localize';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { stillName, wantedStillsSchema } from '@limber/core/api/media';
import { mustHaveRoom } from '../../media/room';
import { makeStills } from '../../media/stills';
import { Artefacts, Media } from '../../store/entities';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

/** Raised when stills are made differently: those that were made before are then made again. */
export const STILL_VERSION = 1;
/** So many are taken in one go, and can be seen then. */
const AT_ONCE = 8;
/** What one weighs at most, bytes. */
const HEAVIEST = 40_000;

const inputSchema = z.object({ mediaId: z.uuid(), ...wantedStillsSchema.shape });
type Input = z.infer<typeof inputSchema>;

/** Takes stills of a film for whoever looks down its lesson; those that are there already are left alone. */
export const stills: JobKind<Input> = {
  name: 'stills',
  input: inputSchema,
  quick: true,
  parts: [{ name: 'stills', doing: $localize`taking stills`, share: 1, make: take }],
  passing: mayPass,
  sentence: (error) => mediaSentence(error, $localize`No stills could be taken of this film`),
};

async function take({ input, database, store, scratch, signal, keep, progress }: Work<Input>): Promise<Made> {
  const { mediaId, atMs } = input;
  const media = await database.getRepository(Media).findOneByOrFail({ id: mediaId });
  const there = await stillsOf(database, mediaId);
  const wanted = [...new Set(atMs)].filter((ms) => !there.has(ms));
  const plays = await database.getRepository(Artefacts).findOneBy({ ownerId: mediaId, name: 'proxy.mp4' });
  if (wanted.length === 0 || !plays) return {};
  mustHaveRoom(await store.freeBytes(), wanted.length * HEAVIEST, $localize`taking stills`);
  const film = await store.toScratch(plays.key, scratch);
  for (let from = 0; from < wanted.length; from += AT_ONCE) {
    const some = wanted.slice(from, from + AT_ONCE);
    const paths = await makeStills(film, media, some, { scratch, signal });
    const artefacts = some.map((ms, i) => ({
      ...{ ownerId: mediaId, name: stillName(ms), formatVersion: STILL_VERSION, path: paths[i]! },
    }));
    await keep({ artefacts });
    progress((from + some.length) / wanted.length);
  }
  return {};
}

/** The stills that there are of a film, by their instant, ms. */
export async function stillsOf(database: Pick<EntityManager, 'query'>, mediaId: string): Promise<Set<number>> {
  const rows = await database.query<{ name: string }[]>(
    `SELECT name FROM artefacts WHERE owner_id = $1 AND name LIKE 'still-%' AND format_version = $2`,
    [mediaId, STILL_VERSION],
  );
  return new Set(rows.map(({ name }) => Number(/\d+/.exec(name)![0])));
}
