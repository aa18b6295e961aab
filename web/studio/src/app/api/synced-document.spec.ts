import { HttpTestingController, type TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { ROUTES } from '@limber/core/api/routes';
import { lessonDocument } from '@limber/core/format/lesson.document';
import { lessonEditing } from '@limber/core/lesson/change';
import type { Change } from '@limber/core/lesson/change.schema';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { Api } from './http';
import { aTab, forgetKept, provideStore, requested, storedLesson, ToldStream, until } from './store-testing';
import { Stream } from './stream';
import { ANSWER_MS, SyncedDocument, type Place } from './synced-document';

const title = (value: string): Change => ({ kind: 'set_lesson', field: 'title', value });
const opening = (value: string): Change => ({ kind: 'set_lesson', field: 'opening', value });
const EDITS = '/api/lessons/l/edits';

interface Sent {
  clientId: string;
  baseRevision: number;
  edits: { id: string; kind: string; change: Change }[];
}
type Lessons = SyncedDocument<Lesson, Change>;

/** How a lesson is asked for and edited. */
function asks(id: string): Pick<Place<Lesson, Change>, 'open' | 'send'> {
  const api = TestBed.inject(Api);
  const params = { id };
  return {
    open: () => api.ask(ROUTES.lesson, { params }),
    send: (body) => api.ask(ROUTES.editLesson, { params, body }, ANSWER_MS),
  };
}

function aDocument(tab = 'tab', living: string[] = [], id = 'l'): Lessons {
  const stream = TestBed.inject(Stream) as unknown as ToldStream;
  return new SyncedDocument(aTab(tab, living), {
    kind: lessonDocument,
    editing: lessonEditing,
    ...asks(id),
    key: `lesson:${id}`,
    edits: stream.lessons,
    opened: stream.opened,
  });
}

async function answer(http: HttpTestingController, id: string, history: readonly object[] = []): Promise<void> {
  (await requested(http, `/api/lessons/${id}`)).flush({
    ...{ id: 'l', versions: 0, viewings: 0, revision: 5 },
    doc: storedLesson({ title: 'Before' }),
    history,
  });
}

describe('a synced document', () => {
  let http: HttpTestingController;
  let opened: Lessons[];
  let one: Lessons;

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: provideStore() });
    http = TestBed.inject(HttpTestingController);
    opened = [];
    one = await open();
  });
  afterEach(() => {
    for (const document of opened) document.close();
    http.verify();
    forgetKept();
  });

  async function open({
    tab = 'tab',
    living = [] as string[],
    history = [] as object[],
    id = 'l',
  } = {}): Promise<Lessons> {
    const document = aDocument(tab, living, id);
    opened.push(document);
    const done = document.open();
    await answer(http, id, history);
    await done;
    return document;
  }

  const next = (): Promise<TestRequest> => requested(http, EDITS);
  const sentIn = (request: TestRequest): Sent => request.request.body as Sent;

  /** Answers as the server does: every edit gets the next revision. */
  function accept(request: TestRequest, before: Change[] = [], refused: { id: string; reason: string }[] = []): void {
    const { baseRevision, clientId, edits } = sentIn(request);
    const changes = [
      ...before.map((change, i) => ({ id: `other-${i}`, change, clientId: 'other' })),
      ...edits
        .filter((edit) => !refused.some((out) => out.id === edit.id))
        .map(({ id, change }) => ({ id, change, clientId })),
    ].map((change, i) => ({ ...change, revision: baseRevision + i + 1 }));
    request.flush({ revision: baseRevision + changes.length, changes, refused, conflict: null });
  }

  function meet(request: TestRequest, theirs: Change, fits = true): void {
    const { baseRevision, edits } = sentIn(request);
    request.flush(
      {
        revision: baseRevision + 1,
        changes: [{ id: 'theirs', revision: baseRevision + 1, change: theirs, clientId: 'other' }],
        refused: [],
        conflict: { id: edits[0]!.id, theirs, fits, reason: 'Changed elsewhere.' },
      },
      { status: 409, statusText: 'Conflict' },
    );
  }

  const saved = (document = one): Promise<void> => until(() => document.saving() === 'saved', 'saved');
  const kept = (): string =>
    Object.entries(localStorage)
      .filter(([key]) => key.startsWith('limber.edits.'))
      .join();

  it('opens although its history holds a change of an older program, which alone cannot be undone', async () => {
    const made = { kind: 'edit', mine: true, inverse: title('Earlier'), change: title('Before') };
    const document = await open({ history: [{ ...made, change: { kind: 'tint_step', value: 3 } }, made] });
    expect(document.problem()).toBeNull();
    document.undo();
    expect(document.doc()!.title).toBe('Earlier');
    expect(document.canUndo()).toBeFalse();
    accept(await next());
    await saved(document);
  });

  it('is opened once for whoever asks, and once more where that did not work', async () => {
    const document = aDocument('another');
    opened.push(document);
    const first = Promise.all([document.openOnce(), document.openOnce()]);
    (await requested(http, '/api/lessons/l')).flush(null, { status: 500, statusText: 'Error' });
    await first;
    expect(document.problem()).not.toBeNull();
    const again = document.openOnce();
    await answer(http, 'l');
    await again;
    expect(document.problem()).toBeNull();
    await document.openOnce();
    http.expectNone('/api/lessons/l');
    expect(document.doc()!.title).toBe('Before');
  });

  it('shows an edit at once, keeps it until the server has it, and leaves the screen as it is then', async () => {
    one.edit(title('After'));
    expect(one.doc()!.title).toBe('After');
    expect(one.saving()).toBe('saving');
    expect(kept()).toContain('After');
    const shown = one.doc();
    const request = await next();
    expect(sentIn(request).baseRevision).toBe(5);
    accept(request);
    await saved();
    expect(one.doc()).toBe(shown);
    expect(kept()).toBe('');
  });

  it('takes in what others did as it was told, and asks only where the telling has a gap or something waits here', async () => {
    const stream = TestBed.inject(Stream) as unknown as ToldStream;
    const told = (revision: number, value: string) => ({
      id: 'l',
      revision,
      clientId: 'other',
      changes: [{ id: `other-${revision}`, revision, change: title(value), clientId: 'other' }],
    });
    stream.lessons.next(told(6, 'Theirs'));
    expect(one.doc()!.title).toBe('Theirs');
    http.expectNone(EDITS);
    // Told twice it is taken once; one's own is not taken again.
    stream.lessons.next(told(6, 'Theirs'));
    stream.lessons.next({ ...told(7, 'Mine'), clientId: 'tab' });
    expect(one.doc()!.title).toBe('Theirs');
    http.expectNone(EDITS);
    // Seven was missed: everything since six is asked for.
    stream.lessons.next(told(8, 'Eight'));
    const request = await next();
    expect([sentIn(request).baseRevision, sentIn(request).edits.length]).toEqual([6, 0]);
    request.flush({
      revision: 8,
      changes: [7, 8].map((at) => told(at, `Title ${at}`).changes[0]!),
      refused: [],
      conflict: null,
    });
    await until(() => one.doc()!.title === 'Title 8');
    // Too long to be told: asked for as well.
    stream.lessons.next({ ...told(9, ''), changes: null });
    accept(await next(), [title('Nine')]);
    await until(() => one.doc()!.title === 'Nine');
  });

  it('sends what came meanwhile in order, on the newer revision', async () => {
    one.edit(title('One'));
    const first = await next();
    one.edit(title('Two'));
    one.edit(title('Three'));
    accept(first);
    const second = await next();
    expect(sentIn(second).baseRevision).toBe(6);
    expect(sentIn(second).edits.map((edit) => (edit.change as { value: string }).value)).toEqual(['Two', 'Three']);
    accept(second);
    await saved();
    expect(one.doc()!.title).toBe('Three');
  });

  it('refuses what does not fit, and changes nothing', () => {
    expect(() => one.edit({ kind: 'remove_step', stepId: 'nobody' })).toThrow();
    expect(() => one.edit(title(''))).toThrow();
    expect([one.doc()!.title, one.waiting(), one.canUndo()]).toEqual(['Before', 0, false]);
  });

  it('keeps edits while the server cannot be reached, says why, and sends them when it is back', async () => {
    one.edit(title('At sea'));
    (await next()).error(new ProgressEvent('error'));
    await until(() => one.saving() === 'waiting');
    expect(one.why()).toContain('cannot be reached');
    expect(kept()).toContain('At sea');
    one.flush();
    accept(await next());
    await saved();
    expect(one.why()).toBe('');
  });

  it('lets go of an edit that had arrived although its answer was lost', async () => {
    one.edit(title('Arrived'));
    const lost = await next();
    const { id, change } = sentIn(lost).edits[0]!;
    lost.error(new ProgressEvent('error'));
    await until(() => one.saving() === 'waiting');
    one.flush();
    (await next()).flush({
      revision: 6,
      changes: [{ id, revision: 6, change, clientId: 'tab' }],
      refused: [],
      conflict: null,
    });
    await saved();
    expect([one.waiting(), one.doc()!.title]).toEqual([0, 'Arrived']);
  });

  it('takes in what others changed, under what is still waiting here', async () => {
    one.edit(title('Mine'));
    accept(await next(), [opening('Theirs.')]);
    await saved();
    expect([one.doc()!.title, one.doc()!.opening]).toEqual(['Mine', 'Theirs.']);
  });

  it('fetches the document anew when the changes told do not lead to the revision told', async () => {
    one.edit(title('Mine'));
    const request = await next();
    request.flush({ revision: 40, changes: [], refused: [], conflict: null });
    (await requested(http, '/api/lessons/l')).flush({
      ...{ id: 'l', versions: 0, viewings: 0, revision: 40 },
      doc: storedLesson({ title: 'Mine', opening: 'Restored.' }),
      history: [],
    });
    await saved();
    expect(one.doc()!.opening).toBe('Restored.');
  });

  for (const keep of ['mine', 'theirs'] as const)
    it(`asks about a conflict, and keeps ${keep}; the other is a key away`, async () => {
      one.edit(title('Mine'));
      meet(await next(), title('Theirs'));
      await until(() => one.saving() === 'conflict');
      expect(one.conflict()!.reason).toBe('Changed elsewhere.');
      one.resolve(keep);
      accept(await next());
      await saved();
      expect(one.doc()!.title).toBe(keep === 'mine' ? 'Mine' : 'Theirs');
      if (keep === 'mine') one.undo();
      else one.redo();
      expect(one.doc()!.title).toBe(keep === 'mine' ? 'Theirs' : 'Mine');
      accept(await next());
      await saved();
    });

  it('sets an edit aside when what it was about is gone, and goes on with the later ones', async () => {
    one.edit(title('Lost'));
    const first = await next();
    one.edit(opening('Kept.'));
    meet(first, title('Theirs'), false);
    accept(await next());
    await saved();
    expect(one.conflict()).toBeNull();
    expect([one.doc()!.title, one.doc()!.opening]).toEqual(['Theirs', 'Kept.']);
    expect(one.aside().map(({ change, reason }) => [change, reason])).toEqual([
      [title('Lost'), 'What it was about was taken out somewhere else meanwhile.'],
    ]);
  });

  it('sets an edit aside that is refused for good, with its value, over a reload, until it is let go', async () => {
    one.edit(title('Refused'));
    one.edit(opening('Kept.'));
    const first = await next();
    accept(first, [], [{ id: sentIn(first).edits[0]!.id, reason: 'Never.' }]);
    const second = await next();
    accept(second);
    await saved();
    expect([one.doc()!.title, one.doc()!.opening]).toEqual(['Before', 'Kept.']);
    const again = await open();
    expect(again.aside()).toEqual([jasmine.objectContaining({ reason: 'Never.', change: title('Refused') })]);
    again.letGo(again.aside()[0]!.id);
    expect((await open()).aside()).toEqual([]);
  });

  it('finds the one that is refused among many that were refused at once', async () => {
    one.edit(title('Fine'));
    const first = await next();
    one.edit(title('Bad'));
    one.edit(opening('Fine too.'));
    accept(first);
    const refuse = async (): Promise<void> =>
      (await next()).flush({ type: 'invalid', detail: 'Not this.' }, { status: 400, statusText: 'Bad' });
    await refuse();
    await refuse();
    accept(await next());
    await saved();
    expect([one.doc()!.title, one.doc()!.opening]).toEqual(['Fine', 'Fine too.']);
    expect(one.aside().map((aside) => aside.reason)).toEqual(['Not this.']);
  });

  it('settles or explains itself whatever comes for an answer', async () => {
    const answers: [string, (request: TestRequest) => void, RegExp][] = [
      ['refused connection', (request) => request.error(new ProgressEvent('error')), /cannot be reached/],
      ['proxy error', (request) => request.flush('<html>', { status: 502, statusText: 'Bad' }), /cannot be reached/],
      [
        'database away',
        (request) => request.flush({ type: 'no-database', detail: 'The database …' }, { status: 503, statusText: 'x' }),
        /database/,
      ],
      [
        'full disk',
        (request) => request.flush({ type: 'no-space', detail: 'The disk is full.' }, { status: 507, statusText: 'x' }),
        /disk is full/,
      ],
      ['another shape', (request) => request.flush({ fine: true }), /damaged/],
      ['nothing at all', (request) => request.flush(null), /damaged/],
      [
        'conflict in another shape',
        (request) => request.flush({ conflict: 1 }, { status: 409, statusText: 'x' }),
        /cannot be reached/,
      ],
    ];
    for (const [what, answer, words] of answers) {
      one.edit(title(what));
      answer(await next());
      await until(() => one.saving() === 'waiting', what);
      expect(one.why()).withContext(what).toMatch(words);
      one.flush();
      accept(await next());
      await saved();
    }
  });

  it('no longer waits for an answer that never comes', async () => {
    jasmine.clock().install();
    try {
      one.edit(title('Silence'));
      jasmine.clock().tick(1);
      await Promise.resolve();
      const [request] = http.match(EDITS);
      jasmine.clock().tick(ANSWER_MS - 10);
      expect(request!.cancelled).toBeFalse();
      jasmine.clock().tick(20);
      expect(request!.cancelled).toBeTrue();
    } finally {
      jasmine.clock().uninstall();
    }
    await until(() => one.saving() === 'waiting');
    expect(one.why()).toContain('does not answer');
    expect(ANSWER_MS).toBeLessThan(10_000);
  });

  it('says when one is signed out, and when the document is gone', async () => {
    one.edit(title('Mine'));
    (await next()).flush({ type: 'signed-out', detail: 'Sign in.' }, { status: 401, statusText: 'x' });
    await until(() => one.saving() === 'signed-out');
    one.flush();
    (await next()).flush({ type: 'trashed', detail: 'In the trash.' }, { status: 404, statusText: 'x' });
    await until(() => one.saving() === 'gone');
    expect([one.why(), one.waiting()]).toEqual(['In the trash.', 1]);
  });

  it('undoes and redoes one’s own, and not what somebody else changed since', async () => {
    one.edit(title('One'));
    accept(await next());
    await saved();
    one.undo();
    expect(one.doc()!.title).toBe('Before');
    accept(await next());
    await saved();
    one.redo();
    accept(await next());
    await saved();
    expect(one.doc()!.title).toBe('One');
    one.edit(opening('Hello.'));
    accept(await next(), [title('Theirs')]);
    await saved();
    one.undo();
    accept(await next());
    await saved();
    expect(one.doc()!.opening).toBe('');
    expect(one.canUndo()).toBeFalse();
    expect(one.doc()!.title).toBe('Theirs');
  });
});

