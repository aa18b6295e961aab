import type { Page } from '@playwright/test';
import { addMove, bringIn, expect, FOOTAGE, newLesson, saved, signIn, stored, test, watchConsole } from '../studio';

const work = (page: Page) => page.locator('[data-testid=row].work');
const ready = (page: Page) =>
  page.waitForFunction(() => (document.querySelector<HTMLVideoElement>('video.on')?.readyState ?? 0) >= 2);

test('what is marked by hand stays while proposals come, two windows agree, and a step brings its parts back', async ({
  studio: page,
  context,
  baseURL,
  complaints,
}) => {
  const id = await newLesson(page, 'Before the ferry');
  for (const move of ['Drizzle', 'Lantern eyes', 'Ebb line']) await addMove(page, move);
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  await expect(page.getByText('Plays in the lesson')).toBeVisible();
  await page.getByRole('button', { name: 'left', exact: true }).click();
  await saved(page);
  const parts = async () => (await stored(context.request, id)).doc.segments;

  await test.step('a part is marked before anybody has looked at what hands do', async () => {
    await page.getByRole('link', { name: 'Mark' }).click();
    await expect(page.getByRole('button', { name: 'starts here' })).toBeVisible();
    await ready(page);
    for (let second = 0; second < 10; second++) await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('s');
    await expect(page.getByText(/Open since/)).toBeVisible();
    for (let second = 0; second < 6; second++) await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('e');
    await saved(page);
    expect((await parts()).length).toBe(1);
  });
  const [mine] = await parts();

  await test.step('proposals come around it, and leave it where it is', async () => {
    await expect(work(page)).toHaveCount(4);
    await expect(page.locator(`[data-key="${mine!.id}"]`)).toHaveAttribute('data-state', 'agreed');
    expect(await parts()).toEqual([mine!]);
  });

  await test.step('a second window on the same take shows what was agreed to in the first', async () => {
    const other = await context.newPage();
    await signIn(context, baseURL!);
    watchConsole(other, complaints);
    await other.goto(`/lesson/${id}/mark/segments`);
    await expect(work(other)).toHaveCount(4);
    const last = work(page).last();
    await last.getByRole('button').click();
    await page.keyboard.press('a');
    await saved(page);
    await expect(work(other).last()).toHaveAttribute('data-state', 'agreed');
    // The other one takes it away: it is proposed again in both.
    await work(other).last().getByRole('button').click();
    await other.keyboard.press('n');
    await saved(other);
    await expect(work(page).last()).not.toHaveAttribute('data-state', 'agreed');
    await other.close();
  });

  await test.step('a step that is taken out takes its part along, and undo brings it back', async () => {
    const before = await parts();
    await page.goto(`/lesson/${id}/plan/moves`);
    await page.getByTestId('step').first().click();
    await page.locator('h1').click();
    await page.keyboard.press('Delete');
    await expect(page.getByTestId('step')).toHaveCount(2);
    await saved(page);
    expect((await parts()).some((one) => one.id === mine!.id)).toBeFalsy();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByTestId('step')).toHaveCount(3);
    await saved(page);
    expect(await parts()).toEqual(before);
    await page.goto(`/lesson/${id}/mark/segments`);
    await expect(page.locator(`[data-key="${mine!.id}"]`)).toHaveAttribute('data-state', 'agreed');
  });

  await test.step('a take that is taken out in another window is gone from the sheet, and back with its parts', async () => {
    const before = await parts();
    const other = await context.newPage();
    watchConsole(other, complaints);
    await other.goto(`/lesson/${id}/film/takes`);
    await other.getByRole('button', { name: 'Take it out' }).click();
    await expect(page.getByText('Nothing to mark yet')).toBeVisible();
    await saved(other);
    await other.getByRole('button', { name: 'Undo', exact: true }).click();
    await saved(other);
    await expect(page.locator(`[data-key="${mine!.id}"]`)).toHaveAttribute('data-state', 'agreed');
    expect(await parts()).toEqual(before);
    await other.close();
  });
});
