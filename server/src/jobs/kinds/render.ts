import '@limber/core/words/localize';
import { rm } from 'node:fs/promises';
import { In } from 'typeorm';
import * as z from 'zod';
import type { ArtefactName } from '@limber/core/api/media';
import { assOfPart, filmParts, type FilmPart } from '@limber/core/render/film';
import { filmPlanSchema, type FilmPlan } from '@limber/core/render/film.schema';
import { secondsOf } from '@limber/core/time/frames';
import { checkFonts, WrongFont } from '../../media/film/check-fonts';
import { forBt709 } from '../../media/film/colour';
import { NoFont, unpackFonts } from '../../media/film/fonts';
import { joinFilm } from '../../media/film/join';
import { finishSound } from '../../media/film/loudness';
import { assOfFilm } from '../../media/film/make-film';
import { Grades, makePart, type Footage } from '../../media/film/picture';
import { mixSound } from '../../media/film/sound';
import { stillOf } from '../../media/film/still';
import { originalKey } from '../../media/keys';
import { mustHaveRoom } from '../../media/room';
import { Films, Media, type MediaRow } from '../../store/entities';
import { hashOf, mediaOfPlan, ownerOf } from '../../store/films';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

/** Raised when what is made of equal plans changes: parts of an older form are not used again. */
const RENDER_VERSION = 1;

