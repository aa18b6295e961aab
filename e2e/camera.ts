import { execFileSync } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { FOOTAGE, signIn } from './studio';

/**
 * A page of a browser with a profile on the disk, whose camera and microphone are Chromium's own imitations, fed from the
 * drawn footage: its first 20 seconds over and over as the picture (4:2:0, or what is recorded is green), its sound.
 */
export async function withCamera(baseURL: string, work: (page: Page) => Promise<void>): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'limber-camera-'));
  const [picture, sound] = [join(folder, 'picture.mjpeg'), join(folder, 'sound.wav')];
  const ffmpeg = (...args: string[]): void =>
    void execFileSync('ffmpeg', ['-v', 'error', '-nostdin', '-y', '-i', FOOTAGE, ...args]);
  ffmpeg('-t', '20', '-an', '-vf', 'scale=640:360,fps=10', '-pix_fmt', 'yuvj420p', '-q:v', '3', picture);
  ffmpeg('-vn', '-ac', '1', '-ar', '48000', sound);
  const context = await chromium.launchPersistentContext(join(folder, 'profile'), {
    ...{ baseURL, viewport: { width: 1280, height: 800 }, locale: 'en-GB', timezoneId: 'Europe/London' },
    executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
    args: [
      ...['--no-sandbox', '--disable-gpu', '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
      ...[`--use-file-for-fake-video-capture=${picture}`, `--use-file-for-fake-audio-capture=${sound}`],
    ],
  });
  try {
    await signIn(context, baseURL);
    await work(await context.newPage());
  } finally {
    await context.close();
    await rm(folder, { recursive: true, force: true });
  }
}
