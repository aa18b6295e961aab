import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { choose, DEMO, expect, opened, saved, stored, test } from '../studio';

test('what a video host asks for is copied in its order, and the lesson leaves as files', async ({
  studio: page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const clipboard = (): Promise<string> => page.evaluate(() => navigator.clipboard.readText());
  await opened(page, `/lesson/${DEMO}/share/video-host`);
  const pasted = page.getByTestId('pasted');

  await test.step('by key, from top to bottom', async () => {
    await page.keyboard.press('c');
    await expect.poll(clipboard).toMatch(/^Before the early bulletin \(\d:\d\d\)$/);
    await page.keyboard.press('c');
    await expect.poll(clipboard).toContain('Who should ask first');
    await expect(pasted.nth(1).getByRole('button')).toContainText('Copied');
    const chapters = (await clipboard()).match(/^\d+:\d\d .+$/gm)!;
    expect(chapters[0]).toMatch(/^0:00 /);
    expect(chapters.length).toBeGreaterThan(3);
  });

  await test.step('by pointer, with how many letters there are', async () => {
    await pasted.filter({ hasText: 'Tags' }).getByRole('button', { name: 'Copy: Tags' }).click();
    await expect.poll(clipboard).toContain('face yoga, follow along');
    await expect(pasted.first()).toContainText(/\d+ of 100 letters/);
  });

  await test.step('another way through the lesson has other chapters', async () => {
    const description = await pasted.nth(1).textContent();
    await choose(page, 'Which way through the lesson goes there', 'Just the moves');
    await expect(pasted.nth(1)).not.toHaveText(description!);
    await choose(page, 'Which way through the lesson goes there', 'The whole lesson');
    await expect(pasted.nth(1)).toHaveText(description!);
  });

  await test.step('her standing texts go under every description, and leave with nothing else', async () => {
    const code = `Code LANTERN-${crypto.randomUUID().slice(0, 6)} for the harbour shop.`;
    const one = page.getByTestId('standing-text');
    const before = await one.count();
    await page.getByLabel('One more standing text').fill(code);
    await page.getByLabel('One more standing text').press('Tab');
    await expect(one).toHaveCount(before + 1);
    await expect(pasted.nth(1)).toContainText(code);
    await expect.poll(async () => JSON.stringify(await (await page.request.get('/api/rules')).json())).toContain(code);
    expect(await (await page.request.get(`/api/lessons/${DEMO}/bundle`)).text()).not.toContain(code);
    await page.getByRole('button', { name: 'Take it out' }).last().click();
    await expect(pasted.nth(1)).not.toContainText(code);
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(pasted.nth(1)).toContainText(code);
    await page.getByRole('button', { name: 'Take it out' }).last().click();
    await expect(one).toHaveCount(before);
  });

  await test.step('files for an editor, singly and as one archive', async () => {
    await page.getByText('Files for an editor').click();
    const saved = async (name: string): Promise<{ path: string; name: string }> => {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name }).click();
      return { path: await (await download).path(), name: (await download).suggestedFilename() };
    };
    const edl = await saved('Save: What plays, CMX 3600');
    expect(edl.name).toBe('before-the-early-bulletin-edit-list.edl');
    expect(readFileSync(edl.path, 'utf8')).toMatch(/^TITLE: Before the early bulletin\r\nFCM: NON-DROP FRAME\r\n/);
    const all = await saved('All of them, as one archive');
    expect(all.name).toBe('before-the-early-bulletin.zip');
    expect(execFileSync('unzip', ['-t', all.path], { encoding: 'utf8' })).toContain('No errors detected');
    const list = execFileSync('unzip', ['-Z1', all.path], { encoding: 'utf8' }).trim().split('\n');
    expect(list.length).toBe(11);
    expect(list).toContain('before-the-early-bulletin-timeline.otio');
  });
});

test('a list that an editor gave back is told of first, then plays as one edit; a foreign one is refused', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/share/video-host`);
  await page.getByText('Files for an editor').click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save: What plays, CMX 3600' }).click();
  const list = readFileSync(await (await download).path(), 'utf8');
  const bring = (text: string): Promise<void> =>
    page
      .getByLabel('Bring one back')
      .setInputFiles({ name: 'back.edl', mimeType: 'text/plain', buffer: Buffer.from(text) });
  const told = page.getByTestId('list-back');
  const { doc } = await stored(page.request, id);

  await bring(list);
  await expect(told).toContainText('All is so already');
  await bring(list.replaceAll('FROM CLIP NAME: Take', 'FROM CLIP NAME: Reel').replaceAll('TAKE', 'REEL'));
  await expect(page.getByRole('alert')).toContainText('no take of this lesson is called so');
  await expect(told).toHaveCount(0);

  // The first piece is cut by ten seconds at its end.
  const lines = list.split('\r\n');
  const at = lines.findIndex((line) => line.startsWith('001'));
  const codes = lines[at]!.match(/\d\d:\d\d:\d\d:\d\d/g)!;
  const earlier = (code: string): string => {
    const [h, m, s, f] = code.split(':').map(Number) as [number, number, number, number];
    const seconds = 3600 * h + 60 * m + s - 10;
    return [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60, f]
      .map((n) => String(n).padStart(2, '0'))
      .join(':');
  };
  lines[at] = lines[at]!.replace(codes[1]!, earlier(codes[1]!)).replace(codes[3]!, earlier(codes[3]!));
  await bring(lines.join('\r\n'));
  await expect(told).toContainText(/It runs \d:\d\d, before \d:\d\d\./);
  expect((await stored(page.request, id)).doc.assembly).toEqual(doc.assembly);
  await told.getByRole('button', { name: 'Let it be so' }).click();
  await saved(page);
  const after = (await stored(page.request, id)).doc.assembly;
  expect(after[0]!.toMs).toBe(doc.assembly[0]!.toMs - 10_000);
  expect(after.slice(1)).toEqual(doc.assembly.slice(1));
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await stored(page.request, id)).doc.assembly).toEqual(doc.assembly);
});

test('the address there is brought back; from then on Proof tells what can be mended beside the film', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/share/video-host`);
  const address = page.getByLabel('Address at the video host');
  await address.fill('harbour');
  await address.press('Tab');
  await expect(page.getByText('An address begins with https://')).toBeVisible();
  await address.fill('https://videos.example/watch/early-bulletin');
  await address.press('Tab');
  await expect(page.getByText('An address begins with https://')).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Open it' })).toHaveAttribute('href', /early-bulletin$/);
  await saved(page);
  await page.goto(`/lesson/${id}/share/proof`);
  await expect(page.getByRole('heading', { name: 'Public already' })).toBeVisible();
  await expect(page.getByText(/\d+ in the film, which stays as it is where it is public/)).toBeVisible();
  const cards = page.getByTestId('proved');
  await expect(cards.getByRole('button', { name: 'Put it right in the caption' })).toBeVisible();
  await expect(cards.getByRole('button', { name: 'Film it again' })).toHaveCount(0);
  // A lesson that is made of it is public nowhere.
  const headers = { Origin: new URL(page.url()).origin };
  const copy = (await (await page.request.post(`/api/lessons/${id}/copy`, { headers })).json()) as { id: string };
  expect((await stored(page.request, copy.id)).doc).toMatchObject({ publicElsewhere: false, publicAddress: '' });
  for (const path of ['lessons', 'trash']) await page.request.delete(`/api/${path}/${copy.id}`, { headers });
});
