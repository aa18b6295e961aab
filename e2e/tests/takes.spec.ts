import { expect, FOOTAGE, invitationOn, newLesson, saved, stored, test, watchConsole } from '../studio';

test('films come from a telephone by a code, go on over a broken line, and no more of them once that is closed', async ({
  studio: page,
  context,
  browser,
  complaints,
}) => {
  const id = await newLesson(page, 'From a telephone');
  await page.goto(`/lesson/${id}/film/takes`);
  await page.getByRole('button', { name: 'bring it from a telephone' }).click();
  const card = page.getByTestId('phone');
  const { code, address } = await invitationOn(card);
  const pocket = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await pocket.newPage();
  watchConsole(phone, complaints);

  await test.step('its code is typed, and lets it in', async () => {
    await phone.goto(address);
    await phone.getByLabel('Code').fill('WRONG2');
    await phone.getByRole('button', { name: 'Go on' }).tap();
    await expect(phone.getByRole('alert')).toContainText('each lets one telephone in');
    await phone.getByLabel('Code').fill(code.toLowerCase());
    await phone.getByRole('button', { name: 'Go on' }).tap();
    await expect(phone.getByRole('heading', { name: 'Films for “From a telephone”' })).toBeVisible();
    await expect(card).toContainText('A telephone may bring films in here');
    expect(await pocket.cookies()).toEqual([]);
  });

  await test.step('what breaks off goes on by itself, and becomes a take', async () => {
    let broken = 0;
    await phone.route('**/api/uploads/*', (route) =>
      route.request().method() === 'PATCH' && broken++ < 2 ? route.abort('connectionreset') : route.continue(),
    );
    await phone.getByLabel('Films').setInputFiles(FOOTAGE);
    await expect(phone.getByText('It is there. The studio looks at it now.')).toBeVisible();
    expect(broken).toBeGreaterThan(2);
    await expect(page.getByTestId('take')).toHaveCount(1);
    expect((await stored(context.request, id)).doc.takes[0]!.name).toBe('cold-morning-eyes');
  });

  await test.step('loaded again it is in still, and sends nothing twice unasked', async () => {
    await phone.reload();
    await phone.getByLabel('Films').setInputFiles(FOOTAGE);
    await expect(phone.getByText('It was sent before, and is there.')).toBeVisible();
    await page.reload();
    await expect(card).toContainText('A telephone may bring films in here');
  });

  await test.step('closed at the studio, it is told to take a new code, by which the same goes on', async () => {
    await card.getByRole('button', { name: 'Take no more from it' }).click();
    await expect(card).toHaveCount(0);
    // Another one keeps the listener open.
    await page.getByRole('button', { name: 'bring it from a telephone' }).click();
    const { code: next } = await invitationOn(card);
    await phone.getByRole('button', { name: 'Send it once more' }).tap();
    await expect(phone.getByRole('alert')).toContainText('Take a new code there');
    await phone.getByLabel('Code').fill(next);
    await phone.getByRole('button', { name: 'Go on' }).tap();
    await expect(phone.getByText('It is there. The studio looks at it now.')).toBeVisible();
    await expect(page.getByTestId('take')).toHaveCount(2);
    await card.getByRole('button', { name: 'Take no more from it' }).click();
  });
  await pocket.close();
});

test('a take has its sheet: what it shows, how it is, a note; set aside nothing of it plays or is offered', async ({
  studio: page,
  context,
  copyOfDemo,
}) => {
  const id = await copyOfDemo();
  await page.goto(`/lesson/${id}/film/takes`);
  const second = page.getByTestId('take').nth(1);
  await expect(page.getByTestId('take').first().getByTestId('covers')).toContainText('Shows');
  await expect(second.getByTestId('covers')).toContainText('Shows a part, move 3');

  await second.getByRole('button', { name: 'usable' }).click();
  await second.getByLabel(/^Note on/).fill('  the ropes are quieter ');
  await second.getByLabel(/^Note on/).press('Tab');
  await saved(page);
  const take = async () =>
    (await stored(context.request, id)).doc.takes[1] as unknown as { rating: string; note: string; kept: boolean };
  expect(await take()).toEqual(
    expect.objectContaining({ rating: 'usable', note: 'the ropes are quieter', kept: true }),
  );

  const right = page.getByTestId('plays-rope-right');
  await right.getByRole('button', { name: /^Let Take 2/ }).click();
  await expect(right.getByRole('button', { name: /^Let Take 1/ })).toBeVisible();

  await test.step('set aside its pieces are gone, and its column', async () => {
    await expect(page.getByRole('columnheader', { name: 'Take 2' })).toBeVisible();
    await second.getByRole('button', { name: 'Set it aside' }).click();
    await expect(second).toContainText('Set aside');
    await expect(page.getByRole('columnheader', { name: 'Take 2' })).toHaveCount(0);
    // Of the first take it plays no more either: that is offered.
    await expect(right.getByRole('button', { name: /^Let Take 1/ })).toBeVisible();
    await saved(page);
    const { doc } = await stored(context.request, id);
    expect(doc.assembly.every((piece) => piece.takeId !== doc.takes[1]!.id)).toBe(true);
  });

  await test.step('undo brings all of it back at once', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('columnheader', { name: 'Take 2' })).toBeVisible();
    await expect(right.getByText('plays')).toBeVisible();
    await saved(page);
    expect((await take()).kept).toBe(true);
  });
});
