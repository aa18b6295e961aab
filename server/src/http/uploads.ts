import '@limber/core/words/localize';
import { FileStore } from '@tus/file-store';
import { Server, type Upload } from '@tus/server';
import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import type { Request, RequestHandler, Response } from 'express';
import { LessThan } from 'typeorm';
import { uploadMetadataSchema } from '@limber/core/api/media';
import { takeNameOf } from '@limber/core/take/take-name';
import { Arrivals } from '../media/arrivals';
import { mustHaveRoom } from '../media/room';
import { freeBytesAt } from '../media/store';
import { Lessons, Uploads } from '../store/entities';
import type { Context } from './context';
import { Problem, problemOf, sendProblem } from './problem';

const LARGEST_BYTES = 16 * 1024 ** 3;
/** Room for some three minutes of a recording, to begin with. */
const FIRST_BYTES = 128 * 1024 ** 2;
/** How long an upload that broke off is kept, ms. */
const KEPT_MS = 7 * 86_400_000;

/**
 * Resumable uploads of takes (tus 1.0). What a file is for is noted when it begins; when the last byte is in, it has
 * arrived, and a job looks at it. An answer that is lost changes nothing: asked again, a finished upload says that it is
 * finished, for as long as its row is there.
 */
export function uploads(context: Context): RequestHandler {
  const { config, database, media, log } = context;
  mkdirSync(config.uploadFolder, { recursive: true });
  const datastore = new FileStore({ directory: config.uploadFolder, expirationPeriodInMilliseconds: KEPT_MS });
  const arrivals = new Arrivals(database, media, config.uploadFolder);
  const records = database.getRepository(Uploads);

  const begin = async (request: { runtime?: unknown }, upload: Upload): Promise<void> => {
    const parsed = uploadMetadataSchema.safeParse(upload.metadata ?? {});
    if (!parsed.success)
      throw new Problem('invalid', $localize`The upload does not say what it is for. Reload the page.`);
    // What is still being recorded has no length yet.
    const bytes = upload.size ?? null;
    if (bytes === 0)
      throw new Problem('refused-media', $localize`The file is empty. Export or copy it again and bring in that one.`);
    if (!(await database.getRepository(Lessons).existsBy({ id: parsed.data.lessonId })))
      throw new Problem('not-found', $localize`The lesson that this take belongs to is not here any more.`);
    // Twice: the film itself, and about as much for what is made of it.
    mustHaveRoom(
      await freeBytesAt(config.uploadFolder),
      2 * (bytes ?? FIRST_BYTES),
      bytes === null ? $localize`the beginning of a recording` : $localize`this film with what is made of it`,
    );
    await records.insert({
      id: upload.id,
      lessonId: parsed.data.lessonId,
      name: takeNameOf(parsed.data.filename),
      bytes: String(bytes ?? 0),
      metadata: parsed.data,
      authorId: userOf(request),
      state: 'sending',
      words: '',
      createdAt: new Date(),
      updatedAt: new Date(),
    });
  };

  const server = new Server({
    path: '/api/uploads',
    datastore,
    maxSize: LARGEST_BYTES,
    relativeLocation: true,
    namingFunction: () => randomUUID(),
    onUploadCreate: (request, upload) => inWords(begin(request, upload).then(() => ({}))),
    onUploadFinish: (_request, upload) => inWords(arrivals.arrive(upload.id).then(() => ({}))),
    onResponseError: (_request, error) => {
      const problem = error instanceof Refusal ? null : problemOf(error);
      return problem ? new Refusal(problem) : undefined;
    },
  });

  const settle = (): void => void arrivals.settle().catch((error: unknown) => log.warn(error, 'uploads'));
  settle();
  setInterval(settle, 15_000).unref();
  const forget = async (): Promise<void> => {
    await server.cleanUpExpiredUploads();
    // Their files are gone: nothing is left to go on with.
    await records.delete({ state: 'sending', createdAt: LessThan(new Date(Date.now() - KEPT_MS - 86_400_000)) });
  };
  setInterval(() => void forget().catch((error: unknown) => log.warn(error, 'uploads')), 3_600_000).unref();

  return async (request, response, next) => {
    const id = /^\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/.exec(request.path)?.[1];
    let record = id ? await records.findOneBy({ id }) : null;
    if (record?.state === 'sending' && request.method === 'HEAD') {
      await arrivals.settleOne(record);
      record = await records.findOneBy({ id: record.id });
    }
    const finished = record !== null && record.state !== 'sending';
    // tus 1.0: the server MUST always include Upload-Offset in the response to HEAD, also for what is complete.
    if (record && finished && request.method === 'HEAD')
      return void response
        .set({
          'Tus-Resumable': '1.0.0',
          'Upload-Offset': record.bytes,
          'Upload-Length': record.bytes,
          'Cache-Control': 'no-store',
        })
        .status(200)
        .end();
    if (finished && request.method === 'DELETE')
      return sendProblem(
        response,
        new Problem('not-found', $localize`This film has arrived already. Take it out of the lesson instead.`),
      );
    if (record && request.method === 'DELETE') await records.delete({ id: record.id });
    endWithCallbackAlone(response);
    server.handle(request, response).catch(next);
  };
}

function userOf(request: { runtime?: unknown }): string | null {
  const { node } = (request.runtime ?? {}) as { node?: { req?: Request } };
  return node?.req?.user?.id ?? null;
}

async function inWords<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    throw new Refusal(
      problemOf(error) ??
        new Problem('internal', $localize`The upload could not be noted. Nothing is lost; it is tried again.`),
    );
  }
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
  readonly status_code: number;
  readonly body: string;
  constructor(problem: Problem) {
    super(problem.detail);
    this.status_code = problem.status;
    this.body = problem.body;
  }
}
