import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { busyMs, inChromium, middleOf, watched, type Watched } from './chromium';
import { report } from './compare';
import { FILM_MS, filmedLesson } from './film';
import type { Studio } from './studio';

const PRESSES = 30;
const WARM = 10;
const BEATS = 5;
/** Playing has begun by then, ms; and so many frames are watched. */
const SETTLED_MS = 500;
const FRAMES = 90;

/**
 * What going from one part of a take to the next costs the main thread until the frame with it is through, where the take
 * has a hundred and a thousand parts of five repetitions, against ten: the same key, the same film.
 */
export async function sheet(studio: Studio): Promise<void> {
  await inChromium(studio, '--disable-background-networking', async (context) => {
    const open = async (parts: number): Promise<Watched> => {
      const page = await context.newPage();
      await page.goto(`/lesson/${await filmedLesson(studio, inParts(parts))}/mark/segments`);
      await page
        .getByTestId('row')
        .nth(parts - 1)
        .waitFor({ state: 'attached' });
      return watched(page);
    };
    const [ten, hundred, thousand] = [await open(10), await open(100), await open(1000)];
    await goThrough([ten, hundred, thousand]);
    const reference = 'the same among 10';
    report('sheet', 'going to the next of 100 parts', middleOf(hundred), reference, middleOf(ten));
    report('sheet', 'going to the next of 1,000 parts', middleOf(thousand), reference, middleOf(ten));
    report('sheet', 'a frame while 1,000 parts play', await played(thousand), reference, await played(ten));
  });
}

/** Goes down and up pages in turn, and notes what each press costs them. */
export async function goThrough(pages: readonly Watched[]): Promise<void> {
  for (let round = 0; round < PRESSES + WARM; round++)
    for (const one of pages) {
      // Ten parts are gone through to and fro.
      const ms = await press(one, Math.floor(round / 8) % 2 === 0 ? 'ArrowDown' : 'ArrowUp');
      if (round >= WARM) one.times.push(ms);
    }
}

/** Main-thread time of one press up to the second frame after it, ms. */
async function press(one: Watched, key: string): Promise<number> {
  const { page } = one;
  await page.bringToFront();
  const before = await busyMs(one);
  await page.keyboard.press(key);
  await page.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
  );
  return (await busyMs(one)) - before;
}

/** Main-thread time of a frame while the film plays, ms. */
export async function played(one: Watched): Promise<number> {
  const { page } = one;
  await page.bringToFront();
  await page.keyboard.press('Space');
  await page.waitForTimeout(SETTLED_MS);
  const before = await busyMs(one);
  await page.evaluate(
    (frames) =>
      new Promise<void>((done) => {
        const next = (left: number): void => void (left === 0 ? done() : requestAnimationFrame(() => next(left - 1)));
        next(frames);
      }),
    FRAMES,
  );
  const ms = ((await busyMs(one)) - before) / FRAMES;
  await page.keyboard.press('Space');
  return ms;
}

/** The film in so many parts of work, one side after the other, each of so many repetitions. */
export function inParts(count: number, beats = BEATS): Partial<Lesson> {
  const lengthMs = Math.floor(FILM_MS / count);
  return {
    title: `${count} parts`,
    assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: FILM_MS }],
    segments: Array.from({ length: count }, (_, i) => ({
      ...{ id: `g${i}`, takeId: 't', kind: 'reps' as const, stepId: 's0' },
      side: i % 2 === 0 ? ('left' as const) : ('right' as const),
      startMs: i * lengthMs,
      endMs: (i + 1) * lengthMs,
      beatsMs: Array.from({ length: beats }, (_, n) => i * lengthMs + Math.floor(((n + 1) * lengthMs) / beats)),
    })),
  };
}
