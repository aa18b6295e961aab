import type { Browser, Page } from '@playwright/test';
import { DEMO, expect, newLesson, saved, test, watchConsole } from '../studio';

const PASSWORD = 'a tide table of ropes';

/** Somebody in a browser of their own. */
async function somebody(browser: Browser, baseURL: string, complaints: string[]): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL });
  const page = await context.newPage();
  watchConsole(page, complaints);
  return page;
}

async function invite(owner: Page, email: string): Promise<string> {
  await owner.goto('/people');
  await owner.getByLabel('Their e-mail').fill(email);
  await owner.getByRole('button', { name: 'Make the link' }).click();
  return owner.getByLabel('Invitation link').inputValue();
}

async function comeIn(page: Page, link: string, name: string): Promise<void> {
  await page.goto(link);
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel(/Password/).fill(PASSWORD);
  await page.getByRole('button', { name: 'Open the studio' }).click();
  await expect(page).toHaveURL(/desk/);
}

test('an editor comes in by a link, works, is told who shares and deletes, and is out at once when removed', async ({
  studio: owner,
  browser,
  baseURL,
  complaints,
}) => {
  const link = await invite(owner, 'ane@harbour.example');
  await expect(owner.getByTestId('invitation')).toContainText('ane@harbour.example');
  const editor = await somebody(browser, baseURL!, complaints);
  await comeIn(editor, link, 'Ane Vik');

  await editor.goto(`/lesson/${DEMO}/share/publish`);
  await expect(editor.getByTestId('version').first()).toBeVisible();
  await expect(editor.getByText('Marit Vane shares it')).toBeVisible();
  for (const name of [/Share/, 'Revoke', 'One more link to this version', 'Delete this version'])
    await expect(editor.getByRole('button', { name })).toHaveCount(0);
  await editor.goto('/people');
  await expect(editor.getByText('Marit Vane shares, deletes and invites here.')).toBeVisible();
  await expect(editor.getByRole('button', { name: 'Make the link' })).toHaveCount(0);
  const id = await newLesson(editor, 'Made by an editor');
  await editor.goto('/desk');
  await editor.getByRole('button', { name: 'More for Made by an editor' }).click();
  await expect(editor.getByRole('menuitem', { name: 'Marit Vane can put it in the trash' })).toBeVisible();
  await expect(editor.getByRole('menuitem', { name: 'Put it in the trash', exact: true })).toHaveCount(0);

  await editor.goto(`/lesson/${id}/plan/moves`);
  await saved(editor);
  await owner.reload();
  await expect(owner.getByTestId('invitation')).toHaveCount(0);
  await owner.getByTestId('person').filter({ hasText: 'Ane Vik' }).getByRole('button', { name: 'Remove' }).click();
  await owner.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(owner.getByTestId('person')).toHaveCount(1);
  // Nothing was pressed there: the door closes by itself.
  await expect(editor).toHaveURL(/sign-in/);
  await owner.goto(`/lesson/${id}/plan/moves`);
  await expect(owner.getByRole('heading', { level: 1, name: 'Made by an editor' })).toBeVisible();
  await editor.context().close();
});

test('a new password holds and ends what was open elsewhere; signing out everywhere ends all', async ({
  studio: owner,
  browser,
  baseURL,
  complaints,
}) => {
  const here = await somebody(browser, baseURL!, complaints);
  await comeIn(here, await invite(owner, 'ole@harbour.example'), 'Ole Berg');
  const there = await somebody(browser, baseURL!, complaints);
  await there.goto('/sign-in');
  await there.getByLabel('E-mail').fill('Ole@Harbour.example');
  await there.getByLabel('Password').fill(PASSWORD);
  await there.keyboard.press('Enter');
  await expect(there).toHaveURL(/desk/);

  await here.goto('/people');
  const change = async (current: string, next: string): Promise<void> => {
    await here.getByLabel('Password now').fill(current);
    await here.getByLabel(/New password/).fill(next);
    await here.getByRole('button', { name: 'Change it' }).click();
  };
  await change(PASSWORD, 'short');
  await expect(here.getByRole('alert')).toContainText('at least 10 characters');
  await change('not this one', 'another table of ropes');
  await expect(here.getByRole('alert')).toContainText('not the password that you sign in with now');
  await change(PASSWORD, 'another table of ropes');
  await expect(here.getByText('The new password holds.')).toBeVisible();
  await expect(there).toHaveURL(/sign-in/);
  await here.reload();
  await expect(here.getByTestId('person').first()).toBeVisible();

  await here.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(here).toHaveURL(/sign-in/);
  await here.goto('/desk');
  await expect(here).toHaveURL(/sign-in/);
  for (const page of [here, there]) await page.context().close();
});

test('a link that is used up says so, and whom to ask', async ({ page, complaints: _complaints }) => {
  await page.goto(`/set-up#${'a'.repeat(32)}`);
  await expect(page.getByRole('alert')).toContainText('was used, withdrawn or is too old');
  await expect(page.getByRole('button', { name: 'Open the studio' })).toHaveCount(0);
});
