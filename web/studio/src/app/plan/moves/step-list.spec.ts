import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { exactly } from '@limber/core/dose/dose';
import type { Dose } from '@limber/core/dose/dose.schema';
import { stepOf, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { moveSchema } from '@limber/core/move/move.schema';
import type { LessonStore } from '../../api/lesson-store';
import { openLesson, provideStore } from '../../api/store-testing';
import { ChosenSteps } from './chosen-steps';
import { StepList } from './step-list';

const dose: Dose = { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 };
const step = (id: string, change: Partial<MoveStep> = {}): MoveStep => ({
  ...stepOf(
    id,
    moveSchema.parse({
      id: 'm',
      revision: 1,
      name: `Move ${id}`,
      region: 'jaw',
      action: 'knead',
      dose,
      sidePlan: 'left_right',
    }),
  ),
  ...change,
});

describe('the list of steps', () => {
  let fixture: ComponentFixture<StepList>;
  let store: LessonStore;
  let root: HTMLElement;

  async function shown(steps: MoveStep[]): Promise<void> {
    store = await openLesson({ steps });
    fixture = TestBed.createComponent(StepList);
    await fixture.whenStable();
    root = fixture.nativeElement as HTMLElement;
  }

  const rows = (): HTMLElement[] => [...root.querySelectorAll<HTMLElement>('lc-step-row')];
  const text = (row: HTMLElement, part: string): string => row.querySelector(`.${part}`)!.textContent.trim();

  beforeEach(() => TestBed.configureTestingModule({ providers: [...provideStore(), ChosenSteps] }));

  it('tells of each step its place, name, dose and length', async () => {
    await shown([step('a'), step('b', { sidePlan: 'midline', dose: { ...dose, reps: exactly(5) } })]);
    expect(rows().map((row) => [text(row, 'number'), text(row, 'name strong'), text(row, 'dose')])).toEqual([
      ['1', 'Move a', '8 times a side'],
      ['2', 'Move b', '5 times'],
    ]);
    // Getting into position 2 s, twice 16 s with 3 s between them, as the pace says.
    const { settleMs, swapMs } = store.lesson().pace;
    const seconds = Math.round((settleMs + 2 * 16_000 + swapMs) / 1000);
    expect(text(rows()[0]!, 'length')).toBe(`0:${seconds}`);
  });

  it('marks uneven sides, and what else is unusual', async () => {
    await shown([step('a', { rightDose: { ...dose, reps: exactly(6) }, locked: true, counted: true })]);
    expect(text(rows()[0]!, 'dose')).toBe('8 times left, 6 times right');
    expect(root.querySelector('.dose.uneven')).not.toBeNull();
    expect(text(rows()[0]!, 'name em')).toBe('keeps its place · counted aloud ·');
  });

  it('opens the chosen step and no other', async () => {
    await shown([step('a'), step('b')]);
    expect(root.querySelectorAll('lc-step-editor').length).toBe(1);
    rows()[1]!.querySelector('button')!.click();
    await fixture.whenStable();
    expect(store.selectedStepId()).toBe('b');
    expect(root.querySelector('.selected [aria-current=true]')!.textContent).toContain('Move b');
    expect(root.querySelectorAll('lc-step-editor').length).toBe(1);
  });

  it('renders a changed dose in its own row and leaves the other rows alone', async () => {
    await shown([step('a'), step('b'), step('c')]);
    const changes: Node[] = [];
    const observer = new MutationObserver((seen) => changes.push(...seen.map((one) => one.target)));
    observer.observe(root, { subtree: true, childList: true, characterData: true, attributes: true });
    store.edit({ kind: 'set_step', stepId: 'b', field: 'dose', value: { ...dose, reps: exactly(9) } });
    await fixture.whenStable();
    changes.push(...observer.takeRecords().map((one) => one.target));
    observer.disconnect();
    expect(text(rows()[1]!, 'dose')).toBe('9 times a side');
    expect(changes.some((node) => rows()[1]!.contains(node))).toBeTrue();
    expect(changes.filter((node) => rows()[0]!.contains(node) || rows()[2]!.contains(node))).toEqual([]);
  });

  it('follows the order, and numbers it anew', async () => {
    await shown([step('a'), step('b'), step('c')]);
    store.placeStep('a', 2);
    await fixture.whenStable();
    expect(rows().map((row) => `${text(row, 'number')} ${text(row, 'name strong')}`)).toEqual([
      '1 Move b',
      '2 Move c',
      '3 Move a',
    ]);
    store.placeStep('a', 3);
    store.placeStep('b', -1);
    expect(store.lesson().steps.map((one) => one.id)).toEqual(['b', 'c', 'a']);
    store.undo();
    await fixture.whenStable();
    expect(rows().map((row) => text(row, 'name strong'))).toEqual(['Move a', 'Move b', 'Move c']);
  });

  it('asks for moves while there is none', async () => {
    await shown([]);
    expect(root.textContent).toContain('Which moves?');
  });

  it('tells when a step starts to whoever points at it', async () => {
    await shown([step('a'), step('b')]);
    const length = rows()[1]!.querySelector<HTMLElement>('.length')!;
    expect(length.title).toBe('');
    length.dispatchEvent(new MouseEvent('mouseenter'));
    await fixture.whenStable();
    expect(length.title).toBe(`starts at ${text(rows()[0]!, 'length')}`);
  });
});
