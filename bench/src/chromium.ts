import { chromium, type BrowserContext, type CDPSession, type Page } from '@playwright/test';
import type { Studio } from './studio';

/** What headless Chromium is started with beside what keeps it alone on its machine. */
type Flag =
  | '--autoplay-policy=no-user-gesture-required'
  | '--disable-background-networking'
  | '--use-fake-device-for-media-stream'
  | '--use-fake-ui-for-media-stream';

/** Does something in a headless Chromium in which somebody is signed in, and closes it. */
export async function inChromium(
  studio: Studio,
  flags: Flag | readonly Flag[],
  work: (context: BrowserContext) => Promise<void>,
): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', ...[flags].flat()],
  });
  try {
    const context = await browser.newContext({ baseURL: studio.url, viewport: { width: 1280, height: 800 } });
    await context.setExtraHTTPHeaders({ Cookie: studio.cookie });
    // The transpiler names functions through a helper that a page does not have.
    await context.addInitScript('globalThis.__name = (named) => named');
    await work(context);
  } finally {
    await browser.close();
  }
}

/** A page whose main thread is watched. */
export interface Watched {
  readonly page: Page;
  readonly session: CDPSession;
  /** What was measured of it, ms, round by round. */
  readonly times: number[];
}

export async function watched(page: Page): Promise<Watched> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  return { page, session, times: [] };
}

/** How long a page's main thread has been busy, ms. */
export async function busyMs({ session }: Watched): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return 1000 * metrics.find((one) => one.name === 'TaskDuration')!.value;
}

/** The middle one of what was measured. */
export function middleOf({ times }: Watched): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}
