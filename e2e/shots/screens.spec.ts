import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Browser, BrowserContext, Locator, Page } from '@playwright/test';
import { withCamera } from '../camera';
import { captionsOf } from '../captions';
import {
  choose,
  DEMO,
  edited,
  expect,
  FOOTAGE,
  invitationOn,
  linkOf,
  playedOn,
  saved,
  stored,
  test,
  viewer,
} from '../studio';
import { lessonOn } from './grounds';

const OUT = 'docs/screenshots';
/** As long as its words go on. */
const RECORDING = join(dirname(FOOTAGE), 'before-the-early-bulletin.mp4');
const NARRATION = readFileSync('core/src/narration/blocks/129-ferry-deck.txt', 'utf8').replace(/\{[^}]*\}/g, '');

/** One current picture of each main view, from the demo data. `./limber shots` takes them. */
test('the main views', async ({ studio: page, context, browser, complaints }) => {
  const shoot = async (name: string, fullPage = false): Promise<void> => {
    await settled(page);
    await page.screenshot({ path: `${OUT}/${name}.png`, fullPage, animations: 'disabled' });
  };
  await page.goto('/desk');
  await expect(page.getByRole('heading', { name: 'Before the early bulletin' })).toBeVisible();
  for (const idea of [
    'Ears under the headset',
    'Three breaths before the microphone opens',
    'Neck after the night ferry',
  ]) {
    await page.getByLabel('An idea, in a line').fill(idea);
    await page.getByRole('button', { name: 'Keep it' }).click();
  }
  await expect(page.getByTestId('idea')).toHaveCount(3);
  await page.locator('h1').click();
  await shoot('desk');
  await besideEachOther(page, [await firstVisit(page), await onPhone(browser, context)], 'desk-first-and-phone');

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
  await dialogs(page);

  await page.goto('/lesson/after-the-night-shift/plan/words');
  await expect(page.getByTestId('finding').first()).toBeVisible();
  await page.getByTestId('passage').nth(5).scrollIntoViewIfNeeded();
  await settled(page);
  const words = await page.screenshot({ animations: 'disabled' });

  // Its weeks, with the head of the page above them.
  await page.goto('/lesson/after-the-night-shift/plan/paper');
  await page.getByTestId('weeks').evaluate((sheet) => window.scrollTo(0, sheet.getBoundingClientRect().top - 330));
  await shoot('paper');

  // An old recording with its captions, a step of it being put right.
  await page.goto('/from-narration');
  await page.getByLabel('Film and captions').setInputFiles([
    { name: 'ferry-deck.txt', mimeType: 'text/plain', buffer: Buffer.from(NARRATION) },
    { name: 'ferry-deck.mp4', mimeType: 'video/mp4', buffer: readFileSync(RECORDING) },
  ]);
  await expect(page.getByLabel('The old recording')).toBeVisible();
  await page.getByTestId('read-step').filter({ hasText: 'Left side of the neck' }).locator('.pick').click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await settled(page);
  await besideEachOther(page, [words, await page.screenshot({ animations: 'disabled' })], 'words');

  // With a side that nobody has marked and a move that is nowhere, to see what is said before sharing.
  const edit = (change: object): Promise<void> => edited(context.request, headers.Origin, DEMO, change);
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
  await settled(page);
  const publish = await page.screenshot({ animations: 'disabled' });
  await edit({ kind: 'batch', changes: gaps.map((segment) => ({ kind: 'add_segment', segment })) });
  await besideEachOther(page, [publish, ...(await linkAndVersions(page, edit))], 'publish');

  await page.goto(`/lesson/${DEMO}/share/proof`);
  await expect(page.getByTestId('proved').locator('img').first()).toBeVisible();
  await page
    .getByTestId('proved')
    .nth(1)
    .getByRole('button', { name: /^Look at it/ })
    .click();
  await standing(page);
  await settled(page);
  const proof = await page.screenshot({ animations: 'disabled' });
  await page.emulateMedia({ media: 'print' });
  const printed = await page.screenshot({ animations: 'disabled', fullPage: true });
  await page.emulateMedia({ media: 'screen' });
  await page.goto(`/lesson/${DEMO}/share/video-host`);
  await expect(page.getByTestId('pasted').first()).toBeVisible();
  const text = page.getByLabel('One more standing text');
  await text.fill('Every Sunday at eight, live from the harbour: https://harbour.example/live');
  await text.press('Tab');
  await expect(page.getByTestId('standing-text')).toBeVisible();
  await page.locator('h1').click();
  await settled(page);
  const host = await page.screenshot({ animations: 'disabled' });
  const thumbnail = page.locator('lc-thumbnail');
  await expect(thumbnail.locator('image').first()).toBeVisible();
  await thumbnail.evaluate((one) => one.scrollIntoView({ block: 'center' }));
  await settled(page);
  await besideEachOther(page, [proof, printed, host, await page.screenshot({ animations: 'disabled' })], 'proof', 2);

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
  const grounds = [await lessonOn(page, 'dark'), await lessonOn(page, 'busy')];
  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  await page.getByRole('radio', { name: /Choose for yourself/ }).check({ force: true });
  await filmSheet(page, grounds);

  // A side that was filmed again plays in the place of the first, and the opening move plays twice.
  await page.goto(`/lesson/${DEMO}/film/takes`);
  await page
    .getByTestId('plays-rope-right')
    .getByRole('button', { name: /^Let Take 2/ })
    .click();
  await page.locator('tr', { hasText: 'Harbour mouth' }).getByRole('button', { name: 'Once more' }).click();
  await expect(page.locator('.still img').first()).toBeVisible();
  await page.getByLabel('Note on Take 1, window side').fill('the kettle at 2:10');
  await page.getByTestId('take').first().getByRole('button', { name: 'good' }).click();
  await saved(page);
  await page.evaluate(() => window.scrollTo(0, 0));
  await settled(page);
  const table = await page.screenshot({ animations: 'disabled' });
  await page.getByRole('button', { name: 'bring it from a telephone' }).click();
  const brings = await telephone(browser, page.getByTestId('phone'));
  await brings.getByLabel('Films').setInputFiles(FOOTAGE);
  await expect(brings.getByText('It is there')).toBeVisible();
  await settled(brings);
  const sending = await brings.screenshot();
  await brings.context().close();
  await expect(page.getByTestId('take')).toHaveCount(3);
  await page.getByRole('button', { name: 'Take no more from it' }).click();
  await page.getByTestId('take').nth(2).getByRole('button', { name: 'Take it out' }).click();
  await saved(page);
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
  await settled(page);
  await besideEachOther(page, [table, await page.screenshot({ animations: 'disabled' }), sending], 'takes');

  await page.goto(`/lesson/${DEMO}/mark/segments`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  // One part is taken away: it is proposed again, and looked at.
  await page.locator('[data-testid=row].work').nth(4).getByRole('button').click();
  await page.keyboard.press('n');
  const proposed = page.locator('[data-testid=row].work:is([data-state=sure], [data-state=unsure])');
  await proposed.getByRole('button').click();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
  await settled(page);
  const sheet = await page.screenshot({ animations: 'disabled' });
  await page.keyboard.press('a');
  await saved(page);

  // With captions in which she says another figure than she does; and two takes of one step.
  await page.keyboard.press('q');
  const captions = captionsOf(await stored(context.request, DEMO), 'Twelve times.');
  await page
    .getByLabel('Captions file')
    .setInputFiles({ name: 'take.txt', mimeType: 'text/plain', buffer: Buffer.from(captions) });
  await expect(page.getByTestId('finding').filter({ hasText: 'you say “Twelve times”' })).toBeVisible();
  await page.getByTestId('said-done').first().getByRole('button').click();
  await settled(page);
  const held = await page.screenshot({ animations: 'disabled' });
  await page.getByRole('button', { name: 'Let go of them' }).click();
  await page.keyboard.press('q');
  await page
    .locator('[data-testid=row].work', { hasText: 'right' })
    .filter({ hasText: 'Rope knead' })
    .getByRole('button')
    .first()
    .click();
  await page.keyboard.press('w');
  await expect(page.getByTestId('take-figures').first()).toContainText('voice');
  await settled(page);
  await besideEachOther(page, [sheet, held, await page.screenshot({ animations: 'disabled' })], 'segments');
  await page.keyboard.press('Escape');

  await page.goto(`/lesson/${DEMO}/mark/cues`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  await expect(page.getByTestId('moment').locator('img').first()).toBeVisible();
  await page.getByTestId('moment').nth(4).click();
  await expect(page.locator('lc-moments-row .still:not(:has(img))')).toHaveCount(0);
  await shoot('cues', true);
  await styleSheet(page, grounds);

  await context.request.post(`/api/lessons/${DEMO}/share`, { headers, data: {} });
  const { token } = await linkOf(context.request, DEMO);
  const sizes = [{ viewport: { width: 1280, height: 800 } }, PHONE];
  const readFirst: Buffer[] = [];
  const playing: Buffer[] = [];
  for (const options of sizes) {
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
    playing.push(await guest.screenshot());
    await guest.context().close();
  }
  await besideEachOther(page, [...readFirst, ...playing], 'follow');
});

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test('the prompter', async ({ baseURL, browser, studio: _studio }) => {
  await withCamera(baseURL!, async (page) => {
    await page.goto(`/lesson/${DEMO}/film/prompter`);
    await page.getByRole('radio', { name: 'This machine’s camera films' }).check();
    const shot = async (): Promise<Buffer> => {
      await settled(page);
      return page.screenshot({ animations: 'disabled' });
    };
    // Imitated devices are called by where they come from.
    for (const [which, name] of [
      ['mjpeg', 'Camera of this machine'],
      ['Fake', 'Microphone of this machine'],
    ] as const)
      await page
        .locator('.p-select-label', { hasText: which })
        .evaluate((label, shown) => (label.textContent = shown), name);
    const before = await shot();
    const end = async (): Promise<void> => {
      await page.keyboard.press('Escape');
      await page.keyboard.press('Escape');
      await expect(page.getByTestId('prompter')).toHaveCount(0);
    };
    await page.getByRole('button', { name: 'Begin to film' }).click();
    await expect(page.getByTestId('framing-guide')).toHaveText(/\w/);
    const guided = await shot();
    await page.keyboard.press('x');
    for (let at = 0; at < 14; at++) await page.keyboard.press('x');
    const filming = await shot();
    await page.keyboard.press('x');
    await page.keyboard.press('x');
    await page.keyboard.press('x');
    await expect(page.getByTestId('prompter-count')).toContainText('2');
    const counting = await shot();
    await end();
    await expect(page.getByTestId('left-recording')).toHaveCount(0);

    // A rehearsal of some minutes, on a clock that is turned by hand.
    const rehearsing = await page.context().newPage();
    await rehearsing.clock.install();
    await rehearsing.goto(`/lesson/${DEMO}/film/prompter`);
    await rehearsing.getByRole('radio', { name: 'Rehearse' }).check();
    await rehearsing.getByLabel('It goes on').click();
    await rehearsing.getByRole('option', { name: 'when I press' }).click();
    await rehearsing.getByRole('button', { name: 'Open it there' }).click();
    const second = await telephone(browser, rehearsing.locator('lc-second-screen'));
    await rehearsing.getByRole('button', { name: 'Rehearse' }).click();
    const words = rehearsing.getByTestId('prompter');
    await expect(words).toBeVisible();
    await rehearsing.keyboard.press('x');
    for (const [at, seconds] of [2.6, 3.1, 2.4, 4.2, 4.4, 2.2, 2.1, 15, 4.6, 1.6, 2.2, 17, 3.4, 18].entries()) {
      await rehearsing.clock.runFor(1000 * seconds);
      await rehearsing.keyboard.press('x');
      await expect(words).toHaveAttribute('data-at', String(at + 1));
    }
    await expect(second.getByTestId('prompter')).toHaveText((await words.textContent())!, { useInnerText: false });
    await settled(second);
    const beside = await second.screenshot();
    await second.context().close();
    await rehearsing.keyboard.press('Escape');
    await rehearsing.keyboard.press('Escape');
    await expect(rehearsing.getByTestId('rehearsal')).toBeVisible();
    const result = await rehearsing.screenshot({ animations: 'disabled' });
    await besideEachOther(page, [before, guided, filming, counting, result, beside], 'prompter', 3);
  });
});

/** The desk of a studio that has nothing yet. */
async function firstVisit(page: Page): Promise<Buffer> {
  await page.route('**/api/lessons', (route) => route.fulfill({ json: [] }));
  await page.route('**/api/ideas', (route) => route.fulfill({ json: NO_IDEAS }));
  await page.goto('/desk');
  await expect(page.getByRole('button', { name: /Look at the demo/ })).toBeVisible();
  await settled(page);
  const picture = await page.screenshot();
  await page.unrouteAll();
  return picture;
}

const NO_IDEAS = { revision: 1, doc: { format: 'limber-cheek/ideas', version: 1, ideas: [] }, history: [] };

/** The full desk on a phone. */
async function onPhone(browser: Browser, context: BrowserContext): Promise<Buffer> {
  const phone = await browser.newContext({ ...PHONE, storageState: await context.storageState() });
  const page = await phone.newPage();
  await page.goto('/desk');
  await expect(page.getByTestId('idea')).toHaveCount(3);
  await settled(page);
  const picture = await page.screenshot();
  await phone.close();
  return picture;
}

/** What is asked of a plan: where the hand goes, a fit to a length with its words, an order with what it gains. */
async function dialogs(page: Page): Promise<void> {
  const pictures: Buffer[] = [];
  const take = async (name: string | RegExp): Promise<void> => {
    const dialog = page.getByRole('dialog', { name });
    await settled(page);
    pictures.push(await dialog.screenshot({ animations: 'disabled' }));
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
  };
  await page.getByRole('button', { name: 'Where the hand goes' }).click();
  await expect(page.getByTestId('way-told')).toBeVisible();
  await take(/Where the hand goes/);
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await page.getByLabel('Length to fit to').fill('4:05');
  await page.getByLabel('Length to fit to').press('Tab');
  await expect(page.getByTestId('fit-after')).toBeVisible();
  await take('Fit to a length');
  await page.getByRole('button', { name: /Flat calm/ }).click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+ArrowUp');
  await page.getByRole('button', { name: 'Suggest an order' }).click();
  await expect(page.getByTestId('gains')).toBeVisible();
  await take('Suggest an order');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(page);
  await besideEachOther(page, pictures, 'plan-dialogs');
}

/** What a link is kept to, and what changed since a version: it is taken back again. */
async function linkAndVersions(page: Page, edit: (change: object) => Promise<void>): Promise<Buffer[]> {
  await page.goto(`/lesson/${DEMO}/share/publish`);
  const card = page.getByTestId('version');
  await card.getByRole('button', { name: 'Who, how long, QR code' }).click();
  await card.getByLabel('Its last day').fill('2099-12-31');
  await expect(card.getByText('until 31 December 2099')).toBeVisible();
  await card.getByText('Delete this version').scrollIntoViewIfNeeded();
  await settled(page);
  const link = await page.screenshot({ animations: 'disabled' });
  const { steps, promise } = (await stored(page.context().request, DEMO)).doc as unknown as {
    steps: { id: string }[];
    promise: string;
  };
  const shaped = (afterStepId: string | null, value: string): Promise<void> => {
    const moved = { kind: 'place_step', stepId: steps[0]!.id, afterStepId };
    return edit({ kind: 'batch', changes: [moved, { kind: 'set_lesson', field: 'promise', value }] });
  };
  await shaped(steps[1]!.id, 'You may notice a looser jaw.');
  await card.getByRole('button', { name: 'What changed' }).click();
  await expect(page.getByTestId('differences')).toContainText('comes');
  await settled(page);
  const changed = await page.screenshot({ animations: 'disabled' });
  await shaped(null, promise);
  await page.keyboard.press('Escape');
  await card.getByRole('button', { name: 'Let it last' }).click();
  return [link, changed];
}

/** A telephone that has come in by the code on a card. */
async function telephone(browser: Browser, card: Locator): Promise<Page> {
  const { code, address } = await invitationOn(card);
  const page = await (await browser.newContext(PHONE)).newPage();
  await page.goto(`${address}#${code}`);
  return page;
}

/** Pictures of one height in one file, so many in a row. */
async function besideEachOther(
  page: Page,
  pictures: readonly Buffer[],
  name: string,
  inRow = pictures.length,
): Promise<void> {
  const images = pictures
    .map((one) => `<img src="data:image/png;base64,${one.toString('base64')}" style="height:760px">`)
    .join('');
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 4000, height: 800 });
  await sheet.setContent(
    `<div id="all" style="display:inline-grid;grid-template-columns:repeat(${inRow},auto);gap:20px;padding:20px;background:#2b2330">${images}</div>`,
  );
  await sheet.locator('#all').screenshot({ path: `${OUT}/${name}.png` });
  await sheet.close();
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

/** What is previewed (above) and what the film has (below), on one sheet: wide, upright, in the dark, before a busy wall. */
async function filmSheet(page: Page, grounds: readonly string[]): Promise<void> {
  const rows: [string[], string[]] = [[], []];
  const add = async (lessonId: string, frame: string, seconds: number): Promise<void> => {
    await page.getByRole('slider', { name: 'Where in the film' }).fill(String(seconds * 1000));
    await standing(page);
    rows[0].push((await page.locator('lc-film-preview .picture').screenshot()).toString('base64'));
    const address = `/api/lessons/${lessonId}/film-trial/picture.jpg?frame=${frame}&captions=burned&atMs=${seconds * 1000}`;
    rows[1].push((await (await page.context().request.get(address)).body()).toString('base64'));
  };
  await choose(page, 'Captions', 'in the picture');
  await choose(page, 'Shape', 'wide');
  await add(DEMO, '16:9', 48);
  await choose(page, 'Shape', 'upright');
  for (const seconds of [48, 100]) await add(DEMO, '9:16', seconds);
  for (const id of grounds) {
    await page.goto(`/lesson/${id}/share/finished-film`);
    await page.getByRole('radio', { name: /Choose for yourself/ }).check({ force: true });
    await choose(page, 'Captions', 'in the picture');
    await add(id, '16:9', GROUND_AT);
  }
  const drawn = rows.map(
    (row) => `<div>${row.map((image) => `<img src="data:;base64,${image}" height="300">`).join('')}</div>`,
  );
  await sheetOf(page, 2000, drawn.join(''), 'film-and-preview');
}

/** Where in the short film a number is shown, s. */
const GROUND_AT = 20;

/** A page with nothing but this on it. */
async function sheetOf(page: Page, width: number, html: string, name: string): Promise<void> {
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width, height: 800 });
  await sheet.setContent(
    `<body style="margin:0"><style>#all{display:inline-block;padding:3px;background:#211a26}#all div{display:flex;gap:6px;padding:3px}</style><div id="all">${html}</div></body>`,
  );
  await sheet.locator('#all').screenshot({ path: `${OUT}/${name}.png` });
  await sheet.close();
}

