import { TestBed } from '@angular/core/testing';
import { exactly } from '@limber/core/dose/dose';
import { isMove, plainStepOf, stepOf, type Step } from '@limber/core/lesson/lesson.schema';
import { moveSchema } from '@limber/core/move/move.schema';
import type { LessonStore } from '../../api/lesson-store';
import { openLesson, provideStore } from '../../api/store-testing';
import { ChosenSteps } from './chosen-steps';

const move = moveSchema.parse({
  ...{ id: 'm', revision: 1, name: 'Rope', region: 'jaw', action: 'knead', sidePlan: 'left_right' },
  dose: { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 },
});

describe('steps that are chosen together', () => {
  let store: LessonStore;
  let chosen: ChosenSteps;

  const order = (): string =>
    store
      .lesson()
      .steps.map((step) => step.id)
      .join('');

  beforeEach(async () => {
    localStorage.removeItem('limber.steps');
    TestBed.configureTestingModule({ providers: [...provideStore(), ChosenSteps] });
    store = await openLesson({
      steps: [
        stepOf('a', move),
        stepOf('b', move, { bundle: 'x' }),
        stepOf('c', move, { bundle: 'x' }),
        plainStepOf('d', 'talk'),
        stepOf('e', move),
      ],
    });
    chosen = TestBed.inject(ChosenSteps);
  });

  it('are moved as they stand, as one change that is undone as one', () => {
    for (const id of ['b', 'd']) chosen.toggle(id);
    chosen.move(-1);
    expect(order()).toBe('badce');
    chosen.move(1);
    expect(order()).toBe('abcde');
    store.undo();
    expect(order()).toBe('badce');
  });

  it('are taken out together, and what stands in their place is opened', () => {
    for (const id of ['b', 'c']) chosen.toggle(id);
    chosen.remove();
    expect(order()).toBe('ade');
    expect(store.selectedStepId()).toBe('d');
    expect(chosen.ids().size).toBe(0);
    store.undo();
    expect(order()).toBe('abcde');
  });

  it('are set alike, each what it has', () => {
    chosen.all();
    chosen.set('restAfterMs', 5000);
    chosen.set('counted', true);
    const { steps } = store.lesson();
    expect(steps.every((step) => step.restAfterMs === 5000)).toBeTrue();
    expect(steps.filter(isMove).every((step) => step.counted)).toBeTrue();
    expect('counted' in steps[3]!).toBeFalse();
  });

  it('reach from the one that is open to another', () => {
    store.selectedStepId.set('d');
    chosen.reach('b');
    expect([...chosen.ids()].join('')).toBe('bcd');
  });

  it('without any chosen are the one that is open', () => {
    store.selectedStepId.set('c');
    expect(chosen.steps().map((step) => step.id)).toEqual(['c']);
  });

  it('are copied for any lesson and put in with names of their own, side by side among themselves', () => {
    for (const id of ['b', 'c']) chosen.toggle(id);
    chosen.copy();
    expect(chosen.copiedCount()).toBe(2);
    store.selectedStepId.set('e');
    const first = chosen.paste();
    const added = store.lesson().steps.slice(5) as Extract<Step, { kind: 'move' }>[];
    expect(added.map((step) => step.move.name)).toEqual(['Rope', 'Rope']);
    expect(added[0]!.id).toBe(first!);
    expect(new Set(store.lesson().steps.map((step) => step.id)).size).toBe(7);
    expect(added[0]!.bundle).toBe(added[1]!.bundle);
    expect(added[0]!.bundle).not.toBe('x');
  });

  it('that the browser has no room for are told, and what was copied before stays', () => {
    store.selectedStepId.set('a');
    chosen.copy();
    spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    chosen.all();
    chosen.copy();
    expect(chosen.copiedCount()).toBe(1);
  });

  it('that nobody can read any more are none', () => {
    localStorage.setItem('limber.steps', '[{"kind":"dance"}]');
    chosen.look();
    expect(chosen.copiedCount()).toBe(0);
    expect(chosen.paste()).toBeNull();
  });
});
