import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { choose, DEMO, expect, opened, test } from '../studio';

test('what a video host asks for is copied in its order, and the lesson leaves as files', async ({
  studio: page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const clipboard = (): Promise<string> => page.evaluate(() => navigator.clipboard.readText());
  await opened(page, `/lesson/${DEMO}/share/video-host`);
  const pasted = page.getByTestId('pasted');

  await test.step('by key, from top to bottom', async () => {
    await page.keyboard.press('c');
    await expect.poll(clipboard).toMatch(/^Before the early bulletin \(\d:\d\d\)$/);
    await page.keyboard.press('c');
    await expect.poll(clipboard).toContain('Who should ask first');
    await expect(pasted.nth(1).getByRole('button')).toContainText('Copied');
    const chapters = (await clipboard()).match(/^\d+:\d\d .+$/gm)!;
    expect(chapters[0]).toMatch(/^0:00 /);
    expect(chapters.length).toBeGreaterThan(3);
  });

  await test.step('by pointer, with how many letters there are', async () => {
    await pasted.filter({ hasText: 'Tags' }).getByRole('button', { name: 'Copy: Tags' }).click();
    await expect.poll(clipboard).toContain('face yoga, follow along');
    await expect(pasted.first()).toContainText(/\d+ of 100 letters/);
  });

  await test.step('another way through the lesson has other chapters', async () => {
    const description = await pasted.nth(1).textContent();
    await choose(page, 'Which way through the lesson goes there', 'Just the moves');
    await expect(pasted.nth(1)).not.toHaveText(description!);
    await choose(page, 'Which way through the lesson goes there', 'The whole lesson');
    await expect(pasted.nth(1)).toHaveText(description!);
  });

  await test.step('files for an editor, singly and as one archive', async () => {
    await page.getByText('Files for an editor').click();
    const saved = async (name: string): Promise<{ path: string; name: string }> => {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name }).click();
      return { path: await (await download).path(), name: (await download).suggestedFilename() };
    };
    const edl = await saved('Save: What plays, CMX 3600');
    expect(edl.name).toBe('before-the-early-bulletin-edit-list.edl');
    expect(readFileSync(edl.path, 'utf8')).toMatch(/^TITLE: Before the early bulletin\r\nFCM: NON-DROP FRAME\r\n/);
    const all = await saved('All of them, as one archive');
    expect(all.name).toBe('before-the-early-bulletin.zip');
    expect(execFileSync('unzip', ['-t', all.path], { encoding: 'utf8' })).toContain('No errors detected');
    const list = execFileSync('unzip', ['-Z1', all.path], { encoding: 'utf8' }).trim().split('\n');
    expect(list.length).toBe(11);
    expect(list).toContain('before-the-early-bulletin-timeline.otio');
  });
});
