import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { exactly } from '@limber/core/dose/dose';
import { stepOf } from '@limber/core/lesson/lesson.schema';
import { moveSchema } from '@limber/core/move/move.schema';
import { WordsField } from './words-field';

describe('words to be said', () => {
  let fixture: ComponentFixture<WordsField>;
  let field: HTMLTextAreaElement;
  let told: string[];

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(WordsField);
    fixture.componentRef.setInput('label', 'Before');
    fixture.componentRef.setInput('text', 'Teeth apart.');
    told = [];
    fixture.componentInstance.said.subscribe((one) => told.push(one));
    await fixture.whenStable();
    field = (fixture.nativeElement as HTMLElement).querySelector('textarea')!;
  });
  const type = (text: string): void => {
    field.value = text;
    field.dispatchEvent(new Event('input'));
  };

  it('are told once the field is left, and not when nothing changed', () => {
    type('Teeth apart, slowly.');
    expect(told).toEqual([]);
    field.dispatchEvent(new Event('blur'));
    type('Teeth apart.');
    field.dispatchEvent(new Event('blur'));
    expect(told).toEqual(['Teeth apart, slowly.']);
  });

  it('are told when the field goes away', () => {
    type('Jaw loose.');
    fixture.destroy();
    expect(told).toEqual(['Jaw loose.']);
  });

  it('are not overwritten by an older text while they are typed', async () => {
    type('Teeth apart, slow');
    fixture.componentRef.setInput('text', 'Teeth apart, s');
    await fixture.whenStable();
    expect(field.value).toBe('Teeth apart, slow');
    field.dispatchEvent(new Event('blur'));
    fixture.componentRef.setInput('text', 'From elsewhere.');
    await fixture.whenStable();
    expect(field.value).toBe('From elsewhere.');
  });

  it('show about how long they take', async () => {
    const time = (): string => (fixture.nativeElement as HTMLElement).querySelector('.times')!.textContent;
    expect(time()).toBe('');
    fixture.componentRef.setInput('ms', 6400);
    await fixture.whenStable();
    expect(time()).toBe('about 6 s');
    fixture.componentRef.setInput('ms', 75_000);
    await fixture.whenStable();
    expect(time()).toBe('about 1:15');
  });

  it('look like what they become while nobody writes, and take in what fills itself where the cursor stands', async () => {
    const root = fixture.nativeElement as HTMLElement;
    const move = moveSchema.parse({
      ...{ id: 'm', revision: 1, name: 'Rope', region: 'jaw', action: 'knead', sidePlan: 'left_right' },
      dose: { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 },
    });
    fixture.componentRef.setInput('step', stepOf('a', move));
    fixture.componentRef.setInput('text', '{reps} times, your {side} first.');
    await fixture.whenStable();
    const shown = (): string | undefined => root.querySelector('.said')?.textContent.replace(/\s+/g, ' ').trim();
    expect(shown()?.replace(/ /g, '')).toBe('8times,yourleftfirst.');
    expect([...root.querySelectorAll('.said mark')].map((one) => one.textContent)).toEqual(['8', 'left']);
    field.dispatchEvent(new Event('focus'));
    await fixture.whenStable();
    expect(shown()).toBeUndefined();
    field.setSelectionRange(0, 6);
    [...root.querySelectorAll('button')].find((one) => one.textContent.includes('sets'))!.click();
    expect(field.value).toBe('{sets} times, your {side} first.');
    field.dispatchEvent(new Event('blur'));
    expect(told).toEqual(['{sets} times, your {side} first.']);
  });
});
