import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { DATA, databaseUrl } from '../machine';
import { DEMO, expect, linkOf, newLesson, playedOn, test, viewer, shareIt } from '../studio';

const run = promisify(execFile);

test('the desk finds lessons and moves, and remembers its order', async ({ studio: page }) => {
  await newLesson(page, 'Zeppelin jaw');
  await page.goto('/desk');
  const names = () => page.locator('li h2').allInnerTexts();
  const onPaper = () => page.getByRole('region', { name: 'On paper' }).locator('li h2').allInnerTexts();
  await expect.poll(names).toContain('Zeppelin jaw');
  expect((await onPaper())[0]).toBe('Zeppelin jaw');
  await page.keyboard.press('/');
  await page.keyboard.type('zep');
  await expect.poll(names).toEqual(['Zeppelin jaw']);
  await page.keyboard.press('Escape');
  await page.getByRole('searchbox').fill('rope knead');
  await expect.poll(names).toEqual(['Before the early bulletin']);
  await page.getByRole('searchbox').fill('nothing like it');
  await expect(page.getByText('No lesson has “nothing like it”')).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByRole('combobox', { name: 'Order of the lessons' }).click();
  await page.getByRole('option', { name: 'By name' }).click();
  await expect.poll(async () => (await onPaper()).at(-1)).toBe('Zeppelin jaw');
  await page.reload();
  await expect.poll(async () => (await onPaper()).at(-1)).toBe('Zeppelin jaw');
  await expect(page.getByRole('region', { name: 'Shared' })).toContainText('Before the early bulletin');
});

