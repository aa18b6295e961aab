import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { NoRoom } from '../media/room';
import { Artefacts, Jobs, type JobRow } from '../store/entities';
import { openStudio, until, type TestStudio } from '../testing';
import type { JobKind, Work } from './kind';
import { Lease, LostJob, MOST_ATTEMPTS } from './lease';
import { cancelJob, enqueue, retryJob } from './queue';
import { Runner } from './runner';

/** A kind for tests: three parts that note that they were made, and do what the test wants. */
function aKind(doing: Record<string, (work: Work<{ name: string }>) => Promise<void>> = {}): {
  kind: JobKind<{ name: string }>;
  made: string[];
} {
  const made: string[] = [];
  const kind: JobKind<{ name: string }> = {
    name: 'test',
    input: z.object({ name: z.string() }),
    quick: false,
    parts: ['one', 'two', 'three'].map((name) => ({
      name,
      doing: `making ${name}`,
      share: 1 / 3,
      make: async (work) => {
        await doing[name]?.(work);
        made.push(`${work.input.name}/${name}`);
        return {};
      },
    })),
    passing: (error) => error instanceof NoRoom,
    sentence: (error) => `It failed: ${(error as Error).message}`,
  };
  return { kind, made };
}

describe('a job', () => {
  let studio: TestStudio;
  const silent = { subscribe: () => () => undefined };
  const running: Runner[] = [];

  beforeAll(async () => (studio = await openStudio()));
  afterAll(() => studio.close());
  beforeEach(() => studio.database.query('DELETE FROM jobs'));
  afterEach(async () => {
    await Promise.all(running.splice(0).map((runner) => runner.stop()));
  });

  const add = (name = 'a', ownerId: string = randomUUID()): Promise<string> =>
    enqueue(studio.database.manager, { id: randomUUID(), kind: 'test', ownerId, lessonId: null, input: { name } });
  const row = (id: string): Promise<JobRow> => studio.database.getRepository(Jobs).findOneByOrFail({ id });
  const state = (id: string, ...states: string[]): Promise<JobRow> =>
    until(
      async () => {
        const job = await row(id);
        return states.includes(job.state) && job;
      },
      `A job that is ${states.join(' or ')}`,
    );
  const work = (kind: JobKind<{ name: string }>): Runner => {
    const runner = new Runner(studio, [kind]);
    runner.start(silent);
    running.push(runner);
    return runner;
  };
  const lapse = (id: string): Promise<unknown> =>
    studio.database.query(`UPDATE jobs SET lease_until = now() - interval '1 second' WHERE id = $1`, [id]);
  const taken = async (): Promise<Lease> => (await Lease.next(studio.database, ['test'], 'a worker'))!;

  it('makes its parts in order and is done', async () => {
    const { kind, made } = aKind();
    const id = await add();
    work(kind);
    expect((await state(id, 'done')).progress).toBe(1);
    expect(made).toEqual(['a/one', 'a/two', 'a/three']);
  });

  it('is done once, whoever works', async () => {
    const { kind, made } = aKind();
    const ids = await Promise.all(['a', 'b', 'c', 'd', 'e', 'f'].map((name) => add(name)));
    for (let workers = 0; workers < 3; workers++) work(kind);
    for (const id of ids) await state(id, 'done');
    expect(made.length).toBe(18);
    expect(new Set(made).size).toBe(18);
  });

  it('of a worker that fell silent is taken up from its last finished part', async () => {
    const { kind, made } = aKind();
    const id = await add();
    const lease = await taken();
    await lease.write((manager) => lease.partDone(manager, 'one'));
    await lapse(id);
    work(kind);
    await state(id, 'done');
    expect(made).toEqual(['a/two', 'a/three']);
  });

  it('cannot be written to, renewed or ended by an attempt that lost it', async () => {
    const id = await add();
    const lost = await taken();
    await lapse(id);
    const holds = await taken();
    expect(holds.job.fence).toBe(lost.job.fence + 1);
    await expectAsync(lost.renew(0.9, 'too late')).toBeRejectedWithError(LostJob);
    await expectAsync(lost.write((manager) => lost.partDone(manager, 'one'))).toBeRejectedWithError(LostJob);
    await lost.finish('done');
    await lost.again('Too late.');
    expect(await row(id)).toEqual(
      jasmine.objectContaining({ state: 'running', done: [], error: null, doing: 'waiting' }),
    );
    await holds.finish('done');
    expect((await row(id)).state).toBe('done');
  });

  it('puts in place what it made only while it holds the job: a late worker leaves nothing behind', async () => {
    const [media] = await studio.database.query<[{ id: string }]>(
      `INSERT INTO media (id, name, bytes, duration_ms, width, height, frame_rate, has_sound)
       VALUES ($1, 'a', 1, 1, 2, 2, '{}', true) RETURNING id`,
      [randomUUID()],
    );
    const ownerId = media.id;
    let go: () => void = () => undefined;
    const waits = new Promise<void>((resolve) => (go = resolve));
    let began: () => void = () => undefined;
    const beginning = new Promise<void>((resolve) => (began = resolve));
    const making = (who: string, before: Promise<void>): JobKind<{ name: string }> => ({
      ...aKind().kind,
      parts: [
        {
          name: 'file',
          doing: 'making a file',
          share: 1,
          make: async ({ scratch }) => {
            began();
            await before;
            const path = join(scratch, 'sound.json');
            await writeFile(path, who);
            return { artefacts: [{ ownerId, name: 'sound.json', formatVersion: 1, path }] };
          },
        },
      ],
    });
    const id = await add('a', ownerId);
    const late = new Runner(studio, [making('late', waits)]).run(await taken());
    await beginning;
    await lapse(id);
    await new Runner(studio, [making('next', Promise.resolve())]).run(await taken());
    go();
    await late;
    const [artefact] = await studio.database.getRepository(Artefacts).findBy({ ownerId });
    const files = readdirSync(join(studio.config.mediaFolder, ownerId));
    expect(files.map((file) => `${ownerId}/${file}`)).toEqual([artefact!.key]);
    const chunks: Buffer[] = [];
    for await (const chunk of studio.store.stream(artefact!.key)) chunks.push(chunk as Buffer);
    expect(Buffer.concat(chunks).toString()).toBe('next');
    expect((await row(id)).state).toBe('done');
  });

  it('is tried again when its trouble may pass, and says why meanwhile', async () => {
    let full = true;
    const { kind, made } = aKind({
      two: async () => {
        if (full) throw new NoRoom('No room.');
      },
    });
    const id = await add();
    work(kind);
    const waiting = await until(async () => {
      const job = await row(id);
      return job.error !== null && job.state === 'queued' && job;
    }, 'A job that waits');
    expect(waiting.error).toBe('It failed: No room.');
    expect(waiting.notBefore.getTime()).toBeGreaterThan(waiting.startedAt!.getTime());
    full = false;
    await state(id, 'done');
    expect(made).toEqual(['a/one', 'a/two', 'a/three']);
  });

  it('fails in words when its trouble stays, at once when that cannot pass, after five tries when it could', async () => {
    for (const [passes, attempts] of [
      [false, 1],
      [true, MOST_ATTEMPTS],
    ] as const) {
      const { kind } = aKind({
        one: async () => {
          throw passes ? new NoRoom('Full.') : new Error('Broken.');
        },
      });
      const id = await add();
      const runner = new Runner(studio, [kind]);
      for (let tries = 0; (await row(id)).state === 'queued' && tries < 9; tries++) {
        await studio.database.query('UPDATE jobs SET not_before = now()');
        await runner.run(await taken());
      }
      expect(await row(id)).toEqual(
        jasmine.objectContaining({ state: 'failed', attempts, error: `It failed: ${passes ? 'Full.' : 'Broken.'}` }),
      );
    }
  });

  it('that ended in the middle five times is given up in words, and can be taken up by hand', async () => {
    const id = await add();
    for (let times = 0; times < MOST_ATTEMPTS; times++) {
      expect((await taken()).job.attempts).toBe(times + 1);
      await lapse(id);
    }
    expect(await Lease.next(studio.database, ['test'], 'a worker')).toBeNull();
    expect(await row(id)).toEqual(
      jasmine.objectContaining({ state: 'failed', error: jasmine.stringContaining('5 times') }),
    );
    await retryJob(studio.database.manager, id);
    expect((await taken()).job.fence).toBe(MOST_ATTEMPTS + 1);
  });

  it('is cancelled while it runs, and its scratch folder goes', async () => {
    let began: () => void = () => undefined;
    const beginning = new Promise<void>((resolve) => (began = resolve));
    const { kind } = aKind({
      one: async ({ signal, scratch }) => {
        await writeFile(join(scratch, 'half'), 'half');
        began();
        await new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted'))));
      },
    });
    const id = await add();
    work(kind);
    await beginning;
    await cancelJob(studio.database.manager, id);
    await state(id, 'cancelled');
    await until(async () => readdirSync(studio.config.scratchFolder).length === 0, 'An empty scratch folder');
  });

  it('goes back to the queue when its worker stops, and counts no attempt', async () => {
    let began: () => void = () => undefined;
    const beginning = new Promise<void>((resolve) => (began = resolve));
    const first = aKind({
      two: async ({ signal }) => {
        began();
        await new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('aborted'))));
      },
    });
    const id = await add();
    const runner = work(first.kind);
    await beginning;
    await runner.stop();
    expect(await row(id)).toEqual(jasmine.objectContaining({ state: 'queued', attempts: 0, done: ['one'] }));
    const second = aKind();
    work(second.kind);
    await state(id, 'done');
    expect(second.made).toEqual(['a/two', 'a/three']);
  });

  it('is one at a time of its kind for its owner', async () => {
    const owner = randomUUID();
    const [first, second] = [await add('a', owner), await add('b', owner)];
    expect(second).toBe(first);
    await (await taken()).finish('done');
    expect(await add('c', owner)).not.toBe(first);
    expect(existsSync(studio.config.scratchFolder)).toBeTrue();
  });
});
