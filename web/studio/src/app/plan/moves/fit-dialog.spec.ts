import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Observable } from 'rxjs';
import { exactly } from '@limber/core/dose/dose';
import type { Dose } from '@limber/core/dose/dose.schema';
import { fitWithWords } from '@limber/core/check/fit-with-words';
import { type Lesson, movesOf, stepOf } from '@limber/core/lesson/lesson.schema';
import { moveSchema } from '@limber/core/move/move.schema';
import type { LessonStore } from '../../api/lesson-store';
import { openLesson, provideStore } from '../../api/store-testing';
import { PlanWork } from '../plan-work';
import { FitDialog } from './fit-dialog';

interface Asked {
  lesson: Lesson;
  targetMs: number;
  toleranceMs: number;
}
const dose: Dose = {
  form: 'reps',
  reps: { low: 4, planned: 12, high: 16 },
  tempoMs: exactly(2000),
  sets: exactly(1),
  restMs: 0,
};
const move = moveSchema.parse({
  id: 'm',
  revision: 1,
  name: 'Rope knead',
  region: 'jaw',
  action: 'knead',
  dose,
  sidePlan: 'left_right',
});

describe('the fit to a length', () => {
  let fixture: ComponentFixture<FitDialog>;
  let store: LessonStore;
  let root: HTMLElement;

  const words = (of: Element | null): string => of?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  const button = (name: string): HTMLButtonElement =>
    [...root.querySelectorAll('button')].find((one) => words(one) === name)!;
  const setTarget = async (text: string): Promise<void> => {
    const field = root.querySelector<HTMLInputElement>('[aria-label="Length to fit to"]')!;
    field.value = text;
    field.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        ...provideStore(),
        {
          provide: PlanWork,
          useValue: {
            run: ({ lesson, targetMs, toleranceMs }: Asked) =>
              new Observable((listener) => {
                listener.next({ progress: 1, done: fitWithWords(lesson, targetMs, toleranceMs) });
                listener.complete();
              }),
          },
        },
      ],
    });
    store = await openLesson({
      closing: 'Once a day. What a fog, and the gulls are loud.',
      toleranceMs: 2000,
      steps: [stepOf('a', move), { ...stepOf('b', move), rightDose: { ...dose, reps: exactly(6) } }],
    });
    fixture = TestBed.createComponent(FitDialog);
    await fixture.whenStable();
    root = fixture.nativeElement as HTMLElement;
  });

  it('shows what would change, and changes nothing before it is taken', async () => {
    const before = store.lesson();
    await setTarget('1:10');
    const rows = [...root.querySelectorAll('[data-testid=fit-changes] tr')].map(words);
    expect(rows.length).toBe(2);
    expect(rows[1]).toContain('12 times left, 6 times right');
    expect(store.lesson()).toBe(before);
  });

  it('is taken as one change with both sides equal, and undone as one', async () => {
    const before = store.plan().totalMs;
    await setTarget('1:10');
    button('Take these').click();
    expect(Math.abs(store.plan().totalMs - 70_000)).toBeLessThanOrEqual(2000);
    expect(store.lesson().targetMs).toBe(70_000);
    expect(movesOf(store.lesson().steps).every((step) => step.rightDose === null)).toBeTrue();
    store.undo();
    expect(store.plan().totalMs).toBe(before);
    expect(store.lesson().targetMs).toBeNull();
  });

  it('says other words along with other figures, lists those that it cannot put right, and undoes all as one', async () => {
    const said = { before: 'Knead twelve times.', during: '', after: '' };
    const words2 = { before: 'Count with me, twelve times, twelve times!', during: '', after: '' };
    for (const [stepId, value] of [
      ['a', said],
      ['b', words2],
    ] as const)
      store.edit({ kind: 'set_step', stepId, field: 'narration', value });
    await setTarget('1:10');
    const mended = [...root.querySelectorAll('[data-testid=other-words] li')].map(words);
    expect(mended.length).toBeGreaterThan(0);
    expect(mended[0]).toContain('Rope knead');
    button('Take these').click();
    expect(store.lesson().steps[0]!.narration.before).toBe('Knead {reps} times.');
    store.undo();
    expect(store.lesson().steps[0]!.narration).toEqual(said);
  });

  it('says why a length cannot be reached', async () => {
    await setTarget('0:30');
    expect(words(root.querySelector('[data-testid=why]')).length).toBeGreaterThan(20);
    expect(button('Take these').disabled).toBeTrue();
  });

  it('cuts a sentence that nobody needs out of the words', async () => {
    expect(words(root.querySelector('ul.talk'))).toContain('gulls');
    button('Cut it').click();
    await fixture.whenStable();
    expect(store.lesson().closing).toBe('Once a day.');
    expect(root.querySelector('ul.talk')).toBeNull();
  });

  it('keeps the length when what is typed is none', async () => {
    const field = root.querySelector<HTMLInputElement>('[aria-label="Length to fit to"]')!;
    const before = field.value;
    await setTarget('soon');
    expect(field.value).toBe(before);
  });
});
