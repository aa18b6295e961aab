import { choose, expect, opened, saved, stored, test } from '../studio';

test('the cues of a lesson are judged by looking down one page of stills, and mended there', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/mark/cues`);
  const moments = page.getByTestId('moment');
  const picture = page.getByTestId('picture');
  const time = page.locator('.under strong');

  await test.step('three stills a passage, taken of the film at their instants', async () => {
    await expect(moments.first()).toHaveAccessibleName(/: begins 0:\d\d$/);
    for (const at of [0, 1, 2, 3, 4, 5]) {
      const still = moments.nth(at).locator('img');
      await expect.poll(() => still.evaluate((img: HTMLImageElement) => img.complete && img.naturalWidth)).toBe(320);
    }
    const shown = await moments.locator('img').evaluateAll((all) => all.map((img) => (img as HTMLImageElement).src));
    expect(new Set(shown).size).toBe(shown.length);
  });

  await test.step('what viewers see is drawn in, as in the picture', async () => {
    await moments.first().click();
    await expect(moments.first()).toHaveAttribute('aria-current', 'true');
    const figure = moments.first().getByTestId(/^(count|countdown)$/);
    const drawn = picture.getByTestId(/^(count|countdown)$/);
    await expect(drawn).toHaveAttribute('data-key', (await figure.getAttribute('data-key'))!);
    await expect(picture.locator('lc-worked-outline')).toBeVisible();
  });

  await test.step('keys go down the page, and the same moment plays', async () => {
    await page.keyboard.press('ArrowDown');
    await expect(moments.nth(1)).toHaveAttribute('aria-current', 'true');
    const at = await time.textContent();
    await moments.nth(1).click();
    await expect(page.getByRole('button', { name: 'Pause Space' })).toBeVisible();
    await page.keyboard.press('Space');
    await expect(time).not.toHaveText(at!);
    await page.keyboard.press('ArrowUp');
    await expect(moments.first()).toHaveAttribute('aria-current', 'true');
  });

  await test.step('what could not be followed is edged and says why, and is one key away', async () => {
    const own = async () => (await stored(page.request, id)).doc.overrides;
    const before = await own();
    await page.getByText('What viewers see and hear', { exact: true }).click();
    await choose(page, 'how firmly, which way', 'every time');
    await page.getByText('All cues, as a list').click();
    await page.getByTestId('cue').filter({ hasText: 'how firmly' }).first().click();
    await page.getByText('All cues, as a list').click();
    const [from, to] = [page.getByLabel('From, s'), page.getByLabel('To, s')];
    await to.fill((Number(await from.inputValue()) + 0.3).toFixed(2));
    await to.press('Tab');
    await saved(page);
    const doubts = page.locator('[data-instant=doubt]');
    const doubt = doubts.filter({ hasText: 'too short to read' });
    await expect(doubt).toHaveCount(1);
    await time.click();
    await page.keyboard.press('d');
    await expect(page.locator('[data-instant=doubt][aria-current=true]')).toHaveCount(1);
    await doubt.click();
    await page.getByRole('button', { name: 'As it was made' }).click();
    await saved(page);
    await expect(doubt).toHaveCount(0);
    expect(await own()).toEqual([...before, { key: 'pressure', when: 'every' }]);
  });

  await test.step('an upright telephone shows the same stills as it crops them', async () => {
    const wide = (await moments.first().locator('.still').boundingBox())!;
    await page.getByLabel('How it is looked at').click();
    await page.getByRole('option', { name: 'as an upright film' }).click();
    await expect
      .poll(async () => {
        const box = (await moments.first().locator('.still').boundingBox())!;
        return box.height > box.width && wide.width > wide.height;
      })
      .toBe(true);
    const img = (await moments.first().locator('img').boundingBox())!;
    expect(img.width / img.height).toBeCloseTo(16 / 9, 1);
  });

  await test.step('all cues as a list are one step behind, and are remembered to be wanted', async () => {
    await expect(page.getByTestId('cue')).toHaveCount(0);
    await page.getByText('All cues, as a list').click();
    await expect(page.getByTestId('cue').first()).toBeVisible();
    await opened(page, `/lesson/${id}/mark/cues`);
    await expect(page.getByTestId('cue').first()).toBeVisible();
  });
});
