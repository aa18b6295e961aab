import type { Page } from '@playwright/test';
import { busyMs, inChromium, watched, type Watched } from './chromium';
import { report } from './compare';
import type { Studio } from './studio';

/** As slow as this machine's processor by six. */
const SLOWER = 6;
const WATCHED_MS = 10_000;
/** Longer than this, and a press is felt to be late (W3C Long Tasks). */
const LONG_MS = 50;

/**
 * What the prompter costs the main thread of a machine six times as slow: while picture and sound are recorded against a
 * rehearsal, its longest task against what is felt, and its first frame after “begin”.
 */
export async function prompter(studio: Studio): Promise<void> {
  const flags = ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'] as const;
  await inChromium(studio, flags, async (context) => {
    await context.addInitScript(() => {
      const tasks: number[] = [];
      Object.assign(globalThis, { longTasks: tasks });
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map((one) => one.duration))).observe({
        entryTypes: ['longtask'],
      });
    });
    const rehearsing = await run(await context.newPage(), 'Rehearse', 'Rehearse');
    const filming = await run(await context.newPage(), 'This machine’s camera films', 'Begin to film');
    const reference = 'rehearsing';
    report('prompter', 'a second while recording', filming.busyMs, reference, rehearsing.busyMs);
    report('prompter', 'longest task while recording', filming.longestMs, 'felt from', LONG_MS);
    report('prompter', 'first frame after “begin”, recording', filming.firstMs, reference, rehearsing.firstMs);
  });
}

/** Ms of the tasks that were too long, where a page is watched. */
declare const longTasks: number[];

interface Run {
  readonly busyMs: number;
  readonly longestMs: number;
  readonly firstMs: number;
}

async function run(page: Page, way: string, begin: string): Promise<Run> {
  await page.goto('/lesson/before-the-early-bulletin/film/prompter');
  await page.getByRole('radio', { name: way }).check();
  const one: Watched = await watched(page);
  await one.session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const firstMs = await firstFrame(page, begin);
  await page.keyboard.press('x');
  // What opens it is not what it costs.
  await page.waitForTimeout(2000);
  await page.evaluate(() => void longTasks.splice(0));
  const before = await busyMs(one);
  await page.waitForTimeout(WATCHED_MS);
  const busy = (1000 * ((await busyMs(one)) - before)) / WATCHED_MS;
  const tasks = await page.evaluate(() => longTasks);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.getByTestId('prompter').waitFor({ state: 'detached' });
  await page.close();
  return { busyMs: busy, longestMs: Math.max(0, ...tasks), firstMs };
}

/** From the press to the frame with the first words, ms. */
async function firstFrame(page: Page, begin: string): Promise<number> {
  return page.getByRole('button', { name: begin }).evaluate(
    (button: HTMLElement) =>
      new Promise<number>((done) => {
        const from = performance.now();
        const seen = new MutationObserver(() => {
          if (!document.querySelector('[data-testid=prompter]')) return;
          seen.disconnect();
          requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - from)));
        });
        seen.observe(document.body, { childList: true, subtree: true });
        button.click();
      }),
  );
}
