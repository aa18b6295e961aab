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
import { listLessons } from './list-lessons';
import { readSums, rollUp } from './rollup';

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
    await first.query('CREATE SCHEMA pgboss');
    await first.destroy();

    const database = await openDatabase(url);
    const lesson = await database.getRepository(Lessons).findOneByOrFail({ id: 'l' });
    expect([lesson.doc.version, lesson.doc.takes[0]!.pictureLeft]).toEqual([LESSON_VERSION, 'left']);
    const shared = await database.getRepository(Versions).findOneByOrFail({ id: version });
    expect([shared.published.takes[0]!.pictureLeft, shared.doc.assembly[0]!.id]).toEqual(['left', 'piece-1']);
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

describe('a database of the time before there were several cuts', () => {
  it('keeps every version, film, viewing and figure', async () => {
    const { url, drop } = await emptyDatabase();
    const before = new DataSource({
      ...{ type: 'postgres', url, migrations: MIGRATIONS.slice(0, 3), migrationsTableName: 'migrations' },
    });
    await before.initialize();
    await before.runMigrations();
    const doc = JSON.parse(older('lesson-2')) as { takes: { sources: { mediaId: string }[] }[] };
    const [mediaId, soundId, gone] = [doc.takes[0]!.sources[0]!.mediaId, randomUUID(), randomUUID()];
    // A sound beside the picture, and a medium that is not here any more.
    doc.takes[0]!.sources.push(
      ...[soundId, gone].map((id) => ({ mediaId: id, role: 'sound', offsetMs: 0 }) as unknown as { mediaId: string }),
    );
    for (const id of [mediaId, soundId])
      await before.query(
        `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound) VALUES ($1, 'a', 1, 1, 2, 2, '{}', true)`,
        [id],
      );
    const version = randomUUID();
    await before.query(`INSERT INTO lessons (id, revision, doc) VALUES ('l', 1, $1)`, [JSON.stringify(doc)]);
    await before.query(
      `INSERT INTO versions (id, lesson_id, number, revision, doc, follow, generator, media_id) VALUES ($1, 'l', 1, 1, $2, $3, 1, $4)`,
      [version, JSON.stringify(doc), older('published-1'), mediaId],
    );
    const viewings = [randomUUID(), randomUUID()];
    for (const [i, id] of viewings.entries()) {
      await before.query(
        `INSERT INTO viewings (id, version_id, viewer_id, counted, rolled_seq, spans) VALUES ($1, $2, gen_random_uuid(), true, 99, '{[0,9000)}')`,
        [id, version],
      );
      for (let at = 0; at < 226_080 - i * 20_000; at += 9000)
        await before.query(
          `INSERT INTO events (id, at, viewing_id, kind, from_ms, to_ms, wall_ms, rate) VALUES (gen_random_uuid(), now(), $1, 'played', $2, $3, 0, 1)`,
          [id, at, Math.min(at + 9000, 226_080)],
        );
      await before.query(`INSERT INTO feedback (viewing_id, version_id, felt, remark) VALUES ($1, $2, '[]', $3)`, [
        ...[id, version, i === 0 ? 'Good.' : ''],
      ]);
    }
    await before.query('INSERT INTO rollups (version_id, doc, viewers) VALUES ($1, $2, 2)', [version, older('sums-1')]);
    await before.destroy();

    const database = await openDatabase(url);
    const shared = await database.getRepository(Versions).findOneByOrFail({ id: version });
    expect([shared.cuts, shared.published.cuts.map((cut) => cut.id)]).toEqual([['full'], ['full']]);
    const media = await database.query<{ media_id: string }[]>('SELECT media_id FROM version_media');
    expect(media.map((one) => one.media_id).sort()).toEqual([mediaId, soundId].sort());
    const cuts = await database.query<{ cut: string }[]>('SELECT cut FROM viewings');
    expect(cuts.map((one) => one.cut)).toEqual(['full', 'full']);
    await rollUp(database, version);
    const { doc: sums, viewers } = (await readSums(database, version))!;
    const { completed, watchedMs } = sums.cuts['full']!;
    expect([sums.viewings, viewers, completed, watchedMs]).toEqual([2, 2, 2, 226_080 + 207_000]);
    const answers = await database.query<{ question: string; n: string }[]>(
      'SELECT question, n FROM answers ORDER BY 1',
    );
    expect(answers.map(({ question, n }) => [question, Number(n)])).toEqual([
      ['remark', 1],
      ['said', 2],
    ]);
    // The desk reads a lesson once, and its summary from then on.
    const [listed] = await listLessons(database);
    const [kept] = await database.query<{ summary: object }[]>('SELECT summary FROM lessons');
    expect(kept!.summary).toEqual((listed as unknown as { summary: object }).summary);
    const titled = async () => ((await listLessons(database))[0] as { summary: { title: string } }).summary.title;
    await database.query(`UPDATE lessons SET summary = jsonb_set(summary, '{title}', '"Kept"')`);
    expect(await titled()).toBe('Kept');
    // One of an older number is made anew; so is one of a document that was changed without it.
    await database.query(`UPDATE lessons SET summary = jsonb_set(summary, '{summaryVersion}', '0')`);
    expect(await titled()).toBe('Before the early bulletin');
    await database.query(`UPDATE lessons SET doc = jsonb_set(doc, '{title}', '"Mended"')`);
    expect(await titled()).toBe('Mended');
    await database.query(`UPDATE lessons SET doc = '{}'`);
    expect(Object.keys((await listLessons(database))[0]!)).toContain('unreadable');
    await database.destroy();
    await drop();
  });
});
