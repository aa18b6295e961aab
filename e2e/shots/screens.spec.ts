import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { DEMO, expect, linkOf, playedOn, saved, stored, test, viewer } from '../studio';

const OUT = 'docs/screenshots';
const NARRATION = readFileSync('core/src/narration/development/01-drains-first.txt', 'utf8').replace(/\{[^}]*\}/g, '');

/** One current picture of each main view, from the demo data. `./limber shots` takes them. */
test('the main views', async ({ studio: page, context, browser, complaints }) => {
  test.setTimeout(300_000);
  const shoot = async (name: string, fullPage = false): Promise<void> => {
    await settled(page);
    await page.screenshot({ path: `${OUT}/${name}.png`, fullPage, animations: 'disabled' });
  };
  await page.goto('/desk');
  await expect(page.getByRole('heading', { name: 'Before the early bulletin' })).toBeVisible();
  await shoot('desk');

  const headers = { Origin: new URL(page.url()).origin };
  await page.goto('/library');
  await page.getByRole('button', { name: 'left neck', exact: true }).click();
  await page.getByRole('button', { name: /Gangway/ }).click();
  await shoot('library');

  await page.goto('/rules');
  await page.getByRole('button', { name: 'Front and side of the neck' }).click();
  await shoot('checks');

  // Three rounds, and a finding that was left as it is with its reason.
  await page.goto('/lesson/after-the-night-shift/plan/moves');
  await page.getByRole('button', { name: /Slipway/ }).click();
  await page.getByRole('button', { name: 'More: sets' }).click();
  await page.getByRole('button', { name: 'More: sets' }).click();
  const left = page.getByTestId('finding').filter({ hasText: 'under the target' });
  await left.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByText('1 left as it is')).toBeVisible();
  await expect(page.getByTestId('saving')).toHaveText('saved');
  await shoot('moves');
  await page.getByRole('button', { name: 'Where the hand goes' }).click();
  await expect(page.getByTestId('way-told')).toBeVisible();
  await shoot('way');

  await page.goto('/lesson/after-the-night-shift/plan/words');
  await expect(page.getByTestId('finding').first()).toBeVisible();
  await page.getByTestId('passage').nth(5).scrollIntoViewIfNeeded();
  await shoot('words');

  await page.goto(`/lesson/${DEMO}/plan/paper`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await shoot('paper');

  await page.goto('/from-narration');
  await page.getByLabel('The words').fill(NARRATION);
  await expect(page.getByTestId('read-step').first()).toBeVisible();
  await shoot('narration');

  // With a side that nobody has marked and a move that is nowhere, to see what is said before sharing.
  const edit = async (change: object): Promise<void> => {
    const { revision } = await stored(context.request, DEMO);
    const edits = [{ id: crypto.randomUUID(), kind: 'edit', change }];
    const answer = await context.request.post(`/api/lessons/${DEMO}/edits`, {
      headers,
      data: { clientId: 'shots', baseRevision: revision, edits },
    });
    expect(answer.status()).toBe(200);
  };
  const { segments } = (await stored(context.request, DEMO)).doc;
  const gaps = segments.filter((one) => (one.stepId === 'slipway' && one.side === 'right') || one.stepId === 'lantern');
  await edit({
    kind: 'batch',
    changes: gaps.map((one) => ({ kind: 'remove_segment', segmentId: (one as unknown as { id: string }).id })),
  });
  await page.goto(`/lesson/${DEMO}/share/publish`);
  await expect(page.getByTestId('version')).toBeVisible();
  await expect(page.getByText('Lantern eyes is marked nowhere on the film.')).toBeVisible();
  // A link is a key: the picture shows one that opens nothing.
  await page
    .getByLabel('Link for viewers')
    .evaluate((field: HTMLInputElement) => (field.value = 'http://127.0.0.1:4310/v/a-link-of-the-demo-world'));
  await shoot('publish');
  await edit({ kind: 'batch', changes: gaps.map((segment) => ({ kind: 'add_segment', segment })) });

  await page.goto(`/lesson/${DEMO}/learn/watching`);
  await expect(page.getByTestId('completed')).toBeVisible();
  await shoot('watching');

  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  await page.getByRole('radio', { name: /upright clip/ }).check({ force: true });
  await page.getByRole('button', { name: 'Make this film' }).click();
  await expect(page.getByRole('link', { name: 'Save the film' })).toBeVisible({ timeout: 120_000 });
  await page.getByRole('radio', { name: /Choose for yourself/ }).check({ force: true });
  await choose(page, 'Shape', 'upright');
  await expect(page.locator('lc-still-choice img')).toHaveCount(3, { timeout: 30_000 });
  await shoot('finished-film');
  await filmSheet(page);

  // A side that was filmed again plays in the place of the first, and the opening move plays twice.
  await page.goto(`/lesson/${DEMO}/film/takes`);
  await page
    .getByTestId('plays-rope-right')
    .getByRole('button', { name: /^Let Take 2/ })
    .click();
  await page.locator('tr', { hasText: 'Harbour mouth' }).getByRole('button', { name: 'Once more' }).click();
  await expect(page.locator('.still img').first()).toBeVisible();
  await saved(page);
  await shoot('takes');

  await page.goto(`/lesson/${DEMO}/mark/segments`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  await page.keyboard.press('-');
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowDown');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await shoot('segments', true);

  await page.goto(`/lesson/${DEMO}/mark/cues`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  await page.getByTestId('cue').filter({ hasText: '3 of 8' }).first().click();
  await shoot('cues', true);
  await styleSheet(page);

  await context.request.post(`/api/lessons/${DEMO}/share`, { headers, data: {} });
  const { token } = await linkOf(context.request, DEMO);
  const sizes = [
    ['follow', { viewport: { width: 1280, height: 800 } }],
    ['follow-phone', { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }],
  ] as const;
  const readFirst: Buffer[] = [];
  for (const [name, options] of sizes) {
    const guest = await viewer(browser, complaints, options);
    await guest.goto(`/v/${token}`);
    await expect(guest.getByRole('button', { name: 'I have read it, begin' })).toBeInViewport();
    await settled(guest);
    readFirst.push(await guest.screenshot());
    await guest.getByRole('button', { name: 'I have read it, begin' }).click();
    await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
    await guest.keyboard.press('ArrowRight');
    await guest.keyboard.press('ArrowRight');
    await playedOn(guest, 11.5);
    await guest.screenshot({ path: `${OUT}/${name}.png` });
    await guest.context().close();
  }
  await besideEachOther(page, readFirst, 'read-first');
});

/** Pictures of one height in one file. */
async function besideEachOther(page: Page, pictures: readonly Buffer[], name: string): Promise<void> {
  const images = pictures
    .map((one) => `<img src="data:image/png;base64,${one.toString('base64')}" style="height:760px">`)
    .join('');
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 1600, height: 800 });
  await sheet.setContent(
    `<div id="all" style="display:inline-flex;gap:20px;padding:20px;background:#2b2330">${images}</div>`,
  );
  await sheet.locator('#all').screenshot({ path: `${OUT}/${name}.png` });
  await sheet.close();
}

