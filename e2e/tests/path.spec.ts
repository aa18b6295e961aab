import { readFileSync } from 'node:fs';
import type { Truth } from '@limber/demo/footage/truth';
import {
  addMove,
  bringIn,
  choose,
  expect,
  FOOTAGE,
  linkOf,
  newLesson,
  playedOn,
  saved,
  stored,
  test,
  viewer,
  shareIt,
} from '../studio';

test('a lesson goes from plan to what viewers did', async ({ studio: page, context, browser, complaints }) => {
  const id = await newLesson(page, 'Eyes before the fog horn');

  await test.step('plan: moves, dose, words, order', async () => {
    await expect(page.getByTestId('total')).toHaveText('0:00');
    await addMove(page, 'Drizzle');
    await addMove(page, 'Ebb line');
    await addMove(page, 'Lantern eyes');
    await expect(page.getByTestId('step').nth(2)).toContainText('Lantern eyes');
    // The step that is chosen moves earlier by keys.
    await page.keyboard.press('Control+ArrowUp');
    await expect(page.getByTestId('step').nth(1)).toContainText('Lantern eyes');
    await page.getByLabel('for, s', { exact: true }).fill('10');
    await page.keyboard.press('Tab');
    await page.getByLabel('Said before').fill('Ring fingers around the bone, feather-light.');
    await page.getByLabel('Target length, as minutes or m:ss').fill('1:30');
    await page.keyboard.press('Tab');
    await expect(page.getByTestId('difference')).toContainText('under');
    await saved(page);
    const { doc } = await stored(context.request, id);
    expect(doc.steps.map((step) => step.move.name)).toEqual(['Drizzle', 'Lantern eyes', 'Ebb line']);
    expect(doc.steps[1]!.dose['eachMs']!.planned).toBe(10_000);
  });

  await test.step('film: bring a take in and see it prepared', async () => {
    await page.getByRole('link', { name: 'Film' }).click();
    await bringIn(page, FOOTAGE);
    await expect(page.getByTestId('take')).toHaveCount(1);
    await expect(page.getByText('Plays in the lesson')).toBeVisible();
    await expect(page.getByTestId('job')).toHaveCount(0);
    await page.getByRole('button', { name: 'left', exact: true }).click();
    await expect(page.getByText('your viewers’ left')).toBeVisible();
    await saved(page);
    const { doc } = await stored(context.request, id);
    expect(doc.takes[0]!.pictureLeft).toBe('left');
  });

  await test.step('mark: what the take shows is proposed, looked at, and agreed to', async () => {
    await page.getByRole('link', { name: 'Mark' }).click();
    await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
    const work = page.locator('[data-testid=row].work');
    await expect(work).toHaveCount(4);
    // Until hands are seen and counted, the plan alone tells where parts are.
    await expect(work.last()).toContainText('3 of 3');
    // To look is the first press: the chosen part plays, with its repetitions counted, and stands again after it.
    await work.last().getByRole('button').click();
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('count')).toBeVisible();
    await expect(page.getByTestId('count')).toHaveText(/[1-3]/);
    await page.keyboard.press('Space');
    // Every doubt is looked at and answered; then the rest is agreed to by one press.
    for (let presses = 0; presses < 12 && (await page.getByTestId('doubts').isVisible()); presses++) {
      await page.keyboard.press('d');
      await page.keyboard.press('a');
    }
    const all = page.getByTestId('agree-all');
    // The button goes once nothing is left to agree to, which may be between looking for it and pressing it.
    let presses = 0;
    await expect(async () => {
      if (presses < 3 && (await all.isVisible())) {
        await all.click({ timeout: 2000 });
        presses++;
      }
      await expect(page.locator('[data-testid=row].work[data-state=agreed]')).toHaveCount(4, { timeout: 2000 });
    }).toPass();
    await saved(page);
    const { segments } = (await stored(context.request, id)).doc;
    const parts = segments.filter((one) => ['reps', 'drain'].includes(one.kind));
    expect(parts.map((one) => one.side)).toEqual(['both', 'both', 'left', 'right']);
    const truth = (JSON.parse(readFileSync(`${FOOTAGE}.truth.json`, 'utf8')) as Truth).segments.filter((one) =>
      ['reps', 'drain'].includes(one.kind),
    );
    parts.forEach((one, at) => {
      expect(Math.abs(one.startMs - truth[at]!.startMs), `start of ${at}`).toBeLessThan(1000);
      expect(Math.abs(one.endMs - truth[at]!.endMs), `end of ${at}`).toBeLessThan(1000);
    });
    for (const one of segments) expect(one.startMs % 40).toBe(0);
  });

  await test.step('mark: by hand, in time, and never proposed again what was taken away', async () => {
    const work = page.locator('[data-testid=row].work');
    await work.last().getByRole('button').click();
    const { startMs } = (await stored(context.request, id)).doc.segments.findLast((one) => one.side === 'right')!;
    await page.keyboard.press('n');
    await expect(page.locator('[data-testid=row].work[data-state=agreed]')).toHaveCount(3);
    // What was taken away by hand is proposed once more; then it is refused, and stays away.
    await expect(work.last()).toHaveAttribute('data-state', /sure/);
    await work.last().getByRole('button').click();
    await page.keyboard.press('n');
    await expect(work.last()).toHaveAttribute('data-state', 'missing');
    await page.keyboard.press('Escape');
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('s');
    await expect(page.getByText(/Open since/)).toBeVisible();
    // In time: three taps while the footage plays.
    await page.keyboard.press('Space');
    for (let tap = 0; tap < 3; tap++) {
      await playedOn(page, 0.9);
      await page.keyboard.press('b');
    }
    await playedOn(page, 0.2);
    await page.keyboard.press('e');
    await page.keyboard.press('Space');
    await saved(page);
    const marked = (await stored(context.request, id)).doc.segments.findLast((one) => one.side === 'right')!;
    expect(marked.beatsMs.length).toBe(3);
    expect(marked.startMs % 40).toBe(0);
    expect(Math.abs(marked.startMs - startMs)).toBeLessThan(3000);
  });

  await test.step('mark: an end by pointer, and taken back', async () => {
    const end = async (): Promise<number> =>
      (await stored(context.request, id)).doc.segments.findLast((one) => one.side === 'right')!.endMs;
    const before = await end();
    const box = (await page.getByTestId('hook-end').boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 40, box.y + box.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect.poll(end).toBeGreaterThan(before);
    await page.keyboard.press('u');
    await expect.poll(end).toBe(before);
  });

  await test.step('cues: derived, one overridden, WebVTT out', async () => {
    await page.getByRole('link', { name: 'Cues' }).click();
    await page.getByText('All cues, as a list').click();
    await page.getByTestId('cue').filter({ hasText: 'Your left' }).click();
    const side = page.getByTestId('picture').getByTestId('side');
    await expect(side).toContainText('Your left');
    await page.getByLabel('Text', { exact: true }).fill('Left, slowly');
    await page.keyboard.press('Tab');
    await expect(side).toContainText('Left, slowly');
    await saved(page);
    const vtt = await (await context.request.get(`/api/lessons/${id}/cues.vtt`)).text();
    expect(vtt).toContain('Left, slowly');
    expect(vtt.startsWith('WEBVTT')).toBe(true);
  });

  await test.step('cues: what viewers see is chosen by kind, drawn at once, and taken back', async () => {
    const own = async (): Promise<unknown> => (await stored(context.request, id)).doc.overrides;
    const before = await own();
    await page.getByText('What viewers see and hear', { exact: true }).click();
    const label = page.getByTestId('picture').getByTestId('label');
    await expect(label).toHaveCount(0);
    await choose(page, 'names of steps', 'every time');
    await expect(label).toContainText(' of 3: ');
    await choose(page, 'counts', 'not shown');
    await saved(page);
    await expect(page.getByTestId('cue').filter({ hasText: /\d of \d+ ?count/ })).toHaveCount(0);
    expect(await own()).toEqual(
      expect.arrayContaining([
        { key: 'label', when: 'every' },
        { key: 'count', when: 'never' },
      ]),
    );
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
    expect(await own()).toEqual(before);
    await page.getByText('What viewers see and hear', { exact: true }).click();
  });

  await test.step('cues: counts are heard as well where she wants it, while it plays', async () => {
    await page.evaluate(() => {
      const rung: number[] = [];
      Object.assign(window, { rung });
      const connect = Object.getOwnPropertyDescriptor(AudioNode.prototype, 'connect')!;
      Object.defineProperty(AudioBufferSourceNode.prototype, 'connect', {
        value(this: AudioBufferSourceNode, ...args: unknown[]): unknown {
          rung.push(this.buffer?.duration ?? 0);
          return (connect.value as (...args: unknown[]) => unknown).apply(this, args);
        },
      });
    });
    const rung = (): Promise<number> => page.evaluate(() => (window as unknown as { rung: number[] }).rung.length);
    const moment = page.getByTestId('moment').first();
    const playsOn = async (): Promise<void> => {
      await moment.click();
      if (!(await page.getByRole('button', { name: 'Pause Space' }).isVisible())) await moment.click();
      await expect(page.getByRole('button', { name: 'Pause Space' })).toBeVisible();
    };
    await page.getByText('What viewers see and hear', { exact: true }).click();
    await choose(page, 'At which moves counts are heard', 'at every move');
    await saved(page);
    expect((await stored(context.request, id)).doc.cueSounds).toBe('every');
    await playsOn();
    await expect.poll(rung).toBeGreaterThan(1);
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
    expect((await stored(context.request, id)).doc.cueSounds).toBe('none');
    await page.getByText('What viewers see and hear', { exact: true }).click();
  });

  let url = '';
  await test.step('share: freeze a version', async () => {
    await page.getByRole('link', { name: 'Share' }).click();
    await expect(page.getByTestId('proof-line')).toHaveCount(10);
    await page.getByRole('link', { name: 'Publish' }).click();
    await shareIt(page);
    await expect(page.getByTestId('version')).toHaveCount(1);
    url = await page.getByLabel('Link for viewers').inputValue();
    expect(url).toMatch(/\/v\/[\w-]{22}$/);
  });

  const guest = await viewer(browser, complaints);
  await test.step('follow: read first, play, counts, skip to the end, answer', async () => {
    await guest.goto(url);
    await expect(guest.getByText('Read this first')).toBeVisible();
    await guest.getByRole('button', { name: 'I have read it, begin' }).click();
    await expect(guest.getByRole('button', { name: 'Pause' })).toBeVisible();
    // Move by move: the first, the second with its seconds once its words are said, and from there the third.
    await guest.keyboard.press(' ');
    await expect(guest.getByRole('button', { name: 'Play', exact: true }).last()).toBeVisible();
    await guest.keyboard.press('ArrowRight');
    await guest.keyboard.press('ArrowRight');
    await guest.keyboard.press(' ');
    await expect(guest.getByTestId('countdown')).toBeVisible();
    await playedOn(guest, 2);
    await guest.keyboard.press('ArrowRight');
    await expect(guest.getByTestId('side')).toContainText('Left, slowly');
    await guest.keyboard.press('c');
    await expect(guest.getByRole('button', { name: 'Captions off' })).toBeVisible();
    await guest.keyboard.press(' ');
    await expect(guest.getByRole('button', { name: 'Play', exact: true }).last()).toBeVisible();
    await guest.getByRole('button', { name: 'Stop here' }).click();
    await guest.getByRole('button', { name: 'Just right' }).click();
    await guest.getByRole('button', { name: 'left cheek' }).click();
    await guest.getByRole('button', { name: 'Yes' }).click();
    await guest.getByLabel('What was it like?').fill('My jaw is stuck on the left');
    await guest.getByLabel('A remark').fill('The fog horn went off.');
    await guest.getByRole('button', { name: 'Send' }).click();
    await expect(guest.getByRole('heading', { name: 'Stop here for now' })).toBeVisible();
  });

  await test.step('learn: the viewing just made is counted, once', async () => {
    await page.getByRole('link', { name: 'Learn' }).click();
    await expect(page.getByText('1 viewing by 1 viewer')).toBeVisible();
    await expect(page.getByTestId('completed')).toContainText('0 of 1');
    await expect(page.getByText('The fog horn went off.')).toBeVisible();
    await expect(page.getByText('My jaw is stuck on the left')).toBeVisible();
    await page.getByRole('link', { name: 'Desk', exact: true }).click();
    await expect(page.getByText('1 serious remark to read first').first()).toBeVisible();
  });

  await test.step('share: a revoked link is closed, in words', async () => {
    await page.goto(`/lesson/${id}/share/publish`);
    await page.getByRole('button', { name: 'Revoke' }).click();
    await expect(page.getByText('what was watched is kept')).toBeVisible();
    await guest.goto(url);
    await expect(guest.getByText('no longer shared')).toBeVisible();
    expect(await linkOf(context.request, id)).toBeUndefined();
  });
  await guest.context().close();
});
