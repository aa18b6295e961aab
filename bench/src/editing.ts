import { chromium, type CDPSession, type Page } from '@playwright/test';
import { report } from './compare';
import { lessonOf } from './long-lesson';
import type { Studio } from './studio';

const PRESSES = 40;
const WARM = 10;

/**
 * What a press on a dose costs the main thread until the frame with the new ribbon is through, in a lesson of 200 steps
 * against one of a single step: the same button, the same field, the same framework.
 */
export async function editing(studio: Studio): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const context = await browser.newContext({ baseURL: studio.url, viewport: { width: 1280, height: 800 } });
    await context.setExtraHTTPHeaders({ Cookie: studio.cookie });
    const open = async (steps: number): Promise<Edited> => {
      const page = await context.newPage();
      await page.goto(`/lesson/${await studio.bringIn(lessonOf(steps))}/plan/moves`);
      await page.getByTestId('step').first().waitFor();
      const session = await context.newCDPSession(page);
      await session.send('Performance.enable');
      return { page, session, times: [] };
    };
    const [long, short] = [await open(200), await open(1)];
    for (let round = 0; round < PRESSES + WARM; round++)
      for (const one of [long, short]) {
        const ms = await press(one, round);
        if (round >= WARM) one.times.push(ms);
      }
    const middle = ({ times }: Edited): number => times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
    report(
      'editing',
      'one press on a dose among 200 steps',
      middle(long),
      'the same in a lesson of one step',
      middle(short),
    );
  } finally {
    await browser.close();
  }
}

interface Edited {
  readonly page: Page;
  readonly session: CDPSession;
  readonly times: number[];
}

/** Main-thread time of one press up to the second frame after it, ms; then waits until saving and checking are done. */
async function press({ page, session }: Edited, round: number): Promise<number> {
  await page.bringToFront();
  const before = await busyMs(session);
  await page.evaluate(
    (label) =>
      new Promise<void>((done) => {
        document.querySelector<HTMLElement>(`[aria-label^="${label}"]`)!.click();
        requestAnimationFrame(() => requestAnimationFrame(() => done()));
      }),
    round % 2 === 0 ? 'More: left' : 'Less: left',
  );
  const after = await busyMs(session);
  await page.waitForTimeout(500);
  return after - before;
}

async function busyMs(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return 1000 * metrics.find((one) => one.name === 'TaskDuration')!.value;
}
