import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { StepLook } from '@limber/core/assembly/passage';
import type { Drawn } from './ribbon-geometry';
import { Ribbon } from './ribbon';

const passage = (stepId: string, startMs: number, endMs: number, change: Partial<Drawn> = {}): Drawn => ({
  kind: 'reps',
  stepId,
  side: 'both',
  startMs,
  endMs,
  beatsMs: [],
  spoken: [],
  ...change,
});
const look = (id: string): StepLook => ({ id, name: `Move ${id}`, region: 'jaw', pressure: 'light' });

describe('the ribbon on screen', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  async function shown(inputs: Record<string, unknown> = {}): Promise<{
    svg: SVGElement;
    chosen: string[];
    times: number[];
    set: (name: string, value: unknown) => Promise<void>;
  }> {
    const fixture = TestBed.createComponent(Ribbon);
    const host = fixture.nativeElement as HTMLElement;
    host.style.width = '1000px';
    document.body.append(host);
    const set = async (name: string, value: unknown): Promise<void> => {
      fixture.componentRef.setInput(name, value);
      await fixture.whenStable();
    };
    const given = {
      looks: ['a', 'b', 'c'].map(look),
      planned: [passage('a', 0, 10_000), passage('b', 12_000, 20_000), passage('c', 22_000, 30_000)],
      durationMs: 30_000,
      ...inputs,
    };
    for (const [name, value] of Object.entries(given)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    const [chosen, times]: [string[], number[]] = [[], []];
    fixture.componentInstance.stepChosen.subscribe((id) => chosen.push(id));
    fixture.componentInstance.timeChosen.subscribe((ms) => times.push(ms));
    return { svg: host.querySelector('svg')!, chosen, times, set };
  }

  const press = (svg: SVGElement, key: string): boolean =>
    svg.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));

  it('is a list of the steps for those who do not see it, with the chosen one active', async () => {
    const { svg } = await shown({ selected: 'b' });
    const options = [...svg.querySelectorAll('[role=option]')];
    expect(options.map((one) => one.getAttribute('aria-label'))).toEqual(['Move a', 'Move b', 'Move c']);
    expect(options.map((one) => one.getAttribute('aria-selected'))).toEqual(['false', 'true', 'false']);
    expect(svg.getAttribute('aria-activedescendant')).toBe(options[1]!.id);
  });

  it('is walked with the arrow keys and stops at its ends', async () => {
    const { svg, chosen, set } = await shown({ selected: null });
    press(svg, 'ArrowRight');
    await set('selected', 'a');
    press(svg, 'ArrowLeft');
    await set('selected', 'c');
    press(svg, 'ArrowRight');
    press(svg, 'ArrowUp');
    expect(chosen).toEqual(['a', 'a', 'c', 'b']);
    expect(press(svg, 'x')).withContext('other keys are left to others').toBeTrue();
    expect(press(svg, 'ArrowDown')).toBeFalse();
  });

  it('tells the step and the time that are pressed', async () => {
    const { svg, chosen, times } = await shown();
    const box = svg.getBoundingClientRect();
    svg
      .querySelectorAll('[role=option]')[1]!
      .dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: box.left + box.width / 2 }));
    expect(chosen).toEqual(['b']);
    expect(times[0]! / 1000).toBeCloseTo(15, 0);
    svg.dispatchEvent(new MouseEvent('click', { clientX: box.left }));
    expect(times[1]).toBe(0);
  });

  it('draws as few paths for a long lesson as for a short one', async () => {
    const long = Array.from({ length: 200 }, (_, i) => passage(`s${i}`, i * 1000, i * 1000 + 800));
    const { svg } = await shown({ looks: long.map((one) => look(one.stepId!)), planned: long, durationMs: 200_000 });
    expect(svg.querySelectorAll('path').length).toBe((await shown()).svg.querySelectorAll('path').length);
    expect(svg.querySelectorAll('[role=option]').length).toBe(200);
  });

  it('shows plan and film under each other, tied step by step', async () => {
    const { svg } = await shown({ filmed: [passage('a', 0, 14_000), passage('c', 15_000, 30_000)] });
    expect([...svg.querySelectorAll('.name')].map((one) => one.textContent)).toEqual(['planned', 'filmed']);
    expect(svg.querySelectorAll('.tie').length).toBe(2);
  });

  it('makes room for a target that is later than the end', async () => {
    const { svg } = await shown({ targetMs: 60_000 });
    const at = Number(svg.querySelector('line.target')!.getAttribute('x1'));
    const width = Number(svg.getAttribute('viewBox')!.split(' ')[2]);
    expect(at / width).toBeCloseTo(1, 1);
    expect(svg.textContent).toContain('target 1:00');
  });
});
