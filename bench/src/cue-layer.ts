import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { busyMs, inChromium, middleOf, watched, type Watched } from './chromium';
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
  await inChromium(studio, '--autoplay-policy=no-user-gesture-required', async (context) => {
    const open = async (plays: number, beats: number): Promise<Watched & { readonly count: number }> => {
      const token = await share(studio, await filmedLesson(studio, cuedBy(plays, beats)));
      const page = await context.newPage();
      await page.goto(`/v/${token}`);
      const answer = await fetch(`${studio.url}/api/follow/${token}`);
      const count = ((await answer.json()) as { cuts: { cues: unknown[] }[] }).cuts[0]!.cues.length;
      const one = await watched(page);
      await page.getByRole('button', { name: 'I have read it, begin' }).click();
      await page.getByRole('button', { name: 'Pause' }).click();
      return { ...one, count };
    };
    const [many, few] = [await open(12, 16), await open(1, 1)];
    for (let round = 0; round < ROUNDS; round++) for (const one of [many, few]) one.times.push(await played(one));
    report(
      'cue-layer',
      `one picture of the viewers’ page with ${many.count} cues`,
      middleOf(many),
      `the same with ${few.count} cues`,
      middleOf(few),
    );
  });
}

/** Plays for a while; main-thread time by the pictures that were shown. */
async function played(one: Watched): Promise<number> {
  const { page } = one;
  await page.bringToFront();
  await page.getByRole('button', { name: 'Play', exact: true }).last().click();
  const before = await busyMs(one);
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
  const after = await busyMs(one);
  await page.getByRole('button', { name: 'Pause' }).click();
  return (after - before) / pictures;
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
