import { readFileSync } from 'node:fs';
import { expect, FOOTAGE, newLesson, saved, signIn, stored, test, watchConsole } from '../studio';

test('ideas are kept as they come, seen in the other window, put back, and made a lesson', async ({
  studio: page,
  context,
  complaints,
}) => {
  await page.goto('/desk');
  const line = page.getByLabel('An idea, in a line');
  for (const idea of ['Neck after the ferry', 'Ears under the headset']) {
    await line.fill(idea);
    await line.press('Enter');
  }
  const ideas = page.getByTestId('idea');
  await expect(ideas.first().getByRole('textbox')).toHaveValue('Ears under the headset');

  const other = await context.newPage();
  watchConsole(other, complaints);
  await other.goto('/desk');
  await expect(other.getByRole('textbox', { name: 'Idea: Neck after the ferry' })).toBeVisible();
  await other.getByRole('button', { name: 'Take out: Ears under the headset' }).click();
  await expect(page.getByRole('textbox', { name: 'Idea: Ears under the headset' })).toHaveCount(0);
  await other.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('textbox', { name: 'Idea: Ears under the headset' })).toBeVisible();

  const written = page.getByRole('textbox', { name: 'Idea: Neck after the ferry' });
  await written.fill('Neck after the night ferry');
  await written.press('Enter');
  await expect(other.getByRole('textbox', { name: 'Idea: Neck after the night ferry' })).toBeVisible();
  await ideas
    .filter({ has: page.getByRole('textbox', { name: 'Idea: Neck after the night ferry' }) })
    .getByRole('button', { name: 'Make it a lesson' })
    .click();
  await page.waitForURL(/plan\/moves/);
  await expect(page.getByRole('heading', { level: 1, name: 'Neck after the night ferry' })).toBeVisible();
  await page.reload();
  await page.goto('/desk');
  await expect(page.getByRole('textbox', { name: 'Idea: Neck after the night ferry' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: /Neck after the night ferry, On paper/ })).toBeVisible();
});

test('nothing can be written where the ideas are not there yet to take it', async ({ studio: page }) => {
  let open = (): void => undefined;
  const held = new Promise<void>((done) => (open = done));
  await page.route('**/api/ideas', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/desk');
  const line = page.getByLabel('An idea, in a line');
  await expect(line).toBeDisabled();
  open();
  await line.fill('Before the ferry comes');
  await line.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Idea: Before the ferry comes' })).toBeVisible();
});

test('an idea that the server could not take is kept, and taken when it can', async ({ studio: page, context }) => {
  await page.goto('/desk');
  // Once those that there are have come in.
  await expect(page.getByLabel('An idea, in a line')).toBeEnabled();
  await context.setOffline(true);
  await page.getByLabel('An idea, in a line').fill('Written on the ferry, without a net');
  await page.getByLabel('An idea, in a line').press('Enter');
  await expect(page.getByRole('textbox', { name: /without a net/ })).toBeVisible();
  await context.setOffline(false);
  const kept = async (): Promise<string> => JSON.stringify(await (await context.request.get('/api/ideas')).json());
  await expect.poll(kept).toContain('without a net');
});

test('an old video becomes a lesson of its name, on its way in', async ({ studio: page }) => {
  await page.goto('/desk');
  await page
    .getByLabel('Video file')
    .setInputFiles({ name: 'winter_2019-eyes.mp4', mimeType: 'video/mp4', buffer: readFileSync(FOOTAGE) });
  await page.waitForURL(/film\/takes/);
  await expect(page.getByRole('heading', { level: 1, name: 'winter 2019 eyes' })).toBeVisible();
  await expect(page.getByTestId('take')).toHaveCount(1);
});

test('several steps are chosen by key, moved, set, copied into another lesson and taken out', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Four at once');
  for (const name of ['Slipway', 'Lantern eyes', 'Gull lift', 'Flat calm']) {
    await page.keyboard.press('a');
    const dialog = page.getByRole('dialog', { name: 'Add a move' });
    // Words can be typed at once, and Enter takes the only hit.
    await dialog.getByRole('searchbox').fill(name);
    await expect(dialog.getByText('takes it')).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(dialog).toHaveCount(0);
  }
  const names = async (lesson = id): Promise<string[]> =>
    (await stored(context.request, lesson)).doc.steps.map((step) => step.move.name);
  await page.locator('h1').click();
  await page.keyboard.press('Shift+ArrowUp');
  const bar = page.getByRole('toolbar', { name: 'The chosen steps' });
  await expect(bar).toContainText('2 steps chosen');
  await page.keyboard.press('Control+ArrowUp');
  await saved(page);
  expect(await names()).toEqual(['Slipway', 'Gull lift', 'Flat calm', 'Lantern eyes']);
  await bar.getByRole('button', { name: 'Set alike' }).click();
  await page.getByLabel('keep their places').check();
  await saved(page);
  expect(
    (await stored(context.request, id)).doc.steps.map((step) => (step as unknown as { locked: boolean }).locked),
  ).toEqual([...[false, true, true, false]]);
  await page.locator('h1').click();
  await page.keyboard.press('Control+c');

  const other = await newLesson(page, 'Two from another');
  await page.getByRole('button', { name: 'Put in 2 copied steps' }).click();
  await saved(page);
  expect(await names(other)).toEqual(['Gull lift', 'Flat calm']);
  await page.getByLabel(/Choose Gull lift together/).check();
  await page.locator('h1').click();
  await page.keyboard.press('Delete');
  await saved(page);
  expect(await names(other)).toEqual(['Flat calm']);
  // What she usually says is offered where a lesson says nothing yet.
  await page.getByRole('button', { name: 'Say it here too' }).first().click();
  await saved(page);
  expect((await stored(context.request, other)).doc.opening).not.toBe('');
});

