import type { Page } from '@playwright/test';
import { addMove, expect, newLesson, saved, stored, test } from '../studio';

const more = (page: Page): Promise<void> => page.getByRole('button', { name: 'More: times' }).click();

test('whatever comes for an answer, within ten seconds the state is settled or explained', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Bad line');
  await addMove(page, 'Harbour mouth');
  await saved(page);
  const state = page.getByTestId('saving');
  const mishaps: [string, (route: Parameters<Parameters<Page['route']>[1]>[0]) => Promise<unknown>][] = [
    ['dropped', (route) => route.abort('connectionreset')],
    ['dropped after it was taken', async (route) => route.fetch().then(() => route.abort('connectionreset'))],
    // It is never answered: the page stops waiting by itself.
    ['delayed', () => Promise.resolve()],
    [
      'refused by something between',
      (route) => route.fulfill({ status: 502, contentType: 'text/html', body: '<h1>Bad</h1>' }),
    ],
    ['broken', (route) => route.fulfill({ status: 200, contentType: 'application/json', body: '{"revision": ' })],
    [
      'of another shape',
      (route) => route.fulfill({ status: 200, contentType: 'application/json', body: '{"fine": true}' }),
    ],
  ];
  for (const [what, answer] of mishaps) {
    await test.step(what, async () => {
      await page.route('**/api/lessons/*/edits', answer);
      await more(page);
      await expect(state, what).toContainText(/1 edit kept here\. .{20}/);
      await page.unroute('**/api/lessons/*/edits');
      await expect(state).toHaveText('saved');
    });
  }
  const { doc } = await stored(context.request, id);
  expect(doc.steps[0]!.dose['reps']!.planned).toBe(6 + mishaps.length);
});

test('an edit refused for good is set aside with its value, and the later ones go on', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Refused');
  await addMove(page, 'Harbour mouth');
  await saved(page);
  // What is kept by another program, or damaged on the way, is no edit that the server knows.
  await page.route('**/api/lessons/*/edits', async (route) => {
    const body = route.request().postDataJSON() as { edits: { change: Record<string, unknown> }[] };
    const first = body.edits.find(({ change }) => change['field'] === 'dose');
    if (first) first.change['value'] = 5;
    await route.continue({ postData: JSON.stringify(body) });
  });
  await more(page);
  await page.getByLabel('Said before').fill('Softly.');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('aside')).toContainText('One edit could not be taken');
  await expect(page.getByTestId('aside')).toContainText('how many: 7 times');
  await saved(page);
  await expect(page.getByTestId('step').first()).toContainText('6 times');
  expect(JSON.stringify((await stored(context.request, id)).doc.steps[0])).toContain('Softly.');
  await page.unroute('**/api/lessons/*/edits');
  await page.reload();
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(page.getByTestId('aside')).toHaveCount(0);
});

test('two tabs without a connection keep their own edits, and a third sends what both left', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Two tabs');
  await addMove(page, 'Harbour mouth');
  await saved(page);
  const second = await context.newPage();
  await second.goto(`/lesson/${id}/plan/moves`);
  await second.getByRole('button', { name: 'More: times' }).waitFor();
  await context.setOffline(true);
  await more(page);
  await second.getByLabel('Said before').fill('From the second tab.');
  await second.keyboard.press('Tab');
  for (const tab of [page, second]) await expect(tab.getByTestId('saving')).toContainText('1 edit kept here');
  await page.close();
  await second.close();
  await context.setOffline(false);
  const third = await context.newPage();
  await third.goto('/desk');
  await expect(third.getByText('2 edits of “Two tabs” made here have not reached the server yet.')).toBeVisible();
  await third.getByRole('link', { name: 'Open the lesson to send them' }).click();
  await saved(third);
  const { doc } = await stored(context.request, id);
  expect(doc.steps[0]!.dose['reps']!.planned).toBe(7);
  expect(JSON.stringify(doc.steps[0])).toContain('From the second tab.');
});

test('undo pressed after going from one lesson to the next leaves the next alone', async ({
  studio: page,
  context,
}) => {
  const second = await newLesson(page, 'The next');
  await addMove(page, 'Foghorn');
  await saved(page);
  await newLesson(page, 'The first');
  await addMove(page, 'Slipway');
  await addMove(page, 'Harbour mouth');
  await saved(page);
  // From one straight to the other, as back and forward do.
  await page.evaluate((id) => {
    history.pushState(null, '', `/lesson/${id}/plan/moves`);
    dispatchEvent(new PopStateEvent('popstate'));
  }, second);
  await expect(page.getByRole('heading', { level: 1, name: 'The next' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('step')).toHaveCount(0);
  await saved(page);
  expect((await stored(context.request, second)).doc.steps).toEqual([]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await stored(context.request, second)).doc.title).toBe('The next');
});

test('a lesson put in the trash elsewhere says so, and keeps what was edited', async ({
  studio: page,
  context,
  baseURL,
}) => {
  const id = await newLesson(page, 'Thrown out');
  await addMove(page, 'Harbour mouth');
  await saved(page);
  const headers = { Origin: baseURL! };
  await context.request.delete(`/api/lessons/${id}`, { headers });
  await more(page);
  await expect(page.getByTestId('saving')).toContainText('1 edit kept here. This lesson is in the trash');
  await context.request.post(`/api/trash/${id}/restore`, { headers });
  await page.reload();
  await saved(page);
  expect((await stored(context.request, id)).doc.steps[0]!.dose['reps']!.planned).toBe(7);
});