describe('what is kept of a document in a browser', () => {
  let http: HttpTestingController;

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: provideStore() });
    http = TestBed.inject(HttpTestingController);
  });
  afterEach(forgetKept);

  /** A tab that makes edits without a connection, and is closed (or still lives). */
  async function tabThatEdits(tab: string, ...changes: Change[]): Promise<Lessons> {
    const document = await tabThatOpens(tab, []);
    for (const change of changes) document.edit(change);
    const request = await requested(http, EDITS);
    request.error(new ProgressEvent('error'));
    await until(() => document.saving() === 'waiting');
    document.close();
    return document;
  }

  async function tabThatOpens(tab: string, living: string[]): Promise<Lessons> {
    const document = aDocument(tab, living);
    const done = document.open();
    await answer(http, 'l');
    await done;
    return document;
  }

  it('is a queue a tab: two tabs without a connection lose nothing of each other’s', async () => {
    await tabThatEdits('a', title('From a'));
    await tabThatEdits('b', opening('From b.'));
    // Both are closed: the next tab sends what each left, under the name of the one that made it.
    const next = await tabThatOpens('c', []);
    expect([next.doc()!.title, next.doc()!.opening]).toEqual(['From a', 'From b.']);
    const first = await requested(http, EDITS);
    const { clientId, edits } = first.request.body as Sent;
    expect(edits.length).toBe(1);
    first.flush({
      revision: 6,
      changes: [{ id: edits[0]!.id, revision: 6, change: edits[0]!.change, clientId }],
      refused: [],
      conflict: null,
    });
    const second = await requested(http, EDITS);
    expect([clientId, (second.request.body as Sent).clientId].sort()).toEqual(['a', 'b']);
    // What was made on an older revision says so: somebody else may have met it since.
    expect((second.request.body as Sent).baseRevision).toBe(5);
    next.close();
  });

  it('of a tab that still lives is that tab’s to send', async () => {
    await tabThatEdits('a', title('From a'));
    const other = await tabThatOpens('b', ['a']);
    expect([other.waiting(), other.doc()!.title]).toEqual([0, 'Before']);
    http.expectNone(EDITS);
    other.close();
  });

  it('is read entry by entry: what is damaged is set aside, and takes no other with it', async () => {
    const id = crypto.randomUUID();
    localStorage.setItem(
      'limber.edits.lesson:l.a',
      JSON.stringify({
        baseRevision: 5,
        edits: [
          { id: 'no uuid', kind: 'edit', change: title('Damaged') },
          { id: crypto.randomUUID(), kind: 'edit', change: { kind: 'tint_step' } },
          { id, kind: 'edit', change: title('Whole') },
        ],
      }),
    );
    localStorage.setItem('limber.edits.lesson:l.b', '{"baseRevision": 5, "edits": [');
    const next = await tabThatOpens('c', []);
    expect(next.doc()!.title).toBe('Whole');
    expect(next.aside().length).toBe(3);
    const request = await requested(http, EDITS);
    expect((request.request.body as Sent).edits.map((edit) => edit.id)).toEqual([id]);
    next.close();
  });

  it('by an earlier program, without a name, is sent too', async () => {
    localStorage.setItem(
      'limber.edits.l',
      JSON.stringify({ baseRevision: 4, edits: [{ id: crypto.randomUUID(), kind: 'edit', change: title('Older') }] }),
    );
    const next = await tabThatOpens('c', []);
    expect(next.doc()!.title).toBe('Older');
    expect(((await requested(http, EDITS)).request.body as Sent).baseRevision).toBe(4);
    expect(localStorage.getItem('limber.edits.l')).toBeNull();
    next.close();
  });

  it('is said when there is no room for it', async () => {
    const document = await tabThatOpens('a', []);
    const full = spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    document.edit(title('Too much'));
    expect(document.why()).toContain('no room');
    full.and.callThrough();
    document.close();
  });
});
