import type { Page } from '@playwright/test';
import { inChromium } from './chromium';
import { report } from './compare';
import { filmedLesson } from './film';
import type { Studio } from './studio';

/** Where in the film each piece begins, s: on, back, again, on by a little. Each lasts two seconds. */
const BEGINS = [4, 30, 12, 12, 50, 2, 20.04, 44.4, 8, 30, 30, 55];
const PIECE_MS = 2000;
/** Quieter than this is silence; the film's tone has a peak of an eighth. */
const SILENT = 0.004;

/**
 * Jumps of a film with a tone throughout, played in headless Chromium: how long the next picture lets wait for it, and
 * the longest silence in what is heard. The reference is what lies between two ordinary pictures.
 */
export async function seams(studio: Studio): Promise<void> {
  const lessonId = await filmedLesson(studio, {
    title: 'Seams',
    assembly: BEGINS.map((seconds, i) => ({
      ...{ id: `p${i}`, takeId: 't', fromMs: seconds * 1000, toMs: seconds * 1000 + PIECE_MS },
    })),
  });
  await inChromium(studio, '--autoplay-policy=no-user-gesture-required', async (context) => {
    const page = await context.newPage();
    await page.addInitScript(recordSound);
    await page.goto(`/lesson/${lessonId}/mark/cues`);
    await page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);
    await page.evaluate(notePictures);
    await page.keyboard.press('Space');
    await page
      .getByText(`0:${String((BEGINS.length * PIECE_MS) / 1000).padStart(2, '0')}.00`)
      .waitFor({ timeout: 90_000 });
    const { waits, usual } = await pictures(page);
    const silenceMs = await longestSilence(page);
    const work = `${waits.length} jumps of ${BEGINS.length} pieces`;
    report('seams', `${work}, longest wait for the next picture`, Math.max(...waits), 'an ordinary picture', usual);
    report('seams', `${work}, median wait`, median(waits), 'an ordinary picture', usual);
    report('seams', `${work}, longest silence`, silenceMs, 'an ordinary picture', usual);
  });
}

type Seen = [atMs: number, film: number, takeMs: number];

function notePictures(): void {
  const seen: Seen[] = [];
  (window as unknown as { seen: Seen[] }).seen = seen;
  [...document.querySelectorAll('video')].forEach((film, which) => {
    const note: VideoFrameRequestCallback = (now, { mediaTime }) => {
      if (film.classList.contains('on') && !film.paused) seen.push([now, which, mediaTime * 1000]);
      film.requestVideoFrameCallback(note);
    };
    film.requestVideoFrameCallback(note);
  });
}

/** How long each jump let wait for its next picture, ms, and how long an ordinary picture does. */
async function pictures(page: Page): Promise<{ waits: number[]; usual: number }> {
  const seen = await page.evaluate(() => (window as unknown as { seen: Seen[] }).seen);
  const [waits, usual]: [number[], number[]] = [[], []];
  seen.slice(1).forEach(([atMs, film], i) => {
    const [before, filmBefore] = seen[i]!;
    (film === filmBefore ? usual : waits).push(atMs - before);
  });
  if (waits.length !== BEGINS.length - 1) throw new Error(`${waits.length} of ${BEGINS.length - 1} jumps were seen.`);
  return { waits, usual: median(usual) };
}

/** Whatever goes to the loudspeakers is written down too. */
function recordSound(): void {
  const heard: number[] = [];
  (window as unknown as { heard: number[] }).heard = heard;
  // eslint-disable-next-line @typescript-eslint/unbound-method
  const connect = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode) => AudioNode;
  const taps = new WeakMap<BaseAudioContext, ScriptProcessorNode>();
  AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
    if (to instanceof AudioDestinationNode) {
      const context = this.context as AudioContext;
      let tap = taps.get(context);
      if (!tap) {
        tap = context.createScriptProcessor(1024, 1, 1);
        taps.set(context, tap);
        tap.onaudioprocess = ({ inputBuffer }) => {
          for (const sample of inputBuffer.getChannelData(0)) heard.push(Math.abs(sample));
        };
        connect.call(tap, to);
        (window as unknown as { rate: number }).rate = context.sampleRate;
      }
      connect.call(this, tap);
    }
    return connect.call(this, to);
  } as typeof AudioNode.prototype.connect;
}

/** The longest stretch without sound between the first and the last that is heard, ms. */
async function longestSilence(page: Page): Promise<number> {
  return page.evaluate((silent) => {
    const { heard, rate } = window as unknown as { heard: number[]; rate: number };
    const first = heard.findIndex((level) => level > silent);
    const last = heard.findLastIndex((level) => level > silent);
    let [longest, run] = [0, 0];
    for (let at = first; at <= last; at++) {
      run = heard[at]! > silent ? 0 : run + 1;
      longest = Math.max(longest, run);
    }
    return (longest * 1000) / rate;
  }, SILENT);
}

function median(list: readonly number[]): number {
  return [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
}
