import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { withCamera } from '../camera';
import { addMove, DEMO, edited, expect, FOOTAGE, invitationOn, newLesson, saved, stored, test } from '../studio';

interface Logged {
  entries: { atMs: number; kind: string; stepId: string | null }[];
}
async function logOf(page: Page, lessonId: string, takeId: string): Promise<Logged> {
  const answer = await page.request.get(`/api/lessons/${lessonId}/takes/${takeId}/log.json`);
  return (await answer.json()) as Logged;
}

/** The takes that a copy of the demo's lesson got, once there are so many of them and nothing is left here. */
async function newTakes(page: Page, lessonId: string, many: number): Promise<{ id: string; durationMs: number }[]> {
  const { takes: before } = (await stored(page.request, DEMO)).doc;
  const now = async () => (await stored(page.request, lessonId)).doc.takes.slice(before.length);
  await expect.poll(async () => (await now()).length).toBe(many);
  await expect(page.getByTestId('left-recording')).toHaveCount(0);
  return now();
}

async function begin(page: Page, lessonId: string, way: string): Promise<void> {
  await page.goto(`/lesson/${lessonId}/film/prompter`);
  await page.getByRole('radio', { name: way }).check();
  await page.getByRole('button', { name: way === 'Rehearse' ? 'Rehearse' : 'Begin to film' }).click();
  await expect(page.getByText('Any key or a tap begins')).toBeVisible();
  await page.keyboard.press('x');
  await expect(page.getByText('Any key or a tap begins')).toHaveCount(0);
}

