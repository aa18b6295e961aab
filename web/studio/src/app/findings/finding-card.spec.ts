import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Finding } from '@limber/core/check/finding';
import { groupsOf, type FindingGroup } from '@limber/core/check/groups';
import type { Change } from '@limber/core/lesson/change.schema';
import { LessonStore } from '../api/lesson-store';
import { FindingCard } from './finding-card';
import { Findings } from './findings';

describe('a finding on screen', () => {
  let edits: Change[];
  let mended: number[];
  const selectedStepId = signal<string | null>(null);
  const repair: Change = { kind: 'set_lesson', field: 'opening', value: 'Hello.' };

  const finding = (change: Partial<Finding>): Finding => ({
    id: `uneven-sides@${change.place?.stepId ?? 'b'}/dose`,
    basis: 'x',
    severity: 'must',
    rule: 'uneven-sides',
    about: '',
    areas: [],
    because: '',
    place: { on: 'plan', stepId: 'b', part: 'dose' },
    message: 'Your left gets 8, your right 6.',
    repairs: [
      { label: 'Give both 8', change: repair },
      { label: 'By hand', change: null },
    ],
    ...change,
  });

  function show(...findings: Partial<Finding>[]): ComponentFixture<FindingCard> {
    const fixture = TestBed.createComponent(FindingCard);
    fixture.componentRef.setInput('group', groupsOf(findings.map(finding))[0]);
    fixture.detectChanges();
    return fixture;
  }
  const element = (fixture: ComponentFixture<FindingCard>): HTMLElement => fixture.nativeElement as HTMLElement;

  beforeEach(() => {
    edits = [];
    mended = [];
    selectedStepId.set(null);
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        { provide: Findings, useValue: { mendAll: (group: FindingGroup) => mended.push(group.findings.length) } },
        {
          provide: LessonStore,
          useValue: {
            lesson: () => ({
              steps: [
                { id: 'a', move: { name: 'Slipway' } },
                { id: 'b', move: { name: 'Rope knead' } },
              ],
            }),
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
    expect(buttons.map((button) => button.textContent?.trim())).toEqual(['Give both 8', 'Leave it, and say why']);
    buttons[0]!.click();
    expect(edits).toEqual([repair]);
  });

  it('says how bad it is in words too, and asks other schools only about order', () => {
    expect(element(show({ severity: 'note' })).textContent).toContain('Worth knowing');
    expect(element(show({})).textContent).not.toContain('Other schools?');
    expect(element(show({ place: { on: 'plan', stepId: 'a', part: 'order' } })).textContent).toContain(
      'Other schools?',
    );
  });

  it('of the whole lesson names the part it is about, or nothing', () => {
    expect(
      element(show({ place: { on: 'plan', stepId: null, part: 'opening' } })).querySelector('.where')?.textContent,
    ).toContain('opening');
    expect(element(show({ place: { on: 'plan', stepId: null, part: 'lesson' } })).querySelector('.where')).toBeNull();
  });

  it('of many steps is one card with one repair for all, and each by itself on request', () => {
    const both = [{}, { place: { on: 'plan', stepId: 'a', part: 'dose' } as const }];
    const fixture = show(...both);
    const card = element(fixture);
    expect(card.querySelector('article')!.textContent).toContain('2 moves give one side more than the other.');
    expect([...card.querySelectorAll('.where')].map((one) => one.textContent?.trim())).toEqual(['2', '1']);
    const button = (words: string): HTMLButtonElement =>
      [...card.querySelectorAll('button')].find((one) => one.textContent.includes(words))!;
    button('Make all of them even').click();
    expect(mended).toEqual([2]);
    button('One by one').click();
    fixture.detectChanges();
    expect(card.querySelectorAll('article').length).toBe(3);
  });

  it('that must be mended is left with a reason only, another at once', () => {
    const fixture = show({});
    const card = element(fixture);
    const press = (words: string): void => {
      [...card.querySelectorAll('button')].find((one) => one.textContent.includes(words))!.click();
      fixture.detectChanges();
    };
    press('Leave it, and say why');
    press('Leave it so');
    expect(card.querySelector('[role=alert]')!.textContent).toContain('Say why');
    expect(edits).toEqual([]);
    card.querySelector('input')!.value = 'They compare.';
    press('Leave it so');
    const id = 'uneven-sides@b/dose';
    expect(edits).toEqual([{ kind: 'set_aside', setAside: { id, basis: 'x', reason: 'They compare.' } }]);
    const note = element(show({ severity: 'note' }));
    [...note.querySelectorAll('button')].find((one) => one.textContent.trim() === 'Leave it')!.click();
    expect(edits.length).toBe(2);
  });
});
