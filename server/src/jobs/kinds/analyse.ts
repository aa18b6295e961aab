import '@limber/core/words/localize';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { scriptOf } from '@limber/core/align/script';
import { WORDS_FORMAT, WORDS_VERSION, wordsDocument, type Words } from '@limber/core/align/words.document';
import { parseDocument, type DocumentKind } from '@limber/core/document/document';
import {
  ANALYSIS_FORMAT,
  ANALYSIS_VERSION,
  analysisDocument,
  type Analysis,
} from '@limber/core/footage/analysis.document';
import { soundOf } from '@limber/core/lesson/take.schema';
import { analyseFilm } from '../../media/analyse';
import { originalKey } from '../../media/keys';
import { mustHaveRoom } from '../../media/room';
import { NEEDED } from '../../media/unused';
import { hearWords } from '../../media/words';
import { Lessons, Media, type MediaRow } from '../../store/entities';
import type { JobKind, Made, Work } from '../kind';
import { mayPass, mediaSentence } from '../sentence';

/** What is found in a medium, and the form in which it is kept: raised when that changes, and then it is found anew. */
export const ANALYSED = { 'analysis.json': ANALYSIS_VERSION, 'words.json': WORDS_VERSION } as const;
export type Analysed = keyof typeof ANALYSED;
const NAMES = Object.keys(ANALYSED) as Analysed[];

const inputSchema = z.object({
  mediaId: z.uuid(),
  /** What is to be found; without it, all. */
  only: z.array(z.enum(NAMES)).optional(),
});
type Input = z.infer<typeof inputSchema>;

/** What can be found in a medium. */
export function analysedOf({ hasPicture }: Pick<MediaRow, 'hasPicture'>): Analysed[] {
  return NAMES.filter((name) => hasPicture || name !== 'analysis.json');
}

/**
 * Looks at a take for what hands do and where the face is, and listens to it for its lesson's words: nobody waits for
 * it, and marking is quicker with it.
 */
export const analyse: JobKind<Input> = {
  name: 'analyse',
  input: inputSchema,
  quick: false,
  parts: [
    { name: 'analysis', doing: $localize`looking at what hands do`, share: 0.8, make: lookAtHands },
    { name: 'words', doing: $localize`listening for the words`, share: 0.2, make: listenForWords },
  ],
  passing: mayPass,
  sentence: (error) => mediaSentence(error, $localize`The footage could not be looked at`),
};

async function lookAtHands({ input, database, store, scratch, signal, progress }: Work<Input>): Promise<Made> {
  const media = await database.getRepository(Media).findOneByOrFail({ id: input.mediaId });
  if (!isWanted('analysis.json', media, input)) return {};
  mustHaveRoom(await store.freeBytes(), 20_000_000, $localize`looking at this film`);
  const original = await store.toScratch(originalKey(media.id), scratch);
  const seen = await analyseFilm(original, media, { signal, progress });
  const analysis: Analysis = { format: ANALYSIS_FORMAT, version: ANALYSIS_VERSION, ...seen };
  return found(analysisDocument, analysis, 'analysis.json', media.id, scratch);
}

async function listenForWords(work: Work<Input>): Promise<Made> {
  const { input, database, store, scratch, signal, progress } = work;
  const media = await database.getRepository(Media).findOneByOrFail({ id: input.mediaId });
  if (!isWanted('words.json', media, input)) return {};
  const script = media.hasSound ? await scriptFor(work, media.id) : [];
  const lines: Words['lines'] = [];
  if (script.length > 0) {
    // Its sound, unpacked.
    mustHaveRoom(await store.freeBytes(), 20_000_000 + media.durationMs * 32, $localize`listening to this recording`);
    const original = await store.toScratch(originalKey(media.id), scratch);
    lines.push(...(await hearWords({ media, original, scratch, progress, signal }, script)));
  }
  const words: Words = { format: WORDS_FORMAT, version: WORDS_VERSION, lines };
  return found(wordsDocument, words, 'words.json', media.id, scratch);
}

function isWanted(name: Analysed, media: MediaRow, { only }: Input): boolean {
  return analysedOf(media).includes(name) && (only?.includes(name) ?? true);
}

/** What was found, written down and looked at before it counts. */
async function found<T>(
  kind: DocumentKind<T>,
  document: T,
  name: Analysed,
  ownerId: string,
  scratch: string,
): Promise<Made> {
  const path = join(scratch, name);
  await writeFile(path, JSON.stringify(parseDocument(kind, document)));
  return { artefacts: [{ ownerId, name, formatVersion: kind.version, path }] };
}

/** What was to be said in a recording: the words of the lesson that it is heard in; none where another one is heard. */
async function scriptFor({ database, job }: Work<Input>, mediaId: string): Promise<string[]> {
  const needed = await database.query<{ id: string }[]>(
    `SELECT lesson_id AS id FROM (${NEEDED}) needed WHERE media_id = $1 ORDER BY lesson_id = $2 DESC, lesson_id`,
    [mediaId, job.lessonId ?? ''],
  );
  for (const { id } of needed) {
    const lesson = await database.getRepository(Lessons).findOneBy({ id });
    if (lesson?.doc.takes.some((take) => soundOf(take)?.mediaId === mediaId))
      return scriptOf(lesson.doc).words.map((word) => word.text);
  }
  return [];
}
