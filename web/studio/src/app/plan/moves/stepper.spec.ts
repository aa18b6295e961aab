import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Stepper } from './stepper';

describe('a figure with minus and plus', () => {
  let fixture: ComponentFixture<Stepper>;
  let field: HTMLInputElement;
  let told: number[];

  async function shown(value: number, more: Record<string, number> = {}): Promise<void> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(Stepper);
    for (const [name, one] of Object.entries({ label: 'holds', value, ...more }))
      fixture.componentRef.setInput(name, one);
    told = [];
    fixture.componentInstance.changed.subscribe((one) => told.push(one));
    await fixture.whenStable();
    field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
  }
  const button = (name: string): HTMLButtonElement =>
    (fixture.nativeElement as HTMLElement).querySelector(`[aria-label="${name}: holds"]`)!;
  const type = (text: string): void => {
    field.value = text;
    field.dispatchEvent(new Event('change'));
  };

  it('goes up and down by its step, with the mouse and with the arrows', async () => {
    await shown(3.2, { step: 0.2 });
    button('More').click();
    button('Less').click();
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    expect(told).toEqual([3.4, 3, 3.4]);
  });

  it('stops at its ends', async () => {
    await shown(1, { max: 1 });
    expect([button('Less').disabled, button('More').disabled]).toEqual([true, true]);
    type('40');
    expect(told).toEqual([]);
    expect(field.value).toBe('1');
  });

  it('takes what is typed, a decimal comma too, and nothing that is no figure', async () => {
    await shown(5);
    type('2,5');
    type('many');
    type('');
    expect(told).toEqual([2.5]);
    expect(field.value).toBe('5');
  });
});
