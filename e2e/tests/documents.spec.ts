import type { APIRequestContext, APIResponse } from '@playwright/test';
import { Client } from 'pg';
import { databaseUrl } from '../machine';
import { expect, stored, test } from '../studio';

interface Answer {
  revision: number;
  changes: { id: string; change: unknown }[];
  refused: { id: string; reason: string }[];
  conflict: { id: string; theirs: unknown; fits: boolean } | null;
}

const dose = (n: number) => {
  const exactly = (value: number) => ({ low: value, planned: value, high: value });
  return { form: 'reps', reps: exactly(n), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 };
};
const step = (id: string) => ({
  id,
  move: { id: 'm', revision: 1, name: 'Slipway', region: 'neck', action: 'stroke', dose: dose(5), sidePlan: 'both' },
  dose: dose(5),
  sidePlan: 'both',
  narration: { before: '', during: '', after: '' },
});
const take = {
  id: 't',
  name: 'Take',
  durationMs: 60_000,
  width: 960,
  height: 540,
  frameRate: { numerator: 25, denominator: 1 },
};
const mark = (id: string, stepId: string | null, takeId = 't') => ({
  kind: 'add_segment',
  segment: { id, takeId, kind: 'reps', stepId, startMs: 0, endMs: 5000 },
});
const addStep = (id: string) => ({ kind: 'add_step', step: step(id), afterStepId: null });
const removeStep = (stepId: string) => ({ kind: 'remove_step', stepId });

/** Windows on one lesson, each with the revision that it last heard of. */
class Windows {
  private constructor(
    private readonly request: APIRequestContext,
    private readonly headers: Record<string, string>,
    readonly id: string,
  ) {}

  static async open(request: APIRequestContext, origin: string, ...changes: object[]): Promise<Windows> {
    const headers = { Origin: origin };
    const made = await request.post('/api/lessons', { headers, data: { title: 'Two windows' } });
    const windows = new Windows(request, headers, ((await made.json()) as { id: string }).id);
    if (changes.length > 0) expect((await windows.edit('setup', 1, ...changes)).status()).toBe(200);
    return windows;
  }

  edit(clientId: string, baseRevision: number, ...changes: object[]): Promise<APIResponse> {
    return this.send(
      clientId,
      baseRevision,
      changes.map((change) => ({ id: crypto.randomUUID(), kind: 'edit', change })),
    );
  }

  send(clientId: string, baseRevision: number, edits: object[]): Promise<APIResponse> {
    const data = { clientId, baseRevision, edits };
    return this.request.post(`/api/lessons/${this.id}/edits`, { headers: this.headers, data });
  }

  async revision(): Promise<number> {
    return (await stored(this.request, this.id)).revision;
  }

  /** The lesson, read again through its schema by the server: a broken one would be a refusal. */
  async doc(): Promise<Awaited<ReturnType<typeof stored>>['doc']> {
    const answer = await this.request.get(`/api/lessons/${this.id}`);
    expect(answer.status()).toBe(200);
    return ((await answer.json()) as Awaited<ReturnType<typeof stored>>).doc;
  }
}

const answerOf = async (response: APIResponse): Promise<Answer> => (await response.json()) as Answer;

