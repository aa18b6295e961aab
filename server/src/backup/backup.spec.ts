import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import tar from 'tar-stream';
import { openServer, played, sharedLesson, type TestServer } from '../http/testing';
import { readConfig, type Config } from '../config';
import { RESERVE_BYTES } from '../media/room';
import { LocalMediaStore } from '../media/store';
import { emptyDatabase } from '../testing';
import { BACKUP_FORMAT, BackupError, HEAD, unpackArchive, writeArchive } from './archive';
import { backUp } from './backup';
import { mustBeEmpty, putBackup, unpackBackup } from './restore';

const POSTGRES = 99;

describe('a backup', () => {
  let server: TestServer;
  let folder: string;
  let file: string;
  let places: (() => Promise<void>)[];
  beforeEach(async () => {
    server = await openServer();
    folder = mkdtempSync(join(tmpdir(), 'limber-backup-'));
    file = join(folder, 'studio.backup');
    places = [];
  });
  afterEach(async () => {
    await server.close();
    for (const drop of places) await drop();
    rmSync(folder, { recursive: true, force: true });
  });

  const make = () => backUp({ config: server.config, store: server.store }, file);

  /** A place where no studio is yet. */
  async function elsewhere(): Promise<{ config: Config; store: LocalMediaStore; unpacked: string }> {
    const { url, drop } = await emptyDatabase();
    places.push(drop);
    const data = mkdtempSync(join(folder, 'place-'));
    const config = readConfig({
      LIMBER_DATA: data,
      DATABASE_URL: url,
      LIMBER_SESSION_SECRET: 'only for this one test',
    });
    return { config, store: new LocalMediaStore(config.mediaFolder), unpacked: join(data, 'unpacked') };
  }

  /** Every row of every table (but who is signed in where), and every file, by its hash. */
  async function everything(url: string, mediaFolder: string): Promise<Record<string, string>> {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    const all: Record<string, string> = {};
    const { rows: tables } = await client.query<{ name: string }>(
      `SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'session'`,
    );
    for (const { name } of tables) {
      const { rows } = await client.query<{ row: string }>(`SELECT t::text AS row FROM ${name} t`);
      all[name] = rows
        .map(({ row }) => row)
        .sort()
        .join('\n');
    }
    const { rows } = await client.query<{ n: string }>(`SELECT last_value::text AS n FROM event_seq`);
    all['event_seq'] = rows[0]!.n;
    await client.end();
    for (const entry of existsSync(mediaFolder)
      ? readdirSync(mediaFolder, { recursive: true, withFileTypes: true })
      : [])
      if (entry.isFile()) {
        const path = join(entry.parentPath, entry.name);
        all[path.slice(mediaFolder.length)] = createHash('sha256').update(readFileSync(path)).digest('hex');
      }
    return all;
  }

  /** A studio in which a good deal has happened. */
  async function aLivelyStudio(): Promise<void> {
    const owner = await server.signedIn('owner');
    await owner.ask('POST', '/api/people/invitations', { email: 'ane@harbour.example' });
    const tide = await sharedLesson(server);
    const ebb = await sharedLesson(server, 'Ebb & “flow” \\ with \t odd\nletters 😀');
    const viewing = { viewingId: randomUUID(), viewerId: randomUUID() };
    const events = [
      played(viewing.viewingId, 0, 9000),
      { ...played(viewing.viewingId, 1, 2), id: '017f22e2-79b0-7cc3-98c4-dc0c0c07398f' },
    ];
    await owner.ask('POST', `/api/follow/${tide.token}/events`, { ...viewing, events });
    const hurt = { stepId: 'a', side: null, serious: false, words: 'Tender; "very"' };
    const feedback = { viewingId: viewing.viewingId, ease: 'right', felt: [], discomfort: hurt, remark: 'Warm.' };
    await owner.ask('POST', `/api/follow/${tide.token}/feedback`, { viewerId: viewing.viewerId, feedback });
    await owner.ask('GET', `/api/results/${tide.versionId}`);
    await owner.ask('DELETE', `/api/lessons/${ebb.lessonId}`);
    const edits = [
      { id: randomUUID(), kind: 'edit', change: { kind: 'set_lesson', field: 'title', value: 'High tide' } },
    ];
    await owner.ask('POST', `/api/lessons/${tide.lessonId}/edits`, { clientId: 'c', baseRevision: 1, edits });
    writeFileSync(join(server.config.mediaFolder, `${tide.mediaId}/original`), Buffer.alloc(3_000_000, 'harbour '));
  }

  it('is the same studio elsewhere: every row, every file', async () => {
    await aLivelyStudio();
    const before = await everything(server.url, server.config.mediaFolder);
    const made = await make();
    expect(made.missing).toEqual([]);
    expect([made.files, made.bytes]).toEqual([4, statSync(file).size]);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    const place = await elsewhere();
    await unpackBackup(file, place.unpacked, POSTGRES);
    await putBackup(place, place.unpacked);
    const after = await everything(place.config.databaseUrl, place.config.mediaFolder);
    expect(Object.keys(after).sort()).toEqual(Object.keys(before).sort());
    for (const [name, was] of Object.entries(before))
      expect(after[name] === was)
        .withContext(name)
        .toBeTrue();
    for (const table of ['viewings', 'events', 'feedback', 'discomfort', 'document_changes', 'rollups', 'setup_links'])
      expect(before[table]).withContext(table).not.toBe('');
    // And it is backed up and restored from there in the same way.
    const second = join(folder, 'second.backup');
    await backUp(place, second);
    const third = await elsewhere();
    await unpackBackup(second, third.unpacked, POSTGRES);
    await putBackup(third, third.unpacked);
    expect(await everything(third.config.databaseUrl, third.config.mediaFolder)).toEqual(after);
  });

  it('is of one instant, whatever goes on meanwhile', async () => {
    const owner = await server.signedIn('owner');
    const lessons = [await sharedLesson(server), await sharedLesson(server, 'Ebb')];
    for (const { mediaId } of lessons)
      writeFileSync(join(server.config.mediaFolder, `${mediaId}/original`), Buffer.alloc(20_000_000, mediaId));
    let going = true;
    const work = (async () => {
      for (let n = 0; going; n++) {
        await owner.ask('POST', '/api/lessons', { title: `Lesson ${n}` });
        if (n === 3) {
          // Its film goes for good while it is written to the backup.
          await owner.ask('DELETE', `/api/lessons/${lessons[1]!.lessonId}`);
          await owner.ask('DELETE', '/api/trash');
        }
      }
    })();
    const made = await make();
    going = false;
    await work;
    const place = await elsewhere();
    await unpackBackup(file, place.unpacked, POSTGRES);
    await putBackup(place, place.unpacked);
    const client = new pg.Client({ connectionString: place.config.databaseUrl });
    await client.connect();
    const { rows } = await client.query<{ key: string }>(
      `SELECT id || '/original' AS key FROM media UNION SELECT key FROM artefacts`,
    );
    await client.end();
    // Every film that it names is in it.
    expect(made.missing).toEqual([]);
    for (const { key } of rows)
      expect(await place.store.size(key))
        .withContext(key)
        .not.toBeNull();
    expect(readdirSync(server.folder).filter((name) => name.startsWith('backup-'))).toEqual([]);
  });

  it('says which files the studio names and has not', async () => {
    const { mediaId } = await sharedLesson(server);
    rmSync(join(server.config.mediaFolder, `${mediaId}/proxy.mp4`));
    expect((await make()).missing).toEqual([`${mediaId}/proxy.mp4`]);
  });

  it('that is damaged is refused in words, wherever the damage is, and leaves nothing behind', async () => {
    await sharedLesson(server);
    await make();
    const whole = readFileSync(file);
    const place = await elsewhere();
    const refused = async (bytes: Uint8Array, what: string): Promise<void> => {
      writeFileSync(file, bytes);
      const error: unknown = await unpackBackup(file, place.unpacked, POSTGRES).then(
        () => null,
        (e: unknown) => e,
      );
      expect(error).withContext(what).toBeInstanceOf(BackupError);
      expect((error as Error).message)
        .withContext(what)
        .toMatch(/is damaged|is no backup/);
      expect(readdirSync(join(place.unpacked, '..')))
        .withContext(what)
        .toEqual([]);
    };
    for (let share = 0; share < 1; share += 1 / 16)
      await refused(whole.subarray(0, Math.floor(share * whole.length)), `cut at ${share}`);
    // Without its last part the tar itself is still whole.
    await refused(
      Buffer.concat([whole.subarray(0, whole.indexOf('contents.json')), Buffer.alloc(1024)]),
      'no contents',
    );
    const flip = async (at: number): Promise<void> => {
      const changed = Buffer.from(whole);
      changed[at]! ^= 1;
      await refused(changed, `a bit at ${at}`);
    };
    await flip(whole.indexOf('film!'));
    for (let at = whole.indexOf('PGDMP'); at < whole.indexOf('contents.json'); at += 20_011) await flip(at);
    await flip(whole.indexOf('limber-cheek/backup'));
    await refused(Buffer.from('a text'), 'another file');
  });

  it('with names that lead elsewhere is refused, and nothing is written there', async () => {
    const place = await elsewhere();
    for (const name of [
      'media/../../evil',
      'media/a/../../../evil',
      'media/a/b/../../../../evil',
      '/etc/evil',
      'evil',
    ]) {
      const head = { format: BACKUP_FORMAT, version: 1, madeAt: '', migrations: [], postgres: 1 };
      await writeArchive(file, [
        { name: HEAD, text: JSON.stringify(head) },
        { name, text: 'x' },
      ]);
      await expectAsync(unpackBackup(file, place.unpacked, POSTGRES))
        .withContext(name)
        .toBeRejectedWithError(BackupError, /does not belong into it/);
      const written = readdirSync(folder, { recursive: true }).map(String);
      expect(written.filter((path) => path.includes('evil')))
        .withContext(name)
        .toEqual([]);
    }
  });

  it('with a part that is not in its list of contents is refused', async () => {
    await sharedLesson(server);
    await make();
    const added = tar.pack();
    const extract = tar.extract();
    extract.end(readFileSync(file));
    const pieces: Buffer[] = [];
    added.on('data', (piece: Buffer) => pieces.push(piece));
    for await (const entry of extract) {
      const all: Buffer[] = [];
      for await (const piece of entry) all.push(Buffer.from(piece as Uint8Array));
      if (entry.header.name === 'contents.json') added.entry({ name: `media/${randomUUID()}/original` }, 'slipped in');
      added.entry({ name: entry.header.name }, Buffer.concat(all));
    }
    added.finalize();
    await new Promise((resolve) => added.on('end', resolve));
    writeFileSync(file, Buffer.concat(pieces));
    const place = await elsewhere();
    await expectAsync(unpackBackup(file, place.unpacked, POSTGRES)).toBeRejectedWithError(BackupError, /is damaged/);
  });

  it('looks again when a file went between its row and its second name', async () => {
    const { mediaId, lessonId } = await sharedLesson(server);
    const owner = await server.signedIn('owner');
    const store = new LocalMediaStore(server.config.mediaFolder);
    const pin = store.toScratch.bind(store);
    let looks = 0;
    spyOn(store, 'toScratch').and.callFake(async (key, to) => {
      looks += 1;
      // The moment between the two: the lesson is deleted for good.
      if (looks === 1) {
        await owner.ask('DELETE', `/api/lessons/${lessonId}`);
        await owner.ask('DELETE', '/api/trash');
      }
      return pin(key, to);
    });
    expect((await backUp({ config: server.config, store }, file)).missing).toEqual([]);
    expect(looks).toBeGreaterThan(0);
    const place = await elsewhere();
    await unpackBackup(file, place.unpacked, POSTGRES);
    await putBackup(place, place.unpacked);
    // The studio after the deletion, whole: neither a row without its file nor half of the lesson.
    expect(await place.store.size(`${mediaId}/original`)).toBeNull();
    const after = await everything(place.config.databaseUrl, place.config.mediaFolder);
    expect(after).not.toEqual(jasmine.objectContaining({ media: jasmine.stringContaining(mediaId) }));
  });

  it('of a newer program, or of a newer PostgreSQL, is refused in words', async () => {
    await make();
    const place = await elsewhere();
    const { head } = await unpackArchive(file, join(folder, 'look'), () => undefined);
    const dump = join(folder, 'look', 'database.dump');
    const again = async (change: object): Promise<void> =>
      void (await writeArchive(file, [
        { name: HEAD, text: JSON.stringify({ ...head, ...change }) },
        { name: 'database.dump', path: async () => dump },
      ]));
    for (const [change, words] of [
      [{ version: 2 }, /newer Limber Cheek/],
      [{ migrations: [...head.migrations, 'SomethingElse1999000000000'] }, /newer Limber Cheek/],
      [{ postgres: POSTGRES + 1 }, /PostgreSQL 100, and here is 99/],
    ] as const) {
      await again(change);
      await expectAsync(unpackBackup(file, place.unpacked, POSTGRES)).toBeRejectedWithError(BackupError, words);
    }
    await again({ postgres: POSTGRES });
    await expectAsync(unpackBackup(file, place.unpacked, POSTGRES)).toBeResolved();
  });

  it('is never put over a studio, nor into a database that holds something else', async () => {
    await sharedLesson(server);
    await make();
    await expectAsync(mustBeEmpty(server.url)).toBeRejectedWithError(BackupError, /There is a studio here already/);
    const place = await elsewhere();
    await unpackBackup(file, place.unpacked, POSTGRES);
    const client = new pg.Client({ connectionString: place.config.databaseUrl });
    await client.connect();
    await client.query('CREATE TABLE accounts (id int); INSERT INTO accounts VALUES (7)');
    await expectAsync(putBackup(place, place.unpacked)).toBeRejectedWithError(BackupError, /something else/);
    expect((await client.query('SELECT * FROM accounts')).rows).toEqual([{ id: 7 }]);
    await client.end();
  });

  it('is put into a studio in which nobody was yet', async () => {
    const empty = await openServer();
    await sharedLesson(server);
    await make();
    const unpacked = join(folder, 'unpacked');
    await empty.database.destroy();
    await unpackBackup(file, unpacked, POSTGRES);
    await putBackup({ config: empty.config, store: empty.store }, unpacked);
    expect(await everything(empty.url, empty.config.mediaFolder)).toEqual(
      await everything(server.url, server.config.mediaFolder),
    );
    await empty.database.initialize();
    await empty.close();
  });

  it('that does not fit on the disk leaves no file behind', async () => {
    const { mediaId } = await sharedLesson(server);
    const path = join(server.config.mediaFolder, `${mediaId}/original`);
    // A film with a hole: long, and without weight here.
    const { bavail, bsize } = await (await import('node:fs/promises')).statfs(folder);
    (await import('node:fs')).truncateSync(path, Math.min(8e15, bavail * bsize + RESERVE_BYTES));
    await expectAsync(make()).toBeRejectedWithError(/too little room/);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('is a tar that any program reads, with a check sum of everything in it', async () => {
    await sharedLesson(server);
    await make();
    const names: string[] = [];
    const sums = new Map<string, string>();
    let contents = '';
    const extract = tar.extract();
    extract.end(readFileSync(file));
    for await (const entry of extract) {
      const pieces: Buffer[] = [];
      for await (const piece of entry) pieces.push(Buffer.from(piece as Uint8Array));
      const all = Buffer.concat(pieces);
      names.push(entry.header.name);
      sums.set(entry.header.name, crcOf(all));
      contents = all.toString();
    }
    expect([names[0], names[names.length - 1]]).toEqual(['backup.json', 'contents.json']);
    const { files } = JSON.parse(contents) as { files: { name: string; crc32: string }[] };
    expect(files.map((one) => one.name)).toEqual(names.slice(0, -1));
    for (const { name, crc32 } of files) expect(sums.get(name)).withContext(name).toBe(crc32);
    // The published check value of the CRC-32 of gzip and PNG: “123456789” gives CBF43926 (memory).
    expect(crcOf(Buffer.from('123456789'))).toBe('cbf43926');
  });
});

/** CRC-32 by its definition, bit by bit: polynomial EDB88320 (RFC 1952, 8). */
function crcOf(bytes: Uint8Array): string {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return ((crc ^ 0xffffffff) >>> 0).toString(16).padStart(8, '0');
}
