import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Finding } from '@limber/core/check/finding';
import type { Change } from '@limber/core/lesson/change.schema';
import { LessonStore } from '../api/lesson-store';
import { FindingCard } from './finding-card';

describe('a finding on screen', () => {
  let edits: Change[];
  const selectedStepId = signal<string | null>(null);
  const repair: Change = { kind: 'set_lesson', field: 'opening', value: 'Hello.' };

  function show(change: Partial<Finding>): ComponentFixture<FindingCard> {
    const finding: Finding = {
      severity: 'must',
      rule: 'uneven-sides',
      place: { stepId: 'b', part: 'dose' },
      message: 'Your left gets 8, your right 6.',
      repairs: [
        { label: 'Give both 8', change: repair },
        { label: 'By hand', change: null },
      ],
      ...change,
    };
    const fixture = TestBed.createComponent(FindingCard);
    fixture.componentRef.setInput('finding', finding);
    fixture.detectChanges();
    return fixture;
  }
  const element = (fixture: ComponentFixture<FindingCard>): HTMLElement => fixture.nativeElement as HTMLElement;

  beforeEach(() => {
    edits = [];
    selectedStepId.set(null);
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        {
          provide: LessonStore,
          useValue: {
            lesson: () => ({ steps: [{ id: 'a' }, { id: 'b' }] }),
            selectedStepId,
            edit: (change: Change) => edits.push(change),
          },
        },
      ],
    });
  });

  it('names its step by number and leads there', () => {
    const card = element(show({}));
    const where = card.querySelector<HTMLButtonElement>('.where')!;
    expect(where.textContent?.trim()).toBe('2');
    where.click();
    expect(selectedStepId()).toBe('b');
  });

  it('offers the repairs that can be made, and makes them', () => {
    const card = element(show({}));
    const buttons = [...card.querySelectorAll<HTMLButtonElement>('.repairs button')];
    expect(buttons.map((button) => button.textContent?.trim())).toEqual(['Give both 8']);
    buttons[0]!.click();
    expect(edits).toEqual([repair]);
  });

  it('says how bad it is in words too, and asks other schools only about order', () => {
    expect(element(show({ severity: 'note' })).textContent).toContain('Worth knowing');
    expect(element(show({})).textContent).not.toContain('Other schools?');
    expect(element(show({ place: { stepId: 'a', part: 'order' } })).textContent).toContain('Other schools?');
  });

  it('of the whole lesson names the part it is about, or nothing', () => {
    expect(element(show({ place: { stepId: null, part: 'opening' } })).querySelector('.where')?.textContent).toContain(
      'opening',
    );
    expect(element(show({ place: { stepId: null, part: 'lesson' } })).querySelector('.where')).toBeNull();
  });
});
