import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { Truth } from '@limber/demo/footage/truth';
import { bringIn, edited, expect, FOOTAGE, mediumOf, pictureOf, stored } from '../studio';

const ffmpeg = (...args: string[]): void => void execFileSync('ffmpeg', ['-v', 'error', '-nostdin', '-y', ...args]);
const ENCODED = ['-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p', '-c:a', 'copy'];

/** A wall that is as restless as a wall can be. */
const WALL =
  "nullsrc=size=1280x720,geq=lum='if(mod(floor(X/26)+floor(Y/26),2),225,70)':cb='128+70*sin(X/47)':cr='128+70*cos(Y/39)'";

/** Films the drawn footage over: in too little light, and before a restless wall. */
export const GROUNDS: Readonly<Record<string, (folder: string, out: string) => void>> = {
  dark: (_folder, out) => ffmpeg('-i', FOOTAGE, '-vf', 'eq=brightness=-0.34:saturation=0.7', ...ENCODED, out),
  busy: (folder, out) => {
    const wall = join(folder, 'wall.png');
    ffmpeg('-f', 'lavfi', '-i', WALL, '-frames:v', '1', wall);
    const over =
      '[0:v]scale=1280:720[film];[1:v]format=yuv420p[wall];[film][wall]blend=all_mode=multiply:shortest=1[v]';
    const inputs = ['-i', FOOTAGE, '-loop', '1', '-framerate', '25', '-i', wall];
    ffmpeg(...inputs, '-filter_complex', over, '-map', '[v]', '-map', '0:a', ...ENCODED, out);
  },
};

/**
 * A lesson of the demo on other footage, marked as it truly is, once it is known how light it is.
 *
 * @returns its id.
 */
export async function lessonOn(page: Page, ground: keyof typeof GROUNDS): Promise<string> {
  const { request } = page.context();
  const origin = new URL(page.url()).origin;
  const copy = await request.post('/api/lessons/cold-morning-eyes/copy', { headers: { Origin: origin } });
  const { id } = (await copy.json()) as { id: string };
  const folder = mkdtempSync(join(tmpdir(), 'limber-ground-'));
  const file = join(folder, `${ground}.mp4`);
  GROUNDS[ground]!(folder, file);
  await page.goto(`/lesson/${id}/film/takes`);
  await bringIn(page, file);
  await expect.poll(async () => (await stored(request, id)).doc.takes.length, { timeout: 300_000 }).toBe(2);
  rmSync(folder, { recursive: true });
  const { doc } = await stored(request, id);
  const [before, take] = [doc.takes[0]!.id, doc.takes[1]!.id];
  // A second take does not play by itself.
  const piece = { id: 'whole', takeId: take, fromMs: 0, toMs: doc.takes[1]!.durationMs };
  const { segments } = JSON.parse(readFileSync(`${FOOTAGE}.truth.json`, 'utf8')) as Truth;
  await edited(request, origin, id, {
    kind: 'batch',
    changes: [
      { kind: 'remove_take', takeId: before },
      { kind: 'add_piece', piece },
      { kind: 'set_take', takeId: take, field: 'pictureLeft', value: 'left' },
      ...segments.map((one) => ({ kind: 'add_segment', segment: { ...one, takeId: take } })),
    ],
  });
  const mediaId = pictureOf(await stored(request, id));
  await expect
    .poll(async () => (await mediumOf(request, mediaId)).artefacts, { timeout: 300_000 })
    .toContain('analysis.json');
  return id;
}
