import { addMove, expect, newLesson, saved, signIn, stored, test } from '../studio';

test('edits made without a connection wait here and go out in order', async ({ studio: page, context }) => {
  const id = await newLesson(page, 'On the ferry');
  await addMove(page, 'Slipway');
  await saved(page);
  await context.setOffline(true);
  await page.getByRole('button', { name: 'More: left passes' }).click();
  await page.getByRole('button', { name: 'More: left passes' }).click();
  await expect(page.getByTestId('saving')).toContainText('2 edits kept here');
  await page.reload().catch(() => undefined);
  await context.setOffline(false);
  await page.goto(`/lesson/${id}/plan/moves`);
  await saved(page);
  await expect(page.getByTestId('step').first()).toContainText('7 passes left, 5 passes right');
  const { doc } = await stored(context.request, id);
  expect(doc.steps[0]!.dose['passes']!.planned).toBe(7);
});

test('undo takes back what was done here, and survives a reload', async ({ studio: page, context }) => {
  const id = await newLesson(page, 'Second thoughts');
  await addMove(page, 'Harbour mouth');
  await addMove(page, 'Foghorn');
  await page.keyboard.press('Delete');
  await expect(page.getByTestId('step')).toHaveCount(1);
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('step')).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('step')).toHaveCount(1);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByTestId('step')).toHaveCount(2);
  await saved(page);
  expect((await stored(context.request, id)).doc.steps.map((step) => step.move.name)).toEqual([
    'Harbour mouth',
    'Foghorn',
  ]);
});

test('the same field changed in two places is asked about, and neither is lost', async ({
  studio: page,
  browser,
  context,
  baseURL,
}) => {
  const id = await newLesson(page, 'Two hands');
  await addMove(page, 'Harbour mouth');
  await saved(page);

  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await signIn(other, baseURL!);
  const second = await other.newPage();
  await second.goto(`/lesson/${id}/plan/moves`);
  await second.getByRole('button', { name: 'More: times' }).waitFor();

  await context.setOffline(true);
  await page.getByRole('button', { name: 'More: times' }).click();
  await second.getByRole('button', { name: 'Less: times' }).click();
  await second.getByLabel('Said after').fill('And rest.');
  await saved(second);
  await context.setOffline(false);

  const dialog = page.getByRole('dialog', { name: 'This was changed in two places' });
  await expect(dialog).toBeVisible();
  await expect(dialog).toContainText('how many: 7 times');
  await expect(dialog).toContainText('how many: 5 times');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  const { doc } = await stored(context.request, id);
  expect(doc.steps[0]!.dose['reps']!.planned).toBe(7);
  // What the other changed elsewhere in the step is kept as well.
  await expect(page.getByLabel('Said after')).toHaveValue('And rest.');
  await expect(second.getByTestId('step').first()).toContainText('7 times');
  await other.close();
});

test('a lesson leaves as a file and comes back the same', async ({ studio: page, context }) => {
  await page.goto('/desk');
  const bundle = await (await context.request.get('/api/lessons/after-the-night-shift/bundle')).body();
  await page
    .getByLabel('Lesson file')
    .setInputFiles({ name: 'night.lesson.json', mimeType: 'application/json', buffer: bundle });
  // What lies in it is told first; until then nothing is on the desk.
  const read = page.getByRole('dialog', { name: 'After the night shift' });
  await expect(read).toContainText(/\d moves · runs \d+:\d\d/);
  await read.getByRole('button', { name: 'Leave it' }).click();
  await expect(read).toHaveCount(0);
  await page
    .getByLabel('Lesson file')
    .setInputFiles({ name: 'night.lesson.json', mimeType: 'application/json', buffer: bundle });
  await read.getByRole('button', { name: 'Put it on the desk' }).click();
  await page.waitForURL(/plan\/moves/);
  await expect(page.getByTestId('step')).toHaveCount(8);
  await page.goto('/desk');
  await page
    .getByLabel('Lesson file')
    .setInputFiles({ name: 'not.json', mimeType: 'application/json', buffer: Buffer.from('{"format": "else"}') });
  await expect(page.getByText(/“not\.json” was not read\. /).first()).toBeVisible();
});

test('a lesson in the trash can be put back', async ({ studio: page }) => {
  await newLesson(page, 'Thrown away');
  await page.goto('/desk');
  await page.getByRole('button', { name: 'More for Thrown away' }).click();
  await page.getByRole('menuitem', { name: 'Put it in the trash' }).click();
  await expect(page.getByRole('link', { name: /Thrown away/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('link', { name: /Thrown away/ })).toHaveCount(1);
});

test('moves are found by region and by words', async ({ studio: page }) => {
  await page.goto('/library');
  await expect(page.getByRole('status').filter({ hasText: /moves/ })).toContainText('70 moves');
  await page.getByRole('button', { name: 'left jaw', exact: true }).click();
  await expect(page.getByText(/moves for the jaw/)).toBeVisible();
  await page.getByRole('button', { name: /Rope knead/ }).click();
  await expect(page.getByText('If the jaw hurts, clicks or locks').first()).toBeVisible();
  await page.getByRole('button', { name: 'show all' }).click();
  await page.getByRole('searchbox').fill('roller');
  await expect(page.getByRole('button', { name: /Pebble roll/ })).toBeVisible();
  await page.getByRole('searchbox').fill('zebra');
  await expect(page.getByText('No move fits all of that')).toBeVisible();
});
