import { inChromium, middleOf, watched, type Watched } from './chromium';
import { report } from './compare';
import { filmedLesson } from './film';
import { goThrough, inParts, played } from './sheet';
import type { Studio } from './studio';

/** With their sides and changes that makes ten cues a part. */
const BEATS = 8;

/**
 * What the sheet of moments costs the main thread, of a lesson with some 10,000 cues against one with 100: going to the
 * next moment up to the frame with it, and a frame while the film plays beside it.
 */
export async function moments(studio: Studio): Promise<void> {
  await inChromium(studio, '--disable-background-networking', async (context) => {
    const open = async (parts: number): Promise<Watched> => {
      const page = await context.newPage();
      await page.goto(`/lesson/${await filmedLesson(studio, inParts(parts, BEATS))}/mark/cues`);
      await page.getByTestId('moment').locator('img').first().waitFor();
      return watched(page);
    };
    const [ten, thousand] = [await open(10), await open(1000)];
    for (const one of [ten, thousand]) await one.page.getByTestId('moment').first().click();
    await goThrough([ten, thousand]);
    const reference = 'the same with 100';
    report('moments', 'going to the next moment with 10,000 cues', middleOf(thousand), reference, middleOf(ten));
    report('moments', 'a frame while they play', await played(thousand), reference, await played(ten));
  });
}