const endIt = async (page: Page): Promise<void> => {
  await page.keyboard.press('Escape');
  await expect(page.getByRole('alertdialog', { name: 'Paused' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('prompter')).toHaveCount(0);
};

test('a lesson is rehearsed by any key, and the plan counts with what it came to', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Rehearsed before dawn');
  await addMove(page, 'Slipway');
  await saved(page);
  const before = (await stored(context.request, id)).doc;
  await page.goto(`/lesson/${id}/film/prompter`);
  await page.getByLabel('It goes on').click();
  await page.getByRole('option', { name: 'when I press' }).click();
  await page.getByText('How it looks and sounds').click();
  await page.getByLabel('Heard with every count').click();
  await page.getByRole('option', { name: 'the number in the left ear' }).click();
  const voice = page.waitForResponse((answer) => answer.url().endsWith('/api/spoken-numbers/1'));
  await begin(page, id, 'Rehearse');
  expect((await voice).status()).toBe(200);
  const words = page.getByTestId('prompter');

  await test.step('it waits, and goes on by whatever is pressed, tapped, or stepped on', async () => {
    await expect(words).toContainText('1 · Slipway');
    for (const [at, key] of ['x', 'PageDown', 'Enter'].entries()) {
      await page.keyboard.press(key);
      await expect(words).toHaveAttribute('data-at', String(at + 1));
    }
    await page.keyboard.press('ArrowLeft');
    await expect(words).toHaveAttribute('data-at', '2');
    await words.click();
    await expect(words).toHaveAttribute('data-at', '3');
  });

  await test.step('the letters are a twentieth of the height at least', async () => {
    for (const part of await words.locator('p').all()) {
      const px = await part.evaluate((one) => Number.parseFloat(getComputedStyle(one).fontSize));
      expect(px).toBeGreaterThanOrEqual(800 / 20);
    }
  });

  await endIt(page);
  const result = page.getByTestId('rehearsal');
  await expect(result).toContainText('You rehearsed');
  await result.getByRole('button', { name: /^Plan with it/ }).click();
  await saved(page);
  const after = (await stored(context.request, id)).doc;
  expect(after.pace.settleMs).not.toBe(before.pace.settleMs);
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect((await stored(context.request, id)).doc).toEqual(expect.objectContaining({ pace: before.pace }));
});

test('only what is to film again is gone through, between what is filmed', async ({ studio: page, context }) => {
  const id = await newLesson(page, 'Filmed once more');
  for (const move of ['Slipway', 'Foghorn', 'Gull lift']) await addMove(page, move);
  await saved(page);
  const { steps } = (await stored(context.request, id)).doc;
  const filmAgain = { id: 'again', stepId: steps[1]!.id, side: null, why: 'The hum was not heard.' };
  await edited(context.request, new URL(page.url()).origin, id, { kind: 'add_film_again', filmAgain });
  await page.goto(`/lesson/${id}/film/prompter`);
  await page.getByLabel('What', { exact: true }).click();
  await page.getByRole('option', { name: /Only what is to film again/ }).click();
  await page.getByRole('radio', { name: 'Rehearse' }).check();
  await page.getByRole('button', { name: 'Rehearse' }).click();
  const words = page.getByTestId('prompter');
  await expect(words).toContainText('2 · Foghorn · after Slipway');
  await page.keyboard.press('x');
  await expect(async () => {
    await page.keyboard.press('x');
    await expect(words).toContainText('then comes Gull lift, which is filmed', { timeout: 1000 });
  }).toPass();
  await endIt(page);
});

test('what the camera sees is kept second by second, outlives a crash, and arrives with its log', async ({
  studio: _studio,
  baseURL,
  copyOfDemo,
}) => {
  await withCamera(baseURL!, async (page) => {
    const id = await copyOfDemo();
    await page.goto(`/lesson/${id}/film/prompter`);
    await test.step('how she sits in the picture is told before it begins', async () => {
      await page.getByRole('radio', { name: 'This machine’s camera films' }).check();
      await page.getByRole('button', { name: 'Begin to film' }).click();
      // The drawn instructor sits as she should, or a little too low for the collarbone: she is found.
      await expect(page.getByTestId('framing-guide')).toHaveText(
        /Well in the picture: face to chest|Too low: your chest/,
      );
    });
    await test.step('who leaves before the first press leaves nothing behind', async () => {
      const lie = () =>
        page.evaluate(async () => {
          const root = await navigator.storage.getDirectory();
          const names: string[] = [];
          for await (const name of (await root.getDirectoryHandle('recordings')).keys()) names.push(name);
          return names;
        });
      expect(await lie()).not.toEqual([]);
      await page.reload();
      await expect.poll(lie).toEqual([]);
    });
    await begin(page, id, 'This machine’s camera films');
    for (let at = 0; at < 8; at++) {
      await page.keyboard.press('x');
      await expect(page.getByTestId('prompter')).toHaveAttribute('data-at', String(at + 1));
    }
    await page.keyboard.press('Backspace');
    const context = page.context();
    const shownClock = page.locator('lc-prompting .clock strong');
    let shownMs = 0;
    await test.step('it is sent while it grows, and what the network does not take waits', async () => {
      await page.waitForResponse((one) => one.request().method() === 'PATCH' && one.ok());
      await expect(shownClock).toHaveText(/^2:/, { timeout: 240_000 });
      await context.setOffline(true);
      await expect(page.getByText('not sent just now: kept here')).toBeVisible();
    });

    await test.step('three minutes on, the page is gone from one moment to the next', async () => {
      await expect(shownClock).toHaveText(/^3:/);
      const [minutes, seconds] = (await shownClock.textContent())!.split(':').map(Number);
      shownMs = 1000 * (60 * minutes! + seconds!);
      const other = await context.newPage();
      await page.close({ runBeforeUnload: false });
      await context.setOffline(false);
      page = other;
      await page.goto(`/lesson/${id}/film/takes`);
      const left = page.getByTestId('left-recording');
      await expect(left).toContainText('of picture and sound');
      await expect(left).toContainText('a part of it is in the studio already');
      const asked = page.waitForResponse((one) => one.request().method() === 'HEAD');
      await left.getByRole('button', { name: 'Send it to the lesson' }).click();
      expect(Number((await asked).headers()['upload-offset'])).toBeGreaterThan(0);
      await expect(left).toHaveCount(0);
    });

    await test.step('its take has the log, and the picture of the camera', async () => {
      const take = (await stored(page.request, id)).doc.takes.at(-1)!;
      // No more is lost than the last two seconds, and nothing in between.
      expect(take.durationMs).toBeGreaterThan(shownMs - 2000);
      const instants = execFileSync('ffprobe', [
        ...['-v', 'error', '-select_streams', 'v', '-show_entries', 'packet=pts_time', '-of', 'csv=p=0'],
        resolve('.data/test/media', take.sources[0]!.mediaId, 'original'),
      ])
        .toString()
        .split('\n')
        .flatMap((line) => (line.trim() ? [Number.parseFloat(line)] : []))
        .sort((a, b) => a - b);
      const gaps = instants.slice(1).map((at, i) => at - instants[i]!);
      expect(Math.max(...gaps)).toBeLessThan(2);
      const { entries } = await logOf(page, id, take.id);
      expect(entries.map((one) => one.kind)).toEqual(expect.arrayContaining(['step', 'dose', 'again']));
      for (const one of entries) expect(one.atMs).toBeLessThanOrEqual(take.durationMs);
      const poster = `/api/media/${take.sources[0]!.mediaId}/poster.jpg`;
      await expect.poll(async () => (await page.request.get(poster)).status()).toBe(200);
      const jpeg = await (await page.request.get(poster)).body();
      const [red, green, blue] = execFileSync(
        'ffmpeg',
        ['-v', 'error', '-i', 'pipe:0', '-vf', 'scale=1:1', '-f', 'rawvideo', '-pix_fmt', 'rgb24', 'pipe:1'],
        { input: jpeg },
      );
      // The drawn room is warm: nothing that is only green.
      expect(red).toBeGreaterThan(green! - 10);
      expect(blue).toBeGreaterThan(40);
    });
  });
});

test('a full storage ends the recording in words, and what was recorded until then is kept', async ({
  baseURL,
  copyOfDemo,
  studio: _studio,
}) => {
  await withCamera(baseURL!, async (page) => {
    const id = await copyOfDemo();
    await page.goto(`/lesson/${id}/film/prompter`);
    const devtools = await page.context().newCDPSession(page);

    await test.step('where hardly anything would fit, nothing is begun', async () => {
      // Chromium tells pages of no quota but its usual one: what it would tell is imitated.
      await page.evaluate(() => {
        navigator.storage.estimate = () => Promise.resolve({ quota: 2_000_000, usage: 0 });
      });
      await page.getByRole('radio', { name: 'This machine’s camera films' }).check();
      await page.getByRole('button', { name: 'Begin to film' }).click();
      await expect(page.getByRole('alert')).toContainText('less than a minute would fit');
    });

    const { origin } = new URL(page.url());
    const full = () => devtools.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
    const room = () => devtools.send('Storage.overrideQuotaForOrigin', { origin });
    const afterSeconds = () => expect(page.locator('lc-prompting .clock strong')).toHaveText(/0:0[3-9]/);
    const left = page.getByTestId('left-recording');

    await test.step('where nothing at all fits, nothing is kept, and that is said', async () => {
      await page.goto(`/lesson/${id}/film/prompter`);
      await full();
      await page.getByRole('radio', { name: 'This machine’s camera films' }).check();
      await page.getByRole('button', { name: 'Begin to film' }).click();
      await expect(page.getByText(/storage of this browser is full: nothing could be kept/)).toBeVisible();
      await expect(left).toHaveCount(0);
      await room();
    });

    // What cannot be sent stays here, and may be thrown away while that is still tried.
    await page.route('**/api/uploads', (route) => route.abort('connectionreset'));
    await begin(page, id, 'This machine’s camera films');
    await afterSeconds();
    await full();
    await expect(page.getByText(/storage of this browser was full after/)).toBeVisible();
    await expect(left).toContainText(/[kM]B/);
    await expect(left).toContainText('being sent');
    await left.getByRole('button', { name: 'Throw it away' }).click();
    await left.getByRole('button', { name: 'Yes, throw it away' }).click();
    await expect(left).toHaveCount(0);
    await page.unroute('**/api/uploads');
    await room();

    await test.step('where it can be sent it becomes a take', async () => {
      await begin(page, id, 'This machine’s camera films');
      await afterSeconds();
      await full();
      await expect(page.getByText(/storage of this browser was full after/)).toBeVisible();
      const [take] = await newTakes(page, id, 1);
      expect(take!.durationMs).toBeGreaterThan(500);
    });
  });
});

test('a recording whose lesson is gone is offered on the desk, and becomes a lesson of its own', async ({
  baseURL,
  copyOfDemo,
  studio: _studio,
}) => {
  await withCamera(baseURL!, async (page) => {
    const id = await copyOfDemo();
    await page.route('**/api/uploads', (route) => route.abort('connectionreset'));
    await begin(page, id, 'This machine’s camera films');
    await expect(page.locator('lc-prompting .clock strong')).toHaveText(/0:0[3-9]/);
    await endIt(page);
    page.once('dialog', (dialog) => void dialog.accept());
    await page.goto('/desk');
    const left = page.getByTestId('left-here');
    await expect(left).toContainText('A recording for “Copy of Before the early bulletin”');
    await page.request.delete(`/api/lessons/${id}`, { headers: { Origin: baseURL! } });
    await page.reload();
    await expect(left).toContainText('its lesson is not on the desk any more');
    await page.unroute('**/api/uploads');
    await left.getByRole('button', { name: 'Make a lesson of it' }).click();
    await expect(page.getByRole('heading', { level: 1, name: /^Filmed/ })).toBeVisible();
    await expect(page.getByTestId('take')).toHaveCount(1);
    await expect(page.getByTestId('left-recording')).toHaveCount(0);
    const made = /lesson\/([^/]+)/.exec(page.url())![1]!;
    const [take] = (await stored(page.request, made)).doc.takes;
    await expect.poll(async () => (await logOf(page, made, take!.id)).entries.length).toBeGreaterThan(0);
  });
});

test('the room is recorded with the log while a telephone films, and both are joined by their sound', async ({
  baseURL,
  studio: _studio,
}) => {
  await withCamera(baseURL!, async (page) => {
    const lesson = { title: 'Filmed by telephone', school: 'open_drains_first', targetMs: null };
    const made = await page.request.post('/api/lessons', { data: lesson, headers: { Origin: baseURL! } });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`/lesson/${id}/plan/moves`);
    await addMove(page, 'Slipway');
    await saved(page);
    await begin(page, id, 'My phone or camera films');
    await page.keyboard.press('c');
    await page.keyboard.press('x');
    await expect(page.locator('lc-prompting .clock strong')).toHaveText(/0:2[0-9]/);
    await endIt(page);
    // The studio has all of it before there is any film, and the browser lets go of it.
    await expect(page.getByTestId('left-recording')).toHaveCount(0);
    await expect.poll(async () => (await stored(page.request, id)).doc.waiting.length).toBe(1);

    await page.goto(`/lesson/${id}/film/takes`);
    await expect(page.getByTestId('waiting')).toContainText('It waits for the film');
    await page.getByLabel('Video file').setInputFiles(FOOTAGE);
    await expect(page.getByTestId('take')).toHaveCount(1);
    await expect(page.getByTestId('waiting')).toHaveCount(0);
    const take = async () => (await stored(page.request, id)).doc.takes[0]!;
    // The sound that the microphone was fed with is that of the film, from its beginning.
    await expect.poll(async () => (await take()).sources.find((one) => one.role === 'log')?.offsetMs ?? 0).not.toBe(0);
    const { id: takeId, sources } = await take();
    expect(Math.abs(sources.find((one) => one.role === 'log')!.offsetMs)).toBeLessThan(3000);
    expect((await logOf(page, id, takeId)).entries.map((one) => one.kind)).toEqual(
      expect.arrayContaining(['clap', 'step', 'end']),
    );

    await test.step('where it lies is shown, put elsewhere by hand, and found again by its sound', async () => {
      const at = page.getByTestId('source').getByRole('spinbutton');
      const found = (await at.inputValue()).trim();
      await at.fill('7.5');
      await at.press('Tab');
      await saved(page);
      expect((await take()).sources.find((one) => one.role === 'log')!.offsetMs).toBe(7500);
      await page.getByRole('button', { name: 'Find it by its sound' }).click();
      await expect(at).toHaveValue(found);
    });

    await test.step('a sound that was recorded apart is found by its sound too, and is what is heard', async () => {
      const apart = resolve('.data/test/apart.flac');
      execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-y', '-ss', '3.2', '-i', FOOTAGE, '-vn', apart]);
      await page.getByLabel(/^Sound of/).setInputFiles(apart);
      const heard = async () => (await take()).sources.find((one) => one.role === 'sound');
      await expect.poll(async () => (await heard())?.offsetMs ?? 0).not.toBe(0);
      expect(Math.abs((await heard())!.offsetMs - 3200)).toBeLessThan(30);
      await expect(page.getByTestId('source').filter({ hasText: 'Its own sound' })).toBeVisible();
    });
  });
});