test('a lesson is copied, leaves as a file, and comes back out of the trash with its links', async ({
  studio: page,
  context,
  browser,
  complaints,
}) => {
  await page.goto('/desk');
  await page.getByRole('button', { name: 'More for Cold-morning eyes', exact: true }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Take it out as a file' }).click();
  const file = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as { title: string; format: string };
  expect([file.title, file.format]).toEqual(['Cold-morning eyes', 'limber-cheek/lesson']);
  await page.getByRole('button', { name: 'More for Cold-morning eyes', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Make a copy' }).click();
  await expect(page.getByRole('heading', { name: 'Copy of Cold-morning eyes' })).toBeVisible();

  // A shared lesson of its own, so that the demo's stays as it is for the other tests.
  const { id } = (await (
    await context.request.post(`/api/lessons/${DEMO}/copy`, {
      data: {},
      headers: { Origin: new URL(page.url()).origin },
    })
  ).json()) as { id: string };
  await page.goto(`/lesson/${id}/share/publish`);
  await shareIt(page);
  await expect(page.getByTestId('version')).toContainText('weighs');
  await expect(page.getByText('Only this machine can open these links.')).toBeVisible();
  const { token } = await linkOf(context.request, id);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await expect(guest.getByText('Read this first')).toBeVisible();

  await page.goto('/desk');
  await page.getByRole('button', { name: 'More for Copy of Before the early bulletin' }).click();
  await page.getByRole('menuitem', { name: 'Put it in the trash' }).click();
  await expect(page.getByText('“Copy of Before the early bulletin” is in the trash.')).toBeVisible();
  await guest.reload();
  await expect(guest.getByRole('alert')).toContainText('was taken down');
  await page.getByRole('link', { name: /in the trash/ }).click();
  const row = page.getByTestId('trashed').filter({ hasText: 'Copy of Before the early bulletin' });
  await expect(row).toContainText('deleted by itself in 30 days');
  await row.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByText('is on the desk again.')).toBeVisible();
  await guest.getByRole('button', { name: 'Try again' }).click();
  await expect(guest.getByText('Read this first')).toBeVisible();

  // And for good: it says what goes along.
  await page.goto('/desk');
  await page.getByRole('button', { name: 'More for Copy of Before the early bulletin' }).click();
  await page.getByRole('menuitem', { name: 'Put it in the trash' }).click();
  await page.getByRole('link', { name: /in the trash/ }).click();
  await row.getByRole('button', { name: /Close it for good/ }).click();
  await expect(row).toContainText('Its links are closed.');
  await row.getByRole('button', { name: 'Delete it for good' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('1 shared version');
  await expect(dialog).toContainText('no film');
  await dialog.getByRole('button', { name: 'Delete for good' }).click();
  await expect(row).toHaveCount(0);
  await guest.reload();
  await expect(guest.getByRole('alert')).toContainText('is not here, or no longer');
  await guest.context().close();
});

test('a viewer sees what this device has sent, and has it erased', async ({
  studio: _studio,
  context,
  browser,
  complaints,
}) => {
  const { token, versionId } = await linkOf(context.request, DEMO);
  const figures = async (): Promise<unknown> => {
    const all = (await (await context.request.get(`/api/results/${versionId}`)).json()) as Record<string, unknown>;
    return [all['cut'], all['viewers'], all['ease'], all['remarks']];
  };
  const before = await figures();
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await playedOn(guest, 3);
  await guest.getByRole('button', { name: 'Stop here' }).click();
  await guest.getByRole('button', { name: 'Just right' }).click();
  await guest.getByLabel(/Anything else|remark/i).fill('Mine to take back.');
  await guest.getByRole('button', { name: 'Send' }).click();
  await expect(guest.getByRole('heading', { name: 'Thank you.' })).toBeVisible();
  await guest.getByRole('button', { name: /having it erased/ }).click();
  await expect(guest.getByText('Mine to take back.')).toBeVisible();
  await expect(guest.getByText(/Watched once, 0:0[2-9] played/)).toBeVisible();
  expect(await figures()).not.toEqual(before);

  await guest.getByRole('button', { name: 'Have it erased' }).click();
  await guest.getByRole('button', { name: 'Keep it' }).click();
  await guest.getByRole('button', { name: 'Have it erased' }).click();
  await guest.getByRole('button', { name: 'Yes, erase it' }).click();
  await expect(guest.getByRole('heading', { name: 'It is erased.' })).toBeVisible();
  expect(await figures()).toEqual(before);
  expect(await guest.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('limber.view')))).toEqual(
    // Whoever watches on is somebody new.
    expect.arrayContaining([expect.stringMatching(/^limber\.view/)]),
  );
  await guest.getByRole('button', { name: 'Back to the lesson' }).click();
  await guest.getByRole('button', { name: /See it/ }).click();
  await expect(guest.getByText('Nothing yet.')).toBeVisible();
  await guest.context().close();
});

test.describe('the whole studio in one file', () => {
  let folder: string;
  test.beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'limber-kept-'))));
  test.afterEach(async () => {
    if (existsSync(join(folder, 'place'))) {
      await command(['stop']);
      await command(['reset-demo']);
    }
    rmSync(folder, { recursive: true, force: true });
  });

  const command = async (args: string[], data = join(folder, 'place')): Promise<{ code: number; said: string }> => {
    const { DATABASE_URL: _database, ...rest } = process.env;
    try {
      const { stderr } = await run(resolve('limber'), args, { cwd: folder, env: { ...rest, LIMBER_DATA: data } });
      return { code: 0, said: stderr };
    } catch (error) {
      const { code, stderr } = error as { code: number; stderr: string };
      return { code, said: stderr };
    }
  };
  const rowsOf = async (url: string): Promise<Record<string, string>> => {
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    const all: Record<string, string> = {};
    for (const table of [
      'lessons',
      'document_changes',
      'moves',
      'versions',
      'links',
      'viewings',
      'events',
      'rollups',
      'feedback',
      'answers',
      'discomfort',
      'media',
      'artefacts',
      'users',
    ]) {
      const { rows } = await client.query<{ row: string }>(`SELECT t::text AS row FROM ${table} t`);
      all[table] = rows
        .map(({ row }) => row)
        .sort()
        .join('\n');
    }
    await client.end();
    return all;
  };
  const filesOf = (data: string): Map<string, string> => {
    const media = join(data, 'media');
    return new Map(
      readdirSync(media, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map((entry) => join(entry.parentPath, entry.name))
        .map(
          (path) => [path.slice(media.length), createHash('sha256').update(readFileSync(path)).digest('hex')] as const,
        ),
    );
  };

  test('backed up while it runs, refused where a studio is, and restored where none is', async ({
    baseURL,
    request,
  }) => {
    const url = databaseUrl();
    const before = await rowsOf(url);
    const made = await command(['backup', 'studio.backup'], DATA);
    expect([made.code, made.said]).toEqual([0, expect.stringContaining('The whole studio is in')]);
    const file = join(folder, 'studio.backup');
    expect(statSync(file).mode & 0o777).toBe(0o600);
    // It runs on.
    expect(await (await request.get(`${baseURL!}/ready`)).json()).toEqual({ database: true, media: true });
    const twice = await command(['backup', 'studio.backup'], DATA);
    expect([twice.code, twice.said]).toEqual([3, expect.stringContaining('never writes over it')]);
    const over = await command(['restore', 'studio.backup'], DATA);
    expect([over.code, over.said]).toEqual([3, expect.stringContaining('running already')]);

    const damaged = join(folder, 'damaged.backup');
    const bytes = readFileSync(file);
    bytes[Math.floor(bytes.length / 2)]! ^= 1;
    (await import('node:fs')).writeFileSync(damaged, bytes);
    const refused = await command(['restore', damaged]);
    expect([refused.code, refused.said]).toEqual([3, expect.stringContaining('This backup is damaged')]);
    // No database was made for it, and nothing is left of it.
    expect(readdirSync(join(folder, 'place')).filter((name) => /postgres|database|media|restored/.test(name))).toEqual(
      [],
    );

    const back = await command(['restore', 'studio.backup']);
    expect([back.code, back.said]).toEqual([0, expect.stringContaining('The studio is back.')]);
    const again = await command(['restore', 'studio.backup']);
    expect([again.code, again.said]).toEqual([3, expect.stringContaining('There is a studio here already')]);

    const place = join(folder, 'place');
    const media = filesOf(place);
    for (const [key, hash] of media) expect(filesOf(DATA).get(key)).toBe(hash);
    expect(media.size).toBeGreaterThan(5);
    const studio = (await import('node:child_process')).spawn(resolve('limber'), ['start', '--port', '4397'], {
      env: { ...process.env, DATABASE_URL: undefined, LIMBER_DATA: place },
    });
    let said = '';
    studio.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
    await expect.poll(() => said).toMatch(/is ready|why/);
    // Nobody is asked to make an owner, and no demo is loaded over it.
    expect(said).not.toMatch(/Drawing|Make your sign-in/);
    const answer = await request.post('http://127.0.0.1:4397/api/session', {
      data: { email: 'marit@harbour.example', password: 'lantern-and-rope' },
      headers: { Origin: 'http://127.0.0.1:4397' },
    });
    expect(answer.status()).toBe(200);
    const note = join(place, 'database-folder');
    const database = existsSync(note) ? readFileSync(note, 'utf8').trim() : join(place, 'postgres');
    const port = readFileSync(join(database, 'postmaster.pid'), 'utf8').split('\n')[3]!;
    const restored = await rowsOf(
      `postgres://limber:${readFileSync(join(place, 'secret-database'), 'utf8')}@127.0.0.1:${port}/limber`,
    );
    for (const [table, rows] of Object.entries(before)) expect(restored[table] === rows, table).toBe(true);
    const gone = new Promise((done) => studio.once('exit', done));
    await command(['stop']);
    await gone;
  });
});
