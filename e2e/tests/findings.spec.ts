import { addMove, expect, newLesson, saved, stored, test } from '../studio';

test('like findings are one card with one repair for all, the same on every bench', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Found');
  for (const name of ['Slipway', 'Foghorn', 'Gull lift']) await addMove(page, name);
  const found = page.getByTestId('finding');
  const wordless = found.filter({ hasText: '3 moves are never described.' });
  await page.getByRole('button', { name: /^Show all/ }).click();
  await expect(wordless).toBeVisible();
  const told = await found.allTextContents();

  await page.getByRole('link', { name: 'Share' }).click();
  await page.getByRole('link', { name: 'Publish' }).click();
  await expect(page.getByRole('heading', { name: 'Not ready to share' })).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByTestId('step').first()).toBeVisible();
  await page.getByRole('button', { name: /^Show all/ }).click();
  await expect.poll(() => found.allTextContents()).toEqual(told);

  await wordless.getByRole('button', { name: 'Describe all of them from their own fields' }).click();
  await expect(wordless).toHaveCount(0);
  await saved(page);
  const said = (await stored(context.request, id)).doc.steps as unknown as { narration: { before: string } }[];
  expect(said.every((step) => step.narration.before !== '')).toBe(true);
  // One edit: one undo takes all of it back.
  await page.keyboard.press('Control+z');
  await expect(wordless).toBeVisible();
});

test('what must be mended is left with a reason, and comes back when what it rests on changes', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Left as it is');
  await addMove(page, 'Slipway');
  const must = page.getByTestId('finding').filter({ hasText: 'Slipway leads down to the collarbone' }).first();
  await must.getByRole('button', { name: 'Leave it, and say why' }).click();
  await must.getByRole('button', { name: 'Leave it so' }).click();
  await expect(must.getByRole('alert')).toContainText('Say why');
  await must.getByLabel('Why may it stay as it is?').fill('It is said in person.');
  await must.getByRole('button', { name: 'Leave it so' }).click();
  const left = page.getByRole('button', { name: '1 left as it is' });
  await left.click();
  await expect(page.getByText('It is said in person.')).toBeVisible();
  await saved(page);
  const { setAside } = (await stored(context.request, id)).doc as unknown as { setAside: { reason: string }[] };
  expect(setAside.map((one) => one.reason)).toEqual(['It is said in person.']);
  // It is kept over a reload, and taken up again on request.
  await page.reload();
  await left.click();
  await page.getByRole('button', { name: 'Look at it again' }).click();
  await expect(left).toHaveCount(0);
});

test('the description of the API is there for everybody', async ({ browser, baseURL }) => {
  const stranger = await browser.newContext();
  const answer = await stranger.request.get(`${baseURL}/api/openapi.json`);
  expect(answer.status()).toBe(200);
  const { paths } = (await answer.json()) as { paths: Record<string, object> };
  expect(Object.keys(paths).length).toBeGreaterThan(40);
  await stranger.close();
});
