import { busyMs, inChromium, middleOf, watched, type Watched } from './chromium';
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
  await inChromium(studio, '--disable-background-networking', async (context) => {
    const open = async (steps: number): Promise<Watched> => {
      const page = await context.newPage();
      await page.goto(`/lesson/${await studio.bringIn(lessonOf(steps))}/plan/moves`);
      await page.getByTestId('step').first().waitFor();
      return watched(page);
    };
    const [long, short] = [await open(200), await open(1)];
    for (let round = 0; round < PRESSES + WARM; round++)
      for (const one of [long, short]) {
        const ms = await press(one, round);
        if (round >= WARM) one.times.push(ms);
      }
    report(
      'editing',
      'one press on a dose among 200 steps',
      middleOf(long),
      'the same in a lesson of one step',
      middleOf(short),
    );
  });
}

/** Main-thread time of one press up to the second frame after it, ms; then waits until saving and checking are done. */
async function press(one: Watched, round: number): Promise<number> {
  const { page } = one;
  await page.bringToFront();
  const before = await busyMs(one);
  await page.evaluate(
    (label) =>
      new Promise<void>((done) => {
        document.querySelector<HTMLElement>(`[aria-label^="${label}"]`)!.click();
        requestAnimationFrame(() => requestAnimationFrame(() => done()));
      }),
    round % 2 === 0 ? 'More: left' : 'Less: left',
  );
  const after = await busyMs(one);
  await page.waitForTimeout(500);
  return after - before;
}
