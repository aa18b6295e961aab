import { randomUUID } from 'node:crypto';
import { rollUp } from '../store/rollup';
import { eraseViewer, finishErasing } from '../store/erase';
import { shareLesson } from '../store/share';
import { openServer, played, sharedLesson, type Answer, type Client, type TestServer } from './testing';

describe('what viewers send', () => {
  let server: TestServer;
  let lesson: Awaited<ReturnType<typeof sharedLesson>>;
  beforeEach(async () => {
    server = await openServer();
    lesson = await sharedLesson(server);
  });
  afterEach(() => server.close());

  const post = (token: string, what: string, body: object): Promise<Answer> =>
    server.client().ask('POST', `/api/follow/${token}/${what}`, body);
  const watch = (
    viewing: { viewingId: string; viewerId: string; versionId?: string; cut?: string },
    spans: [number, number][],
    token = lesson.token,
  ) => post(token, 'events', { ...viewing, events: spans.map(([from, to]) => played(viewing.viewingId, from, to)) });
  const say = (
    { viewingId, ...viewing }: { viewingId: string; viewerId: string; versionId?: string },
    given: object = {},
    token = lesson.token,
  ) =>
    post(token, 'feedback', {
      ...viewing,
      feedback: { ...{ viewingId, ease: null, felt: [], discomfort: null, remark: '' }, ...given },
    });
  const somebody = () => ({ viewingId: randomUUID(), viewerId: randomUUID() });
  const rows = async (sql: string, values: unknown[] = []): Promise<unknown[]> => server.database.query(sql, values);

  it('is taken event by event: a stretch goes forward by ten seconds at most', async () => {
    const one = somebody();
    const spans: [number, number][] = [
      [0, 10_000],
      [10_000, 20_001],
      [30_000, 30_000],
      [41_000, 40_000],
      [40_000, 40_001],
    ];
    const answer = await watch(one, spans);
    expect(answer.status).toBe(202);
    expect((answer.body['refused'] as { index: number }[]).map((each) => each.index)).toEqual([1, 2, 3]);
    expect(await rows('SELECT from_ms, to_ms FROM events ORDER BY from_ms')).toEqual([
      { from_ms: 0, to_ms: 10_000 },
      { from_ms: 40_000, to_ms: 40_001 },
    ]);
    // A jump may go back and as far as it likes; what is no event at all takes no other along.
    const jump = { ...played(one.viewingId, 50_000, 0), kind: 'seek' };
    const mixed = await post(lesson.token, 'events', { ...one, events: [jump, { nothing: true }, 7] });
    expect((mixed.body['refused'] as unknown[]).length).toBe(2);
    expect((await rows(`SELECT 1 FROM events WHERE kind = 'seek'`)).length).toBe(1);
  });

  it('is written to its own viewing only: another viewer neither adds to it nor answers for it', async () => {
    const one = somebody();
    await watch(one, [[0, 5000]]);
    await say(one, { remark: 'Warm.', ease: 'right' });
    const other = { ...one, viewerId: randomUUID() };
    for (const refused of [await watch(other, [[5000, 9000]]), await say(other, { remark: 'Overwritten.' })])
      expect([refused.status, refused.body.type]).toEqual([403, 'other-viewer']);
    expect(await rows('SELECT remark FROM feedback')).toEqual([{ remark: 'Warm.' }]);
    expect((await rows('SELECT 1 FROM events')).length).toBe(1);
    expect((await say(one, { remark: 'Rather warm.' })).status).toBe(202);
    expect(await rows('SELECT remark FROM feedback')).toEqual([{ remark: 'Rather warm.' }]);
  });

  it('goes to the version that was watched, also after the link was pointed to another', async () => {
    const begun = somebody();
    await watch(begun, [[0, 5000]]);
    const newer = (await shareLesson(server.database, server.store, lesson.lessonId))!;
    const owner = await server.signedIn('owner');
    const link = `/api/lessons/${lesson.lessonId}/share/links/${lesson.token}`;
    expect((await owner.ask('PATCH', link, { versionId: newer.version.id })).status).toBe(200);

    const opened = { ...somebody(), versionId: lesson.versionId };
    expect((await watch(begun, [[5000, 9000]])).status).toBe(202);
    expect((await watch(opened, [[0, 4000]])).status).toBe(202);
    expect((await say(opened, { ease: 'right' })).status).toBe(202);
    const fresh = somebody();
    await watch(fresh, [[0, 1000]]);
    expect(await rows('SELECT version_id, count(*)::int AS n FROM viewings GROUP BY 1 ORDER BY 2')).toEqual([
      { version_id: newer.version.id, n: 1 },
      { version_id: lesson.versionId, n: 2 },
    ]);
    // A version that this link never led to takes nothing through it.
    const foreign = await sharedLesson(server, 'Ebb');
    const refused = await watch({ ...somebody(), versionId: foreign.versionId }, [[0, 1000]]);
    expect([refused.status, refused.body.type]).toEqual([409, 'other-version']);
  });

  it('waits while the link is closed or the lesson is in the trash, and both say so', async () => {
    const owner = await server.signedIn('owner');
    const one = somebody();
    await owner.ask('DELETE', `/api/lessons/${lesson.lessonId}`);
    for (const answer of [
      await server.client().ask('GET', `/api/follow/${lesson.token}`),
      await server.client().ask('GET', `/api/follow/${lesson.token}/media/${lesson.mediaId}/proxy.mp4`),
      await watch(one, [[0, 1000]]),
      await say(one),
    ])
      expect([answer.status, answer.body.type]).toEqual([410, 'gone']);
    await owner.ask('POST', `/api/trash/${lesson.lessonId}/close-links`);
    await owner.ask('POST', `/api/trash/${lesson.lessonId}/restore`);
    const closed = await watch(one, [[0, 1000]]);
    expect([closed.status, closed.body.type]).toEqual([410, 'revoked']);
    await owner.ask('PATCH', `/api/lessons/${lesson.lessonId}/share/links/${lesson.token}`, { revoked: false });
    expect((await watch(one, [[0, 1000]])).status).toBe(202);
  });

  /** Everything that a results page is made of, in every version. */
  async function results(owner: Client, versionIds: readonly string[]): Promise<unknown[]> {
    const all: unknown[] = [];
    for (const id of versionIds) {
      const { stillWatching: _still, stamp: _stamp, ...rest } = (await owner.ask('GET', `/api/results/${id}`)).body;
      all.push(rest);
    }
    return all;
  }

  it('belongs to one cut: another one is another viewing, and each cut has its own sums', async () => {
    const owner = await server.signedIn('owner');
    const [one, two] = [somebody(), somebody()];
    await watch(one, [
      [5000, 15_000],
      [15_000, 24_600],
    ]);
    expect((await watch({ ...two, cut: 'step:a' }, [[0, 10_000]])).status).toBe(202);
    const mixed = await watch({ ...two, cut: 'full' }, [[0, 1000]]);
    expect([mixed.status, mixed.body.type]).toEqual([409, 'other-cut']);
    const unknown = await watch({ ...somebody(), cut: 'step:x' }, [[0, 1000]]);
    expect([unknown.status, unknown.body.type]).toEqual([409, 'other-cut']);
    const of = async (cut: string) => (await owner.ask('GET', `/api/results/${lesson.versionId}?cut=${cut}`)).body;
    const cuts = (await of('full'))['cuts'] as { id: string; durationMs: number; viewings: number }[];
    expect(cuts.map(({ id, durationMs, viewings }) => [id, durationMs, viewings])).toEqual([
      ['full', 60_000, 1],
      ['practice', 40_000, 0],
      ['step:a', 20_000, 1],
      ['step:b', 20_000, 0],
    ]);
    const single = (await of('step:a'))['cut'] as { watching: { meanWatchedMs: number } };
    expect(single.watching.meanWatchedMs).toBe(10_000);
    const all = await of('all');
    expect([all['cut'], all['viewings']]).toEqual([null, 2]);
    expect((all['all'] as { stepId: string; entered: number }[]).map((step) => [step.stepId, step.entered])).toEqual([
      ['a', 2],
      ['b', 0],
    ]);
    expect((await owner.ask('GET', `/api/results/${lesson.versionId}?cut=step:x`)).status).toBe(404);
    // One viewer of two cuts is one viewer.
    const again = { viewerId: one.viewerId, viewingId: randomUUID(), cut: 'practice' };
    await watch(again, [[0, 5000]]);
    expect([(await of('all'))['viewings'], (await of('all'))['viewers']]).toEqual([3, 2]);
    await server.client().ask('DELETE', `/api/follow/viewers/${one.viewerId}`);
    expect([(await of('all'))['viewings'], (await of('all'))['viewers']]).toEqual([1, 1]);
  });

  it('is told only as far as it is new, and as watching only while somebody is', async () => {
    const owner = await server.signedIn('owner');
    const path = `/api/results/${lesson.versionId}`;
    const one = somebody();
    const ask = async (since = '') => owner.ask('GET', `${path}?since=${since}`);
    const first = await ask();
    expect((await ask(String(first.body['stamp']))).status).toBe(204);
    await watch(one, [[0, 5000]]);
    const watched = await ask(String(first.body['stamp']));
    expect([watched.status, watched.body['stillWatching']]).toEqual([200, 1]);
    expect((await ask(String(watched.body['stamp']))).status).toBe(204);
    await say(one, { remark: 'Good.' });
    const said = await ask(String(watched.body['stamp']));
    expect([said.status, said.body['remarkCount'], said.body['answered'], said.body['rated']]).toEqual([200, 1, 1, 0]);
    // Left: nobody is watching any more, however lately something was played.
    await post(lesson.token, 'events', { ...one, events: [{ ...played(one.viewingId, 5000, 5000), kind: 'closed' }] });
    expect((await ask()).body['stillWatching']).toBe(0);
    // What waited in a browser since this morning is no watching.
    const late = somebody();
    const wallMs = Date.now() + 4 * 3_600_000;
    await post(lesson.token, 'events', { ...late, wallMs, events: [played(late.viewingId, 0, 5000)] });
    expect((await ask()).body['stillWatching']).toBe(0);
    await post(lesson.token, 'events', {
      ...late,
      wallMs: Date.now() + 2000,
      events: [played(late.viewingId, 5000, 9000)],
    });
    expect((await ask()).body['stillWatching']).toBe(1);
  });

  it('tells a step that was skipped because it hurt as that, and not as a leaving', async () => {
    const owner = await server.signedIn('owner');
    const one = somebody();
    await watch(one, [[5000, 9000]]);
    await rollUp(server.database, lesson.versionId);
    const skip = { ...played(one.viewingId, 9000, 9000), kind: 'skip_hurts' };
    await post(lesson.token, 'events', { ...one, events: [skip] });
    await rollUp(server.database, lesson.versionId);
    await watch(one, [[30_000, 34_000]]);
    const { body } = await owner.ask('GET', `/api/results/${lesson.versionId}`);
    const stepsIn = (answer: Record<string, unknown>) =>
      (answer['cut'] as { watching: { steps: { hurt: number; dropOff: { k: number } }[] } }).watching.steps.map(
        (step) => [step.hurt, step.dropOff.k],
      );
    expect(stepsIn(body)).toEqual([
      [1, 0],
      [0, 1],
    ]);
    await server.client().ask('DELETE', `/api/follow/viewers/${one.viewerId}`);
    expect(stepsIn((await owner.ask('GET', `/api/results/${lesson.versionId}`)).body)[0]).toEqual([0, 0]);
  });

  it('can be had out and is erased everywhere, as if that browser had never been', async () => {
    const owner = await server.signedIn('owner');
    const ebb = await sharedLesson(server, 'Ebb');
    const versions = [lesson.versionId, ebb.versionId];
    const others = [somebody(), somebody(), somebody()];
    const left = { ease: 'right', felt: [{ region: 'jaw', side: 'left' }], remark: 'Stays.' };
    for (const [i, other] of others.entries()) {
      await watch(other, [
        [0, 9000 + i],
        [9000, 18_000],
        [8000, 12_000],
      ]);
      await say(other, left);
      await watch({ ...other, viewingId: randomUUID() }, [[20_000, 29_000]], ebb.token);
    }
    const before = await results(owner, versions);

    // One browser, three viewings of two lessons: watched in turns with the rollups, and some not rolled up at all.
    const viewerId = randomUUID();
    const own = [0, 1, 2].map(() => ({ viewerId, viewingId: randomUUID() }));
    const hurt = { stepId: 'a', side: 'left', serious: true, words: 'Sharp pain.' };
    await watch(
      own[0]!,
      Array.from({ length: 6 }, (_, i): [number, number] => [i * 10_000, (i + 1) * 10_000]),
    );
    await rollUp(server.database, lesson.versionId);
    await watch(own[0]!, [
      [3000, 9000],
      [3000, 7000],
    ]);
    await say(own[0]!, { ...left, remark: 'Mine.', discomfort: hurt });
    await watch(own[1]!, [[0, 500]]);
    await rollUp(server.database, lesson.versionId);
    await watch(own[1]!, [[500, 9500]]);
    await watch(own[2]!, [[0, 8000]], ebb.token);
    const with_ = await results(owner, versions);
    expect(with_).not.toEqual(before);
    // Not rolled up when it is erased.
    await watch(own[1]!, [[9500, 9900]]);

    const { body } = await server.client().ask('GET', `/api/follow/viewers/${viewerId}`);
    await watch(own[1]!, [[9900, 10_000]]);
    const told = body['lessons'] as { title: string; viewings: number; watchedMs: number; answers: unknown[] }[];
    expect(told.map(({ title, viewings }) => [title, viewings]).sort()).toEqual([
      ['Ebb', 1],
      ['Tide', 2],
    ]);
    expect(told.find((one) => one.title === 'Tide')!.answers).toEqual([
      { ease: 'right', felt: 1, remark: 'Mine.', discomfort: 'Sharp pain.' },
    ]);
    expect(told.find((one) => one.title === 'Tide')!.watchedMs).toBe(60_000 + 9900);

    expect((await server.client().ask('DELETE', `/api/follow/viewers/${viewerId}`)).status).toBe(204);
    expect(await results(owner, versions)).toEqual(before);
    for (const table of ['viewings', 'events', 'feedback', 'discomfort'])
      expect(
        await rows(`SELECT 1 FROM ${table} WHERE ${table === 'viewings' ? 'id' : 'viewing_id'} = ANY($1)`, [
          own.map((one) => one.viewingId),
        ]),
      ).toEqual([]);
    expect((await server.client().ask('GET', `/api/follow/viewers/${viewerId}`)).body['lessons']).toEqual([]);
    // Others, and sums that are made anew from what is there, agree.
    await server.database.query(`UPDATE viewings SET spans = '{}', rolled_seq = 0, counted = false, dirty = true`);
    await server.database.query('DELETE FROM rollups');
    expect(await results(owner, versions)).toEqual(before);
  });

  it('of an erased browser is not taken any more, and what slipped through is swept', async () => {
    const one = somebody();
    await watch(one, [[0, 5000]]);
    await eraseViewer(server.database, one.viewerId);
    for (const answer of [
      await watch(one, [[5000, 6000]]),
      await say({ ...one, viewingId: randomUUID() }),
      await watch({ ...one, viewerId: one.viewerId.toUpperCase() }, [[0, 1]]),
    ])
      expect([answer.status, answer.body.type]).toEqual([403, 'erased']);
    expect(await rows('SELECT 1 FROM viewings')).toEqual([]);
    // A request that was under way while it was erased.
    await server.database.query('INSERT INTO viewings (id, version_id, viewer_id, dirty) VALUES ($1, $2, $3, true)', [
      one.viewingId,
      lesson.versionId,
      one.viewerId,
    ]);
    await finishErasing(server.database);
    expect(await rows('SELECT 1 FROM viewings')).toEqual([]);
    await server.database.query(`UPDATE erased_viewers SET erased_at = now() - interval '91 days'`);
    await finishErasing(server.database);
    expect(await rows('SELECT 1 FROM erased_viewers')).toEqual([]);
  });

  it('can be erased whatever became of the link', async () => {
    const one = somebody();
    await watch(one, [[0, 5000]]);
    const owner = await server.signedIn('owner');
    await owner.ask('DELETE', `/api/lessons/${lesson.lessonId}`);
    await owner.ask('POST', `/api/trash/${lesson.lessonId}/close-links`);
    expect((await server.client().ask('DELETE', `/api/follow/viewers/${one.viewerId}`)).status).toBe(204);
    expect(await rows('SELECT 1 FROM events')).toEqual([]);
  });
});
