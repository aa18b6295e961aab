import type { DocumentKind } from '../document/document';
import { PUBLISHED_FORMAT, PUBLISHED_VERSION, publishedSchema, type PublishedLesson } from './published.schema';

type Json = Record<string, unknown>;

/** What viewers get of a version, as it is stored: never changed, brought forward when it is read. */
export const publishedDocument: DocumentKind<PublishedLesson> = {
  format: PUBLISHED_FORMAT,
  version: PUBLISHED_VERSION,
  noun: 'published lesson',
  schema: publishedSchema,
  lists: {},
  references: [],
  migrations: { 0: publishedFrom0, 1: publishedFrom1 },
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
