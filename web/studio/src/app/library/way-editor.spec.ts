import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { defaultDose } from '@limber/core/dose/dose';
import { moveSchema, type Move } from '@limber/core/move/move.schema';
import { WayEditor } from './way-editor';

describe('the editor of a way', () => {
  let fixture: ComponentFixture<WayEditor>;
  let move: Move;
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const told = (): string => root().querySelector('[data-testid=way-told]')!.textContent.trim();
  const press = async (name: string): Promise<void> => {
    [...root().querySelectorAll('button')]
      .find((one) => (one.getAttribute('aria-label') ?? one.textContent.trim()) === name)!
      .click();
    await fixture.whenStable();
  };
  const place = async (region: string): Promise<void> => {
    root().querySelector(`[data-region=${region}][data-side=left]`)!.dispatchEvent(new MouseEvent('click'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(WayEditor);
    move = moveSchema.parse({
      ...{ id: 'm', revision: 1, name: 'Slipway', region: 'neck', action: 'stroke', sidePlan: 'left_right' },
      dose: defaultDose('passes'),
    });
    fixture.componentRef.setInput('move', move);
    fixture.componentRef.setInput('sidePlan', 'left_right');
    fixture.componentInstance.changed.subscribe((change) => {
      move = { ...move, ...change };
      fixture.componentRef.setInput('move', move);
    });
    await fixture.whenStable();
  });

  it('leads the hand from place to place as they are pressed, and says what it crosses and how long that takes', async () => {
    expect(told()).toBe('Stays on the neck.');
    await place('ear');
    await place('collarbone');
    expect(move.route.map((stop) => stop.region)).toEqual(['ear', 'collarbone']);
    expect(told()).toContain('the ear, down to the collarbone.');
    expect(told()).toContain('side of the neck');
    expect(told()).toMatch(/Usually \d+\.\d s each time/);
    expect(root().querySelectorAll('.way').length).toBe(2);
  });

  it('goes back the same way, turns the order round, and leaves places out', async () => {
    await place('collarbone');
    await place('ear');
    await press('And the same way back');
    expect(move.route.map((stop) => stop.region)).toEqual(['collarbone', 'ear', 'collarbone']);
    await press('Later: collarbone');
    expect(move.route.map((stop) => stop.region)).toEqual(['ear', 'collarbone', 'collarbone']);
    await press('Leave out collarbone');
    await press('Leave out ear');
    expect(move.route.map((stop) => stop.region)).toEqual(['collarbone']);
  });

  it('names a point with its seconds, and forgets it when both are gone', async () => {
    await place('cheek');
    const [name, seconds] = [...root().querySelectorAll<HTMLInputElement>('.point input')];
    name!.value = 'beside the nose';
    seconds!.value = '5';
    seconds!.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    expect(move.route[0]!.point).toEqual({ name: 'beside the nose', ms: 5000 });
    name!.value = '';
    seconds!.value = 'x';
    name!.dispatchEvent(new Event('change'));
    expect(move.route[0]!.point).toBeNull();
  });
});
