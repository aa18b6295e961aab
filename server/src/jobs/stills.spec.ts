import { copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MOST_STILLS, stillName, stillsSchema } from '@limber/core/api/media';
import { artefactKey } from '../media/keys';
import { Artefacts, Jobs } from '../store/entities';
import { openServer, type Client, type TestServer } from '../http/testing';
import { addMedium, attemptAt, numberedFilm, numbersIn, withTools } from '../testing';

const FRAMES = 200;

describe('stills of a film', () => {
  let server: TestServer;
  let client: Client;
  let folder: string;
  let film: string;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'limber-stills-'));
    film = join(folder, 'film.mp4');
    numberedFilm(film, FRAMES);
    server = await openServer();
    client = await server.signedIn('editor');
  });
  afterAll(async () => {
    await server.close();
    rmSync(folder, { recursive: true });
  });

  /** A medium, with a copy that plays unless it is still to come. */
  async function aFilm(plays = true): Promise<string> {
    const id = await addMedium(server, film);
    if (!plays) return id;
    const [key, path] = [artefactKey(id, 'proxy.mp4'), join(server.folder, id)];
    copyFileSync(film, path);
    await server.store.putFrom(key, path);
    const row = { ownerId: id, name: 'proxy.mp4', formatVersion: 1, jobId: null, key, bytes: '1', madeAt: new Date() };
    await server.database.getRepository(Artefacts).insert(row);
    return id;
  }
  const ask = async (id: string, ...atMs: number[]) => {
    const { status, body } = await client.ask('POST', `/api/media/${id}/stills`, { atMs });
    expect(status).toBe(202);
    return stillsSchema.parse(body);
  };
  const attempt = (): Promise<void> => attemptAt(server, 'stills');
  const numberAt = async (ownerId: string, ms: number): Promise<number> => {
    const { key } = await server.database.getRepository(Artefacts).findOneByOrFail({ ownerId, name: stillName(ms) });
    return numbersIn(join(server.config.mediaFolder, key))[0]!;
  };
  const madeAt = async (ownerId: string) =>
    new Map((await server.database.getRepository(Artefacts).findBy({ ownerId })).map((one) => [one.name, one.key]));

  it('show the very picture of their instant, the last one where the film is over', async () => {
    const id = await aFilm();
    const many = Array.from({ length: 20 }, (_, i) => 400 * i);
    expect((await ask(id, ...many, 60_000)).atMs).toEqual([]);
    await attempt();
    for (const ms of many) expect(Math.abs((await numberAt(id, ms)) - ms / 40)).toBeLessThanOrEqual(1);
    expect(await numberAt(id, 60_000)).toBeGreaterThanOrEqual(FRAMES - 3);
    expect((await ask(id, ...many)).atMs).toEqual(many);
    expect(readdirSync(server.config.scratchFolder)).toEqual([]);
    const { status, headers } = await client.ask('GET', `/api/media/${id}/stills/400`);
    expect([status, headers.get('Content-Type')]).toEqual([200, 'image/jpeg']);
    expect((await client.ask('GET', `/api/media/${id}/stills/401`)).status).toBe(404);
  });

  it('are taken once: those that are there stay, and only what is missing is made', async () => {
    const id = await aFilm();
    await ask(id, 1000, 2000);
    await attempt();
    const before = await madeAt(id);
    expect((await ask(id, 1000, 3000)).atMs).toEqual([1000]);
    await attempt();
    const after = await madeAt(id);
    expect(after.get(stillName(1000))).toBe(before.get(stillName(1000)));
    expect(after.size).toBe(before.size + 1);
    expect((await ask(id, 1000, 2000, 3000)).job).toBeNull();
  });

  it('wait for a film that can be played, and ask for no work before', async () => {
    const id = await aFilm(false);
    expect(await ask(id, 1000)).toEqual({ atMs: [], job: null });
  });

  it('keep what was taken where the work broke off, and go on there when they are asked for again', async () => {
    const id = await aFilm();
    const many = Array.from({ length: 12 }, (_, i) => 500 * i);
    await ask(id, ...many);
    // The first go works, the second one does not.
    const second = `case "$*" in *still-${many.at(-1)}*) exit 1;; *) exec "$REAL_FFMPEG" "$@";; esac`;
    process.env['REAL_FFMPEG'] = '/usr/bin/ffmpeg';
    await withTools({ ffmpeg: second }, attempt);
    expect((await ask(id, ...many)).atMs).toEqual(many.slice(0, 8));
    await attempt();
    expect((await ask(id, ...many)).atMs).toEqual(many);
    const jobs = await server.database.getRepository(Jobs).findBy({ ownerId: id, kind: 'stills' });
    expect(jobs.map((one) => one.state).sort()).toEqual(['done', 'failed']);
  });

  it('are refused in words where nobody can take them', async () => {
    const id = await aFilm();
    for (const atMs of [[], [-100], [50], Array.from({ length: MOST_STILLS + 1 }, (_, i) => i * 100)])
      expect((await client.ask('POST', `/api/media/${id}/stills`, { atMs })).status).toBe(400);
  });
});
