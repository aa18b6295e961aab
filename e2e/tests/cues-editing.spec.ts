import { choose, chooseCue, expect, opened, stored, test } from '../studio';

test('a cue is dragged where it is to stand: for one, for its stretch, for all; by key and by name too', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/mark/cues`);
  const picture = page.getByTestId('picture');
  const handle = page.getByTestId('place-handle');
  const moments = page.getByTestId('moment');
  const placed = async () =>
    ((await stored(page.request, id)).doc.overrides as { key: string; place?: number[] }[]).filter((one) => one.place);
  const figure = picture.getByTestId('count');
  const middle = async () => {
    const [box, around] = [(await figure.boundingBox())!, (await picture.boundingBox())!];
    return [(box.x + box.width / 2 - around.x) / around.width, (box.y + box.height / 2 - around.y) / around.height];
  };

  await chooseCue(page, '2 of 6');
  const key = (await figure.getAttribute('data-key'))!;
  const passage = key.replace(/\|\d+$/, '');

  await test.step('what is dragged goes along, and stays where it is let go', async () => {
    const [from, around] = [(await handle.boundingBox())!, (await picture.boundingBox())!];
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(around.x + 0.3 * around.width, around.y + 0.6 * around.height, { steps: 5 });
    await expect.poll(async () => (await middle())[0]).toBeLessThan(0.35);
    expect(await placed()).toEqual([]);
    await page.mouse.up();
    await expect.poll(async () => (await placed()).map((one) => one.key)).toEqual([key]);
    const [x, y] = await middle();
    expect(x).toBeCloseTo(0.3, 1);
    expect(y).toBeCloseTo(0.6, 1);
  });

  await test.step('let go of by Escape it stands where it stood', async () => {
    const [before, from] = [await middle(), (await handle.boundingBox())!];
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(from.x + 80, from.y + 40, { steps: 3 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await expect.poll(middle).toEqual(before);
    expect((await placed()).length).toBe(1);
  });

  await test.step('the same place for all of its stretch, as one change', async () => {
    await page.getByRole('button', { name: 'counts of this stretch' }).click();
    await expect.poll(async () => (await placed()).map((one) => one.key)).toEqual([passage]);
    // A still of the same stretch on the sheet shows it too.
    const drawn = moments.locator(`[data-key^="${passage}|"]`).first();
    await expect(async () => {
      const [own, still] = [(await drawn.boundingBox())!, (await moments.locator('.still').first().boundingBox())!];
      expect((own.x - still.x) / still.width).toBeLessThan(0.4);
    }).toPass();
  });

  await test.step('arrows move it, and go through no pictures meanwhile', async () => {
    const [time, before] = [await page.locator('.under strong').textContent(), (await placed())[0]!.place!];
    await handle.focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowUp');
    await expect(async () => {
      const [x, y] = (await placed())[0]!.place!;
      expect(x).toBeCloseTo(before[0]! + 0.02, 2);
      expect(y).toBeCloseTo(before[1]! - 0.02, 2);
    }).toPass();
    await expect(page.locator('.under strong')).toHaveText(time!);
  });

  await test.step('a place has a name, and can be given up', async () => {
    await choose(page, 'Where it stands', 'bottom left');
    await expect.poll(placed).toEqual([{ key: passage, place: [0, 1] }]);
    await choose(page, 'Where it stands', 'where there is room');
    await expect.poll(placed).toEqual([]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(placed).toEqual([{ key: passage, place: [0, 1] }]);
  });

  await test.step('an upright film has it in the same corner', async () => {
    await page.getByLabel('How it is looked at').click();
    await page.getByRole('option', { name: 'as an upright film' }).click();
    await expect(async () => {
      const [box, around] = [(await figure.boundingBox())!, (await picture.boundingBox())!];
      expect(around.height).toBeGreaterThan(around.width);
      expect((box.x - around.x) / around.width).toBeCloseTo(0.06, 1);
      expect(box.y - around.y).toBeGreaterThan(around.height / 2);
    }).toPass();
  });
});

test('several cues are ticked and changed at once, each as one change', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/mark/cues`);
  interface Own {
    key: string;
    hidden?: boolean;
    startOffsetMs?: number;
    endOffsetMs?: number;
  }
  const own = async () =>
    ((await stored(page.request, id)).doc.overrides as Own[]).filter((one) => one.key.split('|').length > 3);
  await page.getByText('All cues, as a list').click();
  const rows = page.getByTestId('cue');
  await expect(rows.first()).toBeVisible();
  const every = await rows.count();
  await choose(page, 'Which kind is listed', 'counts');
  await expect.poll(() => rows.count()).toBeLessThan(every);
  await expect(page.getByText('Tick some, and change them at once.')).toBeVisible();

  await test.step('two go a little later, and later again', async () => {
    for (const words of ['2 of 6', '3 of 6'])
      await page
        .getByRole('checkbox', { name: new RegExp(words) })
        .first()
        .check();
    await expect(page.getByText('2 ticked')).toBeVisible();
    const later = page.getByRole('button', { name: '0.1 s later' });
    await later.click();
    await later.click();
    const moved = async () => (await own()).map((one) => [one.startOffsetMs, one.endOffsetMs]);
    await expect.poll(moved).toEqual([
      [200, 200],
      [200, 200],
    ]);
  });

  await test.step('they are hidden, shown again, and as they were made', async () => {
    await page.getByRole('button', { name: 'Hide', exact: true }).click();
    await expect(rows.filter({ hasText: 'hidden' })).toHaveCount(2);
    await page.getByRole('button', { name: 'Show', exact: true }).click();
    await expect(rows.filter({ hasText: 'hidden' })).toHaveCount(0);
    await page.getByRole('button', { name: 'As they were made' }).click();
    await expect.poll(own).toEqual([]);
    await expect(page.getByRole('button', { name: 'As they were made' })).toBeDisabled();
  });

  await test.step('all of a kind at once, and back by one undo', async () => {
    await page.getByRole('checkbox', { name: 'Tick all' }).check();
    await page.getByRole('button', { name: 'Hide', exact: true }).click();
    await expect
      .poll(async () => (await rows.filter({ hasText: 'hidden' }).count()) === (await rows.count()))
      .toBe(true);
    await expect(page.getByTestId('picture').getByTestId('count')).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(own).toEqual([]);
  });
});

