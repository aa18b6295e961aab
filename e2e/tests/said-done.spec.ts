import type { APIRequestContext } from '@playwright/test';
import { captionsOf, takeOf } from '../captions';
import { edited, expect, saved, stored, test, type StoredLesson } from '../studio';

/** A lesson of the test's own, with the footage and the marks of the demo's. */
async function copied(
  request: APIRequestContext,
  copyOfDemo: () => Promise<string>,
): Promise<StoredLesson & { id: string }> {
  const id = await copyOfDemo();
  return { id, ...(await stored(request, id)) };
}

const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });

test('captions are brought for a take, and what was said is held against what was planned and done', async ({
  studio: page,
  context,
  copyOfDemo,
}) => {
  const { id, doc } = await copied(context.request, copyOfDemo);
  const name = (doc.steps[0] as { move: { name: string } }).move.name;
  await page.goto(`/lesson/${id}/mark/segments`);
  await page.getByRole('button', { name: /^Planned, said, done/ }).click();
  const row = page.getByTestId('said-done').filter({ hasText: name }).first();
  await expect(row).toContainText('6 times');
  const from = page.getByTestId('words-from');
  const bring = page.getByLabel('Captions file');

  await test.step('what are no captions, and another lesson’s, is said to be that', async () => {
    await bring.setInputFiles(file('notes.txt', 'Knead along the jaw.'));
    await expect(page.getByText('There are no times in these words.')).toBeVisible();
    await bring.setInputFiles(file('bread.txt', '[0:01] Rye bread needs flour, water, salt and patience.'));
    await expect(from).toContainText('not what this lesson has');
  });

  const found = page.getByTestId('finding').filter({ hasText: 'you say “Twelve times”' });
  await test.step('the right ones take their place when that is wished', async () => {
    await bring.setInputFiles(file('take.txt', captionsOf(await stored(context.request, id), 'Twelve times.')));
    await expect(page.getByText('This take has captions already.')).toBeVisible();
    await page.getByRole('button', { name: 'Keep those that are there' }).click();
    await expect(from).toContainText('not what this lesson has');
    await bring.setInputFiles(file('take.txt', captionsOf(await stored(context.request, id), 'Twelve times.')));
    await page.getByRole('button', { name: 'Take their place' }).click();
    await expect(from).toHaveText('Words: your captions.');
    await expect(found).toContainText(`${name}: you say “Twelve times”, and 6 are done.`);
    await expect(row).toContainText('“Twelve times”');
  });

  await test.step('a lesson that is public already has it put right beside its film', async () => {
    await page.getByLabel('It is public already, where its film stays as it is').check();
    const words = page.getByTestId('public-words');
    await expect(words.first()).toContainText(`${name}: I say “Twelve times”; do 6, as shown.`);
    await expect(words.last()).toContainText('Stop when something hurts');
    await saved(page);
    expect((await stored(context.request, id)).doc).toMatchObject({ publicElsewhere: true });
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(words).toHaveCount(0);
  });

  await test.step('it goes on the list of what is to be filmed again, and off it', async () => {
    await found.getByRole('button', { name: 'Film it again' }).click();
    await saved(page);
    const other = await context.newPage();
    await other.goto(`/lesson/${id}/film/takes`);
    await expect(other.getByTestId('film-again')).toContainText('“Twelve times” is said, and 6 done.');
    await other.getByRole('button', { name: `${name}: filmed` }).click();
    await expect(other.getByTestId('film-again')).toHaveCount(0);
    await saved(other);
    await other.close();
    await expect(found.getByRole('button', { name: 'Film it again' })).toBeVisible();
  });

  await test.step('it is seen where it is, left with a reason, and gone with its captions', async () => {
    await row.getByRole('button').click();
    await expect(page.getByTestId('time')).not.toHaveText('0:00.00');
    await page.reload();
    await expect(found).toBeVisible();
    await found.getByRole('button', { name: 'Leave it, and say why' }).click();
    await found.getByLabel('Why may it stay as it is?').fill('It was a joke.');
    await found.getByRole('button', { name: 'Leave it so' }).click();
    await expect(found).toHaveCount(0);
    await expect(page.getByText('1 is left as it is.')).toBeVisible();
    await saved(page);
    await page.getByRole('button', { name: 'Let go of them' }).click();
    await expect(from).not.toHaveText('Words: your captions.');
    await expect(row).not.toContainText('“Twelve times”');
  });
  await page.keyboard.press('q');
  await expect(page.locator('[data-testid=row].work').first()).toBeVisible();
});