test('what is built up stands week by week on paper and goes into a calendar', async ({ studio: page }) => {
  await page.goto('/lesson/after-the-night-shift/plan/paper');
  const weeks = page.getByTestId('weeks');
  await expect(weeks).toContainText('4 times');
  await weeks.getByLabel(/week 1 begins on/).fill('2026-12-07');
  const download = page.waitForEvent('download');
  await weeks.getByRole('button', { name: 'Into a calendar' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/practice\.ics$/);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('DTSTART;VALUE=DATE:20261207');
  expect(text).toContain('Night watch: 4 times');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('four tasks are done without a sideways scroll, with everything 44 px high', async ({
    context,
    page,
    baseURL,
    complaints,
  }) => {
    await signIn(context, baseURL!);
    watchConsole(page, complaints);
    const fits = async (): Promise<void> => {
      const { width, small } = await page.evaluate(() => ({
        width: document.documentElement.scrollWidth,
        small: [...document.querySelectorAll('main button, main input, main select, nav a, nav button')].flatMap(
          (one) => {
            const { height, width: wide } = one.getBoundingClientRect();
            const shown = height > 0 && wide > 0 && getComputedStyle(one).visibility !== 'hidden';
            return shown && height < 43.5 && !one.matches('[type=checkbox], [type=file]')
              ? [`${one.getAttribute('aria-label') ?? one.textContent.trim()} ${height}`]
              : [];
          },
        ),
      }));
      expect(width).toBeLessThanOrEqual(390);
      expect(small).toEqual([]);
    };

    await test.step('an idea is written down', async () => {
      await page.goto('/desk');
      await page.getByLabel('An idea, in a line').fill('On the quay, with one hand');
      await page.getByRole('button', { name: 'Keep it' }).tap();
      await expect(page.getByRole('textbox', { name: /On the quay/ })).toBeVisible();
      await fits();
    });
    await test.step('a take is looked at, and the paper of its lesson found from there', async () => {
      await page.getByRole('link', { name: /Before the early bulletin/ }).tap();
      await page.getByRole('link', { name: 'Film', exact: true }).tap();
      await expect(page.getByTestId('take').first()).toBeVisible();
      await fits();
    });
    await test.step('the paper is read', async () => {
      await page.getByRole('link', { name: 'Plan', exact: true }).tap();
      await expect(page.getByRole('note')).toContainText('needs a wider window');
      await page.getByRole('link', { name: 'Paper', exact: true }).tap();
      await expect(page.getByRole('heading', { name: 'Shots' })).toBeVisible();
      await expect(page.getByRole('note')).toHaveCount(0);
      await fits();
    });
    await test.step('what viewers did is seen', async () => {
      await page.getByRole('link', { name: 'Learn', exact: true }).tap();
      await expect(page.getByTestId('completed')).toBeVisible();
      await fits();
    });
  });
});