test('without a camera it is said what to do, and a take plays as one for trying out', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const id = await copyOfDemo();
  await page.goto(`/lesson/${id}/film/prompter`);
  await page.getByRole('radio', { name: 'This machine’s camera films' }).check();
  await page.getByRole('button', { name: 'Begin to film' }).click();
  await expect(page.getByRole('alert')).toContainText(/Plug it in, or choose another one|Allow it beside the address/);

  await page.getByLabel('Camera', { exact: true }).click();
  await page.getByRole('option', { name: /^Demo camera: plays “Take 1/ }).click();
  await page.getByRole('button', { name: 'Begin to film' }).click();
  await expect(page.getByTestId('framing-guide')).toHaveText(/Well in the picture|Too low/);
  await page.keyboard.press('x');
  await expect(page.locator('lc-prompting .clock strong')).toHaveText(/0:(0[6-9]|[1-5]\d)/);
  await endIt(page);
  const made = await newTakes(page, id, 1);
  expect(made[0]!.durationMs).toBeGreaterThan(4000);
  await expect.poll(async () => (await logOf(page, id, made[0]!.id)).entries.map((one) => one.kind)).toContain('end');
});

test('two windows record at once, and permission that is taken back ends one of them: both are kept', async ({
  baseURL,
  copyOfDemo,
  studio: _studio,
}) => {
  await withCamera(baseURL!, async (page) => {
    const id = await copyOfDemo();
    const other = await page.context().newPage();
    for (const one of [page, other]) {
      await begin(one, id, 'This machine’s camera films');
      // Through the opening, into the first step.
      for (let at = 0; at < 8; at++) {
        await one.keyboard.press('x');
        await expect(one.getByTestId('prompter')).toHaveAttribute('data-at', String(at + 1));
      }
    }
    const gone = page.getByText(/The camera or the microphone was gone after/);
    await page.bringToFront();
    const devtools = await page.context().newCDPSession(page);
    for (const name of ['camera', 'microphone'])
      await devtools.send('Browser.setPermission', {
        permission: { name },
        setting: 'denied',
        origin: new URL(page.url()).origin,
      });
    await expect(gone).toBeVisible();
    // Both had the same camera.
    await other.bringToFront();
    await expect(other.getByText(/The camera or the microphone was gone after/)).toBeVisible();
    for (const take of await newTakes(page, id, 2)) {
      expect(take.durationMs).toBeGreaterThan(500);
      // Its log comes once the take is there.
      await expect.poll(async () => (await logOf(page, id, take.id)).entries[0]?.kind).toBe('step');
    }
  });
});

