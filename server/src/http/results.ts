import type { Router } from 'express';
import * as z from 'zod';
import type { Results } from '@limber/core/api/results';
import { ROUTES } from '@limber/core/api/routes';
import { stepsOverall, watching } from '@limber/core/insight/watching';
import { wilson } from '@limber/core/insight/wilson';
import { EASES } from '@limber/core/viewing/feedback.schema';
import { emptySums, sumsOfCut } from '@limber/core/viewing/sums.document';
import { readSums, rollUp, touchResults } from '../store/rollup';
import { Versions } from '../store/entities';
import type { Context } from './context';
import { Routes, SENT } from './on';
import { notFound } from './problem';

/** Somebody is watching when something was played so lately, and the page was not left since. */
const STILL = `played_at > now() - interval '30 seconds' AND (left_at IS NULL OR left_at < played_at)`;
const MOST_SHOWN = 100;

/** What viewers did with a version. */
export function resultRoutes(context: Context): Router {
  const { database } = context;
  const routes = new Routes(context, '/results');

  routes.on(ROUTES.results, async ({ params, query: { cut: cutId, since }, response }) => {
    const id = z.uuid().safeParse(params.versionId).data;
    if (!id) throw notFound('This version');
    await rollUp(database, id);
    const [state] = await database.query<{ stamp: string; still: number }[]>(
      `SELECT stamp, (SELECT count(*)::int FROM (SELECT 1 FROM viewings WHERE version_id = $1 AND ${STILL} LIMIT 1000) one) AS still
       FROM versions WHERE id = $1`,
      [id],
    );
    if (!state) throw notFound('This version');
    const stamp = `${state.stamp}-${state.still}-${cutId}`;
    if (stamp === since) {
      response.status(204).end();
      return SENT;
    }
    const version = await database.getRepository(Versions).findOneOrFail({
      where: { id },
      select: { id: true, number: true, createdAt: true, published: true },
    });
    const { cuts, steps } = version.published;
    const cut = cuts.find((one) => one.id === cutId);
    if (!cut && cutId !== 'all') throw notFound('This part of the lesson');
    const stored = await readSums(database, id);
    const sums = stored?.doc ?? emptySums();
    const figuresOf = (one: (typeof cuts)[number]) => watching(sumsOfCut(sums, one), one);

    const answers = await database.query<{ question: string; answer: string; side: string; n: number }[]>(
      'SELECT question, answer, side, n::int AS n FROM answers WHERE version_id = $1 AND n > 0',
      [id],
    );
    const countOf = (question: string, answer?: string): number =>
      answers
        .filter((one) => one.question === question && (answer === undefined || one.answer === answer))
        .reduce((sum, one) => sum + one.n, 0);
    const rated = countOf('ease');
    const [{ discomfortCount }] = await database.query<[{ discomfortCount: number }]>(
      'SELECT count(*)::int AS "discomfortCount" FROM discomfort WHERE version_id = $1',
      [id],
    );
    return {
      stamp,
      version: { id, number: version.number, createdAt: version.createdAt },
      cuts: cuts.map((one) => ({
        id: one.id,
        durationMs: one.durationMs,
        viewings: sums.cuts[one.id]?.viewings ?? 0,
      })),
      steps: steps.map(({ id: stepId, name, region, pressure }) => ({ id: stepId, name, region, pressure })),
      cut: cut ? { id: cut.id, durationMs: cut.durationMs, steps: cut.steps, watching: shown(figuresOf(cut)) } : null,
      all: cut ? null : stepsOverall(cuts.map(figuresOf)),
      viewings: sums.viewings,
      stillWatching: state.still,
      viewers: stored?.viewers ?? 0,
      answered: countOf('said'),
      rated,
      ease: EASES.map((ease) => ({ ease, share: wilson(countOf('ease', ease), rated) })),
      felt: answers
        .filter((one) => one.question === 'felt')
        .map(({ answer, side, n }) => ({ region: answer, side: side || null, n })) as Results['felt'],
      remarks: await database.query<Results['remarks']>(
        `SELECT viewing_id AS "viewingId", remark, at FROM feedback WHERE version_id = $1 AND remark <> '' ORDER BY at DESC LIMIT ${MOST_SHOWN}`,
        [id],
      ),
      remarkCount: countOf('remark'),
      discomfort: await database.query<Results['discomfort']>(
        `SELECT viewing_id AS "viewingId", step_id AS "stepId", side, serious, words, at, seen_at AS "seenAt"
         FROM discomfort WHERE version_id = $1 ORDER BY serious DESC, at DESC LIMIT ${MOST_SHOWN}`,
        [id],
      ),
      discomfortCount,
    };
  });

  routes.on(ROUTES.discomfortSeen, ({ params: { versionId, viewingId } }) =>
    database.transaction(async (manager) => {
      await manager.query('UPDATE discomfort SET seen_at = now() WHERE version_id = $1 AND viewing_id = $2', [
        ...[versionId, viewingId],
      ]);
      await touchResults(manager, versionId);
    }),
  );

  return routes.router;
}

function shown({ retention, replayed, skipped, steps, ...figures }: ReturnType<typeof watching>) {
  return { ...figures, retention: [...retention], replayed: [...replayed], skipped: [...skipped], steps: [...steps] };
}
