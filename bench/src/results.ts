import { medians, report } from './compare';
import type { Studio } from './studio';

const FEW = 10_000;
const MANY = 1_000_000;
/** Events of one viewing. */
const EACH = 50;

/** The results page at 10,000 and at 1,000,000 events of a version: the ratio says how cost grows. */
export async function results(studio: Studio): Promise<void> {
  const [few, many] = [await watched(studio, FEW), await watched(studio, MANY)];
  const [small, large] = await medians(
    () => studio.results(few),
    () => studio.results(many),
    100,
  );
  report(
    'results page',
    `${MANY.toLocaleString('en')} events`,
    large,
    `the same at ${FEW.toLocaleString('en')} events`,
    small,
  );
}

/** A version that was watched so much, half of its viewers having answered, with everything rolled up. */
async function watched(studio: Studio, events: number): Promise<string> {
  const { versionId, cut } = await studio.share();
  const viewings = events / EACH;
  const { database } = studio;
  await database.query(
    `INSERT INTO viewings (id, version_id, viewer_id, dirty, last_at)
     SELECT gen_random_uuid(), $1, gen_random_uuid(), true, now() - interval '1 hour' FROM generate_series(1, $2)`,
    [versionId, viewings],
  );
  await database.query(
    `INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate)
     SELECT gen_random_uuid(), now(), id, 'played', n * $2::int, n * $2::int + $2::int, 0, 1
     FROM viewings, generate_series(0, $3::int - 1) AS n WHERE version_id = $1`,
    [versionId, Math.floor(cut.durationMs / EACH), EACH],
  );
  await database.query(
    `INSERT INTO feedback (viewing_id, version_id, ease, felt, remark)
     SELECT id, version_id, 'right', '[{"region": "jaw", "side": "left"}]', CASE WHEN random() < 0.3 THEN 'A remark.' ELSE '' END
     FROM viewings WHERE version_id = $1 AND random() < 0.5`,
    [versionId],
  );
  await database.query(
    `INSERT INTO answers SELECT version_id, 'ease', 'right', '', count(*) FROM feedback WHERE version_id = $1 GROUP BY 1
     UNION ALL SELECT version_id, 'felt', 'jaw', 'left', count(*) FROM feedback WHERE version_id = $1 GROUP BY 1
     UNION ALL SELECT version_id, 'said', '', '', count(*) FROM feedback WHERE version_id = $1 GROUP BY 1
     UNION ALL SELECT version_id, 'remark', '', '', count(*) FROM feedback WHERE version_id = $1 AND remark <> '' GROUP BY 1`,
    [versionId],
  );
  const { viewings: counted } = await studio.results(versionId);
  if (counted !== viewings) throw new Error(`${counted} of ${viewings} viewings are rolled up.`);
  // What autovacuum does in its own time.
  await database.query('VACUUM ANALYZE viewings, events, feedback, answers');
  return versionId;
}
