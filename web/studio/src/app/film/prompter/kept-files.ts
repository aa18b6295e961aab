import type { LogEntry } from '@limber/core/take/log.document';
import { parseJson } from '@limber/core/format/parse-json';
import { lineSchema, type KeptLine } from './keep-messages';

/** A recording that lies in this browser's own storage: its media, and the lines that say what is known of it. */
export interface KeptRecording {
  readonly id: string;
  readonly lessonId: string;
  readonly name: string;
  readonly records: 'camera' | 'room';
  readonly beganMs: number;
  readonly bytes: number;
  readonly type: string;
  /** How long it runs, by its log and the clock of its file, ms. */
  readonly lastsMs: number;
  /** Whether something was pressed: its log is there from then on, empty as it may be. */
  readonly begun: boolean;
  readonly entries: readonly LogEntry[];
  /** The upload that it became; null while nothing of it was sent. */
  readonly uploadId: string | null;
  /** What somebody is doing with it just now, maybe in another window. */
  readonly underWay: 'recording' | 'sending' | null;
}

/** When a recording began, in words. */
export const beganWords = ({ beganMs }: Pick<KeptRecording, 'beganMs'>): string =>
  new Date(beganMs).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });

/** The lock that is held as long as a recording is made or sent. */
export const lockOf = (id: string, doing: 'recording' | 'sending'): string => `limber.${doing}.${id}`;

async function folder(): Promise<FileSystemDirectoryHandle | null> {
  try {
    const root = await navigator.storage.getDirectory();
    return await root.getDirectoryHandle('recordings', { create: true });
  } catch {
    // This browser has no storage of its own, or it was switched off.
    return null;
  }
}

async function locksHeld(): Promise<ReadonlySet<string | undefined>> {
  return new Set((await navigator.locks.query()).held?.map((one) => one.name));
}

export async function readAll(): Promise<KeptRecording[]> {
  const kept = await folder();
  if (!kept) return [];
  const held = await locksHeld();
  const all: KeptRecording[] = [];
  for await (const name of kept.keys()) {
    const id = /^(.+)\.lines$/.exec(name)?.[1];
    const one = id === undefined ? null : await readIn(kept, id, held);
    if (one) all.push(one);
  }
  return all.sort((a, b) => a.beganMs - b.beganMs);
}

/** What is known of one by now; null when it is not here. */
export async function readOne(id: string): Promise<KeptRecording | null> {
  const kept = await folder();
  return kept && readIn(kept, id, await locksHeld());
}

/** One that cannot be read leaves the others alone. */
async function readIn(
  kept: FileSystemDirectoryHandle,
  id: string,
  held: ReadonlySet<string | undefined>,
): Promise<KeptRecording | null> {
  try {
    const text = await (await (await kept.getFileHandle(`${id}.lines`)).getFile()).text();
    const lines = text.split('\n').flatMap((line) => lineSchema.safeParse(parseJson(line)).data ?? []);
    // It may have been given to another lesson since.
    const about = lines.findLast((line) => 'lessonId' in line);
    if (!about) return null;
    const media = await mediaIn(kept, id).catch(() => null);
    const log = lines.findLast((line) => 'entries' in line);
    const entries = log?.entries ?? [];
    const uploadId = lines.findLast((line) => 'uploadId' in line)?.uploadId ?? null;
    const lastMs = entries[entries.length - 1]?.atMs ?? 0;
    const lastsMs = Math.max(lastMs, media ? media.lastModified - about.beganMs : 0);
    const underWay = (['recording', 'sending'] as const).find((doing) => held.has(lockOf(id, doing))) ?? null;
    return { ...about, id, begun: log !== undefined, entries, uploadId, underWay, bytes: media?.size ?? 0, lastsMs };
  } catch {
    return null;
  }
}

async function mediaIn(kept: FileSystemDirectoryHandle, id: string): Promise<File> {
  return (await kept.getFileHandle(`${id}.media`)).getFile();
}

/** Bytes of a recording that is over: fewer where there are no more. */
export async function bytesOf(id: string, from: number, to: number): Promise<Blob> {
  return (await mediaIn((await folder())!, id)).slice(from, to);
}

/** Notes something of a recording that is over. */
export async function note(id: string, line: KeptLine): Promise<void> {
  const handle = await (await folder())!.getFileHandle(`${id}.lines`);
  const end = (await handle.getFile()).size;
  const writing = await handle.createWritable({ keepExistingData: true });
  await writing.write({ type: 'write', position: end, data: `${JSON.stringify(line)}\n` });
  await writing.close();
}

export async function remove(id: string): Promise<void> {
  const kept = await folder();
  // What is known of it goes last: what is left of one that was being removed can be removed again.
  for (const end of ['media', 'lines']) await kept?.removeEntry(`${id}.${end}`).catch(() => undefined);
}