test('a take is taken away while it is marked: nothing breaks, and undo brings it back with its marks', async ({
  studio: page,
  context,
  copyOfDemo,
}) => {
  const { id, doc } = await copied(context.request, copyOfDemo);
  const takeId = doc.takes[0]!.id;
  const marks = doc.segments.filter((one) => takeOf(one) === takeId).length;
  await page.goto(`/lesson/${id}/mark/segments`);
  await expect(page.locator('[data-testid=row].work').first()).toBeVisible();

  const other = await context.newPage();
  await other.goto(`/lesson/${id}/film/takes`);
  await other.getByTestId('take').first().getByRole('button', { name: 'Take it out' }).click();
  await saved(other);
  const kept = async (): Promise<number> =>
    (await stored(context.request, id)).doc.segments.filter((one) => takeOf(one) === takeId).length;
  expect(await kept()).toBe(0);
  // The page goes on with the other take.
  await expect(page.getByRole('combobox', { name: 'Take to mark' })).toHaveCount(0);
  await page.keyboard.press('d');

  await other.getByRole('button', { name: 'Undo' }).click();
  await saved(other);
  expect(await kept()).toBe(marks);
  await expect(page.getByRole('combobox', { name: 'Take to mark' })).toBeVisible();
  await other.close();
});

test('repetitions that are missing play again once that was looked at, and as they were filmed after all', async ({
  studio: page,
  context,
  copyOfDemo,
  baseURL,
}) => {
  const { id, doc } = await copied(context.request, copyOfDemo);
  const rope = doc.steps.find((one) => one.move.name === 'Rope knead')!;
  const eight = { ...rope.dose, reps: { low: 8, planned: 8, high: 8 } };
  const change = { kind: 'set_step', stepId: rope.id, field: 'rightDose', value: eight };
  await edited(context.request, baseURL!, id, change);
  await page.goto(`/lesson/${id}/mark/segments`);
  const row = page.locator('[data-testid=row].work').filter({ hasText: '6 of 8' });
  await row.getByRole('button').click();
  const offer = page.getByRole('button', { name: /^Play two again/ });
  await expect(offer).toBeVisible();
  const pieces = async () => (await stored(context.request, id)).doc.assembly.length;

  await test.step('to look is the first thing, and changes nothing', async () => {
    await page.keyboard.press('o');
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByTestId('seam-count')).toHaveText('7');
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
    expect(await pieces()).toBe(doc.assembly.length);
  });

  await test.step('then they play, are counted on, and nothing is asked any more', async () => {
    await offer.click();
    await page.getByTestId('seam-made').getByRole('button').click();
    const then = page.locator('[data-testid=row].work').filter({ hasText: 'two again' });
    await expect(then).toContainText('8 of 8');
    await expect(then).toHaveAttribute('data-state', 'agreed');
    await expect(offer).toHaveCount(0);
    await saved(page);
    expect(await pieces()).toBeGreaterThan(doc.assembly.length);
  });

  await test.step('and as they were filmed', async () => {
    await page.goto(`/lesson/${id}/mark/segments`);
    await page.locator('[data-testid=row].work').filter({ hasText: 'two again' }).getByRole('button').click();
    await page.getByRole('button', { name: /^As it was filmed/ }).click();
    await expect(row).toBeVisible();
    await saved(page);
    expect(await pieces()).toBe(doc.assembly.length);
  });

  await test.step('or its caption says what is right, and the table says that it does', async () => {
    await page.getByRole('button', { name: /^Planned, said, done/ }).click();
    const found = page.getByTestId('finding').filter({ hasText: 'and 6 are done' });
    await found.getByRole('button', { name: 'Put it right in the caption' }).click();
    await expect(found).toContainText('Its caption puts it right.');
    await saved(page);
    const { overrides } = (await stored(context.request, id)).doc;
    expect(JSON.stringify(overrides)).toContain('(6 here)');
  });
});