test('a telephone beside the camera shows the prompter and drives it; log and clock are the studio’s', async ({
  studio: page,
  browser,
}) => {
  const id = await newLesson(page, 'Driven from a telephone');
  await addMove(page, 'Slipway');
  await saved(page);
  await page.goto(`/lesson/${id}/film/prompter`);
  await page.getByRole('radio', { name: 'Rehearse' }).check();
  await page.getByLabel('It goes on').click();
  await page.getByRole('option', { name: 'when I press' }).click();
  await page.getByRole('button', { name: 'Open it there' }).click();
  const card = page.locator('lc-second-screen');
  const { code, address } = await invitationOn(card);

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  // It is a day and seven minutes late, and goes on at its own time.
  await phone.clock.install({ time: Date.now() - 86_400_000 - 420_000 });
  await phone.goto(`${address}#${code}`);
  await expect(phone.getByRole('heading', { name: 'Ready beside the camera' })).toBeVisible();
  await expect(card).toContainText('The telephone shows the prompter');
  expect(await context.cookies()).toEqual([]);

  await test.step('a tap begins, and the next one goes on, also where its answer is lost', async () => {
    await phone.locator('main').tap();
    await expect(phone.getByText('Any key or a tap begins')).toBeVisible();
    await phone.locator('lc-prompt-words').tap();
    await expect(page.getByText('Any key or a tap begins')).toHaveCount(0);
    await expect(page.getByTestId('prompter')).toHaveAttribute('data-at', '0');
    let met = 0;
    await phone.route('**/api/second-screen/press', async (route) => {
      if (++met > 1) return route.continue();
      await route.fetch();
      await route.abort('connectionreset');
    });
    await phone.locator('lc-prompt-words').tap();
    await expect(page.getByTestId('prompter')).toHaveAttribute('data-at', '1');
    await phone.clock.runFor(2000);
    await expect(phone.getByRole('alert')).toHaveCount(0);
    await phone.getByRole('button', { name: 'back' }).tap();
    await expect(page.getByTestId('prompter')).toHaveAttribute('data-at', '0');
  });

  await test.step('both show the same, in letters of a twentieth of the height', async () => {
    const words = page.getByTestId('prompter');
    await expect(phone.getByTestId('prompter')).toHaveText((await words.textContent())!, { useInnerText: false });
    for (const part of await phone.locator('lc-prompt-words p').all()) {
      const px = await part.evaluate((one) => Number.parseFloat(getComputedStyle(one).fontSize));
      expect(px).toBeGreaterThanOrEqual(844 / 20);
    }
  });

  await test.step('loaded again it goes on; its code lets nobody else in', async () => {
    await phone.reload();
    await expect(phone.getByTestId('prompter')).toBeVisible();
    const other = await (await browser.newContext()).newPage();
    await other.goto(`${address}#${code}`);
    await expect(other.getByRole('alert')).toContainText('each lets one telephone in');
    await other.context().close();
  });

  await test.step('it pauses and ends from there, and is closed with the prompter', async () => {
    await phone.getByRole('button', { name: 'pause' }).tap();
    await expect(page.getByRole('alertdialog', { name: 'Paused' })).toBeVisible();
    await phone.getByRole('button', { name: 'End here' }).tap();
    await expect(page.getByTestId('rehearsal')).toContainText('You rehearsed');
    await page.reload();
    await expect(card).toContainText('The telephone shows the prompter');
    await page.getByRole('link', { name: 'Takes' }).click();
    await expect(phone.getByRole('alert')).toContainText(/closed|cannot be reached/);
  });
  await context.close();
});

test('where there is no microphone, it is said why one is needed, and rehearsing goes without', async ({
  studio: page,
}) => {
  await page.goto(`/lesson/${DEMO}/film/prompter`);
  await page.getByRole('radio', { name: 'My phone or camera films' }).check();
  await page.getByRole('button', { name: 'Begin to film' }).click();
  await expect(page.getByRole('alert')).toContainText('There is no microphone here.');
  await expect(page.getByTestId('prompter')).toHaveCount(0);
  await expect(page.getByTestId('left-recording')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Rehearse' }).check();
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await expect(page.getByTestId('prompter')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('prompter')).toHaveCount(0);
});
