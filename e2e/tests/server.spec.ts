import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DATA } from '../machine';
import { DEMO, expect, linkOf, test, viewer } from '../studio';

interface Results {
  answered: number;
  viewers: number;
  felt: { region: string; side: string | null; n: number }[];
  remarks: { remark: string }[];
}

test('what a viewer answers is counted once however often it is sent, and is erased on request', async ({
  studio: _studio,
  context,
  baseURL,
}) => {
  const { token, versionId } = await linkOf(context.request, DEMO);
  const headers = { Origin: baseURL! };
  const results = async (): Promise<Results> =>
    (await (await context.request.get(`/api/results/${versionId}`)).json()) as Results;
  const felt = ({ felt: places }: Results): number =>
    places.find((place) => place.region === 'forehead' && place.side === 'left')?.n ?? 0;
  const [viewerId, viewingId] = [crypto.randomUUID(), crypto.randomUUID()];
  const send = (ease: string, remark: string) =>
    context.request.post(`/api/follow/${token}/feedback`, {
      headers,
      data: {
        viewerId,
        feedback: { viewingId, ease, felt: [{ region: 'forehead', side: 'left' }], discomfort: null, remark },
      },
    });

  const before = await results();
  expect((await send('right', 'Warm.')).status()).toBe(202);
  expect((await send('too_hard', 'Rather warm.')).status()).toBe(202);
  const after = await results();
  expect(after.answered).toBe(before.answered + 1);
  expect(felt(after)).toBe(felt(before) + 1);
  expect(after.remarks.map((one) => one.remark)).toContain('Rather warm.');
  expect(after.remarks.map((one) => one.remark)).not.toContain('Warm.');

  expect((await context.request.delete(`/api/follow/viewers/${viewerId}`, { headers })).status()).toBe(204);
  const erased = await results();
  expect(erased.answered).toBe(before.answered);
  expect(felt(erased)).toBe(felt(before));
});

test('a batch of another version’s viewing is refused, and nothing of it is stored', async ({
  studio: _studio,
  context,
  baseURL,
}) => {
  const headers = { Origin: baseURL! };
  const event = (viewingId: string) => ({
    id: '019ac000-0000-7000-8000-0000000000bb',
    viewingId,
    kind: 'played',
    fromMs: 0,
    toMs: 1000,
    wallMs: 1,
    rate: 1,
  });
  const { token } = await linkOf(context.request, DEMO);
  const batch = { viewingId: crypto.randomUUID(), viewerId: crypto.randomUUID() };
  const post = (link: string) =>
    context.request.post(`/api/follow/${link}/events`, {
      headers,
      data: { ...batch, events: [event(batch.viewingId)] },
    });
  expect((await post(token)).status()).toBe(202);
  const shared = await context.request.post(`/api/lessons/${DEMO}/share`, { headers, data: {} });
  const newer = ((await shared.json()) as { token: string }).token;
  const refused = await post(newer);
  expect(refused.status()).toBe(409);
  expect(((await refused.json()) as { type: string }).type).toBe('other-version');
  expect((await post('AAAAAAAAAAAAAAAAAAAAAA')).status()).toBe(404);
  // The newest link is the one that the other tests use: it is closed again, and its version kept.
  await context.request.patch(`/api/lessons/${DEMO}/share/links/${newer}`, { headers, data: { revoked: true } });
});

test('a move that was changed in another place is not overwritten, and both are told', async ({
  studio: _studio,
  context,
  baseURL,
}) => {
  const headers = { Origin: baseURL! };
  const library = async () =>
    (await (await context.request.get('/api/library')).json()) as {
      revision: number;
      doc: { moves: { name: string; how: string; revision: number }[] };
    };
  const { revision, doc } = await library();
  const drizzle = doc.moves.find((move) => move.name === 'Drizzle')!;
  const change = (clientId: string, how: string) =>
    context.request.post('/api/library/edits', {
      headers,
      data: {
        clientId,
        baseRevision: revision,
        edits: [{ id: crypto.randomUUID(), kind: 'edit', change: { kind: 'set_move', move: { ...drizzle, how } } }],
      },
    });
  expect((await change('one', 'Rain.')).status()).toBe(200);
  const second = await change('two', 'Hail.');
  expect(second.status()).toBe(409);
  const { conflict } = (await second.json()) as { conflict: { theirs: { move: { how: string } }; fits: boolean } };
  expect([conflict.theirs.move.how, conflict.fits]).toEqual(['Rain.', true]);
  const after = (await library()).doc.moves.find((move) => move.name === 'Drizzle')!;
  expect([after.how, after.revision]).toEqual(['Rain.', drizzle.revision + 1]);
});

test('says that it lives and that it is ready, and where nothing is', async ({ request }) => {
  expect(await (await request.get('/health')).json()).toEqual({ status: 'up' });
  expect(await (await request.get('/ready')).json()).toEqual({ database: true, media: true });
  expect((await request.get('/api/nothing')).status()).toBe(401);
  expect((await request.get('/missing.js')).status()).toBe(404);
});

test('logs are for whoever runs the studio, and carry no words, tokens or addresses', async ({
  studio: _studio,
  context,
  browser,
  complaints,
  baseURL,
}) => {
  const headers = { Origin: baseURL! };
  const { token } = await linkOf(context.request, DEMO);
  const words = 'my left jaw clicks since Tuesday';
  const [viewerId, viewingId] = [crypto.randomUUID(), crypto.randomUUID()];
  const feedback = { viewingId, ease: 'right', felt: [], discomfort: null, remark: words };
  const sent = { headers, data: { viewerId, feedback } };
  expect((await context.request.post(`/api/follow/${token}/feedback`, sent)).status()).toBe(202);
  await context.request.post(`/api/follow/${token}/feedback`, { headers, data: `{"remark": "${words}` });
  await context.request.post('/api/session', { headers, data: { email: 'wrong@harbour.example', password: words } });
  await context.request.get(`/api/lessons/${encodeURIComponent(words)}?q=${encodeURIComponent(words)}`);
  await context.request.get(`/api/results/${encodeURIComponent(words)}`);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await expect(guest.getByText('Read this first')).toBeVisible();
  await guest.context().close();
  await context.request.delete(`/api/follow/viewers/${viewerId}`, { headers });

  const folder = join(DATA, 'log');
  expect(statSync(folder).mode & 0o077).toBe(0);
  let all = '';
  for (const file of readdirSync(folder)) {
    expect(statSync(join(folder, file)).mode & 0o177, file).toBe(0);
    all += readFileSync(join(folder, file), 'utf8');
  }
  // What was asked stands there, by its path.
  expect(all).toContain('/api/follow/…/feedback');
  for (const secret of [words, encodeURIComponent(words), token, viewerId, 'harbour.example', 'lantern-and-rope'])
    expect(all.includes(secret), secret).toBe(false);
});
