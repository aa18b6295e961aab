import { DataSource } from 'typeorm';
import { ENTITIES } from './entities';
import { MIGRATIONS } from './migrations';

/** Connects, and brings the tables up to date. */
export async function openDatabase(url: string): Promise<DataSource> {
  const database = new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTableName: 'migrations',
    migrationsTransactionMode: 'each',
    // Compiling a statement takes longer than any of ours runs.
    extra: { max: 12, options: '-c jit=off' },
  });
  await database.initialize();
  await alone(database, async () => {
    await database.runMigrations();
    await ensurePartitions(database, new Date());
  });
  return database;
}

/** Server and worker start at once: what makes tables is done by one of them while the other waits. */
export async function alone<T>(database: DataSource, work: () => Promise<T>): Promise<T> {
  const runner = database.createQueryRunner();
  try {
    await runner.query('SELECT pg_advisory_lock(77310)');
    return await work();
  } finally {
    await runner.query('SELECT pg_advisory_unlock(77310)');
    await runner.release();
  }
}

/** Makes the monthly partitions of the events table for this month and the next two. */
export async function ensurePartitions(database: DataSource, now: Date): Promise<void> {
  for (let ahead = 0; ahead < 3; ahead++) {
    const from = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + ahead, 1));
    const to = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + ahead + 1, 1));
    const name = `events_${from.getUTCFullYear()}_${String(from.getUTCMonth() + 1).padStart(2, '0')}`;
    const [{ there }] = await database.query<[{ there: string | null }]>('SELECT to_regclass($1) AS there', [name]);
    if (there) continue;
    // Rows that came early lie in the default partition: they have to leave it before the month gets its own.
    await database.transaction(async (manager) => {
      await manager.query(
        `CREATE TEMP TABLE early ON COMMIT DROP AS SELECT * FROM events_other WHERE at >= $1 AND at < $2`,
        [from, to],
      );
      await manager.query(`DELETE FROM events_other WHERE at >= $1 AND at < $2`, [from, to]);
      await manager.query(
        `CREATE TABLE ${name} PARTITION OF events FOR VALUES FROM ('${from.toISOString()}') TO ('${to.toISOString()}')`,
      );
      await manager.query('INSERT INTO events SELECT * FROM early');
    });
  }
}
