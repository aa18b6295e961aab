import { readFileSync } from 'node:fs';
import { expect, FOOTAGE, stored, test } from '../studio';

const WORDS = `[0:00] Good morning from the pier, and welcome.
[0:06] First, make the sparrow beak at the lips, eight beaks.
[0:20] Next, stroke the forehead up into the hair, six strokes.
[0:34] Now make the sparrow beak at the lips, softer, five beaks.
[0:48] Next, pinch the nape with a spoon, eight times. I call this one the bollard.
[1:00] That's it for today. Bye.`;

test('an old recording and its captions become a lesson that is put right first', async ({ studio: page, context }) => {
  test.setTimeout(300_000);
  const steps = page.getByTestId('read-step');
  const open = page.locator('li.open');
  const title = `Old pier ${Date.now()}`;

  await test.step('both come in one go, and what is said is read', async () => {
    await page.goto('/from-narration');
    await page.getByLabel('Film and captions').setInputFiles([
      { name: 'old-pier.txt', mimeType: 'text/plain', buffer: Buffer.from(WORDS) },
      { name: 'old-pier.mp4', mimeType: 'video/mp4', buffer: readFileSync(FOOTAGE) },
    ]);
    await expect(steps.nth(3)).toBeVisible();
    await expect(page.getByLabel('The old recording')).toBeVisible();
    await expect(page.getByLabel(/public already/)).toBeChecked();
    await page.getByLabel('Title of the lesson').fill(title);
  });

  const beak = steps.filter({ hasText: 'First, make the sparrow' });
  const other = steps.filter({ hasText: 'Now make the sparrow' });
  await test.step('its place plays by key, and stops by itself', async () => {
    await beak.locator('.pick').click();
    // The row is gone by its words once it is open; a key goes on from there, and back.
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowUp');
    await expect(open.locator('.times')).toHaveText('0:06');
    await page.keyboard.press('Space');
    const at = (): Promise<number> =>
      page.getByLabel('The old recording').evaluate((film) => (film as HTMLVideoElement).currentTime);
    await expect.poll(at).toBeGreaterThan(6.2);
    await page.keyboard.press('Space');
  });

  await test.step('what is put right by key is said of the same phrase too, and taken back with it', async () => {
    const before = await other.locator('strong').textContent();
    await page.keyboard.press('w');
    await page.getByRole('option', { name: 'vocalise', exact: true }).click();
    await expect(open.locator('strong')).toHaveText(/^vocalise/);
    await expect(other.locator('strong')).toHaveText(/^vocalise/);
    await expect(page.getByText(/The same is said at 0:3\d/)).toBeVisible();
    await page.keyboard.press('u');
    await expect(other.locator('strong')).toHaveText(before!);
    await page.keyboard.press('mod+Shift+z'.replace('mod', 'Control'));
    await expect(other.locator('strong')).toHaveText(/^vocalise/);
  });

  await test.step('it is joined, and parted at a word', async () => {
    const count = await steps.count();
    await page.keyboard.press('j');
    await expect(steps).toHaveCount(count - 1);
    await open.getByRole('button', { name: 'Next,', exact: true }).click();
    await expect(steps).toHaveCount(count);
    await expect(beak.locator('strong')).toHaveText(/^vocalise/);
    await page.reload();
    await expect(steps).toHaveCount(count);
    await expect(other.locator('strong')).toHaveText(/^vocalise/);
  });

  await test.step('the lesson has its film with its words, and knows that it is public', async () => {
    // A file that lies here is not there any more after a reload.
    await page
      .getByLabel('Film and captions')
      .setInputFiles([{ name: 'old-pier.mp4', mimeType: 'video/mp4', buffer: readFileSync(FOOTAGE) }]);
    await page.getByRole('button', { name: /^Make a lesson of/ }).click();
    await page.waitForURL(/\/film\/takes$/);
    const id = /lesson\/([^/]+)/.exec(page.url())![1]!;
    await expect.poll(async () => (await stored(context.request, id)).doc.takes.length).toBe(1);
    const { doc } = await stored(context.request, id);
    expect(doc.publicElsewhere).toBe(true);
    expect(doc.title).toBe(title);
    const said = await context.request.get(`/api/media/${doc.takes[0]!.id}/captions.json`);
    expect(((await said.json()) as { text: string }).text).toBe(WORDS);
    const names = doc.steps.map((step) => step.move.action);
    expect(names.filter((action) => action === 'vocalise').length).toBe(2);
    // What the library had is taken from it, and what it had not is in it now, by the name that she says.
    const inLibrary = async (): Promise<string[]> => {
      const answer = (await (await context.request.get('/api/library')).json()) as { doc: { moves: { id: string }[] } };
      return answer.doc.moves.map((move) => move.id);
    };
    const bollard = doc.steps.find((step) => step.move.name === 'Bollard');
    expect(bollard).toBeDefined();
    for (const step of doc.steps) await expect.poll(inLibrary).toContain(step.move.id);
    await context.request.delete(`/api/lessons/${id}`, { headers: { Origin: new URL(page.url()).origin } });
  });
});
