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

test('captions that were corrected elsewhere come back as words on the screen; another lesson’s are refused', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/share/video-host`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Captions, SubRip', exact: true }).click();
  const srt = readFileSync(await (await download).path(), 'utf8');
  await page.getByText('Files for an editor').click();
  const bring = (name: string, text: string): Promise<void> =>
    page
      .getByLabel('Bring one back', { exact: true })
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  const told = page.getByTestId('list-back');

  await bring('as-it-was.srt', srt);
  await expect(told).toContainText('All is so already');
  await bring('broken.srt', srt.replace('-->', '->').replace('-->', 'to --> from'));
  await expect(page.getByRole('alert')).toContainText(/broken\.srt: Line \d+ has no times/);
  await bring('ebb.srt', '1\n00:00:01,000 --> 00:00:04,000\nAnother lesson entirely.\n');
  await expect(page.getByRole('alert')).toContainText('ebb.srt: These are no cues of this lesson');

  const [first] = srt.split('\n\n');
  const words = first!.split('\n').slice(2).join(' ');
  await bring(
    'corrected.srt',
    srt.replace(first!, [...first!.split('\n').slice(0, 2), 'Good morning, you.'].join('\n')),
  );
  await expect(told).toContainText(`“${words}” becomes “Good morning, you.”.`);
  const before = (await stored(page.request, id)).doc.overrides;
  expect(JSON.stringify(before)).not.toContain('Good morning, you.');
  await told.getByRole('button', { name: 'Let it be so' }).click();
  await expect
    .poll(async () => (await stored(page.request, id)).doc.overrides)
    .toEqual([...before, expect.objectContaining({ text: 'Good morning, you.' })]);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await stored(page.request, id)).doc.overrides).toEqual(before);
});

test('a thumbnail has her words beside the face, as large as hosts ask for, of a still or of a picture of her own', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/share/video-host`);
  const thumbnail = page.locator('lc-thumbnail');
  const save = async (): Promise<Buffer> => {
    const download = page.waitForEvent('download');
    await thumbnail.getByRole('button', { name: 'Save the thumbnail' }).click();
    expect((await download).suggestedFilename()).toBe('Copy-of-Before-the-early-bulletin-thumbnail.jpg');
    return readFileSync(await (await download).path());
  };
  const sizeOf = (jpeg: Buffer): string =>
    execFileSync('ffprobe', ['-v', 'error', '-show_entries', 'stream=codec_name,width,height', '-of', 'csv=p=0', '-'], {
      input: jpeg,
      encoding: 'utf8',
    }).trim();
  /** The mean of a part of the picture, of red, green and blue. */
  const meanOf = (jpeg: Buffer, crop: string): number[] => [
    ...execFileSync(
      'ffmpeg',
      ['-v', 'error', '-i', '-', '-vf', `crop=${crop},scale=1:1:flags=area,format=rgb24`, '-f', 'rawvideo', '-'],
      { input: jpeg },
    ),
  ];
  const words = thumbnail.getByLabel('Words on it');
  await expect(words).toHaveValue('Copy of Before the early bulletin');
  await words.fill('Wake up, jaw');
  await words.press('Tab');
  await expect(thumbnail.getByTestId('thumbnail')).toContainText('jaw');
  const still = await save();
  expect(sizeOf(still)).toBe('mjpeg,1280,720');
  // The ground of the words is there, dark, and where the host lays the length there is none of it.
  await choose(page, 'Where the words of the thumbnail stand', 'at the left');
  const left = await save();
  expect(Math.max(...meanOf(left, '24:700:4:10'))).toBeLessThan(70);
  await choose(page, 'Where the words of the thumbnail stand', 'at the right');
  const right = await save();
  expect(Math.max(...meanOf(right, '24:700:1250:10'))).toBeLessThan(70);
  expect(Math.max(...meanOf(right, '24:700:4:10'))).toBeGreaterThan(90);

  await test.step('what was chosen is found again', async () => {
    await saved(page);
    await page.reload();
    await expect(words).toHaveValue('Wake up, jaw');
    await expect(page.getByRole('combobox', { name: 'Where the words of the thumbnail stand' })).toContainText(
      'at the right',
    );
  });

  await test.step('of her own picture, which need not be wide; what is none is refused in words', async () => {
    const png = execFileSync('ffmpeg', [
      ...['-v', 'error', '-f', 'lavfi', '-i', 'color=c=0x20c040:s=400x600:d=1', '-frames:v', '1'],
      ...['-c:v', 'png', '-f', 'image2pipe', '-'],
    ]);
    const own = thumbnail.getByLabel('Your own picture');
    await own.setInputFiles({ name: 'note.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
    await expect(thumbnail.getByRole('alert')).toContainText('note.png is no picture');
    await own.setInputFiles({ name: 'green.png', mimeType: 'image/png', buffer: png });
    await expect(thumbnail).toContainText('It has 400 points across; hosts ask for 1280.');
    const [red, green, blue] = meanOf(await save(), '200:600:100:60');
    expect([green! > 150, red! < 80, blue! < 110]).toEqual([true, true, true]);
  });
});

test('a lesson leaves with its media and comes back whole', async ({ studio: page, copyOfDemo }) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/share/video-host`);
  await page.getByText('Files for an editor').click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'The lesson with its media' }).click();
  const name = (await download).suggestedFilename();
  expect(name).toBe('copy-of-before-the-early-bulletin.lesson.zip');
  const buffer = readFileSync(await (await download).path());
  const before = (await stored(page.request, id)).doc;

  await page.goto('/desk');
  await page.getByLabel('Lesson file').setInputFiles({ name, mimeType: 'application/zip', buffer });
  const read = page.getByRole('dialog', { name: before.title });
  await expect(read).toContainText(/2 takes/);
  await expect(read).toContainText(/\d recordings? come along, [\d.,]+ MB in all/);
  await read.getByRole('button', { name: 'Put it on the desk' }).click();
  await page.waitForURL(/film\/takes/);
  const other = /lesson\/([^/]+)/.exec(page.url())![1]!;
  expect(other).not.toBe(id);
  const kept = (doc: typeof before) =>
    doc.takes.map((take) => ({ ...take, sources: take.sources.map(({ role, offsetMs }) => ({ role, offsetMs })) }));
  await expect.poll(async () => kept((await stored(page.request, other)).doc)).toEqual(kept(before));
  const after = (await stored(page.request, other)).doc;
  expect([after.assembly, after.segments]).toEqual([before.assembly, before.segments]);
  const headers = { Origin: new URL(page.url()).origin };
  for (const path of ['lessons', 'trash']) await page.request.delete(`/api/${path}/${other}`, { headers });
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
