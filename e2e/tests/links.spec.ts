import type { Page } from '@playwright/test';
import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { edited, expect, linkOf, playedOn, shareIt, test, viewer } from '../studio';

/** What an owner's page asks the server to make of a link. */
async function change(page: Page, lessonId: string, token: string, data: object): Promise<void> {
  const headers = { Origin: new URL(page.url()).origin };
  const answer = await page.request.patch(`/api/lessons/${lessonId}/share/links/${token}`, { headers, data });
  expect(answer.status()).toBe(200);
}

/** The demo's copy, shared. */
async function shared(page: Page, lessonId: string): Promise<string> {
  await page.goto(`/lesson/${lessonId}/share/publish`);
  await shareIt(page);
  await expect(page.getByTestId('version')).toHaveCount(1);
  return (await linkOf(page.request, lessonId)).token;
}

test('a version is named, keeps why it was shared all the same, and is held against what came after', async ({
  studio: page,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await shared(page, id);
  const cards = page.getByTestId('version');
  await expect(cards.getByText('Shared all the same: They know it.')).toBeVisible();
  await cards.getByText('Shared all the same').click();
  await expect(cards.getByText('Rope knead: your left gets 8, your right 6.')).toBeVisible();

  await page.getByRole('button', { name: 'Name it, or note something' }).click();
  await page.getByLabel('What it is called').fill('For the class');
  await page.getByLabel('Your note: viewers never see it').fill('Eyes shorter next time.');
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Version 1: For the class' })).toBeVisible();
  await expect(page.getByText('Eyes shorter next time.')).toBeVisible();

  await edited(page.request, new URL(page.url()).origin, id, {
    kind: 'set_lesson',
    field: 'title',
    value: 'Slack water',
  });
  const changed = page.getByRole('dialog', { name: 'What changed' });
  await expect(page.getByRole('heading', { level: 1, name: 'Slack water' })).toBeVisible();
  await page.getByRole('button', { name: 'What changed' }).click();
  await expect(changed.getByTestId('differences')).toHaveText(/^\s*Words\s*The title reads otherwise/);
  await expect(changed.getByRole('listbox')).toHaveCount(2);
  await changed.getByLabel('After').selectOption('Version 1: For the class');
  await expect(changed.getByText('They are the same')).toBeVisible();
});

test('a link asks for a pass phrase, ends, and stands in other pages only where it may', async ({
  studio: page,
  browser,
  complaints,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  const token = await shared(page, id);
  const url = `${new URL(page.url()).origin}/v/${token}`;
  const guest = await viewer(browser, complaints);
  const begin = guest.getByRole('button', { name: 'I have read it, begin' });

  await test.step('its pass phrase is asked for, once a browser', async () => {
    await page.getByRole('button', { name: 'Who, how long, QR code' }).click();
    await expect(page.getByRole('img', { name: 'QR code of the link' })).toBeVisible();
    await page.getByLabel('Pass phrase').fill('harbour mornings');
    await page.getByRole('button', { name: 'Ask for it' }).click();
    await expect(page.getByText('asks for a pass phrase')).toBeVisible();
    await guest.goto(url);
    await guest.getByLabel('Pass phrase').fill('harbour evenings');
    await guest.getByRole('button', { name: 'Open the lesson' }).click();
    await expect(guest.getByText('That is not the pass phrase')).toBeVisible();
    await guest.getByLabel('Pass phrase').fill('Harbour Mornings');
    await guest.keyboard.press('Enter');
    await expect(begin).toBeVisible();
    await guest.reload();
    await expect(begin).toBeVisible();
    await begin.click();
    await playedOn(guest, 4);
    await page.getByRole('button', { name: 'Ask for none' }).click();
    await expect(page.getByText('asks for a pass phrase')).toHaveCount(0);
  });

  await test.step('a page of another site shows it only once she lets it', async () => {
    // It goes on there where this browser was.
    const inside = guest.frameLocator('iframe').getByRole('button', { name: 'Begin anew' });
    // Another site, as far as a browser can tell.
    const site = createServer((_request, response) =>
      response.setHeader('Content-Type', 'text/html').end(`<iframe src="${url}" width="900" height="700"></iframe>`),
    ).listen(0, '127.0.0.1');
    await once(site, 'listening');
    const elsewhere = `http://127.0.0.1:${(site.address() as AddressInfo).port}/`;
    await guest.goto(elsewhere);
    await expect.poll(() => guest.frames().map((one) => one.url())).toContain('chrome-error://chromewebdata/');
    await expect(inside).toHaveCount(0);
    // The browser says that it was refused.
    complaints.splice(0);
    await page.getByLabel('Other sites may show it in their pages').check();
    await expect(page.getByText(`<iframe src="${url}"`)).toBeVisible();
    await guest.goto(elsewhere);
    await expect(inside).toBeVisible();
    site.closeAllConnections();
    site.close();
  });

  await test.step('after its last day it opens nothing', async () => {
    await page.getByLabel('Its last day').fill('2099-12-31');
    await expect(page.getByText('until 31 December 2099')).toBeVisible();
    await change(page, id, token, { expiresAt: new Date(Date.now() - 60_000).toISOString() });
    const late = await viewer(browser, complaints);
    await late.goto(url);
    await expect(late.getByText('This link was open for some time, and that is over.')).toBeVisible();
    await late.context().close();
    // Who has begun may finish.
    await guest.goto(url);
    await expect(guest.getByRole('button', { name: 'Begin anew' })).toBeVisible();
  });
  await guest.context().close();
});

test('a link that is revoked while it plays says so, and plays on once it is open again', async ({
  studio: page,
  browser,
  complaints,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  const token = await shared(page, id);
  const guest = await viewer(browser, complaints);
  // Of the film no more comes in than plays: what is asked for later is asked of a closed link.
  const line = await guest.context().newCDPSession(guest);
  await line.send('Network.enable');
  const slowed = { offline: false, latency: 20, downloadThroughput: 250_000, uploadThroughput: 250_000 };
  await line.send('Network.emulateNetworkConditions', slowed);
  await guest.goto(`/v/${token}`);
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await playedOn(guest, 1);
  await change(page, id, token, { revoked: true });
  const moves = guest.getByRole('listbox').getByRole('option');
  await moves.last().click();
  await expect(guest.getByRole('alert')).toHaveText(/This lesson is no longer shared/);
  await expect(guest.getByRole('button', { name: 'Play', exact: true }).last()).toBeVisible();
  await change(page, id, token, { revoked: false });
  await guest.getByRole('button', { name: 'Play', exact: true }).last().click();
  await expect(guest.getByRole('alert')).toHaveCount(0);
  await playedOn(guest, 1);
  await guest.context().close();
});

test('who is in the middle of a lesson finishes it when its link is led elsewhere', async ({
  studio: page,
  browser,
  complaints,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  const token = await shared(page, id);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  const before = (await guest.getByRole('heading', { level: 1 }).textContent())!;
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await playedOn(guest, 6);

  const origin = new URL(page.url()).origin;
  await edited(page.request, origin, id, { kind: 'set_lesson', field: 'title', value: 'Slack water' });
  const newer = await page.request.post(`/api/lessons/${id}/share`, { headers: { Origin: origin }, data: {} });
  const { versionId } = (await newer.json()) as { versionId: string };
  await change(page, id, token, { versionId });

  await guest.reload();
  await expect(guest.getByRole('button', { name: 'Begin anew' })).toBeVisible();
  await expect(guest).toHaveTitle(before);
  await guest.getByRole('button', { name: 'Play', exact: true }).last().click();
  await playedOn(guest, 1);
  await guest.getByRole('button', { name: 'Stop here' }).click();
  await guest.getByRole('button', { name: 'Not now' }).click();
  await guest.getByRole('button', { name: 'Start again' }).click();
  await expect(guest.getByRole('heading', { level: 1, name: 'Slack water' })).toBeVisible();
  await guest.context().close();
});
