import { TestBed } from '@angular/core/testing';
import type { ListedLesson } from '@limber/core/api/lessons';
import { aStep } from '@limber/core/testing';
import { Lessons } from '../../api/lessons';
import type { LessonStore } from '../../api/lesson-store';
import { openLesson, provideStore, until } from '../../api/store-testing';
import { LastLengths } from './last-lengths';
import { OtherLessons } from './other-lessons';

const listed = (id: string, stage: ListedLesson['stage'], filmedMs: number): ListedLesson =>
  ({ id, stage, plannedMs: 100_000, filmedMs, steps: 3, updatedAt: new Date(0) }) as ListedLesson;

describe('how far her last lessons ran over their plan', () => {
  let store: LessonStore;
  let lengths: LastLengths;

  beforeEach(async () => {
    localStorage.removeItem('limber.pace.corrected:l');
    const all = [
      listed('a', 'share', 110_000),
      listed('b', 'learn', 112_000),
      // What is not marked whole runs as long as its raw footage.
      listed('c', 'mark', 900_000),
    ];
    const lessons: Pick<Lessons, 'list'> = { list: () => Promise.resolve({ lessons: all, unreadable: [] }) };
    TestBed.configureTestingModule({
      providers: [...provideStore(), LastLengths, OtherLessons, { provide: Lessons, useValue: lessons }],
    });
    store = await openLesson({
      steps: [aStep('a')],
      opening: 'Good morning, early shift. Clean hands, please, and two drops of oil between the palms.',
    });
    lengths = TestBed.inject(LastLengths);
    await until(() => lengths.told() !== null, 'What her last lessons ran');
  });

  it('is said beside the planned length, and corrected by the pace, once', () => {
    const planned = store.plan().totalMs;
    const told = lengths.told()!;
    expect([told.count, Math.round(100 * told.ratio)]).toEqual([2, 111]);
    expect(told.lengthMs).toBeCloseTo(1.11 * planned, 3);
    expect(lengths.correct()).toBeTrue();
    expect(Math.abs(store.plan().totalMs - told.lengthMs)).toBeLessThan(1000);
    expect(lengths.told()).toBeNull();
    // Taken back, it is said again.
    store.undo();
    expect(store.plan().totalMs).toBe(planned);
    expect(lengths.told()).not.toBeNull();
  });
});
