import { execFileSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { pidOf } from '../machine';
import { DEMO, expect, FOOTAGE, saved, stored, test } from '../studio';

const films = (page: Page) => page.getByTestId('film');
const make = (page: Page) => page.getByRole('button', { name: 'Make this film' }).click();
const choose = (page: Page, purpose: RegExp) => page.getByRole('radio', { name: purpose }).check({ force: true });

/** What ffprobe reads of a film that was saved. */
async function saveAndLook(
  page: Page,
): Promise<{ streams: Record<string, unknown>[]; format: { duration: string }; chapters: unknown[]; name: string }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    films(page).first().getByRole('link', { name: 'Save the film' }).click(),
  ]);
  const path = test.info().outputPath('film.mp4');
  await download.saveAs(path);
  const args = ['-v', 'error', '-show_streams', '-show_format', '-show_chapters', '-of', 'json', path];
  return {
    ...(JSON.parse(execFileSync('ffprobe', args, { encoding: 'utf8' })) as Awaited<ReturnType<typeof saveAndLook>>),
    name: download.suggestedFilename(),
  };
}

test('an upright clip of a move is made by one press, goes on when its worker is killed, plays, and is saved', async ({
  studio: page,
}) => {
  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  await expect(page.getByText('No film made yet')).toBeVisible();
  await choose(page, /upright clip/);
  await page.getByRole('combobox', { name: 'Which move?' }).click();
  await page.getByRole('option', { name: 'Slipway' }).click();
  // The preview has the shape of the film, and its counts.
  await expect(page.locator('lc-film-preview').getByTestId('count')).toBeVisible();
  await make(page);
  await expect(films(page)).toHaveCount(1);
  await expect(films(page)).toContainText('drawing the counts into the pictures');
  process.kill(pidOf('worker.mjs')!, 'SIGKILL');
  await expect(films(page).getByRole('link', { name: 'Save the film' })).toBeVisible();
  await films(page).getByRole('button', { name: 'Watch it' }).click();
  const video = films(page).locator('video');
  await expect.poll(() => video.evaluate((one: HTMLVideoElement) => one.currentTime)).toBeGreaterThan(0.4);
  expect(await video.evaluate((one: HTMLVideoElement) => [one.videoWidth, one.videoHeight])).toEqual([720, 1280]);
  const { streams, format, name } = await saveAndLook(page);
  expect(streams.map((one) => one['codec_name'])).toEqual(expect.arrayContaining(['h264', 'aac']));
  expect(name).toBe('before-the-early-bulletin upright.mp4');
  const lasts = await page.locator('lc-film-preview .times').textContent();
  const [minutes, seconds] = /of (\d+):(\d+)/.exec(lasts!)!.slice(1).map(Number) as [number, number];
  expect(Math.abs(Number(format.duration) - 60 * minutes - seconds)).toBeLessThan(1);
  // Asked for again, it is there already.
  await make(page);
  await expect(films(page)).toHaveCount(1);
  await films(page).getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(films(page)).toHaveCount(0);
});

test('a film is cancelled and gone on with, and says when the lesson has changed since', async ({ studio: page }) => {
  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  await choose(page, /upright clip/);
  await page.getByRole('combobox', { name: 'Which move?' }).click();
  await page.getByRole('option', { name: 'Harbour mouth' }).click();
  await make(page);
  await expect(films(page)).toContainText('drawing the counts');
  await films(page).getByRole('button', { name: 'Cancel' }).click();
  await expect(films(page)).toContainText('Cancelled.');
  await page.reload();
  await films(page).getByRole('button', { name: 'Go on' }).click();
  await expect(films(page).getByRole('link', { name: 'Save the film' })).toBeVisible();
  await expect(films(page)).not.toContainText('changed since');
  await page.getByText('Begin with the title').click();
  await saved(page);
  await page.reload();
  await expect(films(page)).toContainText('The lesson has changed since.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  await page.reload();
  await expect(films(page).getByRole('link', { name: 'Save the film' })).toBeVisible();
  await expect(films(page)).not.toContainText('changed since');
});

test('what is put right is off until asked, is seen and heard before, and her music comes from a file', async ({
  studio: page,
  context,
}) => {
  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  for (const name of ['Brighter, with a whiter white', 'Noise and hum of the room down'])
    await expect(page.getByRole('switch', { name })).not.toBeChecked();
  await page.getByRole('button', { name: 'See before and after' }).click();
  const pictures = page.getByRole('dialog').locator('img');
  await expect(pictures).toHaveCount(2);
  for (const picture of await pictures.all())
    await expect
      .poll(() => picture.evaluate((one: HTMLImageElement) => [one.naturalWidth, one.naturalHeight]))
      .toEqual([1280, 720]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Hear before and after' }).click();
  const sounds = page.getByRole('dialog').locator('audio');
  await expect(sounds).toHaveCount(2);
  for (const sound of await sounds.all())
    await expect.poll(() => sound.evaluate((one: HTMLAudioElement) => Math.round(one.duration))).toBe(8);
  await page.keyboard.press('Escape');

  const music = test.info().outputPath('harbour.m4a');
  execFileSync('ffmpeg', ['-loglevel', 'error', '-i', FOOTAGE, '-t', '3', '-vn', '-c:a', 'aac', music]);
  await page.getByLabel('Music file').setInputFiles(music);
  await expect(page.getByRole('switch', { name: /My own music/ })).toBeChecked();
  await expect(page.locator('lc-put-right')).toContainText('· harbour');
  const doc = (await stored(context.request, DEMO)).doc as unknown as { music: { name: string } };
  expect(doc.music.name).toBe('harbour');
  await page.getByRole('switch', { name: /My own music/ }).click();
  await expect(page.getByRole('switch', { name: /My own music/ })).not.toBeChecked();

  // A link that leads nowhere is said so, and not kept.
  await page.getByText('End with two lines and a code').click();
  await page.getByLabel('The code leads to').fill('harbour');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('Write it whole');
  await page.getByLabel('The code leads to').fill('https://harbour.example/ask');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('img', { name: 'The closing card' })).toBeVisible();
  await page.getByText('End with two lines and a code').click();
  await saved(page);
});

test('a lesson without marks says what is missing instead', async ({ studio: page }) => {
  await page.goto('/lesson/after-the-night-shift/share/finished-film');
  await expect(page.getByRole('heading', { name: 'There is nothing to make a film of yet' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make this film' })).toBeDisabled();
});

test('letters of other scripts have the fonts that films have, and no page fetches them before', async ({
  studio: page,
}) => {
  const lists: string[] = [];
  page.on('request', (request) => {
    if (request.url().endsWith('other-fonts.css')) lists.push(request.url());
  });
  await page.goto(`/lesson/${DEMO}/share/finished-film`);
  await expect(page.locator('lc-film-preview').getByTestId('count')).toBeVisible();
  expect(lists).toEqual([]);
  await page.getByText('End with two lines and a code').click();
  await page.getByLabel('Second line').fill('顎をゆるめる');
  await page.keyboard.press('Tab');
  await expect
    .poll(() =>
      page.evaluate(() =>
        [...document.fonts].some((one) => one.family.includes('Noto Sans JP') && one.status === 'loaded'),
      ),
    )
    .toBe(true);
  expect(lists.length).toBe(1);
  await page.getByText('End with two lines and a code').click();
  await saved(page);
});
