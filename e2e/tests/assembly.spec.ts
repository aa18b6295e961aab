import { edited, expect, linkOf, playedOn, saved, stored, test, viewer, shareIt } from '../studio';
import type { APIRequestContext, Page } from '@playwright/test';

async function setAssembly(
  request: APIRequestContext,
  origin: string,
  lessonId: string,
  pieces: readonly (readonly [takeId: string, fromMs: number, toMs: number])[],
): Promise<void> {
  const assembly = pieces.map(([takeId, fromMs, toMs], at) => ({ id: `p${at}`, takeId, fromMs, toMs }));
  await edited(request, origin, lessonId, { kind: 'set_assembly', assembly });
}

/** Notes, with every picture that comes up, which film it is of and where in it, s: `window.shown`. */
async function notePictures(page: Page): Promise<void> {
  await page.evaluate(() => {
    const shown: [string, number][] = [];
    (window as unknown as { shown: unknown }).shown = shown;
    for (const film of document.querySelectorAll('video')) {
      const note: VideoFrameRequestCallback = (_now, { mediaTime }) => {
        if (film.classList.contains('on') && !film.paused) shown.push([new URL(film.src).pathname, mediaTime]);
        film.requestVideoFrameCallback(note);
      };
      film.requestVideoFrameCallback(note);
    }
  });
}

/**
 * The stretches that were seen, ms, in order: each film with its first and its last picture before it went back or another
 * came. How many pictures a busy machine lets pass between them says nothing.
 */
async function seen(page: Page): Promise<[film: string, fromMs: number, toMs: number][]> {
  const shown = await page.evaluate(() => (window as unknown as { shown: [string, number][] }).shown);
  const stretches: [string, number, number][] = [];
  for (const [film, seconds] of shown) {
    const ms = Math.round(seconds * 1000);
    const last = stretches.at(-1);
    if (last?.[0] === film && ms >= last[2]) last[2] = ms;
    else stretches.push([film, ms, ms]);
  }
  return stretches;
}

test('a step that was filmed again plays in the place of the first, twice, and viewers get just that', async ({
  studio: page,
  context,
  copyOfDemo,
  browser,
  complaints,
}) => {
  const lessonId = await copyOfDemo();
  const before = await stored(context.request, lessonId);
  await test.step('takes: which shows what, which plays; the second side from the second take', async () => {
    await page.goto(`/lesson/${lessonId}/film/takes`);
    const right = page.getByTestId('plays-rope-right');
    await expect(right.getByText('plays')).toBeVisible();
    await right.getByRole('button', { name: /^Let Take 2/ }).click();
    await saved(page);
    const { doc } = await stored(context.request, lessonId);
    expect(doc.assembly.map((piece) => piece.takeId)).toEqual(['take-1', 'take-2', 'take-1']);
    const [first, second] = ['take-1', 'take-2'].map((takeId) =>
      (
        doc.segments as unknown as { takeId: string; stepId: string; side: string; kind: string; startMs: number }[]
      ).find((one) => one.takeId === takeId && one.stepId === 'rope' && one.side === 'right'),
    );
    // Cut on the edges of what is marked.
    expect(doc.assembly[0]!.toMs).toBe(first!.startMs);
    expect(doc.assembly[1]!.fromMs).toBe(second!.startMs);
  });
  await test.step('once more, only once, undone: the lesson is what it was', async () => {
    const harbour = page.locator('tr', { hasText: 'Harbour mouth' });
    await harbour.getByRole('button', { name: 'Once more' }).click();
    await expect(harbour.getByText('plays 2 times')).toBeVisible();
    await harbour.getByRole('button', { name: 'Only once' }).click();
    await expect(harbour.getByText('plays 2 times')).toBeHidden();
    await harbour.getByRole('button', { name: 'Once more' }).click();
    await saved(page);
    for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
    expect((await stored(context.request, lessonId)).doc.assembly).toEqual(before.doc.assembly);
    for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Redo' }).click();
    await saved(page);
  });
  await test.step('segments: any take, and what of it is outside the lesson', async () => {
    await page.goto(`/lesson/${lessonId}/mark/segments`);
    await page.getByRole('combobox', { name: 'Take to mark' }).click();
    await page.getByRole('option', { name: /Take 2/ }).click();
    await expect(page.getByTestId('row').first()).toBeVisible();
    await expect(page.getByTestId('outside')).toHaveText('not in the lesson');
  });
  await test.step('cues: the counts of the second take, on the clock of the lesson', async () => {
    await page.goto(`/lesson/${lessonId}/mark/cues`);
    await page.getByText('All cues, as a list').click();
    await expect(page.getByTestId('cue').filter({ hasText: '8 of 8' })).toHaveCount(2);
    await page.getByRole('combobox', { name: /Which way/ }).click();
    await page.getByRole('option', { name: 'Just the moves' }).click();
    await expect(page.getByTestId('cue').filter({ hasText: '8 of 8' })).toHaveCount(2);
    await expect(page.getByTestId('cue').filter({ hasText: 'Good morning' })).toHaveCount(0);
  });
  await test.step('shared: viewers choose their way, and each way has its own figures', async () => {
    await page.goto(`/lesson/${lessonId}/share/publish`);
    await expect(page.getByText(/just the moves, without the explaining/)).toBeVisible();
    await shareIt(page);
    await expect(page.getByTestId('version')).toBeVisible();
    const { token, versionId } = await linkOf(context.request, lessonId);
    const guest = await viewer(browser, complaints);
    await guest.goto(`/v/${token}`);
    await guest.getByRole('radio', { name: /Just the moves/ }).check();
    await guest.getByRole('button', { name: 'I have read it, begin' }).click();
    await playedOn(guest, 3);
    // Slower, with the pitch as it was; a film that is loaded later is as slow.
    const speeds = () =>
      guest.evaluate(() =>
        [...document.querySelectorAll('video')].map((film) => [film.playbackRate, film.preservesPitch]),
      );
    await guest.getByRole('button', { name: 'Speed 1×' }).click();
    await expect.poll(speeds).toEqual([0.75, 0.75].map((rate) => [rate, true]));
    for (let i = 0; i < 3; i++) await guest.getByRole('button', { name: /^Speed/ }).click();
    await expect.poll(speeds).toEqual([1, 1].map((rate) => [rate, true]));
    await playedOn(guest, 4);
    await guest.getByRole('button', { name: 'Pause' }).click();
    const of = async (cut: string) =>
      (await (await context.request.get(`/api/results/${versionId}?cut=${cut}`)).json()) as {
        viewings: number;
        cut: { watching: { viewings: number; meanWatchedMs: number } };
      };
    await expect(async () => {
      expect((await of('practice')).cut.watching.viewings).toBe(1);
      expect((await of('practice')).cut.watching.meanWatchedMs).toBeGreaterThan(4000);
    }).toPass();
    expect((await of('full')).cut.watching.viewings).toBe(0);
    // After a reload it stands in the same way, where it was.
    await guest.reload();
    await expect(guest.getByRole('button', { name: 'Begin anew' })).toBeVisible();
    await guest.getByRole('button', { name: 'Play', exact: true }).last().click();
    await playedOn(guest, 6);
    await guest.getByRole('button', { name: 'Pause' }).click();
    await expect(async () => {
      const practice = await of('practice');
      expect([practice.viewings, practice.cut.watching.viewings]).toEqual([1, 1]);
      expect(practice.cut.watching.meanWatchedMs).toBeGreaterThan(9000);
    }).toPass();
    await guest.context().close();
    await page.goto(`/lesson/${lessonId}/learn/watching?version=${versionId}`);
    await page.getByRole('combobox', { name: 'Which way through the lesson' }).click();
    await page.getByRole('option', { name: /Just the moves/ }).click();
    await expect(page.getByTestId('lead')).toContainText('too few to tell');
  });
});

