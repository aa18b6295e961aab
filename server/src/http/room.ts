import { Router } from 'express';
import type { Room } from '@limber/core/api/keeping';
import type { Context } from './context';

/** What lies on the disk, and what the last sweeps took off it. */
export function roomRoutes({ database, media }: Context): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    const [films] = await database.query<[{ count: number; bytes: number }]>(
      'SELECT count(*)::int AS count, coalesce(sum(bytes), 0)::float8 AS bytes FROM media',
    );
    const [made] = await database.query<[{ bytes: number }]>(
      'SELECT coalesce(sum(bytes), 0)::float8 AS bytes FROM artefacts',
    );
    response.json({
      films,
      madeBytes: made.bytes,
      freeBytes: await media.freeBytes(),
      sweeps: await database.query<Room['sweeps']>(
        'SELECT at, lessons, films, files, bytes::float8 AS bytes FROM sweeps ORDER BY at DESC LIMIT 10',
      ),
    } satisfies Room);
  });

  return router;
}
