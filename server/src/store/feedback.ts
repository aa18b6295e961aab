import type { DataSource, EntityManager } from 'typeorm';
import { soundsSerious } from '@limber/core/viewing/serious';
import type { Feedback } from '@limber/core/viewing/feedback.schema';
import { seeViewing, type Viewing } from './intake';
import { touchResults } from './rollup';

type Answers = Pick<Feedback, 'ease' | 'felt' | 'remark'>;

/**
 * Stores what a viewer said at the end, in place of what they said before of the same viewing. The sums of the answers
 * are kept beside them, so that a results page reads a few rows however many answered. Discomfort is kept apart.
 *
 * @returns whether something serious was said; null when nothing was stored.
 */
export async function storeFeedback(
  database: DataSource,
  viewing: Viewing,
  feedback: Feedback,
  now = new Date(),
): Promise<boolean | null> {
  return database.transaction(async (manager) => {
    const versionId = await seeViewing(manager, viewing, now);
    if (!versionId) return null;
    await forgetAnswers(manager, versionId, [viewing.id]);
    await manager.query(
      'INSERT INTO feedback (viewing_id, version_id, ease, felt, remark, at) VALUES ($1, $2, $3, $4, $5, $6)',
      [viewing.id, versionId, feedback.ease, JSON.stringify(feedback.felt), feedback.remark, now],
    );
    await tally(manager, versionId, [feedback], 1);
    await touchResults(manager, versionId);
    const pain = feedback.discomfort;
    if (!pain) return false;
    const serious = pain.serious || soundsSerious(pain.words);
    await manager.query(
      `INSERT INTO discomfort (viewing_id, version_id, step_id, side, serious, words, at) VALUES ($1, $2, $3, $4, $5, $6, $7)`,
      [viewing.id, versionId, pain.stepId, pain.side, serious, pain.words, now],
    );
    return serious;
  });
}

/** Takes back what was said of viewings of a version, and its part in the sums of the answers. */
export async function forgetAnswers(
  manager: EntityManager,
  versionId: string,
  viewingIds: readonly string[],
): Promise<void> {
  const [gone] = await manager.query<[Answers[], number]>(
    'DELETE FROM feedback WHERE viewing_id = ANY($1) RETURNING ease, felt, remark',
    [viewingIds],
  );
  await manager.query('DELETE FROM discomfort WHERE viewing_id = ANY($1)', [viewingIds]);
  await tally(manager, versionId, gone, -1);
}

async function tally(manager: EntityManager, versionId: string, given: readonly Answers[], by: 1 | -1): Promise<void> {
  const rows = given.flatMap(({ ease, felt, remark }) => [
    ['said', '', ''],
    ...(remark ? [['remark', '', '']] : []),
    ...(ease ? [['ease', ease, '']] : []),
    ...felt.map(({ region, side }) => ['felt', region, side ?? '']),
  ]);
  if (rows.length === 0) return;
  // In one order for everybody: two viewers who answer at once never wait for each other in a circle.
  await manager.query(
    `INSERT INTO answers (version_id, question, answer, side, n)
     SELECT $1, question, answer, side, count(*) * $5 FROM unnest($2::text[], $3::text[], $4::text[]) AS one(question, answer, side)
     GROUP BY 2, 3, 4 ORDER BY 2, 3, 4
     ON CONFLICT (version_id, question, answer, side) DO UPDATE SET n = answers.n + excluded.n`,
    [versionId, ...[0, 1, 2].map((column) => rows.map((row) => row[column])), by],
  );
}
