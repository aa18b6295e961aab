import { DEMO, expect, linkOf, playedOn, test, viewer } from '../studio';

async function viewings(
  request: Parameters<typeof linkOf>[0],
  versionId: string,
): Promise<{ viewings: number; meanWatchedMs: number }> {
  return (
    (await (await request.get(`/api/results/${versionId}`)).json()) as {
      cut: { watching: { viewings: number; meanWatchedMs: number } };
    }
  ).cut.watching;
}

test('events survive being offline and are counted once', async ({ studio, context, browser, complaints }) => {
  const { token, versionId } = await linkOf(context.request, DEMO);
  const before = await viewings(context.request, versionId);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
  // Far enough of the footage is in the browser to go on without a connection.
  await guest.waitForFunction(() => {
    const video = document.querySelector<HTMLVideoElement>('video.on')!;
    return video.buffered.length > 0 && video.buffered.end(video.buffered.length - 1) > 20;
  });
  await guest.context().setOffline(true);
  await playedOn(guest, 7);
  await guest.context().setOffline(false);
  await guest.getByRole('button', { name: 'Pause' }).click();
  await expect(async () => {
    const after = await viewings(context.request, versionId);
    expect(after.viewings).toBe(before.viewings + 1);
    const watched = after.meanWatchedMs * after.viewings - before.meanWatchedMs * before.viewings;
    expect(watched).toBeGreaterThan(6000);
    expect(watched).toBeLessThan(30_000);
  }).toPass();

  // The same batch once more, as a page would send it that never got its answer.
  const sums = await viewings(context.request, versionId);
  const kept = { viewingId: crypto.randomUUID(), viewerId: crypto.randomUUID() };
  const events = [
    {
      id: `019ac000-0000-7000-8000-${crypto.randomUUID().slice(-12)}`,
      viewingId: kept.viewingId,
      kind: 'played',
      fromMs: 0,
      toMs: 5000,
      wallMs: Date.now(),
      rate: 1,
    },
  ];
  for (let i = 0; i < 3; i++) {
    const answer = await context.request.post(`/api/follow/${token}/events`, {
      data: { ...kept, events },
      headers: { Origin: new URL(guest.url()).origin },
    });
    expect(answer.status()).toBe(202);
  }
  const once = await viewings(context.request, versionId);
  expect(once.viewings).toBe(sums.viewings + 1);
  expect(Math.round(once.meanWatchedMs * once.viewings - sums.meanWatchedMs * sums.viewings)).toBe(5000);
  await guest.context().close();
  await studio.goto('/desk');
});

test('what a closed tab had is there when somebody comes back, and a reload goes on with the same viewing', async ({
  studio: _studio,
  context,
  browser,
  complaints,
}) => {
  const { token, versionId } = await linkOf(context.request, DEMO);
  const before = await viewings(context.request, versionId);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
  await playedOn(guest, 6.5);
  await guest.reload();
  // It stands where it was, in the same viewing; the browser alone wants a press before it sounds again.
  await guest.getByRole('button', { name: 'Play', exact: true }).last().click();
  await playedOn(guest, 6.5);
  await guest.close({ runBeforeUnload: true });
  // Browsers promise nothing of what is sent on the way out. What did not arrive was kept, and comes when somebody comes back.
  const back = await guest.context().newPage();
  await back.goto(`/v/${token}`);
  await expect(async () => {
    const after = await viewings(context.request, versionId);
    expect(after.viewings).toBe(before.viewings + 1);
    expect(after.meanWatchedMs * after.viewings - before.meanWatchedMs * before.viewings).toBeGreaterThan(12_000);
  }).toPass();
  await guest.context().close();
});

test('the whole page works on a phone by touch', async ({ studio: _studio, context, browser, complaints }) => {
  const { token } = await linkOf(context.request, DEMO);
  const guest = await viewer(browser, complaints, {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).tap();
  await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
  await guest.getByRole('button', { name: 'It hurts' }).waitFor();
  for (const button of await guest.getByRole('button').all()) {
    const box = await button.boundingBox();
    if (box) expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
  }
  expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await guest.context().close();
});

test('where something hurts everything stops, what to do is said, and the side is kept', async ({
  studio: _studio,
  context,
  browser,
  complaints,
}) => {
  const { token, versionId } = await linkOf(context.request, DEMO);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
  await guest.keyboard.press('ArrowRight');
  await guest.keyboard.press('ArrowRight');
  await expect(guest.getByTestId('side')).toContainText('Your left');
  await guest.keyboard.press('h');
  const dialog = guest.getByRole('dialog', { name: 'Stop, and let your hands rest' });
  await expect(dialog).toContainText('Slipway, your left');
  await expect(guest.getByRole('button', { name: 'Pause' })).toHaveCount(0);
  // It was nothing: nothing is noted, and it goes on where it was.
  await guest.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await guest.keyboard.press('h');
  await expect(dialog).toBeVisible();
  // Closed and asked for again before anything is drawn: it is there again.
  await dialog.evaluate((one: HTMLDialogElement) => {
    one.dispatchEvent(new Event('cancel'));
    one.close();
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'h', bubbles: true }));
  });
  await dialog.getByRole('button', { name: /leave this move out/ }).click();
  await expect(guest.getByTestId('label')).toContainText('Rope knead');
  await guest.getByRole('button', { name: 'Stop here' }).click();
  await expect(guest.getByLabel('At which move?')).toHaveValue('slipway');
  await expect(guest.getByLabel('On which side?')).toHaveValue('left');
  await guest.getByRole('button', { name: 'Send' }).click();
  await expect(async () => {
    const results = await context.request.get(`/api/results/${versionId}`);
    expect(JSON.stringify(await results.json())).toMatch(/"stepId":"slipway","side":"left"/);
  }).toPass();
  await guest.context().close();
});

test('strangers get nothing but the version of their link', async ({ browser, baseURL, studio: _studio, context }) => {
  const stranger = await browser.newContext();
  expect((await stranger.request.get('/api/lessons')).status()).toBe(401);
  expect((await stranger.request.get('/api/follow/AAAAAAAAAAAAAAAAAAAAAA')).status()).toBe(404);
  const { token } = await linkOf(context.request, DEMO);
  const follow = JSON.stringify(await (await stranger.request.get(`/api/follow/${token}`)).json());
  expect(follow).not.toContain('concern');
  const elsewhere = await stranger.request.post(`/api/follow/${token}/events`, {
    data: {},
    headers: { Origin: 'http://elsewhere.example' },
  });
  expect(elsewhere.status()).toBe(403);
  const broken = await stranger.request.post(`/api/follow/${token}/events`, {
    data: { viewingId: 'x' },
    headers: { Origin: baseURL! },
  });
  expect(broken.status()).toBe(400);
  expect(broken.headers()['content-type']).toContain('application/problem+json');
  await stranger.close();
});
