import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Request, RequestHandler, Response } from 'express';
import { probe, RefusedMedia } from '../media/probe';
import { signal } from '../jobs/signals';
import { editLesson } from '../store/edit-lesson';
import { Lessons, Media } from '../store/entities';
import type { Context } from './context';

const LARGEST_BYTES = 16 * 1024 ** 3;

/**
 * Resumable uploads of takes (tus 1.0). When the last byte is in, ffprobe decides: a good file becomes a medium, a take
 * of its lesson and a job; a bad one is refused in words and leaves nothing behind.
 */
export function uploads({ config, database, media, queue, log }: Context): RequestHandler {
  mkdirSync(config.uploadFolder, { recursive: true });
  const datastore = new FileStore({ directory: config.uploadFolder, expirationPeriodInMilliseconds: 7 * 86_400_000 });

  const server = new Server({
    path: '/api/uploads',
    datastore,
    maxSize: LARGEST_BYTES,
    relativeLocation: true,
    namingFunction: () => randomUUID(),
    onUploadCreate: async (_request, upload) => {
      const lessonId = upload.metadata?.['lessonId'] ?? '';
      const lesson = await database.getRepository(Lessons).findOneBy({ id: lessonId });
      if (!lesson) throw new Refusal(404, 'not-found', 'The lesson that this take belongs to is not here any more.');
      return {};
    },
    onUploadFinish: async (request, upload) => {
      const file = join(config.uploadFolder, upload.id);
      const author = (request as unknown as { runtime?: { node?: { req?: Request } } }).runtime?.node?.req?.session
        ?.user;
      const forget = async (): Promise<void> => {
        await rm(file, { force: true });
        await rm(`${file}.json`, { force: true });
      };
      let found;
      try {
        found = await probe(file);
      } catch (error) {
        await forget();
        if (error instanceof RefusedMedia) throw new Refusal(422, 'refused-media', error.message);
        log.error(error, 'probe');
        throw new Refusal(500, 'internal', 'The file could not be looked at. Nothing was taken in; try again.');
      }
      const id = randomUUID();
      const name = (upload.metadata?.['filename'] ?? 'take').slice(0, 120);
      await media.put(id, 'original', file);
      await forget();
      const { durationMs, width, height, frameRate, hasSound, warning } = found;
      await database.getRepository(Media).insert({
        id,
        name,
        bytes: String(upload.size ?? 0),
        durationMs,
        width,
        height,
        frameRate,
        hasSound,
        warning,
        parts: {},
        createdAt: new Date(),
      });
      const lessonId = upload.metadata!['lessonId']!;
      const takeId = randomUUID();
      const lesson = await database.getRepository(Lessons).findOneByOrFail({ id: lessonId });
      const answer = await editLesson(
        database,
        lessonId,
        { baseRevision: lesson.revision, clientId: 'upload', authorId: author?.id ?? null },
        [
          {
            id: randomUUID(),
            kind: 'edit',
            change: {
              kind: 'batch',
              changes: [
                {
                  kind: 'add_take',
                  take: {
                    id: takeId,
                    mediaId: id,
                    name: name.replace(/\.[^.]+$/, '') || 'Take',
                    mirrored: upload.metadata?.['mirrored'] !== 'false',
                    durationMs,
                    width,
                    height,
                    frameRate,
                  },
                },
                ...(lesson.doc.assembly.length === 0
                  ? [{ kind: 'set_assembly' as const, assembly: [{ takeId, fromMs: 0, toMs: durationMs }] }]
                  : []),
              ],
            },
          },
        ],
      );
      const jobId = await queue.prepare(id, lessonId);
      if (answer) await signal(database, { on: 'lesson', id: lessonId, revision: answer.revision, clientId: 'upload' });
      return {
        status_code: 200,
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ takeId, mediaId: id, jobId, warning }),
      };
    },
  });
  const sweep = setInterval(() => void server.cleanUpExpiredUploads().catch(() => undefined), 3_600_000);
  sweep.unref();
  return (request, response, next) => {
    endWithCallbackAlone(response);
    server.handle(request, response).catch(next);
  };
}

/**
 * `end(callback)` is allowed by Node, and the upload server uses it; the session's own `end` takes the callback for text.
 */
function endWithCallbackAlone(response: Response): void {
  const end = response.end.bind(response) as (chunk?: unknown, encoding?: unknown) => Response;
  response.end = ((chunk?: unknown, encoding?: unknown) => {
    if (typeof chunk !== 'function') return end(chunk, encoding);
    response.once('close', () => (chunk as () => void)());
    return end();
  }) as Response['end'];
}

/** What the upload protocol's server answers with when it is thrown. */
class Refusal extends Error {
  readonly body: string;
  constructor(
    readonly status_code: number,
    type: string,
    detail: string,
  ) {
    super(detail);
    this.body = JSON.stringify({ type, status: status_code, detail });
  }
}
