import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FaceAround } from './face-around';
import { FaceMap, type Place } from './face-map';

describe('the face map', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  function shown(inputs: Record<string, unknown>): { root: HTMLElement; picked: Place[] } {
    const fixture = TestBed.createComponent(FaceMap);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const picked: Place[] = [];
    fixture.componentInstance.picked.subscribe((place) => picked.push(place));
    fixture.detectChanges();
    return { root: fixture.nativeElement as HTMLElement, picked };
  }

  it('is drawn as in a mirror: your left is at the left, also from behind', () => {
    for (const view of ['front', 'back'])
      for (const side of ['left', 'right']) {
        const { root } = shown({ view });
        const path = root.querySelector(`[data-region=ear][data-side=${side}]`)!;
        expect(path.hasAttribute('transform'))
          .withContext(`${view} ${side}`)
          .toBe(side === 'right');
      }
  });

  it('from one side shows that side alone', () => {
    for (const view of ['left', 'right']) {
      const { root } = shown({ view });
      const sides = new Set([...root.querySelectorAll('[data-side]')].map((path) => path.getAttribute('data-side')));
      expect([...sides]).toEqual([view]);
    }
  });

  it('tells which region was chosen, with the side where it has one', () => {
    const { root, picked } = shown({ pickable: true });
    root.querySelector('[data-region=jaw][data-side=right]')!.dispatchEvent(new MouseEvent('click'));
    root.querySelector('[data-region=chin]')!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(picked).toEqual([
      { region: 'jaw', side: 'right' },
      { region: 'chin', side: null },
    ]);
  });

  it('names every region for those who do not see it, and can be left unpickable', () => {
    const { root } = shown({ pickable: true, view: 'left' });
    expect(root.querySelector('[data-region=nape]')!.getAttribute('aria-label')).toBe('left nape, from the side');
    expect(shown({}).root.querySelectorAll('[role=button]').length).toBe(0);
  });

  it('marks a place once, with the steps that come back to it', () => {
    const stop = (number: number, region: string, current = false): object => ({
      number,
      region,
      side: 'left',
      current,
    });
    const words = (...route: object[]): string[] => {
      const { root } = shown({ route });
      return [...root.querySelectorAll('.stop')].map((mark) => mark.textContent.trim());
    };
    expect(words(stop(1, 'jaw'), stop(2, 'brow'), stop(3, 'jaw'))).toEqual(['1 · 3', '2']);
    expect(words(stop(1, 'jaw'), stop(2, 'jaw', true), stop(3, 'jaw'))).toEqual(['2 +2']);
    expect(shown({ route: [stop(1, 'jaw'), stop(2, 'brow', true)] }).root.querySelectorAll('.current').length).toBe(1);
  });

  it('shows nape and shoulders from three sides', () => {
    const fixture = TestBed.createComponent(FaceAround);
    fixture.detectChanges();
    const root = fixture.nativeElement as HTMLElement;
    expect(root.querySelectorAll('svg').length).toBe(3);
    expect(root.querySelectorAll('[data-region=nape]').length).toBe(4);
    expect(root.textContent).toContain('from behind');
  });
});
