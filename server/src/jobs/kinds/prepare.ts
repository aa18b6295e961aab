import '@limber/core/words/localize';
import * as z from 'zod';
import { artefactSchema, type MediumArtefact } from '@limber/core/api/media';
import { SOUND_VERSION } from '@limber/core/footage/sound.document';
import { makePoster, makeProxy, makeSound, makeSoundProxy, type Making } from '../../media/make';
import { mustHaveRoom } from '../../media/room';
import { originalKey } from '../../media/keys';
import { Media, type MediaRow } from '../../store/entities';
import { askToAnalyse } from '../asks';
import type { Analysed } from './analyse';
import type { JobKind, Made, Part, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

type Prepared = Exclude<MediumArtefact, Analysed>;

/** Raised when what is made changes its form: what was made before is then made again. */
export const FORMAT_VERSIONS: Readonly<Record<Prepared, number>> = {
  'poster.jpg': 1,
  'sound.json': SOUND_VERSION,
  'proxy.mp4': 1,
  'proxy.m4a': 1,
};

const inputSchema = z.object({
  mediaId: z.uuid(),
  /** What is to be made; without it, all. */
  only: z.array(artefactSchema).optional(),
});
type Input = z.infer<typeof inputSchema>;

/** What a medium needs to have made of it. */
export function artefactsOf(media: Pick<MediaRow, 'hasPicture'>): Prepared[] {
  return media.hasPicture ? ['poster.jpg', 'sound.json', 'proxy.mp4'] : ['sound.json', 'proxy.m4a'];
}

/** Makes everything of a take's media that pages need: a still, what is in the sound, and a copy that browsers play. */
export const prepare: JobKind<Input> = {
  name: 'prepare',
  input: inputSchema,
  quick: false,
  parts: [
    part('poster.jpg', $localize`taking a still`, 0.03, makePoster),
    part('sound.json', $localize`listening to the sound`, 0.07, makeSound),
    part('proxy.mp4', $localize`making a copy that every browser plays`, 0.9, makeProxy),
    part('proxy.m4a', $localize`making a copy that every browser plays`, 0.9, makeSoundProxy),
  ],
  passing: mayPass,
  sentence: (error) => mediaSentence(error, $localize`The footage could not be prepared`),
};

function part(name: Prepared, doing: string, share: number, make: (making: Making) => Promise<string>): Part<Input> {
  return {
    name,
    doing,
    share,
    make: async ({ input, job, database, store, scratch, progress, signal }: Work<Input>): Promise<Made> => {
      const media = await database.getRepository(Media).findOneByOrFail({ id: input.mediaId });
      if (!artefactsOf(media).includes(name) || input.only?.includes(name) === false) return {};
      // A copy is seldom larger than what it is made from; the rest is small.
      const needed = name.startsWith('proxy.') ? Math.min(Number(media.bytes), media.durationMs * 600) : 1_000_000;
      mustHaveRoom(await store.freeBytes(), needed, $localize`preparing this film`);
      const original = await store.toScratch(originalKey(media.id), scratch);
      const path = await make({ media, original, scratch, progress, signal });
      return {
        artefacts: [{ ownerId: media.id, name, formatVersion: FORMAT_VERSIONS[name], path }],
        // What it shows and says is looked at and listened to once it can be played.
        ...(name === 'proxy.mp4' || name === 'proxy.m4a'
          ? { write: (manager) => askToAnalyse(manager, media.id, { lessonId: job.lessonId }).then(() => undefined) }
          : {}),
      };
    },
  };
}
