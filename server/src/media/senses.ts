import type { EntityManager } from 'typeorm';
import type { SeenTake } from '@limber/core/cue/seen-areas';
import { seenIn, sensedOn, sensesOf, type Senses } from '@limber/core/cue/senses';
import { parseDocument } from '@limber/core/document/document';
import { analysisDocument } from '@limber/core/footage/analysis.document';
import { soundDocument } from '@limber/core/footage/sound.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { pictureOf, soundOf } from '@limber/core/lesson/take.schema';
import type { Span } from '@limber/core/time/spans';
import { readJson } from './read-json';
import type { MediaStore } from './store';

/** What was heard and seen on the takes of a lesson. What cannot be read is as if nobody had looked. */
export async function sensesIn(
  manager: EntityManager,
  store: MediaStore,
  { takes }: Lesson,
): Promise<Required<Senses>> {
  const media = takes.flatMap((take) => [soundOf(take)?.mediaId ?? [], pictureOf(take) ?? []].flat());
  const made = await manager.query<{ owner: string; key: string; name: string }[]>(
    `SELECT owner_id::text AS owner, key, name FROM artefacts
      WHERE owner_id::text = ANY($1) AND name IN ('sound.json', 'analysis.json')`,
    [media],
  );
  const speech = new Map<string, readonly Span[]>();
  const seen = new Map<string, SeenTake>();
  for (const { owner, key, name } of made) {
    if (name === 'sound.json') put(speech, owner, await once(key, () => speechIn(store, key)));
    else put(seen, owner, await once(key, () => pictureIn(store, key)));
  }
  return sensesOf(sensedOn(takes, { speech, seen }));
}

function put<T>(all: Map<string, T>, owner: string, one: T | null): void {
  if (one !== null) all.set(owner, one);
}

async function speechIn(store: MediaStore, key: string): Promise<readonly Span[]> {
  return parseDocument(soundDocument, await readJson(store, key)).speech;
}

async function pictureIn(store: MediaStore, key: string): Promise<SeenTake> {
  const analysis = parseDocument(analysisDocument, await readJson(store, key));
  return seenIn(analysis, ({ data, ...grid }) => ({ ...grid, cells: new Uint8Array(Buffer.from(data, 'base64')) }));
}

/** So many files are remembered, megabytes each for an hour: a list of films asks for the same ones at each look. */
const KEPT = 12;
const kept = new Map<string, unknown>();

/** A file never changes under its key, so that it is read once. */
async function once<T>(key: string, read: () => Promise<T>): Promise<T | null> {
  if (kept.has(key)) return kept.get(key) as T;
  try {
    const one = await read();
    kept.set(key, one);
    if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
    return one;
  } catch {
    return null;
  }
}
