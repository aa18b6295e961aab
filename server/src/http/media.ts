import { Router } from 'express';
import { Media } from '../store/entities';
import type { Context } from './context';
import { notFound } from './problem';

/** A take's media for the studio. Ranges (206, 416) are answered by Express itself. */
export function mediaRoutes({ database, media }: Context): Router {
  const router = Router();

  router.get('/:id', async (request, response) => {
    const row = await database
      .getRepository(Media)
      .findOneBy({ id: request.params.id })
      .catch(() => null);
    if (!row) throw notFound('This footage');
    const [job] = await database.query<{ id: string }[]>(
      'SELECT id FROM jobs WHERE media_id = $1 ORDER BY created_at DESC LIMIT 1',
      [row.id],
    );
    response.json({ ...row, bytes: Number(row.bytes), jobId: job?.id ?? null });
  });

  for (const file of ['proxy.mp4', 'poster.jpg', 'sound.json'] as const)
    router.get(`/:id/${file}`, async (request, response) => {
      const { id } = request.params;
      if (!/^[0-9a-f-]{36}$/.test(id) || !(await media.has(id, file))) throw notFound('This footage');
      response.set('Cache-Control', 'private, max-age=31536000, immutable');
      response.sendFile(media.path(id, file), { dotfiles: 'allow' });
    });

  return router;
}
