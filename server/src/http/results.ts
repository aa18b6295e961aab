import { Router } from 'express';
import { watching } from '@limber/core/insight/watching';
import { wilson } from '@limber/core/insight/wilson';
import { emptyRollup, type Rollup } from '@limber/core/viewing/rollup';
import { rollUp } from '../store/rollup';
import { Versions } from '../store/entities';
import type { Context } from './context';
import { notFound } from './problem';

/** What viewers did with a version. */
export function resultRoutes({ database }: Context): Router {
  const router = Router();

  router.get('/:versionId', async (request, response) => {
    const version = await database
      .getRepository(Versions)
      .findOneBy({ id: request.params.versionId })
      .catch(() => null);
    if (!version) throw notFound('This version');
    const { follow } = version;
    await rollUp(database, version.id);
    const steps = follow.steps.map(({ id, startMs, endMs }) => ({ stepId: id, startMs, endMs }));
    const [stored] = await database.query<{ doc: Rollup }[]>('SELECT doc FROM rollups WHERE version_id = $1', [
      version.id,
    ]);
    const figures = watching(stored?.doc ?? emptyRollup(follow.durationMs, steps.length), follow.durationMs, steps);
    const [{ open, viewers }] = await database.query<[{ open: number; viewers: number }]>(
      `SELECT (SELECT count(*)::int FROM (SELECT 1 FROM viewings WHERE version_id = $1 AND last_at > now() - interval '2 minutes' LIMIT 1000) o) AS open,
              (SELECT count(*)::int FROM (SELECT DISTINCT viewer_id FROM viewings WHERE version_id = $1 LIMIT 100000) v) AS viewers`,
      [version.id],
    );
    const eases = await database.query<{ ease: string; n: number }[]>(
      'SELECT ease, count(*)::int AS n FROM feedback WHERE version_id = $1 AND ease IS NOT NULL GROUP BY ease',
      [version.id],
    );
    const answered = eases.reduce((sum, one) => sum + one.n, 0);
    response.json({
      version: { id: version.id, number: version.number, createdAt: version.createdAt },
      follow: { durationMs: follow.durationMs, steps: follow.steps, passages: follow.passages },
      watching: figures,
      stillWatching: open,
      viewers,
      answered,
      ease: (['too_easy', 'right', 'too_hard'] as const).map((ease) => ({
        ease,
        share: wilson(eases.find((one) => one.ease === ease)?.n ?? 0, answered),
      })),
      felt: await database.query<unknown[]>(
        `SELECT place->>'region' AS region, place->>'side' AS side, count(*)::int AS n
         FROM feedback, jsonb_array_elements(feedback.felt) AS place WHERE version_id = $1 GROUP BY 1, 2`,
        [version.id],
      ),
      remarks: await database.query<unknown[]>(
        `SELECT viewing_id AS "viewingId", remark, at FROM feedback WHERE version_id = $1 AND remark <> '' ORDER BY at DESC LIMIT 100`,
        [version.id],
      ),
      discomfort: await database.query<unknown[]>(
        `SELECT viewing_id AS "viewingId", step_id AS "stepId", side, serious, words, at, seen_at AS "seenAt"
         FROM discomfort WHERE version_id = $1 ORDER BY serious DESC, at DESC LIMIT 100`,
        [version.id],
      ),
    });
  });

  router.post('/:versionId/discomfort/:viewingId/seen', async (request, response) => {
    await database.query('UPDATE discomfort SET seen_at = now() WHERE version_id = $1 AND viewing_id = $2', [
      request.params.versionId,
      request.params.viewingId,
    ]);
    response.status(204).end();
  });

  return router;
}