const inputSchema = z.object({ filmId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/** Footage that a film is made from and that is gone. */
class NoOriginal extends Error {
  override readonly name = 'NoOriginal';
}

/**
 * Makes a finished film: its sound, its pictures part by part, and both together. Every part is known by what it is made
 * from, so that work goes on where it ended, and a film that differs in one cue makes one part anew.
 */
export const render: JobKind<Input> = {
  name: 'render',
  input: inputSchema,
  quick: false,
  parts: [
    { name: 'sound', doing: $localize`mixing the sound`, share: 0.1, make: makeSound },
    { name: 'pictures', doing: $localize`drawing the counts into the pictures`, share: 0.85, make: makePictures },
    { name: 'film', doing: $localize`putting the film together`, share: 0.05, make: putTogether },
  ],
  passing: mayPass,
  sentence: (error) =>
    error instanceof WrongFont || error instanceof NoFont || error instanceof NoOriginal
      ? error.message
      : mediaSentence(error, $localize`The film could not be made`),
};

/** Bytes a second that the pictures of a film take at most, by their size; seen on drawn and on noisy footage. */
function bytesASecond({ width, height }: FilmPlan): number {
  return (width * height * 12) / 25;
}
/** The mix and what is being laid over it, as they are. */
const RAW_SOUND_BYTES = 2 * 48_000 * 8;

async function planOf({ input, database }: Work<Input>): Promise<FilmPlan> {
  const { plan } = await database.getRepository(Films).findOneByOrFail({ id: input.filmId });
  return filmPlanSchema.parse(plan);
}

async function makeSound(work: Work<Input>): Promise<Made> {
  const plan = await planOf(work);
  // Parts, the film that they become, and the sound as it is mixed.
  const needed = secondsOf(plan.frames, plan.rate) * (2 * bytesASecond(plan) + RAW_SOUND_BYTES);
  mustHaveRoom(await work.store.freeBytes(), needed, $localize`making this film`);
  await mediaOf(work, plan);
  await checkLetters(work, assOfFilm(plan));
  await soundKey(work, plan);
  return {};
}

async function makePictures(work: Work<Input>): Promise<Made> {
  const plan = await planOf(work);
  const grades = new Grades();
  let done = 0;
  for (const part of filmParts(plan)) {
    await partKey(work, plan, part, grades, (share) => work.progress((done + share * part.frames) / plan.frames));
    done += part.frames;
    work.progress(done / plan.frames);
  }
  return {};
}

async function putTogether(work: Work<Input>): Promise<Made> {
  const { input, scratch, signal } = work;
  const plan = await planOf(work);
  const sound = await here(work, () => soundKey(work, plan));
  const grades = new Grades();
  const parts: string[] = [];
  for (const part of filmParts(plan)) parts.push(await here(work, () => partKey(work, plan, part, grades)));
  const still = await stillOf(plan, parts, scratch, signal);
  const path = await joinFilm({ plan, parts, sound, still, scratch, signal });
  const made = (name: ArtefactName, path: string) => ({
    ...{ ownerId: input.filmId, name, formatVersion: RENDER_VERSION, path },
  });
  return { artefacts: [made(`film.${plan.kind}`, path), ...(still ? [made('film.jpg', still)] : [])] };
}

/** A local copy of what lies under a key. Another worker that made the same meanwhile has put its own in its place. */
async function here({ store, scratch }: Work<Input>, key: () => Promise<string>): Promise<string> {
  try {
    return await store.toScratch(await key(), scratch);
  } catch (error) {
    if ((error as { code?: unknown }).code !== 'ENOENT') throw error;
    return store.toScratch(await key(), scratch);
  }
}

/** Fonts that were unpacked badly, or spoilt since, are unpacked anew before anybody is told of them. */
async function checkLetters(work: Work<Input>, ass: string): Promise<void> {
  const { config, scratch, signal } = work;
  try {
    await checkFonts(ass, await fontsIn(work), scratch, signal);
  } catch (error) {
    if (!(error instanceof WrongFont)) throw error;
    await rm(config.fontFolder, { recursive: true, force: true });
    await checkFonts(ass, await fontsIn(work), scratch, signal);
  }
}

/** Where the finished sound of a film lies; made when it is not there. */
function soundKey(work: Work<Input>, plan: FilmPlan): Promise<string> {
  const { pieces, voices, sounds, rate, frames, kind, quieter, music } = plan;
  const heard = pieces.map(({ at, frames, sound }) => ({ at, frames, sound }));
  const owner = ownerOf(hashOf({ render: RENDER_VERSION, heard, voices, sounds, rate, frames, kind, quieter, music }));
  return madeOnce(work, owner, kind === 'webm' ? 'heard.webm' : 'heard.m4a', async () => {
    const { scratch, signal, progress } = work;
    const media = await mediaOf(work, plan);
    const original = async (id: string): Promise<string | null> =>
      media.get(id)?.hasSound ? originalOf(work, id) : null;
    const mix = await mixSound({ plan, scratch, signal, original, progress: (share) => progress(share / 2) });
    return (await finishSound(mix, plan, scratch, signal)).path;
  });
}

/**
 * Where the pictures of a part lie; made when they are not there. They are known by what they are made from, and by
 * nothing of where the part stands in the film.
 */
function partKey(
  work: Work<Input>,
  plan: FilmPlan,
  part: FilmPart,
  grades: Grades,
  progress?: (share: number) => void,
): Promise<string> {
  const { width, height, rate, kind, frame } = plan;
  const { at: _at, ...source } = part;
  const ass = assOfPart(plan, part, forBt709);
  const owner = ownerOf(hashOf({ render: RENDER_VERSION, width, height, filmRate: rate, kind, frame, ...source, ass }));
  return madeOnce(work, owner, `part.${kind}`, async () => {
    const { scratch, signal } = work;
    const footage = part.card ? null : await footageOf(work, plan, part.mediaId, grades);
    const fonts = await fontsIn(work);
    return makePart({ plan, part, ass, footage, fonts, scratch, signal, ...(progress ? { progress } : {}) });
  });
}

/** Footage that lies here, its colours and light looked at once for all its parts. */
async function footageOf(work: Work<Input>, plan: FilmPlan, mediaId: string, grades: Grades): Promise<Footage> {
  const path = await originalOf(work, mediaId);
  const { highDynamicRange } = (await mediaOf(work, plan)).get(mediaId)!;
  const { brighter } = plan;
  return { path, graded: await grades.of(mediaId, path, { highDynamicRange, brighter }, work.signal) };
}

/** Makes something unless it was made before, and keeps it: what ends in the middle goes on behind it. */
async function madeOnce(
  work: Work<Input>,
  ownerId: string,
  name: ArtefactName,
  make: () => Promise<string>,
): Promise<string> {
  const before = await kept(work, ownerId, name);
  if (before) return before;
  await work.keep({ artefacts: [{ ownerId, name, formatVersion: RENDER_VERSION, path: await make() }] });
  const made = await kept(work, ownerId, name);
  if (!made) throw new Error(`${name} was made and is not there.`);
  return made;
}

/** Where something that was made before lies; null when it is to be made. */
async function kept({ database, store }: Work<Input>, owner: string, name: ArtefactName): Promise<string | null> {
  for (let gone: string | null = null; ;) {
    // Used again: the sweep leaves it for a while.
    const [rows] = await database.query<[{ key: string }[], number]>(
      `UPDATE artefacts SET made_at = now() WHERE owner_id = $1 AND name = $2 AND format_version = $3 RETURNING key`,
      [owner, name, RENDER_VERSION],
    );
    const key = rows[0]?.key;
    if (key === undefined || key === gone) return null;
    if ((await store.size(key)) !== null) return key;
    // Another worker may just have put its own in its place: then that lies under another key.
    gone = key;
  }
}

async function mediaOf({ database }: Work<Input>, plan: FilmPlan): Promise<ReadonlyMap<string, MediaRow>> {
  const ids = mediaOfPlan(plan);
  const rows = await database.getRepository(Media).findBy({ id: In(ids) });
  if (rows.length < ids.length) throw new NoOriginal(GONE);
  return new Map(rows.map((row) => [row.id, row]));
}

const GONE = $localize`Footage that this film is made from is gone. Bring the take in again under Film, then make the film anew.`;

async function originalOf({ store, scratch }: Work<Input>, mediaId: string): Promise<string> {
  const key = originalKey(mediaId);
  if ((await store.size(key)) === null) throw new NoOriginal(GONE);
  return store.toScratch(key, scratch);
}

async function fontsIn({ config }: Work<Input>): Promise<string> {
  const folder = config.fontFolder;
  await unpackFonts(folder);
  return folder;
}
