import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { DataSource } from 'typeorm';
import { LESSON_VERSION } from '@limber/core/lesson/lesson.schema';
import { emptyDatabase } from '../testing';
import { openDatabase } from './database';
import { Artefacts, Changes, Jobs, Lessons, Versions } from './entities';
import { editDocument } from './edit-document';
import { readLibrary } from './library-store';
import { lessonStore } from './lesson-store';
import { MIGRATIONS } from './migrations';
import { readSums } from './rollup';

const older = (name: string): string => readFileSync(`core/src/document/stored/${name}.json`, 'utf8');

describe('a database of the first program', () => {
  it('is brought forward with everything in it', async () => {
    const { url, drop } = await emptyDatabase();
    const first = new DataSource({
      type: 'postgres',
      url,
      migrations: MIGRATIONS.slice(0, 1),
      migrationsTableName: 'migrations',
    });
    await first.initialize();
    await first.runMigrations();
    const [media, version, change] = [randomUUID(), randomUUID(), randomUUID()];
    await first.query(
      `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound, parts)
       VALUES ($1, 'a', 1, 1, 2, 2, '{}', true, '{"poster": true, "sound": true}')`,
      [media],
    );
    for (const state of ['running', 'queued', 'failed'])
      await first.query(`INSERT INTO jobs (id, kind, media_id, state, attempt) VALUES ($1, 'prepare', $2, $3, 4)`, [
        randomUUID(),
        media,
        state,
      ]);
    await first.query(`INSERT INTO lessons (id, revision, doc) VALUES ('l', 2, $1)`, [older('lesson-1')]);
    const mirrored = { kind: 'set_take', takeId: 'take-1', field: 'mirrored', value: true };
    await first.query(
      `INSERT INTO lesson_changes (id, lesson_id, revision, change, inverse, kind, client_id) VALUES ($1, 'l', 2, $2, $2, 'edit', 'old')`,
      [change, JSON.stringify(mirrored)],
    );
    await first.query(`INSERT INTO moves (id, doc) VALUES ('slipway', $1), ('torn', '{"id": "torn"}')`, [
      older('move-0'),
    ]);
    await first.query(
      `INSERT INTO versions (id, lesson_id, number, revision, doc, follow, generator, media_id) VALUES ($1, 'l', 1, 2, $2, $3, 1, $4)`,
      [version, older('lesson-1'), older('published-0'), media],
    );
    await first.query('INSERT INTO rollups (version_id, doc, viewers) VALUES ($1, $2, 7)', [version, older('sums-0')]);
    await first.query('CREATE SCHEMA pgboss');
    await first.destroy();

    const database = await openDatabase(url);
    const lesson = await database.getRepository(Lessons).findOneByOrFail({ id: 'l' });
    expect([lesson.doc.version, lesson.doc.takes[0]!.pictureLeft]).toEqual([LESSON_VERSION, 'left']);
    const shared = await database.getRepository(Versions).findOneByOrFail({ id: version });
    expect([shared.follow.pictureLeft, shared.doc.assembly[0]!.id]).toEqual(['left', 'piece-1']);
    expect((await readSums(database, version))!.doc.viewings).toBe(200);
    const { doc, unreadable } = await readLibrary(database.manager);
    expect([doc.moves.map((move) => move.name), unreadable.map((one) => one.id)]).toEqual([['Slipway'], ['torn']]);
    const made = await database.getRepository(Artefacts).findBy({ ownerId: media });
    expect(made.map(({ name, key }) => [name, key]).sort()).toEqual([
      ['poster.jpg', `${media}/poster.jpg`],
      ['sound.json', `${media}/sound.json`],
    ]);
    // Of two open jobs for one medium one stays.
    const jobs = await database.getRepository(Jobs).find();
    expect(jobs.map((job) => job.state).sort()).toEqual(['cancelled', 'failed', 'running']);
    expect(jobs[0]!.input).toEqual({ mediaId: media });
    // What the first program wrote still meets what is edited now.
    const answer = await database.transaction((manager) =>
      editDocument(manager, lessonStore, 'l', { baseRevision: 1, clientId: 'new', authorId: null }, [
        {
          id: randomUUID(),
          kind: 'edit',
          change: { kind: 'set_take', takeId: 'take-1', field: 'pictureLeft', value: 'right' },
        },
      ]),
    );
    expect([answer!.conflict?.fits, answer!.revision]).toEqual([true, 2]);
    expect(await database.getRepository(Changes).countBy({ documentKind: 'lesson', documentId: 'l' })).toBe(1);
    await database.destroy();
    await drop();
  });
});
