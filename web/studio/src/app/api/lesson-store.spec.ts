import { HttpTestingController, type TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Change } from '@limber/core/lesson/change.schema';
import type { LessonStore } from './lesson-store';
import { openLesson, provideStore } from './store-testing';

const title = (value: string): Change => ({ kind: 'set_lesson', field: 'title', value });

interface Sent {
  clientId: string;
  baseRevision: number;
  edits: { id: string; kind: string; change: Change }[];
}

describe('the open lesson', () => {
  let http: HttpTestingController;
  let store: LessonStore;
  const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

  async function next(): Promise<TestRequest> {
    await settle();
    return http.expectOne('/api/lessons/l/edits');
  }

  /** Answers as the server does: every edit gets the next revision. */
  async function accept(request: TestRequest, before: { id: string; change: Change }[] = []): Promise<void> {
    const { baseRevision, clientId, edits } = request.request.body as Sent;
    const changes = [
      ...before.map((one) => ({ ...one, clientId: 'other' })),
      ...edits.map(({ id, change }) => ({ id, change, clientId })),
    ].map((one, i) => ({ ...one, revision: baseRevision + i + 1 }));
    request.flush({ revision: baseRevision + changes.length, changes, conflict: null });
    await settle();
  }

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: provideStore() });
    http = TestBed.inject(HttpTestingController);
    await open([]);
  });

  async function open(history: object[]): Promise<void> {
    store = await openLesson({ title: 'Before' }, { revision: 5, history });
  }

  it('opens although its history holds a change of an older program, which alone cannot be undone', async () => {
    const made = { kind: 'edit', mine: true, inverse: title('Earlier'), change: title('Before') };
    await open([{ ...made, change: { kind: 'tint_step', value: 3 } }, made]);
    expect(store.problem()).toBeNull();
    store.undo();
    expect(store.lesson().title).toBe('Earlier');
    expect(store.canUndo()).toBeFalse();
    await accept(await next());
  });

  it('leaves the screen as it is when the server takes an edit up as it was', async () => {
    store.edit(title('After'));
    const shown = store.lesson();
    await accept(await next());
    expect(store.lesson()).toBe(shown);
  });

  afterEach(() => http.verify());

  it('shows an edit at once and saves it by itself', async () => {
    store.edit(title('After'));
    expect(store.lesson().title).toBe('After');
    expect(store.saving()).toBe('saving');
    const request = await next();
    expect((request.request.body as Sent).baseRevision).toBe(5);
    await accept(request);
    expect(store.saving()).toBe('saved');
    expect(localStorage.getItem('limber.edits.l')).toBeNull();
  });

  it('sends what came meanwhile in order, on the newer revision', async () => {
    store.edit(title('One'));
    const first = await next();
    store.edit(title('Two'));
    store.edit(title('Three'));
    await accept(first);
    const second = await next();
    const { baseRevision, edits } = second.request.body as Sent;
    expect(baseRevision).toBe(6);
    expect(edits.map((edit) => (edit.change as { value: string }).value)).toEqual(['Two', 'Three']);
    await accept(second);
    expect(store.lesson().title).toBe('Three');
  });

  it('keeps edits in the browser while the server cannot be reached, and sends them when it is back', async () => {
    store.edit(title('At sea'));
    (await next()).error(new ProgressEvent('error'));
    await settle();
    expect(store.saving()).toBe('offline');
    expect(store.waiting()).toBe(1);
    expect(localStorage.getItem('limber.edits.l')).toContain('At sea');
    store.flush();
    await accept(await next());
    expect(store.saving()).toBe('saved');
    expect(store.lesson().title).toBe('At sea');
  });

  it('lets go of an edit that had arrived although its answer was lost', async () => {
    store.edit(title('Arrived'));
    const request = await next();
    // The server knows the id and has nothing newer to tell.
    request.flush({ revision: 6, changes: [], conflict: null });
    await settle();
    expect(store.saving()).toBe('saved');
    expect(store.waiting()).toBe(0);
  });

  it('takes in what others changed, under what is still waiting here', async () => {
    store.edit(title('Mine'));
    await accept(await next(), [{ id: 'x', change: { kind: 'set_lesson', field: 'opening', value: 'Theirs.' } }]);
    expect(store.lesson().title).toBe('Mine');
    expect(store.lesson().opening).toBe('Theirs.');
  });

  it('asks about a conflict, and can keep either', async () => {
    for (const keep of ['mine', 'theirs'] as const) {
      store.edit(title(`Mine, ${keep}`));
      const request = await next();
      const { baseRevision, edits } = request.request.body as Sent;
      const theirs = title('Theirs');
      request.flush(
        {
          revision: baseRevision + 1,
          changes: [{ id: `t-${keep}`, revision: baseRevision + 1, change: theirs, clientId: 'other' }],
          conflict: { id: edits[0]!.id, change: edits[0]!.change, theirs, reason: 'Changed elsewhere.' },
        },
        { status: 409, statusText: 'Conflict' },
      );
      await settle();
      expect(store.conflict()?.reason).toBe('Changed elsewhere.');
      expect(store.saving()).toBe('conflict');
      store.resolve(keep);
      await accept(await next());
      expect(store.conflict()).toBeNull();
      expect(store.lesson().title).toBe(keep === 'mine' ? 'Mine, mine' : 'Theirs');
      // The other one is a key away.
      if (keep === 'mine') store.undo();
      else store.redo();
      expect(store.lesson().title).toBe(keep === 'mine' ? 'Theirs' : 'Mine, theirs');
      await accept(await next());
    }
  });

  it('undoes and redoes one’s own, and not what somebody else changed since', async () => {
    store.edit(title('One'));
    await accept(await next());
    store.undo();
    expect(store.lesson().title).toBe('Before');
    await accept(await next());
    expect(store.canRedo()).toBeTrue();
    store.redo();
    await accept(await next());
    expect(store.lesson().title).toBe('One');
    store.edit({ kind: 'set_lesson', field: 'opening', value: 'Hello.' });
    await accept(await next(), [{ id: 'y', change: title('Theirs') }]);
    store.undo();
    await accept(await next());
    expect(store.lesson().opening).toBe('');
    expect(store.canUndo()).toBeFalse();
    expect(store.lesson().title).toBe('Theirs');
  });
});
