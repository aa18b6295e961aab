import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, watchConsole } from '../studio';

/** A studio that has nothing yet, as it is after `./limber start --empty`. */
const PORT = 4396;
let folder: string;
let studio: ChildProcess;
let link = '';

test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'limber-first-'));
  const { DATABASE_URL: _database, ...rest } = process.env;
  studio = spawn('./limber', ['start', '--empty', '--port', String(PORT)], {
    env: { ...rest, LIMBER_DATA: join(folder, 'data') },
  });
  let said = '';
  studio.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await expect.poll(() => said).toMatch(/set-up#[\w-]+/);
  link = /http\S+set-up#[\w-]+/.exec(said)![0];
});
test.afterAll(async () => {
  const gone = new Promise((resolve) => studio.once('exit', resolve));
  studio.kill('SIGTERM');
  await gone;
  rmSync(folder, { recursive: true, force: true });
});

test('a first visit leads to an old video, a new lesson or a look around', async ({ page, complaints }) => {
  watchConsole(page, complaints);
  await page.goto(link);
  await page.getByLabel('Your name').fill('Marit');
  await page.getByLabel('E-mail').fill('marit@harbour.example');
  await page.getByLabel(/^Password/).fill('a tide table of ropes');
  await page.getByRole('button', { name: 'Open the studio' }).click();
  await page.waitForURL(/\/desk/);
  for (const way of ['Bring in an old video', 'A new lesson', 'Look at the demo'])
    await expect(page.getByRole('button', { name: new RegExp(way) })).toBeVisible();
  await page.getByRole('button', { name: /A new lesson/ }).click();
  await expect(page.getByLabel('What is it called?')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Look at the demo/ }).click();
  await page.waitForURL(/plan\/moves/);
  await expect(page.getByTestId('step')).toHaveCount(6);
  await expect(page.getByTestId('finding').first()).toBeVisible();
  // Now there is something on the desk, and it stands by its stage.
  await page.getByRole('link', { name: 'Desk', exact: true }).click();
  await expect(page.getByRole('heading', { name: /On paper/ })).toBeVisible();
  await expect(page.getByText('How would you like to begin?')).toHaveCount(0);
});
