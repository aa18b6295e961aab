import { edited, expect, saved, stored, test, watchConsole } from '../studio';

test('what stands in the way is looked at, mended or left with its reason, and the lesson becomes ready', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await page.goto(`/lesson/${id}/share/proof`);
  const line = (name: string) => page.getByTestId('proof-line').filter({ hasText: name });
  await expect(page.getByTestId('proof-line')).toHaveCount(10);
  await expect(page.getByRole('heading', { name: 'Not ready yet' })).toBeVisible();
  const cards = page.getByTestId('proved');
  await expect(cards).toHaveCount(3);

  await test.step('the film beside it goes to the place', async () => {
    const uneven = cards.filter({ hasText: 'Rope knead: your left gets 8, your right 6.' });
    const held = uneven.getByTestId('held-figures').getByRole('row');
    await expect(held).toHaveCount(3);
    await expect(held.nth(1)).toContainText(/left.*8.*“Eight slow kneads”.*8 times/);
    await expect(held.nth(2)).toContainText(/right.*6 times/);
    const slider = page.getByRole('slider', { name: 'Where in the film' });
    const before = await slider.inputValue();
    const look = uneven.getByRole('button', { name: /^Look at it, \d:\d\d$/ });
    const [minutes, seconds] = (await look.textContent())!.match(/\d+/g)!.map(Number) as [number, number];
    await look.click();
    await expect
      .poll(async () => Math.abs(Number(await slider.inputValue()) / 1000 - (60 * minutes + seconds)))
      .toBeLessThan(1);
    expect(await slider.inputValue()).not.toBe(before);
    await expect(line('Both sides get their due')).toHaveClass(/must/);
  });

  await test.step('a repair is made here, and comes back by undo', async () => {
    await page.getByRole('button', { name: 'Give both 8' }).click();
    await expect(page.getByText('Rope knead: your left gets 8, your right 6.')).toHaveCount(0);
    await saved(page);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByText('Rope knead: your left gets 8, your right 6.').first()).toBeVisible();
  });

  await test.step('what must be mended is left with a reason only; then nothing stands in the way', async () => {
    const musts = page.locator('[data-testid=finding].must');
    await expect(musts.first()).toBeVisible();
    for (let left = await musts.count(); left > 0; left = await musts.count()) {
      const first = await musts.first().textContent();
      await musts.first().getByRole('button', { name: 'Leave it, and say why' }).click();
      await musts.first().getByLabel('Why may it stay as it is?').fill('They compare.');
      await musts.first().getByRole('button', { name: 'Leave it so' }).click();
      await expect(musts.filter({ hasText: first!.slice(10, 60) })).toHaveCount(0);
    }
    await expect(page.getByRole('heading', { name: 'Ready to share' })).toBeVisible();
    await page.getByRole('button', { name: /left as they are$/ }).click();
    await expect(page.getByText('They compare.').first()).toBeVisible();
  });
});

const UNEVEN = 'Rope knead: your left gets 8, your right 6.';

test('a repair that is made in two windows is made once, and is gone from both', async ({
  studio: page,
  context,
  complaints,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  const other = await context.newPage();
  watchConsole(other, complaints);
  const both = [page, other];
  for (const one of both) {
    await one.goto(`/lesson/${id}/share/proof`);
    await expect(one.getByText(UNEVEN).first()).toBeVisible();
  }
  const before = (await stored(page.request, id)).doc;
  // Neither knows of the other's press when it is made.
  await context.setOffline(true);
  for (const one of both) await one.getByRole('button', { name: 'Give both 8' }).click();
  for (const one of both) await expect(one.getByText(UNEVEN)).toHaveCount(0);
  await context.setOffline(false);
  for (const one of both) await saved(one);
  await expect
    .poll(async () => {
      const { doc } = await stored(page.request, id);
      return JSON.stringify(doc.steps) === JSON.stringify(before.steps);
    })
    .toBe(false);
  for (const one of both) {
    await expect(one.getByText(UNEVEN)).toHaveCount(0);
    await expect(one.getByRole('dialog')).toHaveCount(0);
  }
  await other.close();
});

test('what a finding rests on changes while it is looked at: it says so, and what was answered holds for what it was', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await page.goto(`/lesson/${id}/share/proof`);
  await page.getByRole('button', { name: /^Show all/ }).click();
  const card = page.getByTestId('finding').filter({ hasText: 'Rope knead: your left gets' });
  await expect(card).toContainText(UNEVEN);
  await card.getByRole('button', { name: 'Leave it, and say why' }).click();
  const why = card.getByLabel('Why may it stay as it is?');
  await why.fill('They compare their sides.');
  const { doc } = await stored(page.request, id);
  const { id: stepId, rightDose } = doc.steps.find((one) => one.move?.name === 'Rope knead') as unknown as {
    id: string;
    rightDose: { reps: object };
  };
  const origin = new URL(page.url()).origin;
  const right = (planned: number): Promise<void> => {
    const value = { ...rightDose, reps: { ...rightDose.reps, planned } };
    return edited(page.request, origin, id, { kind: 'set_step', stepId, field: 'rightDose', value });
  };

  // Somebody plans one fewer, elsewhere. The words follow, and what was typed stays.
  await right(5);
  await expect(card).toContainText('Rope knead: your left gets 8, your right 5.');
  await expect(why).toHaveValue('They compare their sides.');
  await card.getByRole('button', { name: 'Leave it so' }).click();
  await expect(card).toHaveCount(0);
  await saved(page);

  // It was left as it was then: with other figures it is another question.
  await right(7);
  await expect(card).toContainText('Rope knead: your left gets 8, your right 7.');
  await right(5);
  await expect(card).toHaveCount(0);
  await page.getByRole('button', { name: /left as (?:it is|they are)$/ }).click();
  await expect(page.getByText('They compare their sides.').first()).toBeVisible();
});
