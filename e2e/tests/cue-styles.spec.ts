import { readFile } from 'node:fs/promises';
import { choose, chooseCue, expect, opened, stored, test } from '../studio';

interface Style {
  readonly name: string;
  readonly plate: string;
  readonly plateOpacity: number;
  readonly types: { readonly count: number };
}

test('how cues look is changed beside the picture, kept for other lessons, taken out and brought in', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const [id, other] = [await copyOfDemo(), await copyOfDemo()];
  const style = async (of: string) =>
    ((await stored(page.request, of)).doc as unknown as { cueStyle: Style | null }).cueStyle;
  await opened(page, `/lesson/${id}/mark/cues`);
  await chooseCue(page, '2 of 6');
  const count = page.getByTestId('picture').getByTestId('count');
  await expect(count).toBeVisible();
  await page.getByText('How they look').click();
  const live = page.locator('lc-style-editor lc-moment-still');

  await test.step('a colour is hers at once, on the picture and on the still beside it', async () => {
    await page.getByLabel('ground', { exact: true }).fill('#123a5c');
    await expect.poll(async () => (await style(id))?.plate).toBe('#123a5c');
    expect((await style(id))!.name).toBe('Your Pebble');
    await expect(count.locator('path').first()).toHaveAttribute('fill', '#123a5c');
    await expect(live.locator('path[fill="#123a5c"]').first()).toBeAttached();
  });

  await test.step('numbers grow by key, and where they stand goes along', async () => {
    const before = (await count.boundingBox())!.width;
    const slide = page.getByLabel('numbers', { exact: true });
    await slide.focus();
    await page.keyboard.press('End');
    await expect.poll(async () => (await style(id))?.types.count).toBe(0.16);
    await expect.poll(async () => (await count.boundingBox())?.width ?? 0).toBeGreaterThan(2 * before);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect.poll(async () => (await count.boundingBox())?.width ?? 0).toBeCloseTo(before, 0);
  });

  await test.step('what lets the picture through is denser where its words could not be read', async () => {
    const slide = page.getByLabel('picture shines through');
    await slide.focus();
    await page.keyboard.press('End');
    await expect.poll(async () => (await style(id))?.plateOpacity).toBe(0.5);
    const plate = count.locator('path[fill="#123a5c"]').first();
    // White letters over a bright wall.
    await expect.poll(async () => Number(await plate.getAttribute('opacity'))).toBeGreaterThan(0.5);
  });

  await test.step('letters that nobody can tell from their ground are told of', async () => {
    await page.getByLabel('letters', { exact: true }).fill('#1d4a70');
    await expect(page.getByText(/Letters and their ground: 1\.\d to 1/)).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByText(/Letters and their ground/)).toHaveCount(0);
  });

  const file = await test.step('it has a name, and goes out as a file', async () => {
    await page.getByLabel('Called').fill('Deep water');
    await page.getByLabel('Called').press('Enter');
    await expect.poll(async () => (await style(id))?.name).toBe('Deep water');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Take it out as a file' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('Deep-water.json');
    return await readFile(await download.path(), 'utf8');
  });

  await test.step('another lesson can have it, and a file that is none is refused in words', async () => {
    await opened(page, `/lesson/${other}/mark/cues`);
    expect(await style(other)).toBeNull();
    await choose(page, 'Style', 'Deep water');
    await expect.poll(async () => (await style(other))?.plate).toBe('#123a5c');
    await page.getByText('How they look').click();
    const bring = page.getByLabel('Style file');
    await bring.setInputFiles({ name: 'shopping.json', mimeType: 'application/json', buffer: Buffer.from('[]') });
    await expect(page.getByRole('alert').filter({ hasText: 'shopping.json' })).toBeVisible();
    const changed = file.replace('#123a5c', '#5c1230').replace('Deep water', 'Pebble');
    await bring.setInputFiles({ name: 'style.json', mimeType: 'application/json', buffer: Buffer.from(changed) });
    await expect.poll(async () => (await style(other))?.plate).toBe('#5c1230');
    // What comes with the program keeps its name for itself.
    expect((await style(other))!.name).toBe('Your Pebble');
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
});

test('what viewers can follow is what the studio says it is', async ({ studio: page, copyOfDemo, complaints: _c }) => {
  const id = await copyOfDemo();
  const name = /Captions are read at no more than/;
  await opened(page, '/rules');
  await page.getByRole('tab', { name: 'What viewers can follow' }).click();
  const field = page.getByLabel(name);
  await expect(field).toHaveValue('20');
  // What cannot be is put right where it is typed.
  await field.fill('2');
  await field.press('Tab');
  await expect(field).toHaveValue('5');
  await expect(page.getByTestId('saving')).toHaveText(/saved/);
  try {
    await opened(page, `/lesson/${id}/mark/cues`);
    await expect(page.getByRole('button', { name: /is to be read in/ }).first()).toBeVisible();
  } finally {
    await opened(page, '/rules');
    await page.getByRole('tab', { name: 'What viewers can follow' }).click();
    await page.getByRole('button', { name: 'Back to 20' }).click();
    await expect(page.getByLabel(name)).toHaveValue('20');
    await expect(page.getByTestId('saving')).toHaveText(/saved/);
  }
});