test.describe('edits of one lesson from several windows', () => {
  let open: (...changes: object[]) => Promise<Windows>;
  test.beforeEach(({ studio: _studio, context, baseURL }) => {
    open = (...changes) => Windows.open(context.request, baseURL!, ...changes);
  });

  for (const first of ['removed', 'marked'] as const)
    test(`a step removed while another window marks it, ${first} first`, async () => {
      const windows = await open({ kind: 'add_take', take }, addStep('a'));
      const base = await windows.revision();
      const [one, other] = first === 'removed' ? [removeStep('a'), mark('s', 'a')] : [mark('s', 'a'), removeStep('a')];
      expect((await windows.edit('one', base, one)).status()).toBe(200);
      const second = await windows.edit('other', base, other);
      expect(second.status()).toBe(409);
      const { conflict } = await answerOf(second);
      // A mark for a step that is gone can never be made; a step that was marked meanwhile can still be removed.
      expect(conflict!.fits).toBe(first === 'marked');
      expect(conflict!.theirs).toEqual(
        expect.objectContaining({ kind: first === 'removed' ? 'remove_step' : 'add_segment' }),
      );
      const doc = await windows.doc();
      expect([doc.steps.length, doc.segments.length]).toEqual(first === 'removed' ? [0, 0] : [1, 1]);
      if (first === 'removed') return;
      // Kept all the same, on the newest revision: what was marked goes along.
      expect((await windows.edit('other', await windows.revision(), other)).status()).toBe(200);
      const after = await windows.doc();
      expect([after.steps.length, after.segments.length]).toEqual([0, 0]);
    });

  test('a step added, marked elsewhere, and its addition undone', async () => {
    const windows = await open({ kind: 'add_take', take });
    const base = await windows.revision();
    await windows.edit('one', base, addStep('a'));
    await windows.edit('other', base + 1, mark('s', 'a'));
    const undo = await windows.send('one', base + 1, [
      { id: crypto.randomUUID(), kind: 'undo', change: removeStep('a') },
    ]);
    expect(undo.status()).toBe(409);
    const doc = await windows.doc();
    expect([doc.steps.length, doc.segments.length]).toEqual([1, 1]);
  });

  test('a take removed while another window marks it', async () => {
    const windows = await open({ kind: 'add_take', take }, addStep('a'));
    const base = await windows.revision();
    expect((await windows.edit('one', base, { kind: 'remove_take', takeId: 't' })).status()).toBe(200);
    const second = await windows.edit('other', base, mark('s', 'a'));
    expect([second.status(), (await answerOf(second)).conflict!.fits]).toEqual([409, false]);
    expect((await windows.doc()).segments).toEqual([]);
  });

  test('a removal takes marks along that were moved elsewhere meanwhile only when it is asked for again', async () => {
    const windows = await open({ kind: 'add_take', take }, addStep('a'), mark('s', 'a'));
    const base = await windows.revision();
    await windows.edit('one', base, { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 7000 });
    const removal = await windows.edit('other', base, removeStep('a'));
    expect(removal.status()).toBe(409);
    expect((await windows.doc()).segments[0]!.endMs).toBe(7000);
  });

  test('a batch beyond a limit is refused in words, and the later edits go on', async () => {
    const windows = await open();
    const steps = (count: number, name: string) => ({
      kind: 'batch',
      changes: Array.from({ length: count }, (_, i) => addStep(`${name}${i}`)),
    });
    expect((await windows.edit('one', 1, steps(1000, 'a'))).status()).toBe(200);
    const full = await windows.edit('one', await windows.revision(), addStep('over'), {
      kind: 'set_lesson',
      field: 'title',
      value: 'Full',
    });
    expect(full.status()).toBe(200);
    expect((await answerOf(full)).refused.map((one) => one.reason)).toEqual([
      'There is room for 1000 steps, and these are more.',
    ]);
    const doc = await windows.doc();
    expect([doc.steps.length, doc.title]).toEqual([1000, 'Full']);
  });

  test('one that cannot be read refuses no other', async () => {
    const windows = await open();
    const answer = await windows.edit(
      'one',
      1,
      { kind: 'tint_step' },
      { kind: 'set_lesson', field: 'title', value: '' },
      addStep('a'),
    );
    expect(answer.status()).toBe(200);
    expect((await answerOf(answer)).refused.map((one) => one.reason)).toEqual([
      'This edit is of a kind that is not known here.',
      'A lesson needs a title.',
    ]);
    expect((await windows.doc()).steps.length).toBe(1);
  });

  test('the same id twice in a batch, and again later, is one edit', async () => {
    const windows = await open();
    const id = crypto.randomUUID();
    const twice = [0, 1].map(() => ({ id, kind: 'edit', change: addStep('a') }));
    const answer = await answerOf(await windows.send('one', 1, twice));
    expect([answer.revision, answer.refused]).toEqual([2, []]);
    // Its answer was lost: it comes once more.
    expect((await answerOf(await windows.send('one', 1, twice))).revision).toBe(2);
    expect((await windows.doc()).steps.length).toBe(1);
  });

  test('an id that another lesson knows is another edit here', async () => {
    const [first, second] = [await open(), await open()];
    const edit = {
      id: crypto.randomUUID(),
      kind: 'edit',
      change: { kind: 'set_lesson', field: 'title', value: 'Mine' },
    };
    for (const windows of [first, second]) {
      expect((await windows.send('one', 1, [edit])).status()).toBe(200);
      expect((await windows.doc()).title).toBe('Mine');
    }
  });

  test('an edit from a window that was offline while two others changed things', async () => {
    const windows = await open({ kind: 'add_take', take }, addStep('a'), addStep('b'));
    const base = await windows.revision();
    await windows.edit('one', base, removeStep('a'));
    await windows.edit('two', base + 1, { kind: 'set_step', stepId: 'b', field: 'dose', value: dose(9) });
    const late = await windows.edit(
      'late',
      base,
      { kind: 'set_lesson', field: 'opening', value: 'Hello.' },
      { kind: 'set_step', stepId: 'b', field: 'dose', value: dose(3) },
      { kind: 'set_step', stepId: 'a', field: 'dose', value: dose(3) },
    );
    expect(late.status()).toBe(409);
    const doc = await windows.doc();
    // What met nobody is in; the first that met somebody is asked about.
    expect([doc.opening, doc.steps.length, doc.steps[0]!.dose['reps']!.planned]).toEqual(['Hello.', 1, 9]);
  });

  test('texts that a database cannot keep are refused in words', async () => {
    const windows = await open();
    for (const value of ['nul \u0000', 'half \ud83c']) {
      const answer = await windows.edit('one', 1, { kind: 'set_lesson', field: 'opening', value });
      expect(answer.status()).toBe(400);
    }
    expect(
      (await windows.edit('one', 1, { kind: 'set_lesson', field: 'opening', value: 'A \\u0000 in words.' })).status(),
    ).toBe(200);
  });
});

test('a lesson that cannot be read is shown as such, leaves as a file, and disturbs no other', async ({
  studio: page,
  context,
  baseURL,
}) => {
  const broken = await Windows.open(context.request, baseURL!, addStep('a'));
  const database = new Client({ connectionString: databaseUrl() });
  await database.connect();
  await database.query(
    `UPDATE lessons SET doc = jsonb_set(doc, '{title}', '"Torn sail"') #- '{steps,0,dose}' WHERE id = $1`,
    [broken.id],
  );
  await database.end();
  await page.goto('/desk');
  const row = page.getByTestId('unreadable');
  await expect(row).toContainText('Torn sail');
  await expect(row).toContainText('steps[0].dose');
  await expect(page.getByRole('link', { name: /Before the early bulletin/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await row.getByRole('link', { name: 'Take it out as a file' }).click();
  expect((await download).suggestedFilename()).toBe('torn-sail.lesson.json');
  expect((await context.request.get(`/api/lessons/${broken.id}`)).status()).toBe(422);
  await row.getByRole('button', { name: 'Put it in the trash' }).click();
  await expect(row).toHaveCount(0);
});