async function choose(page: Page, list: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: list }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

/** Waits until fonts and pictures are there, and nothing moves that comes to an end. */
async function settled(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      document.fonts.status === 'loaded' &&
      [...document.images].every((image) => image.complete) &&
      document
        .getAnimations()
        .every((one) => one.playState !== 'running' || one.effect?.getComputedTiming().endTime === Infinity),
  );
}

/** Waits until the picture that was gone to is there. */
async function standing(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const video = document.querySelector<HTMLVideoElement>('video.on');
    return video !== null && !video.seeking && video.readyState >= 2;
  });
  // And drawn.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

/** What is previewed (above) and what the film has (below), wide and upright, on one sheet. */
async function filmSheet(page: Page): Promise<void> {
  const rows: [string[], string[]] = [[], []];
  for (const [shape, frame] of [
    ['wide', '16:9'],
    ['upright', '9:16'],
  ] as const) {
    await choose(page, 'Shape', shape);
    await choose(page, 'Captions', 'in the picture');
    for (const seconds of [48, 100]) {
      await page.getByRole('slider', { name: 'Where in the film' }).fill(String(seconds * 1000));
      await standing(page);
      rows[0].push((await page.locator('lc-film-preview .picture').screenshot()).toString('base64'));
      const address = `/api/lessons/${DEMO}/film-trial/picture.jpg?frame=${frame}&captions=burned&atMs=${seconds * 1000}`;
      rows[1].push((await (await page.context().request.get(address)).body()).toString('base64'));
    }
  }
  const drawn = rows.map(
    (row) => `<div>${row.map((image) => `<img src="data:;base64,${image}" height="300">`).join('')}</div>`,
  );
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 1440, height: 624 });
  await sheet.setContent(
    `<body style="margin:0;background:#211a26"><style>div{display:flex;gap:8px;padding:6px 8px}</style>${drawn.join('')}</body>`,
  );
  await sheet.screenshot({ path: `${OUT}/film-and-preview.png` });
  await sheet.close();
}

/** Every style of cues in three shapes of picture, on one sheet. */
async function styleSheet(page: Page): Promise<void> {
  const rows: string[] = [];
  for (const style of ['Ribbon', 'Numeral', 'Pebble']) {
    await choose(page, 'Style', style);
    const row: string[] = [];
    for (const shape of ['on a wide screen', 'as an upright film', 'on an upright phone']) {
      await choose(page, 'How it is looked at', shape);
      await standing(page);
      row.push((await page.locator('.picture').screenshot({ animations: 'disabled' })).toString('base64'));
    }
    rows.push(row.map((image) => `<img src="data:image/png;base64,${image}" height="250">`).join(''));
  }
  await choose(page, 'How it is looked at', 'on a wide screen');
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 796, height: 768 });
  await sheet.setContent(
    `<body style="margin:0;background:#211a26"><style>div{display:flex;gap:6px;padding:3px 6px}</style>${rows.map((row) => `<div>${row}</div>`).join('')}</body>`,
  );
  await sheet.screenshot({ path: `${OUT}/cue-styles.png` });
  await sheet.close();
}
