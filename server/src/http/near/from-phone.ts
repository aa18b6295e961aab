import '@limber/core/words/localize';
import { Metadata } from '@tus/server';
import type { RequestHandler, Router } from 'express';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { ROUTES } from '@limber/core/api/routes';
import { Lessons, Uploads, Users } from '../../store/entities';
import { userOf } from '../auth';
import type { Context } from '../context';
import { json } from '../json';
import { Routes } from '../on';
import { Problem } from '../problem';
import { bearerOf } from './bearer';
import { fewWrong, type Near } from './near';
import { Phones, type Phone } from './phones';
import { badCode } from './second-screen';

/**
 * Films that come from a telephone by a code, into one lesson and nowhere else: over the listener for telephones in the
 * same network, or over the public address where there is one.
 *
 * @param uploads what takes the bytes, as for whoever is signed in.
 */
export function fromPhone(
  context: Context,
  near: Near,
  uploads: RequestHandler,
): { readonly studio: Router; readonly api: Router; readonly uploads: RequestHandler } {
  const { config, database } = context;
  const routes = new Routes(context, '/from-phone');
  const phones = new Phones();
  const api = phoneApi(context, phones);
  const takes = letIn(context, phones, uploads);
  const expected = (): boolean => {
    phones.sweep();
    return phones.open;
  };
  near.reaches({ name: 'from-phone', api, expected }, takes);

  const addresses = async (): Promise<string[]> =>
    config.isPublic ? [`${config.publicUrl}/from-phone`] : near.open('from-phone');

  routes.on(ROUTES.expectPhone, async ({ body: { lessonId }, request }) => {
    if (!(await database.getRepository(Lessons).existsBy({ id: lessonId })))
      throw new Problem('not-found', $localize`This lesson is not here any more.`);
    const open = await addresses();
    const { id, code } = phones.expect(request.user!.id, lessonId);
    return { id, code, addresses: open };
  });

  routes.on(ROUTES.phones, async ({ query: { lessonId }, request }) => {
    phones.sweep();
    const own = phones.expectedBy(request.user!.id, lessonId);
    if (own.length === 0) return { phones: [], sending: [] };
    const open = await addresses();
    const rows = await database
      .getRepository(Uploads)
      .findBy({ lessonId, state: 'sending', authorId: request.user!.id });
    const sending = rows.filter((row) => row.metadata.from === 'phone');
    return {
      phones: own.map(({ id, code }) => ({ id, code, addresses: open })),
      sending: await Promise.all(
        sending.map(async ({ id, name, bytes }) => ({
          ...{ id, name, bytes: Number(bytes) },
          sent: await stat(join(config.uploadFolder, id)).then(
            (file) => file.size,
            () => 0,
          ),
        })),
      ),
    };
  });

  routes.on(ROUTES.closePhone, ({ params, request }) => {
    phones.close(params.id, request.user!.id);
    setImmediate(() => near.shut());
  });
  return { studio: routes.router, api, uploads: takes };
}

function phoneApi(context: Context, phones: Phones): Router {
  const routes = new Routes(context, '/from-phone');
  const tries = [json('1kb'), fewWrong()];
  routes.on(
    ROUTES.comeFromPhone,
    async ({ body }) => {
      const found = phones.join(body.code);
      if (!found) throw badCode();
      const { lessonId } = found.phone;
      const row = await context.database.getRepository(Lessons).findOneBy({ id: lessonId });
      return { token: found.token, lessonId, lesson: row?.doc.title ?? '' };
    },
    tries,
  );
  return routes.router;
}

/** Lets uploads of a telephone on, of its own lesson alone; whoever brings no token is somebody else's to let in. */
function letIn({ database }: Context, phones: Phones, uploads: RequestHandler): RequestHandler {
  return async (request, response, next) => {
    const token = bearerOf(request);
    if (!token) return next();
    const phone = phones.of(token);
    if (!phone)
      throw new Problem(
        'signed-out',
        $localize`The studio does not expect this telephone any more. Take a new code there; the same film goes on where it stopped.`,
      );
    const user = await database.getRepository(Users).findOneBy({ id: phone.userId });
    if (!user || !(await mayReach(database, phone, request.method, request.path, request.get('Upload-Metadata'))))
      throw new Problem('not-found', $localize`This film does not belong to the lesson of this telephone.`);
    request.user = userOf(user);
    return uploads(request, response, next);
  };
}

/** A new film says what it is for; one that was begun knows it. */
async function mayReach(
  database: Context['database'],
  { lessonId, userId }: Phone,
  method: string,
  path: string,
  metadata: string | undefined,
): Promise<boolean> {
  if (method === 'OPTIONS') return true;
  if (method === 'POST' && path === '/') {
    const said = metadataOf(metadata);
    return said?.['lessonId'] === lessonId && said['from'] === 'phone' && !said['takeId'] && !said['role'];
  }
  const id = z.uuid().safeParse(path.slice(1)).data;
  const row = id ? await database.getRepository(Uploads).findOneBy({ id }) : null;
  // What is nowhere any more is said to be that by whoever takes the bytes.
  return id !== undefined && (row === null || (row.lessonId === lessonId && row.authorId === userId));
}

function metadataOf(text: string | undefined): Record<string, string | null> | null {
  try {
    return Metadata.parse(text);
  } catch {
    return null;
  }
}