/**
 * Every style of cues on one sheet: over the demo, in the dark and before a busy wall, then in two more shapes; beside
 * them where a style is edited.
 */
async function styleSheet(page: Page, grounds: readonly string[]): Promise<void> {
  const rows: string[][] = [[], [], []];
  const take = async (shapes: readonly string[]): Promise<void> => {
    await page.evaluate(() => {
      const sheet = new CSSStyleSheet();
      sheet.replaceSync('lc-worked-outline, lc-place-handle { visibility: hidden }');
      document.adoptedStyleSheets.push(sheet);
    });
    for (const [at, style] of ['Ribbon', 'Numeral', 'Pebble'].entries()) {
      await choose(page, 'Style', style);
      for (const shape of shapes) {
        await choose(page, 'How it is looked at', shape);
        await standing(page);
        rows[at]!.push((await page.getByTestId('picture').screenshot({ animations: 'disabled' })).toString('base64'));
      }
    }
    await choose(page, 'How it is looked at', 'on a wide screen');
  };
  await page.getByText('How they look').click();
  const editor = page.locator('lc-style-editor');
  await expect(editor.locator('img')).toBeVisible();
  await settled(page);
  const edits = (await editor.screenshot({ animations: 'disabled' })).toString('base64');
  await page.getByText('How they look').click();
  await take(['on a wide screen', 'as an upright film', 'on an upright phone']);
  for (const id of grounds) {
    await page.goto(`/lesson/${id}/mark/cues`);
    await page.getByTestId('moment').nth(4).click();
    await take(['on a wide screen']);
  }
  const image = (one: string, height: number): string => `<img src="data:image/png;base64,${one}" height="${height}">`;
  const grid = rows.map((row) => `<div>${row.map((one) => image(one, 250)).join('')}</div>`);
  await sheetOf(page, 2400, `<div>${image(edits, 774)}<section>${grid.join('')}</section></div>`, 'cue-styles');
}
