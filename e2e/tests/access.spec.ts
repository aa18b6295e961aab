import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { DEMO, expect, linkOf, opened, playedOn, test, viewer } from '../studio';

const SCREENS = [
  '/desk',
  '/library',
  '/rules',
  '/people',
  '/trash',
  `/lesson/${DEMO}/plan/moves`,
  `/lesson/${DEMO}/plan/words`,
  `/lesson/${DEMO}/plan/paper`,
  '/from-narration',
  `/lesson/${DEMO}/film/takes`,
  `/lesson/${DEMO}/film/prompter`,
  `/lesson/${DEMO}/mark/segments`,
  `/lesson/${DEMO}/mark/cues`,
  `/lesson/${DEMO}/share/proof`,
  `/lesson/${DEMO}/share/publish`,
  `/lesson/${DEMO}/share/finished-film`,
  `/lesson/${DEMO}/share/video-host`,
  `/lesson/${DEMO}/learn/watching`,
];

// WCAG 2.2 by axe-core: nothing serious or critical.
async function findings(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations
    .filter((one) => one.impact === 'serious' || one.impact === 'critical')
    .map(
      (one) =>
        `${one.id}: ${one.nodes.map((node) => `${node.target.join(' ')} ${node.any[0]?.message ?? ''}`).join(' | ')}`,
    );
}

for (const screen of SCREENS)
  test(`${screen} has no serious finding and a quiet console`, async ({ studio: page }) => {
    await opened(page, screen);
    expect(await findings(page)).toEqual([]);
  });

test('planned, said and done beside each other has none', async ({ studio: page }) => {
  await page.goto(`/lesson/${DEMO}/mark/segments`);
  await page.getByRole('button', { name: /^Planned, said, done/ }).click();
  await expect(page.getByTestId('said-done').first()).toBeVisible();
  expect(await findings(page)).toEqual([]);
});

test('the viewers’ page has none, before, during and after', async ({
  studio: _studio,
  context,
  browser,
  complaints,
}) => {
  const { token } = await linkOf(context.request, DEMO);
  const guest = await viewer(browser, complaints);
  await guest.goto(`/v/${token}`);
  await expect(guest.getByText('Read this first')).toBeVisible();
  expect(await findings(guest)).toEqual([]);
  await guest.getByRole('button', { name: /See it/ }).click();
  await expect(guest.getByText('Nothing yet.')).toBeVisible();
  expect(await findings(guest)).toEqual([]);
  await guest.getByRole('button', { name: 'Back to the lesson' }).click();
  await guest.getByRole('button', { name: 'I have read it, begin' }).click();
  await guest.keyboard.press('ArrowRight');
  await playedOn(guest, 0.5);
  expect(await findings(guest)).toEqual([]);
  await guest.keyboard.press('h');
  await expect(guest.getByRole('dialog')).toBeVisible();
  expect(await findings(guest)).toEqual([]);
  await guest.keyboard.press('Escape');
  await guest.getByRole('button', { name: 'Stop here' }).click();
  await guest.getByRole('button', { name: 'Yes' }).click();
  expect(await findings(guest)).toEqual([]);
  await guest.context().close();
});

test('sign-in asks, refuses in words, and leads back', async ({ page, complaints: _complaints }) => {
  await page.goto('/library');
  await expect(page).toHaveURL(/sign-in/);
  expect(await findings(page)).toEqual([]);
  await page.getByLabel('E-mail').fill('marit@harbour.example');
  await page.getByLabel('Password').fill('wrong');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('do not go together');
  await page.getByLabel('Password').fill('lantern-and-rope');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/library/);
});

test('the keyboard alone opens a lesson, adds a move and finds the keys', async ({ studio: page }) => {
  await page.goto('/desk');
  await page.getByRole('link', { name: /Lips and tongue/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('step')).toHaveCount(2);
  await page.keyboard.press('a');
  await page.getByRole('searchbox').focus();
  await page.keyboard.type('Tongue clock');
  await expect(page.getByRole('status').filter({ hasText: '1 move' })).toBeVisible();
  await page.getByRole('button', { name: /Tongue clock/ }).press('Enter');
  await expect(page.getByTestId('step')).toHaveCount(3);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this screen' })).toContainText('Add a move');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('step')).toHaveCount(2);
});
