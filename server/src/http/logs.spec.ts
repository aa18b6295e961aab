import { randomUUID } from 'node:crypto';
import type { Piece } from '@limber/core/lesson/piece.schema';
import type { Source } from '@limber/core/lesson/take.schema';
import { aFilmedLesson, aStep } from '@limber/core/testing';
import { Lessons, Media } from '../store/entities';
import { addLesson } from '../testing';
import { openServer, type Client, type TestServer } from './testing';

const log = (...entries: object[]) => ({ format: 'limber-cheek/log', version: 1, entries });
const PRESSED = [
  { atMs: 500, kind: 'clap', stepId: null, side: null, n: null },
  { atMs: 4000, kind: 'step', stepId: 'a', side: null, n: null },
  { atMs: 9000, kind: 'swap', stepId: 'a', side: 'right', n: null },
];

describe('the log that was pressed beside a recording', () => {
  let server: TestServer;
  let client: Client;
  beforeEach(async () => {
    server = await openServer();
    client = await server.signedIn('editor');
  });
  afterEach(() => server.close());

  async function aRecording(): Promise<string> {
    const id = randomUUID();
    await server.database.getRepository(Media).insert({
      ...{ id, name: 'room.m4a', bytes: '1', durationMs: 20_000, width: 0, height: 0, hasPicture: false },
      ...{
        frameRate: { numerator: 25, denominator: 1 },
        hasSound: true,
        highDynamicRange: false,
        createdAt: new Date(),
      },
    });
    return id;
  }
  async function aTake(sources: Source[], assembly: Piece[] = []): Promise<string> {
    const { takes } = aFilmedLesson({}, 20_000);
    const steps = [aStep('a', { sidePlan: 'left_right' })];
    return addLesson(server.database, { steps, takes: [{ ...takes[0]!, sources }], assembly });
  }
  const keep = (id: string, body: object) => client.ask('PUT', `/api/media/${id}/log.json`, body);
  const onTake = async (lessonId: string) =>
    (await client.ask('GET', `/api/lessons/${lessonId}/takes/t/log.json`)).body;

  it('lies on its take where its recording does, and moves with it', async () => {
    const [film, room] = [await aRecording(), await aRecording()];
    const lessonId = await aTake([
      { mediaId: film, role: 'picture', offsetMs: 0 },
      { mediaId: room, role: 'sound', offsetMs: -1200 },
    ]);
    expect(await onTake(lessonId)).toEqual({ entries: [], troubles: [] } as never);
    expect((await keep(room, log(...PRESSED))).status).toBe(204);
    const { entries, troubles } = (await onTake(lessonId)) as unknown as { entries: { atMs: number }[]; troubles: [] };
    expect([entries.map(({ atMs }) => atMs), troubles]).toEqual([[2800, 7800], []]);
  });

  it('lets a take that plays whole play only as it was done last, once, and touches nothing that she chose', async () => {
    const spoilt = [
      { atMs: 4000, kind: 'step', stepId: 'a', side: null, n: null },
      { atMs: 9000, kind: 'again', stepId: 'a', side: null, n: null },
      { atMs: 9000, kind: 'step', stepId: 'a', side: null, n: null },
    ];
    const playing = async (id: string): Promise<number[][]> =>
      (await server.database.getRepository(Lessons).findOneByOrFail({ id })).doc.assembly.map((piece) => [
        piece.fromMs,
        piece.toMs,
      ]);
    const film = await aRecording();
    const source: Source = { mediaId: film, role: 'picture', offsetMs: 0 };
    const whole = [{ id: 'p', takeId: 't', fromMs: 0, toMs: 20_000 }];
    const lessonId = await aTake([source], whole);
    const chosen = await aTake([source], [{ id: 'p', takeId: 't', fromMs: 0, toMs: 19_000 }]);
    for (let time = 0; time < 2; time++) expect((await keep(film, log(...spoilt))).status).toBe(204);
    expect(await playing(lessonId)).toEqual([
      [0, 4000],
      [9000, 20_000],
    ]);
    expect(await playing(chosen)).toEqual([[0, 19_000]]);
    // Taken back, it stays taken back.
    await server.database.query('UPDATE lessons SET doc = jsonb_set(doc, $2, $3) WHERE id = $1', [
      lessonId,
      '{assembly}',
      JSON.stringify(whole),
    ]);
    await keep(film, log(...spoilt));
    expect(await playing(lessonId)).toEqual([[0, 20_000]]);
  });

  it('is kept once: the same again is fine, another one is refused, and the first is there', async () => {
    const room = await aRecording();
    const lessonId = await aTake([{ mediaId: room, role: 'sound', offsetMs: 0 }]);
    await keep(room, log(...PRESSED));
    expect((await keep(room, log(...PRESSED))).status).toBe(204);
    const other = await keep(room, log(PRESSED[0]!));
    expect([other.status, other.body.type]).toEqual([409, 'other-log']);
    expect((await onTake(lessonId))['entries']).toEqual(PRESSED);
  });

  it('that cannot be read is refused in words, and one entry that cannot be takes nothing from the others', async () => {
    const [room, other] = [await aRecording(), await aRecording()];
    for (const body of [{}, log({ atMs: -5, kind: 'clap' }), log({ atMs: 1, kind: 'jump' }), { ...log(), version: 9 }])
      expect((await keep(room, body)).status).toBe(400);
    expect((await keep(randomUUID(), log())).status).toBe(404);
    const lessonId = await aTake([
      { mediaId: room, role: 'sound', offsetMs: 0 },
      { mediaId: other, role: 'sound', offsetMs: 0 },
    ]);
    await keep(room, log(...PRESSED, { atMs: 10_000, kind: 'step', stepId: 'gone' }));
    await server.database.query('UPDATE media SET log = $2 WHERE id = $1', [other, '{"format": "spoilt"}']);
    const { entries, troubles } = (await onTake(lessonId)) as unknown as { entries: []; troubles: { words: string }[] };
    expect(entries).toEqual(PRESSED as never);
    expect(troubles.map((one) => one.words).sort()).toEqual([
      jasmine.stringMatching(/not in the lesson any more/),
      jasmine.stringMatching(/log/),
    ] as never);
    expect((await client.ask('GET', `/api/lessons/${lessonId}/takes/nowhere/log.json`)).status).toBe(404);
  });
});
