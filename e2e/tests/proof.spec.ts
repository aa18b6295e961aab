import { expect, saved, test } from '../studio';

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
