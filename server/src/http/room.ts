import type { Router } from 'express';
import { ROUTES } from '@limber/core/api/routes';
import type { Room } from '@limber/core/api/keeping';
import type { Context } from './context';
import { Routes } from './on';

/** What lies on the disk, and what the last sweeps took off it. */
export function roomRoutes(context: Context): Router {
  const { database, media } = context;
  const routes = new Routes(context, '/room');

  routes.on(ROUTES.room, async () => {
    const [films] = await database.query<[{ count: number; bytes: number }]>(
      'SELECT count(*)::int AS count, coalesce(sum(bytes), 0)::float8 AS bytes FROM media',
    );
    const [made] = await database.query<[{ bytes: number }]>(
      'SELECT coalesce(sum(bytes), 0)::float8 AS bytes FROM artefacts',
    );
    return {
      films,
      madeBytes: made.bytes,
      freeBytes: await media.freeBytes(),
      sweeps: await database.query<Room['sweeps']>(
        'SELECT at, lessons, films, files, bytes::float8 AS bytes FROM sweeps ORDER BY at DESC LIMIT 10',
      ),
    };
  });

  return routes.router;
}
