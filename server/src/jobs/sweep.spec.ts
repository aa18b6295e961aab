import { UNRATED } from '@limber/core/lesson/take.schema';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { originalKey } from '../media/keys';
import { Jobs } from '../store/entities';
import { sharedLesson } from '../http/testing';
import { addLesson, openStudio, type TestStudio } from '../testing';
import { sweep } from './sweep';

const HOUR_MS = 3_600_000;

describe('the sweep', () => {
  let studio: TestStudio;
  beforeEach(async () => (studio = await openStudio()));
  afterEach(() => studio.close());

  function file(key: string, ageMs: number, folder = studio.config.mediaFolder): string {
    const path = join(folder, key);
    mkdirSync(join(path, '..'), { recursive: true });
    writeFileSync(path, 'x');
    const at = (Date.now() - ageMs) / 1000;
    utimesSync(path, at, at);
    return path;
  }

  async function medium({ ageHours = 5 } = {}): Promise<string> {
    const id = randomUUID();
    await studio.database.query(
      `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound, created_at)
       VALUES ($1, 'a', 1, 1, 2, 2, '{}', true, now() - make_interval(hours => $2))`,
      [id, ageHours],
    );
    return id;
  }

  async function lessonWith(mediaId: string, trashed = false): Promise<void> {
    const id = await addLesson(studio.database, {
      takes: [
        {
          ...{ ...UNRATED, id: 't', name: 'Take', pictureLeft: null, durationMs: 1000, width: 2, height: 2 },
          ...{ sources: [{ mediaId, role: 'picture', offsetMs: 0 }], frameRate: { numerator: 25, denominator: 1 } },
        },
      ],
    });
    if (trashed) await studio.database.query('UPDATE lessons SET trashed_at = now() WHERE id = $1', [id]);
  }

  it('removes files that no row names, and leaves what is named, young, or waiting to be looked at', async () => {
    const [used, arrived] = [await medium(), randomUUID()];
    await lessonWith(used);
    await studio.database.query(
      `INSERT INTO uploads (id, lesson_id, name, bytes, metadata, state) VALUES ($1, 'l', 'a', 1, '{}', 'arrived')`,
      [arrived],
    );
    await studio.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'sound.json', 1, $2, 1)`,
      [used, `${used}/named.json`],
    );
    const kept = [
      file(originalKey(used), 5 * HOUR_MS),
      file(`${used}/named.json`, 5 * HOUR_MS),
      file(originalKey(arrived), 5 * HOUR_MS),
      file(`${randomUUID()}/original`, 0.9 * HOUR_MS),
    ];
    const gone = [file(`${used}/${randomUUID()}.mp4`, 1.1 * HOUR_MS), file(`${randomUUID()}/original`, 1.1 * HOUR_MS)];
    await sweep(studio);
    expect(kept.map((path) => existsSync(path))).toEqual(kept.map(() => true));
    expect(gone.map((path) => existsSync(path))).toEqual(gone.map(() => false));
  });

  it('removes footage that nothing needs after a day, and not what a lesson, a trashed one or a voice-over needs', async () => {
    const [used, trashed, unused, backAgain] = [await medium(), await medium(), await medium(), await medium()];
    await lessonWith(used);
    await lessonWith(trashed, true);
    const room = await medium();
    await addLesson(studio.database, { waiting: [{ id: room, mediaId: room, name: 'The room', durationMs: 1000 }] });
    await sweep(studio);
    const since = async (id: string): Promise<unknown> =>
      (
        await studio.database.query<{ unused_since: unknown }[]>('SELECT unused_since FROM media WHERE id = $1', [id])
      )[0]?.unused_since;
    expect([await since(used), await since(trashed), await since(room)]).toEqual([null, null, null]);
    expect([await since(unused), await since(backAgain)]).not.toContain(null);
    // Taken back with undo: it is needed again.
    await lessonWith(backAgain);
    await studio.database.query(
      `UPDATE media SET unused_since = now() - interval '21 hours' WHERE unused_since IS NOT NULL`,
    );
    await sweep(studio);
    expect(await since(backAgain)).toBeNull();
    expect(await since(unused)).toBeDefined();
    await studio.database.query(`UPDATE media SET unused_since = now() - interval '23 hours' WHERE id = $1`, [unused]);
    const original = file(originalKey(unused), 5 * HOUR_MS);
    await sweep(studio);
    expect([await since(unused), existsSync(original)]).toEqual([undefined, false]);
    expect(await since(used)).toBeNull();
  });

  it('writes down what it freed, and nothing when there was nothing', async () => {
    await sweep(studio);
    const written = () =>
      studio.database.query<unknown[]>('SELECT lessons, films, files, bytes::int AS bytes FROM sweeps ORDER BY at');
    expect(await written()).toEqual([]);
    const unused = await medium();
    file(originalKey(unused), 5 * HOUR_MS);
    file(`${unused}/made.mp4`, 5 * HOUR_MS);
    await studio.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'sound.json', 1, $2, 1)`,
      [unused, `${unused}/made.mp4`],
    );
    file(`${randomUUID()}/original`, 2 * HOUR_MS);
    await studio.database.query(`UPDATE media SET unused_since = now() - interval '23 hours'`);
    await sweep(studio);
    expect(await written()).toEqual([{ lessons: 0, films: 1, files: 1, bytes: 3 }]);
  });

  it('empties the trash of what has lain in it for thirty days, and not a day earlier', async () => {
    const [early, late, desk] = [
      await addLesson(studio.database),
      await addLesson(studio.database),
      await addLesson(studio.database),
    ];
    const trash = (id: string, hours: number) =>
      studio.database.query('UPDATE lessons SET trashed_at = now() - make_interval(hours => $2) WHERE id = $1', [
        id,
        hours,
      ]);
    await trash(early, 30 * 24 - 1);
    await trash(late, 30 * 24 + 1);
    await sweep(studio);
    const left = await studio.database.query<{ id: string }[]>('SELECT id FROM lessons');
    expect(left.map((one) => one.id).sort()).toEqual([early, desk].sort());
  });

  it('keeps what a shared version plays, and not what its lesson had beside it', async () => {
    const { mediaId, lessonId } = await sharedLesson(studio);
    const beside = await medium();
    // The draft has lost both takes since; the version knows of both and plays one.
    await studio.database.query(
      `UPDATE versions SET doc = jsonb_set(doc, '{takes,1}', jsonb_set(jsonb_set(doc->'takes'->0, '{id}', '"other"'), '{sources,0,mediaId}', to_jsonb($1::text)))`,
      [beside],
    );
    await studio.database.query(
      `UPDATE lessons SET doc = doc || '{"takes": [], "assembly": [], "segments": []}' WHERE id = $1`,
      [lessonId],
    );
    await sweep(studio);
    const unused = await studio.database.query<{ id: string }[]>('SELECT id FROM media WHERE unused_since IS NOT NULL');
    expect(unused.map((one) => one.id)).toEqual([beside]);
    expect(unused.map((one) => one.id)).not.toContain(mediaId);
  });

  it('weighs what an older program made without saying so', async () => {
    const owner = await medium();
    const key = `${owner}/sound.json`;
    file(key, 5 * HOUR_MS);
    await studio.database.query(
      `INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, 'sound.json', 1, $2, 0)`,
      [owner, key],
    );
    await sweep(studio);
    expect(await studio.database.query('SELECT bytes::int AS bytes FROM artefacts')).toEqual([{ bytes: 1 }]);
  });

  it('removes scratch folders of attempts that are over', async () => {
    const job = randomUUID();
    await studio.database.query(
      `INSERT INTO jobs (id, kind, owner_id, state, fence) VALUES ($1, 'prepare', $2, 'running', 3)`,
      [job, randomUUID()],
    );
    const folders = [`${job}-3`, `${job}-2`].map((name) => {
      const path = join(studio.config.scratchFolder, name);
      mkdirSync(path);
      utimesSync(path, Date.now() / 1000 - 120, Date.now() / 1000 - 120);
      return path;
    });
    await sweep(studio);
    expect(folders.map((path) => existsSync(path))).toEqual([true, false]);
  });

  it('has made again what is of an older form or was never looked at, and only that', async () => {
    const [old, current, refused, seen] = [await medium(), await medium(), await medium(), await medium()];
    for (const id of [old, current, refused, seen]) {
      await lessonWith(id);
      for (const [name, version] of [
        ['sound.json', id === old ? 1 : 2],
        ['proxy.mp4', 1],
        ...(id === current
          ? ([
              ['analysis.json', 2],
              ['words.json', 1],
            ] as const)
          : []),
        ...(id === seen ? ([['analysis.json', 2]] as const) : []),
      ] as const)
        await studio.database.query(
          'INSERT INTO artefacts (owner_id, name, format_version, key, bytes) VALUES ($1, $2, $3, $4, 1)',
          [id, name, version, `${id}/${randomUUID()}`],
        );
    }
    await studio.database.query(
      `INSERT INTO jobs (id, kind, owner_id, state, fence) VALUES ($1, 'analyse', $2, 'cancelled', 1)`,
      [randomUUID(), refused],
    );
    await sweep(studio);
    const jobs = await studio.database.getRepository(Jobs).findBy({ state: 'queued' });
    expect(jobs.map(({ kind, ownerId, input }) => [kind, ownerId, input])).toEqual(
      jasmine.arrayWithExactContents([
        ['analyse', old, { mediaId: old, only: ['analysis.json', 'words.json'] }],
        ['analyse', seen, { mediaId: seen, only: ['words.json'] }],
        ['prepare', old, { mediaId: old, only: ['sound.json'] }],
      ]),
    );
  });
});
