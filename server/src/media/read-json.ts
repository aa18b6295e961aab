import type { MediaStore } from './store';

/** What a JSON file in the store holds, not yet read by any schema. */
export async function readJson(store: Pick<MediaStore, 'stream'>, key: string): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const part of store.stream(key)) parts.push(part as Buffer);
  return JSON.parse(Buffer.concat(parts).toString('utf8'));
}
