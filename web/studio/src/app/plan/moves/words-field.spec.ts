import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
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
});
