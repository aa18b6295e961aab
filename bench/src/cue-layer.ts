import { chromium, type CDPSession, type Page } from '@playwright/test';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { report } from './compare';
import { FILM_MS, filmedLesson } from './film';
import type { Studio } from './studio';

const PLAYED_MS = 6000;
const ROUNDS = 5;

/**
 * What a picture costs the main thread while the viewers' page plays a lesson with 2,000 cues, against one with twenty:
 * the same page, the same film.
 */
export async function cueLayer(studio: Studio): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--autoplay-policy=no-user-gesture-required'],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    // The transpiler names functions through a helper that a page does not have.
    await context.addInitScript('globalThis.__name = (named) => named');
    const open = async (plays: number, beats: number): Promise<Watched> => {
      const token = await share(studio, await filmedLesson(studio, cuedBy(plays, beats)));
      const page = await context.newPage();
      await page.goto(`${studio.url}/v/${token}`);
      const answer = await fetch(`${studio.url}/api/follow/${token}`);
      const count = ((await answer.json()) as { cuts: { cues: unknown[] }[] }).cuts[0]!.cues.length;
      const session = await context.newCDPSession(page);
      await session.send('Performance.enable');
      await page.getByRole('button', { name: 'I have read it, begin' }).click();
      await page.getByRole('button', { name: 'Pause' }).click();
      return { page, session, count, perPicture: [] };
    };
    const [many, few] = [await open(12, 16), await open(1, 1)];
    for (let round = 0; round < ROUNDS; round++) for (const one of [many, few]) one.perPicture.push(await played(one));
    const middle = ({ perPicture }: Watched): number => perPicture.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
    report(
      'cue-layer',
      `one picture of the viewers’ page with ${many.count} cues`,
      middle(many),
      `the same with ${few.count} cues`,
      middle(few),
    );
  } finally {
    await browser.close();
  }
}

interface Watched {
  readonly page: Page;
  readonly session: CDPSession;
  readonly count: number;
  /** Main-thread time of a picture, ms, round by round. */
  readonly perPicture: number[];
}

/** Plays for a while; main-thread time by the pictures that were shown. */
async function played({ page, session }: Watched): Promise<number> {
  await page.bringToFront();
  await page.getByRole('button', { name: 'Play', exact: true }).last().click();
  const before = await busyMs(session);
  const pictures = await page.evaluate(
    (ms) =>
      new Promise<number>((done) => {
        let count = 0;
        const until = performance.now() + ms;
        const look = (): void => {
          count++;
          if (performance.now() < until) requestAnimationFrame(look);
          else done(count);
        };
        requestAnimationFrame(look);
      }),
    PLAYED_MS,
  );
  const after = await busyMs(session);
  await page.getByRole('button', { name: 'Pause' }).click();
  return (after - before) / pictures;
}

async function busyMs(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return 1000 * metrics.find((one) => one.name === 'TaskDuration')!.value;
}

/** The film so often one after the other, with ten stretches of work in each, counted so often. */
function cuedBy(plays: number, beats: number): Partial<Lesson> {
  const lengthMs = FILM_MS / 10;
  return {
    title: `${plays} times`,
    assembly: Array.from({ length: plays }, (_, i) => ({ id: `p${i}`, takeId: 't', fromMs: 0, toMs: FILM_MS })),
    segments: Array.from({ length: 10 }, (_, i) => ({
      ...{ id: `g${i}`, takeId: 't', kind: 'reps' as const, stepId: 's0' },
      side: i % 2 === 0 ? ('left' as const) : ('right' as const),
      startMs: i * lengthMs,
      endMs: (i + 1) * lengthMs,
      beatsMs: Array.from({ length: beats }, (_, n) => i * lengthMs + Math.floor(((n + 1) * lengthMs) / beats)),
    })),
  };
}

async function share(studio: Studio, lessonId: string): Promise<string> {
  const answer = await fetch(`${studio.url}/api/lessons/${lessonId}/share`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: studio.url, Cookie: studio.cookie },
    body: '{}',
  });
  if (!answer.ok) throw new Error(await answer.text());
  return ((await answer.json()) as { token: string }).token;
}
