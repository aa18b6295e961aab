import type { EntityManager } from 'typeorm';
import { heardOn, type Heard } from '@limber/core/cue/heard';
import { parseDocument } from '@limber/core/document/document';
import { soundDocument } from '@limber/core/footage/sound.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { soundOf } from '@limber/core/lesson/take.schema';
import type { Span } from '@limber/core/time/spans';
import { readJson } from './read-json';
import type { MediaStore } from './store';

/** Where someone speaks on the takes of a lesson. What cannot be read is as if nobody had looked. */
export async function heardIn(manager: EntityManager, store: MediaStore, { takes }: Lesson): Promise<Heard> {
  const media = takes.flatMap((take) => soundOf(take)?.mediaId ?? []);
  const made = await manager.query<{ owner: string; key: string }[]>(
    `SELECT owner_id::text AS owner, key FROM artefacts WHERE owner_id::text = ANY($1) AND name = 'sound.json'`,
    [media],
  );
  const speech = new Map<string, readonly Span[]>();
  for (const { owner, key } of made) {
    const sound = await read(store, key);
    if (sound) speech.set(owner, sound);
  }
  return heardOn(takes, speech);
}

async function read(store: MediaStore, key: string): Promise<readonly Span[] | null> {
  try {
    return parseDocument(soundDocument, await readJson(store, key)).speech;
  } catch {
    return null;
  }
}
