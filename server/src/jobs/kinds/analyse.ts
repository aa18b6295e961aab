import '@limber/core/words/localize';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { parseDocument } from '@limber/core/document/document';
import { boxOf } from '@limber/core/footage/face';
import {
  ANALYSIS_FORMAT,
  ANALYSIS_VERSION,
  analysisDocument,
  type Analysis,
} from '@limber/core/footage/analysis.document';
import type { Grids } from '@limber/core/footage/grids';
import { analyseFilm } from '../../media/analyse';
import { originalKey } from '../../media/keys';
import { mustHaveRoom } from '../../media/room';
import { Media } from '../../store/entities';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

const inputSchema = z.object({ mediaId: z.uuid() });
type Input = z.infer<typeof inputSchema>;

/** Looks at a take for what hands do and where the face is: nobody waits for it, and marking is quicker with it. */
export const analyse: JobKind<Input> = {
  name: 'analyse',
  input: inputSchema,
  quick: false,
  parts: [{ name: 'analysis', doing: $localize`looking at what hands do`, share: 1, make: lookAtHands }],
  passing: mayPass,
  sentence: (error) => mediaSentence(error, $localize`The footage could not be looked at`),
};

async function lookAtHands({ input, database, store, scratch, signal, progress }: Work<Input>): Promise<Made> {
  const media = await database.getRepository(Media).findOneByOrFail({ id: input.mediaId });
  if (!media.hasPicture) return {};
  mustHaveRoom(await store.freeBytes(), 20_000_000, $localize`looking at this film`);
  const original = await store.toScratch(originalKey(media.id), scratch);
  const found = await analyseFilm(original, media, { signal, progress });
  const analysis: Analysis = {
    format: ANALYSIS_FORMAT,
    version: ANALYSIS_VERSION,
    durationMs: media.durationMs,
    bouts: found.bouts.map((bout) => ({ ...bout, beatsMs: [...bout.beatsMs] })),
    holds: [...found.holds],
    faces: found.faces.map((face) => ({ atMs: face.atMs, box: [...boxOf(face)] })),
    sceneChangesMs: [...found.sceneChangesMs],
    motion: asText(found.motion),
    light: asText(found.light),
  };
  const path = join(scratch, 'analysis.json');
  await writeFile(path, JSON.stringify(parseDocument(analysisDocument, analysis)));
  return {
    artefacts: [{ ownerId: media.id, name: 'analysis.json', formatVersion: ANALYSIS_VERSION, path }],
  };
}

function asText({ data, ...rest }: Grids): Analysis['motion'] {
  return { ...rest, data: Buffer.from(data.buffer, data.byteOffset, data.length).toString('base64') };
}
