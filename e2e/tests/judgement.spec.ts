import type { Page } from '@playwright/test';
import { addMove, DEMO, expect, linkOf, newLesson, test } from '../studio';

/** A lesson of one move from the library, opened on its plan. */
async function lessonWith(page: Page, title: string, move: string): Promise<string> {
  const id = await newLesson(page, title);
  await addMove(page, move);
  await expect(page.getByTestId('step')).toHaveCount(1);
  return id;
}
const findings = (page: Page) => page.getByTestId('finding');

test('a hand that is led down the neck takes longer, is drawn, and asks for its cautions', async ({ studio: page }) => {
  await lessonWith(page, 'Down the neck', 'Compass');
  await expect(findings(page).filter({ hasText: 'leads down to the collarbone' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Where the hand goes' }).click();
  const dialog = page.getByRole('dialog', { name: /Where the hand goes/ });
  for (const region of ['temple', 'ear', 'collarbone'])
    await dialog.locator(`[data-region=${region}][data-side=left]`).first().click({ force: true });
  await expect(dialog.getByTestId('way-told')).toContainText('side of the neck');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('way')).toContainText('down to the collarbone');
  await expect(page.locator('aside .way').first()).toBeVisible();
  await expect(findings(page).filter({ hasText: 'leads down to the collarbone' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('way')).not.toContainText('collarbone');
});

test('steps that are no moves take their time, keep their words and are no moves', async ({ studio: page }) => {
  await lessonWith(page, 'With oil', 'Compass');
  await page.getByRole('button', { name: '+ Something else' }).click();
  await page.getByRole('menuitem', { name: 'Something is put on' }).click();
  await expect(page.getByTestId('step')).toHaveCount(2);
  const before = await page.getByTestId('total').textContent();
  await page.getByRole('textbox', { name: 'takes, s' }).fill('60');
  await page.getByRole('textbox', { name: 'takes, s' }).press('Enter');
  await expect(page.getByTestId('total')).not.toHaveText(before!);
  await page.getByLabel('Said before').fill('Three drops of oil.');
  await page.getByLabel('Said before').blur();
  await expect(page.getByText('1 move ·')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('step')).toHaveCount(2);
  await expect(page.getByTestId('step').nth(1)).toContainText('Put on oil');
});

test('a studio puts a caution in its own words, leaves it out, and takes both back', async ({ studio: page }) => {
  const id = await lessonWith(page, 'Our own words', 'Storm glass');
  await expect(findings(page).filter({ hasText: 'ask a dentist' }).first()).toBeVisible();
  await page.goto('/rules');
  await page.getByRole('button', { name: 'Jaw joint' }).click();
  const say = page.getByLabel('What you would say at the step');
  await say.fill('If the hinge clicks, leave this one to the dentist.');
  await say.blur();
  await expect(page.getByText('Brought by the program, changed here.')).toBeVisible();
  await expect(page.getByTestId('saving')).toHaveText('saved');
  await page.goto(`/lesson/${id}/plan/moves`);
  await expect(findings(page).filter({ hasText: 'If the hinge clicks' }).first()).toBeVisible();

  await page.goto('/rules');
  await page.getByRole('button', { name: /^Jaw joint/ }).click();
  await page.getByRole('button', { name: 'Do not ask for it' }).click();
  await expect(page.getByTestId('saving')).toHaveText('saved');
  await page.goto(`/lesson/${id}/plan/moves`);
  await expect(findings(page).first()).toBeVisible();
  await expect(findings(page).filter({ hasText: 'hinge' })).toHaveCount(0);

  await page.goto('/rules');
  const jaw = page.getByRole('button', { name: /^Jaw joint/ });
  await expect(jaw).toHaveText(/not asked for/);
  await page.keyboard.press('Control+z');
  await expect(jaw).toHaveText(/changed/);
  await page.keyboard.press('Control+z');
  await expect(jaw).not.toHaveText(/changed/);
  await jaw.click();
  await expect(say).toHaveValue(/ask a dentist/);
  await expect(page.getByTestId('saving')).toHaveText('saved');
});

for (const viewport of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
])
  test(`what calls for care is read first, and what comes next is in sight at ${viewport.width} × ${viewport.height}`, async ({
    studio: page,
    context,
    browser,
  }) => {
    await page.goto('/desk');
    const { token } = await linkOf(context.request, DEMO);
    const guest = await (await browser.newContext({ viewport })).newPage();
    await guest.goto(`/v/${token}`);
    const lines = guest.locator('main ul').first().locator('li');
    await expect(lines).toHaveCount(3);
    await expect(lines.first()).toBeInViewport();
    await expect(lines.first()).toContainText('Draining strokes');
    await expect(guest.getByRole('button', { name: 'I have read it, begin' })).toBeInViewport();
    const more = guest.locator('details');
    await expect(more.locator('li').first()).toBeHidden();
    await more.locator('summary').click();
    await expect(more.locator('li').first()).toBeVisible();
    await expect(guest.getByRole('button', { name: 'I have read it, begin' })).toBeInViewport();
    // Of a single move only what that move calls for.
    await guest.getByLabel('Which move').selectOption({ label: 'Lantern eyes' });
    await expect(guest.getByText('Eyes: contact lenses out')).toBeVisible();
    await expect(guest.getByText('Draining strokes')).toHaveCount(0);
    await guest.context().close();
  });
