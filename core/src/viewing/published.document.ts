import type { DocumentKind } from '../document/document';
import type { Cue } from '../cue/cue';
import { PEBBLE } from '../cue/styles';
import { areasOf } from '../cue/worked-area';
import { placedCues } from './placed-cues';
import {
  PUBLISHED_FORMAT,
  PUBLISHED_VERSION,
  publishedSchema,
  type PublishedCut,
  type PublishedLesson,
} from './published.schema';

type Json = Record<string, unknown>;
type Cut2 = Omit<PublishedCut, 'cues' | 'cautions'> & { cues: Cue[] };

/** What viewers get of a version, as it is stored: never changed, brought forward when it is read. */
export const publishedDocument: DocumentKind<PublishedLesson> = {
  format: PUBLISHED_FORMAT,
  version: PUBLISHED_VERSION,
  noun: 'published lesson',
  schema: publishedSchema,
  lists: {},
  references: [],
  migrations: { 0: publishedFrom0, 1: publishedFrom1, 2: publishedFrom2, 3: publishedFrom3 },
};

/** The first ones did not say what they are, and told whether the picture was mirrored. */
function publishedFrom0({ mirrored, ...rest }: Json): Json {
  return { ...rest, pictureLeft: mirrored === false ? 'right' : 'left' };
}

/** Version 1 played one cut of one take. */
function publishedFrom1({ pictureLeft, mediaId, durationMs, pieces, steps, passages, cues, ...rest }: Json): Json {
  const takeId = 'take';
  return {
    ...rest,
    takes: [{ id: takeId, pictureLeft, sources: mediaId ? [{ mediaId, role: 'picture', offsetMs: 0 }] : [] }],
    steps: (steps as Json[]).map(({ startMs: _startMs, endMs: _endMs, ...step }) => step),
    cuts: [
      {
        id: 'full',
        durationMs,
        pieces: (pieces as Json[]).map((piece, at) => ({ id: `piece-${at + 1}`, takeId, ...piece })),
        steps: (steps as Json[]).map(({ id, startMs, endMs }) => ({ stepId: id, startMs, endMs })),
        passages,
        cues,
        voices: [],
      },
    ],
  };
}

/** In version 3 every cut had the cautions of the whole lesson. */
function publishedFrom3({ cautions, cuts, ...rest }: Json): Json {
  return { ...rest, rules: [], cuts: (cuts as Json[]).map((cut) => ({ ...cut, cautions })) };
}

/** In version 2 the page decided how cues look and where they stand. */
function publishedFrom2(lesson: Json): Json {
  const { steps, takes, cuts } = lesson as unknown as Pick<PublishedLesson, 'steps' | 'takes'> & { cuts: Cut2[] };
  const known = steps.map(({ id, region }) => ({ id, move: { region, route: [], framing: null } }));
  const mirror = takes[0]?.pictureLeft !== 'right';
  return {
    ...lesson,
    cueStyle: PEBBLE,
    cuts: cuts.map((cut) => ({
      ...cut,
      cues: placedCues(
        cut.cues,
        PEBBLE,
        areasOf(known, cut.passages, () => mirror),
      ),
    })),
  };
}
