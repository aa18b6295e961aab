import type { SchoolId } from '@limber/core/school/schools';
import {
  test as base,
  expect,
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';
import { resolve } from 'node:path';

/** The demo's sign-in, as it is printed at the start. */
const SIGN_IN = { email: 'marit@harbour.example', password: 'lantern-and-rope' };

export const DEMO = 'before-the-early-bulletin';
/** Drawn and spoken footage of 65 seconds. */
export const FOOTAGE = resolve(process.env['LIMBER_FOOTAGE'] ?? '.data/footage', 'cold-morning-eyes.mp4');

/** What the console may say although all is well: answers that a test provokes on purpose. */
const EXPECTED = /status of (?:401|409|410|422|404|429|502)|ERR_INTERNET_DISCONNECTED|Failed to load resource: net::/;

/** Fails a test when a page of ours complains: a blocked style, a missing file, an uncaught error. */
export function watchConsole(page: Page, complaints: string[]): void {
  page.on('console', (message) => {
    if (['error', 'warning'].includes(message.type()) && !EXPECTED.test(message.text()))
      complaints.push(`${message.text()} ${message.location().url}`);
  });
  page.on('pageerror', (error) => complaints.push(error.message));
}

export async function signIn(context: BrowserContext, baseURL: string): Promise<void> {
  const answer = await context.request.post(`${baseURL}/api/session`, {
    data: SIGN_IN,
    headers: { Origin: baseURL },
  });
  expect(answer.status()).toBe(200);
}

export const test = base.extend<{ complaints: string[]; studio: Page; copyOfDemo: () => Promise<string> }>({
  complaints: async ({}, use) => {
    const complaints: string[] = [];
    await use(complaints);
    expect(complaints).toEqual([]);
  },
  /** A page of somebody who is signed in. */
  studio: async ({ context, page, baseURL, complaints }, use) => {
    await signIn(context, baseURL!);
    watchConsole(page, complaints);
    await use(page);
  },
  /** Makes lessons like the demo's, with its two takes, that a test may change; none of them meets another test. */
  copyOfDemo: async ({ browser, baseURL }, use) => {
    const context = await browser.newContext();
    await signIn(context, baseURL!);
    const headers = { Origin: baseURL! };
    const made: string[] = [];
    await use(async () => {
      const answer = await context.request.post(`${baseURL}/api/lessons/${DEMO}/copy`, { headers });
      const { id } = (await answer.json()) as { id: string };
      made.push(id);
      return id;
    });
    for (const id of made) {
      // A test may have put it in the trash already.
      for (const path of ['lessons', 'trash'])
        await context.request.delete(`${baseURL}/api/${path}/${id}`, { headers });
      expect((await context.request.get(`${baseURL}/api/lessons/${id}`)).status()).toBe(404);
    }
    await context.close();
  },
});

export { expect };

/** Chooses one of a list; its options are gone before another list is opened. */
export async function choose(page: Page, list: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: list, exact: true }).click();
  const one = page.getByRole('option', { name: option, exact: true });
  await one.click();
  await expect(one).toHaveCount(0);
}

/**
 * Opens an address and waits until the page has what it asked for. A film is not waited for: a browser that has enough of
 * it leaves the rest of its answer open for as long as it likes. Nor a worker: of one that is let go of before it has come
 * nothing is ever told.
 */
export async function opened(page: Page, address: string): Promise<void> {
  const pending = new Set<unknown>();
  page.on('request', (one) => {
    if (!['media', 'eventsource'].includes(one.resourceType()) && !isWorker(one.url())) pending.add(one);
  });
  page.on('requestfinished', (one) => pending.delete(one));
  page.on('requestfailed', (one) => pending.delete(one));
  await page.goto(address);
  await expect(page.locator('h1').first()).toBeVisible();
  await expect.poll(() => pending.size).toBe(0);
}

const isWorker = (url: string): boolean => /\/worker-[^/]*\.js$/.test(url);

export async function newLesson(page: Page, title: string): Promise<string> {
  await page.goto('/desk');
  await page.getByRole('button', { name: 'New lesson' }).click();
  await page.getByLabel('What is it called?').fill(title);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/\/lesson\/[^/]+\/plan\/moves/);
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  return /lesson\/([^/]+)/.exec(page.url())![1]!;
}

/** What a code on the screen says to a telephone: its letters, and the address on this machine. */
export async function invitationOn(card: Locator): Promise<{ code: string; address: string }> {
  const code = (await card.locator('.letters').textContent())!;
  const at = new URL((await card.locator('strong', { hasText: 'http' }).first().textContent())!);
  return { code, address: `http://127.0.0.1:${at.port}${at.pathname}` };
}

export async function addMove(page: Page, name: string): Promise<void> {
  const before = await page.getByTestId('step').count();
  await page.getByRole('button', { name: '+ Add a move' }).click();
  const dialog = page.getByRole('dialog', { name: 'Add a move' });
  await dialog.getByRole('searchbox').fill(name);
  await dialog.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByTestId('step')).toHaveCount(before + 1);
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId('saving')).toHaveText('saved');
}

