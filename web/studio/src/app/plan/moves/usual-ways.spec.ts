import { TestBed } from '@angular/core/testing';
import type { ListedLesson } from '@limber/core/api/lessons';
import { Lessons } from '../../api/lessons';
import type { LessonStore } from '../../api/lesson-store';
import { openLesson, provideStore, storedLesson, until } from '../../api/store-testing';
import { OtherLessons } from './other-lessons';
import { UsualWays } from './usual-ways';

describe('how she usually begins', () => {
  let lists: number;
  let store: LessonStore;
  let usual: UsualWays;

  beforeEach(async () => {
    lists = 0;
    const listed = { id: 'other', steps: 3, updatedAt: new Date(0) } as ListedLesson;
    const lessons: Pick<Lessons, 'list' | 'document'> = {
      list: () => {
        lists++;
        return Promise.resolve({ lessons: [listed], unreadable: [] });
      },
      document: () => Promise.resolve(storedLesson({ opening: 'Good morning, early shift.', targetMs: 240_000 })),
    };
    TestBed.configureTestingModule({
      providers: [...provideStore(), OtherLessons, UsualWays, { provide: Lessons, useValue: lessons }],
    });
    store = await openLesson({ opening: '', closing: 'Until tomorrow.', targetMs: null });
    usual = TestBed.inject(UsualWays);
    await until(() => usual.opening() !== '', 'A usual opening');
  });

  it('is offered where this lesson says nothing yet', () => {
    expect(usual.opening()).toBe('Good morning, early shift.');
    expect(usual.closing()).toBe('');
    expect(usual.targetMs()).toBe(240_000);
    store.edit({ kind: 'set_lesson', field: 'opening', value: 'Hello.' });
    expect(usual.opening()).toBe('');
  });

  it('is looked for once, however often the lesson changes', async () => {
    for (const value of ['A', 'AB', 'ABC']) {
      store.edit({ kind: 'set_lesson', field: 'title', value });
      TestBed.tick();
      await Promise.resolve();
      expect(usual.targetMs()).toBe(240_000);
    }
    expect(lists).toBe(1);
  });
});
