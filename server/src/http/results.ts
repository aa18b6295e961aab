import { Router } from 'express';
import { watching } from '@limber/core/insight/watching';
import { wilson } from '@limber/core/insight/wilson';
import { emptyRollup } from '@limber/core/viewing/rollup';
import { readSums, rollUp } from '../store/rollup';
import { Versions } from '../store/entities';
import type { Context } from './context';
import { notFound } from './problem';

/** What viewers did with a version. */
export function resultRoutes({ database }: Context): Router {
  const router = Router();

  router.get('/:versionId', async (request, response) => {
    const version = await database
      .getRepository(Versions)
      .findOne({
        where: { id: request.params.versionId },
        select: { id: true, number: true, createdAt: true, follow: true },
      })
      .catch(() => null);
    if (!version) throw notFound('This version');
    const { follow } = version;
    await rollUp(database, version.id);
    const steps = follow.steps.map(({ id, startMs, endMs }) => ({ stepId: id, startMs, endMs }));
    const stored = await readSums(database, version.id);
    const figures = watching(stored?.doc ?? emptyRollup(follow.durationMs, steps.length), follow.durationMs, steps);
    const [{ open }] = await database.query<[{ open: number }]>(
      `SELECT count(*)::int AS open FROM (
         SELECT 1 FROM viewings WHERE version_id = $1 AND last_at > now() - interval '2 minutes' LIMIT 1000) still`,
      [version.id],
    );
    const answers = await database.query<{ question: string; answer: string; side: string; n: number }[]>(
      'SELECT question, answer, side, n::int AS n FROM answers WHERE version_id = $1 AND n > 0',
      [version.id],
    );
    const eases = answers.filter((one) => one.question === 'ease');
    const answered = eases.reduce((sum, one) => sum + one.n, 0);
    response.json({
      version: { id: version.id, number: version.number, createdAt: version.createdAt },
      follow: { durationMs: follow.durationMs, steps: follow.steps, passages: follow.passages },
      watching: figures,
      stillWatching: open,
      viewers: stored?.viewers ?? 0,
      answered,
      ease: (['too_easy', 'right', 'too_hard'] as const).map((ease) => ({
        ease,
        share: wilson(eases.find((one) => one.answer === ease)?.n ?? 0, answered),
      })),
      felt: answers
        .filter((one) => one.question === 'felt')
        .map(({ answer, side, n }) => ({ region: answer, side: side || null, n })),
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