/** The parts of a stored lesson that tests look at. */
export interface StoredLesson {
  revision: number;
  doc: {
    title: string;
    opening: string;
    targetMs: number | null;
    cueSounds: string;
    publicElsewhere: boolean;
    school: SchoolId;
    steps: {
      id: string;
      move: { id: string; name: string; action: string };
      dose: Record<string, { planned: number }>;
    }[];
    segments: {
      id: string;
      kind: string;
      stepId: string;
      side: string;
      beatsMs: number[];
      startMs: number;
      endMs: number;
    }[];
    pace: { settleMs: number };
    waiting: { mediaId: string }[];
    takes: {
      id: string;
      name: string;
      durationMs: number;
      sources: { mediaId: string; role: string; offsetMs: number }[];
      pictureLeft: string | null;
    }[];
    assembly: { id: string; takeId: string; fromMs: number; toMs: number }[];
    overrides: unknown[];
  };
}

/** The medium that gives a take its picture. */
export function pictureOf({ doc }: StoredLesson, take = 0): string {
  return doc.takes[take]!.sources.find((source) => source.role === 'picture')!.mediaId;
}

/** A medium as the server tells of it. */
export async function mediumOf(
  request: APIRequestContext,
  mediaId: string,
): Promise<{ bytes: number; artefacts: string[]; job: { id: string; state: string; error: string | null } | null }> {
  return (await (await request.get(`/api/media/${mediaId}`)).json()) as Awaited<ReturnType<typeof mediumOf>>;
}

/** The lesson as the server has it. */
export async function stored(request: APIRequestContext, lessonId: string): Promise<StoredLesson> {
  return (await (await request.get(`/api/lessons/${lessonId}`)).json()) as StoredLesson;
}

/** Edits the lesson as the server has it by now, past every screen. */
export async function edited(
  request: APIRequestContext,
  origin: string,
  lessonId: string,
  change: object,
): Promise<void> {
  const { revision } = await stored(request, lessonId);
  const answer = await request.post(`/api/lessons/${lessonId}/edits`, {
    headers: { Origin: origin },
    data: {
      ...{ clientId: 'test', baseRevision: revision },
      edits: [{ id: crypto.randomUUID(), kind: 'edit', change }],
    },
  });
  expect(answer.status()).toBe(200);
  expect(((await answer.json()) as { refused: unknown[] }).refused).toEqual([]);
}

export async function bringIn(
  page: Page,
  file: string | { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  await page.getByLabel('Video file').setInputFiles(file);
}

/** Chooses the first cue of the list under the sheet of moments that has these words. */
export async function chooseCue(page: Page, words: string): Promise<void> {
  const list = page.getByText('All cues, as a list');
  await list.click();
  await page.getByTestId('cue').filter({ hasText: words }).first().click();
  await list.click();
}

/** A viewer: another browser profile without an account. */
export async function viewer(
  browser: Browser,
  complaints: string[],
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, ...options });
  const page = await context.newPage();
  watchConsole(page, complaints);
  return page;
}

/** Waits until so much of the film has been played, s: what a jump leaves out does not count. */
export async function playedOn(page: Page, seconds: number): Promise<void> {
  await page.evaluate(
    (wanted) =>
      new Promise<void>((done) => {
        // Two elements take turns; a step is of one of them.
        const up = (): HTMLVideoElement | null => document.querySelector<HTMLVideoElement>('video.on');
        let film: HTMLVideoElement | null = null;
        let [last, played] = [0, 0];
        const look = (): void => {
          if (up() !== film) [film, last] = [up(), up()?.currentTime ?? 0];
          if (!film) {
            setTimeout(look, 20);
            return;
          }
          const step = film.currentTime - last;
          last = film.currentTime;
          if (!film.seeking && step > 0 && step < 1) played += step;
          if (played >= wanted) done();
          else setTimeout(look, 20);
        };
        look();
      }),
    seconds,
  );
}

/** Shares the open lesson as it is, whatever is said to be missing. */
export async function shareIt(page: Page): Promise<void> {
  // What is missing is known when the checks have come back.
  await expect(page.getByRole('heading', { name: 'Before you share' })).toBeVisible();
  await page.getByRole('button', { name: /^\W*Share it$/ }).click();
  await page.getByLabel('Why it may go out as it is').fill('They know it.');
  await page.getByRole('button', { name: 'Share it all the same' }).click();
}

/** The newest link of a lesson that is open. */
export async function linkOf(
  request: APIRequestContext,
  lessonId: string,
): Promise<{ token: string; versionId: string }> {
  const { links } = (await (await request.get(`/api/lessons/${lessonId}/share`)).json()) as {
    links: { token: string; versionId: string; revokedAt: string | null }[];
  };
  return links.find((link) => link.revokedAt === null)!;
}
