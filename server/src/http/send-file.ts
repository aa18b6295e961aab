import '@limber/core/words/localize';
import type { Request, Response } from 'express';
import parseRange from 'range-parser';
import { pipeline } from 'node:stream/promises';
import type { MediaStore } from '../media/store';
import { notFound } from './problem';

/**
 * Answers with a file of the media store, or the one range of it that was asked for (RFC 9110, 14.2). A file under a key
 * never changes, so its key is its tag.
 */
export async function sendFile(
  request: Request,
  response: Response,
  store: MediaStore,
  file: { key: string; type: string; cache: string },
): Promise<void> {
  const size = await store.size(file.key);
  if (size === null) throw notFound($localize`This footage`);
  const tag = `"${file.key.replaceAll('/', '-')}"`;
  response.set({
    'Content-Type': file.type,
    'Accept-Ranges': 'bytes',
    'Cache-Control': file.cache,
    ETag: tag,
  });
  if (request.fresh) return void response.status(304).end();
  const ifRange = request.get('If-Range');
  const ranges =
    request.headers.range && (ifRange === undefined || ifRange === tag)
      ? parseRange(size, request.headers.range, { combine: true })
      : null;
  if (ranges === -1) return void response.status(416).set('Content-Range', `bytes */${size}`).end();
  const range = Array.isArray(ranges) && ranges.type === 'bytes' && ranges.length === 1 ? ranges[0] : undefined;
  if (range) response.status(206).set('Content-Range', `bytes ${range.start}-${range.end}/${size}`);
  response.set('Content-Length', String(range ? range.end - range.start + 1 : size));
  if (request.method === 'HEAD') return void response.end();
  // A viewer who goes away breaks the stream: nobody is there to be told.
  await pipeline(store.stream(file.key, range), response).catch(() => response.destroy());
}
