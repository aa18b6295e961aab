import { bringIn, expect, FOOTAGE, mediumOf, newLesson, pictureOf, stored, test } from '../studio';
import { readFileSync } from 'node:fs';
import { childrenOf, pidOf } from '../machine';

const film = (): Buffer => readFileSync(FOOTAGE);

async function running(program: 'serve.mjs' | 'worker.mjs'): Promise<number> {
  let pid: number | null = null;
  await expect.poll(() => (pid = pidOf(program))).not.toBeNull();
  return pid!;
}

for (const mishap of ['the last answer is lost', 'the server is killed after the last byte'] as const)
  test(`${mishap}: the same take, once`, async ({ studio: page, context }) => {
    const id = await newLesson(page, 'Mishap');
    await page.getByRole('link', { name: 'Film' }).click();
    let met = 0;
    await page.route('**/api/uploads/*', async (route) => {
      if (route.request().method() !== 'PATCH' || met > 0) return route.continue();
      met += 1;
      // The server has all of it, and its answer never arrives.
      await route.fetch();
      if (mishap !== 'the last answer is lost') process.kill(await running('serve.mjs'), 'SIGKILL');
      await route.abort('connectionreset');
    });
    await bringIn(page, FOOTAGE);
    await expect(page.getByTestId('take')).toHaveCount(1);
    expect(met).toBe(1);
    await expect(page.getByTestId('upload')).toHaveCount(0);
    await expect(page.getByTestId('job')).toHaveCount(0);
    const lesson = await stored(context.request, id);
    expect([lesson.doc.takes.length, lesson.doc.assembly.length]).toEqual([1, 1]);
    expect((await mediumOf(context.request, pictureOf(lesson))).bytes).toBe(film().length);
  });

test('a reload while the film is looked at: it is still told of, and becomes one take', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Looked at');
  await page.getByRole('link', { name: 'Film' }).click();
  const worker = await running('worker.mjs');
  process.kill(worker, 'SIGSTOP');
  try {
    await bringIn(page, { name: `Window\nside ${'n'.repeat(500)}.mp4`, mimeType: 'video/mp4', buffer: film() });
    await expect(page.getByTestId('upload')).toContainText('all there');
    page.once('dialog', (dialog) => void dialog.accept());
    await page.reload();
    await expect(page.getByTestId('upload')).toContainText('Being looked at');
    expect((await stored(context.request, id)).doc.takes).toEqual([]);
  } finally {
    process.kill(worker, 'SIGCONT');
  }
  await expect(page.getByTestId('take')).toHaveCount(1);
  await expect(page.getByTestId('upload')).toHaveCount(0);
  const { doc } = await stored(context.request, id);
  expect(doc.takes.length).toBe(1);
  expect(doc.takes[0]!.name).toMatch(/^Window side n{108}$/);
});

test('ffmpeg killed in the middle: the job is tried again, and makes a right file', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Short of memory');
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  await expect(page.getByTestId('job')).toContainText('making a copy');
  const worker = await running('worker.mjs');
  const encoder = (): number | undefined => childrenOf(worker).find((child) => child.args.includes('libx264'))?.pid;
  await expect.poll(encoder).toBeDefined();
  process.kill(encoder()!, 'SIGKILL');
  await expect(page.getByTestId('job')).toContainText('ended from outside');
  await expect(page.getByTestId('job')).toHaveCount(0);
  const medium = await mediumOf(context.request, pictureOf(await stored(context.request, id)));
  expect([medium.artefacts, medium.job!.state]).toEqual([
    ['poster.jpg', 'sound.json', 'proxy.mp4', 'analysis.json', 'words.json'],
    'done',
  ]);
  // Any take can be made again by hand.
  await page.getByRole('button', { name: 'Prepare it again' }).click();
  await expect(page.getByTestId('job')).toBeVisible();
  await expect(page.getByTestId('job')).toHaveCount(0);
});

test('which side viewers do is asked once a take with a still, and what was answered is offered first', async ({
  studio: page,
  context,
}) => {
  const id = await newLesson(page, 'Which side');
  await page.getByRole('link', { name: 'Film' }).click();
  await bringIn(page, FOOTAGE);
  const question = page.getByRole('group', { name: /Which side do your viewers do/ });
  await expect(question).toBeVisible();
  await question.getByRole('button', { name: 'right', exact: true }).click();
  await expect(question).toHaveCount(0);
  await expect(page.getByText('your viewers’ right')).toBeVisible();
  await expect.poll(async () => (await stored(context.request, id)).doc.takes[0]!.pictureLeft).toBe('right');

  await test.step('the same file is recognised, whatever it is called, and brought in only when that is meant', async () => {
    const twice = page.getByTestId('twice');
    await bringIn(page, { name: 'IMG 0007 (1).mp4', mimeType: 'video/mp4', buffer: film() });
    await expect(twice).toContainText('IMG 0007 (1).mp4 is here already: it is');
    await twice.getByRole('button', { name: 'Leave it' }).click();
    await expect(twice).toHaveCount(0);
    await bringIn(page, FOOTAGE);
    await twice.getByRole('button', { name: 'Bring it in once more' }).click();
    await expect(twice).toHaveCount(0);
  });
  await expect(page.getByTestId('take')).toHaveCount(2);
  await expect(question).toBeVisible();
  await expect(question.getByRole('button', { name: 'right', exact: true })).not.toHaveClass(/outlined/);
  await expect(question.getByRole('button', { name: 'left', exact: true })).toHaveClass(/outlined/);
});