test('where the film shows something of its own nothing is drawn: a place is put there, moved, and taken away', async ({
  studio: page,
  copyOfDemo,
  complaints: _complaints,
}) => {
  const id = await copyOfDemo();
  await opened(page, `/lesson/${id}/mark/cues`);
  await chooseCue(page, '2 of 6');
  const picture = page.getByTestId('picture');
  const place = page.getByTestId('free-place');
  const kept = async () =>
    ((await stored(page.request, id)).doc.takes as unknown as { keptFree: number[][] }[]).flatMap(
      (take) => take.keptFree,
    );
  /** How much the count and the place share. */
  const apart = async (): Promise<boolean> => {
    const [a, b] = [(await picture.getByTestId('count').boundingBox())!, (await place.boundingBox())!];
    return a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
  };

  await test.step('it is dragged over the number, which makes room', async () => {
    await page.getByRole('button', { name: 'Keep a place free' }).click();
    await expect(place).toHaveCount(1);
    const [from, to] = [(await place.boundingBox())!, (await picture.getByTestId('count').boundingBox())!];
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect.poll(async () => (await kept())[0]![1]).toBeLessThan(0.3);
    await expect(async () => expect(await apart()).toBe(true)).toPass();
  });

  await test.step('keys move it, change its size, and take it away; undo brings it back', async () => {
    const [x, , width] = (await kept())[0]!;
    await place.focus();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(async () => (await kept())[0]![0]).toBeCloseTo(x! - 0.02, 3);
    await page.keyboard.press('+');
    await expect.poll(async () => (await kept())[0]![2]).toBeCloseTo(width! + 0.02, 3);
    await page.keyboard.press('Delete');
    await expect.poll(kept).toEqual([]);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(place).toHaveCount(1);
    await place.getByRole('button', { name: 'Do not keep it free any more' }).click();
    await expect.poll(kept).toEqual([]);
  });
});
