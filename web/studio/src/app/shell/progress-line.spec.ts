import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { ProgressLine } from './progress-line';

describe('a line of progress', () => {
  const shown = (value: number | null): HTMLElement => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ProgressLine);
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('of', 'Bulletin');
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  };
  const said = (line: HTMLElement): (string | null)[] =>
    ['role', 'aria-label', 'aria-valuemin', 'aria-valuenow', 'aria-valuemax'].map((name) => line.getAttribute(name));

  it('says of what it is, and how far', () => {
    const line = shown(45.6);
    expect(said(line)).toEqual(['progressbar', 'Bulletin', '0', '46', '100']);
    expect(line.querySelector('div')!.style.width).toBe('46%');
  });

  it('says no figure while nobody knows one, and never more than all', () => {
    expect(said(shown(null))).toEqual(['progressbar', 'Bulletin', null, null, null]);
    TestBed.resetTestingModule();
    expect(said(shown(130))[3]).toBe('100');
  });
});