test('pieces of two takes, reordered and repeated, play in their order and nothing else is seen', async ({
  studio: page,
  context,
  copyOfDemo,
  baseURL,
}) => {
  const lessonId = await copyOfDemo();
  const { doc } = await stored(context.request, lessonId);
  const film = (take: number): string => `/api/media/${doc.takes[take]!.sources[0]!.mediaId}/proxy.mp4`;
  const pieces = [
    ['take-1', 40_000, 42_000],
    ['take-1', 20_000, 22_000],
    ['take-2', 12_000, 14_000],
    ['take-1', 40_000, 42_000],
    // Goes on where the one before ended: no jump at all.
    ['take-1', 42_000, 43_000],
  ] as const;
  await setAssembly(context.request, baseURL!, lessonId, pieces);
  await page.goto(`/lesson/${lessonId}/mark/cues`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  await notePictures(page);
  await page.keyboard.press('Space');
  // To the end of the lesson, and there it stands.
  await expect(page.getByText('0:09.00')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play Space' })).toBeVisible();
  const stretches = await seen(page);
  const wanted = [
    [film(0), 40_000, 42_000],
    [film(0), 20_000, 22_000],
    [film(1), 12_000, 14_000],
    [film(0), 40_000, 43_000],
  ] as const;
  expect(stretches.map(([name]) => name)).toEqual(wanted.map(([name]) => name));
  stretches.forEach(([, fromMs, toMs], at) => {
    // Each from its own beginning to its own end; how exactly is for the benchmark of the seams to say.
    expect(fromMs).toBeGreaterThanOrEqual(wanted[at]![1] - 40);
    expect(Math.abs(fromMs - wanted[at]![1])).toBeLessThan(1000);
    expect(Math.abs(toMs - wanted[at]![2])).toBeLessThan(1000);
  });

  // A page that nobody sees waits: pictures are not announced there.
  await page.keyboard.press('Space');
  await playedOn(page, 0.5);
  await page.evaluate(() => {
    Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await expect(page.getByRole('button', { name: 'Play Space' })).toBeVisible();
  expect(await page.evaluate(() => [...document.querySelectorAll('video')].every((film) => film.paused))).toBe(true);
});
