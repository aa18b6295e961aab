import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Cue } from '@limber/core/cue/cue';
import { FRAMES } from '@limber/core/cue/frame';
import { placeCues } from '@limber/core/cue/place';
import { PEBBLE } from '@limber/core/cue/styles';
import { aCue } from '@limber/core/testing';
import { CueLayer } from './cue-layer';

describe('the cues over the footage', () => {
  async function show(cues: Cue[], inputs: Record<string, unknown> = {}): Promise<HTMLElement> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(CueLayer);
    const frame = FRAMES['16:9'];
    fixture.componentRef.setInput('cues', placeCues(cues, PEBBLE, frame, []));
    fixture.componentRef.setInput('cueStyle', PEBBLE);
    fixture.componentRef.setInput('frame', frame);
    fixture.componentRef.setInput('timeMs', 500);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  }

  it('are drawn as paths and lines of text, and can be heard', async () => {
    const host = await show([aCue('count', '3', { value: 3, of: 5 })]);
    const count = host.querySelector('[data-testid=count]')!;
    expect(count.getAttribute('aria-label')).toBe('3 of 5');
    expect([...count.querySelectorAll('text')].map((text) => text.textContent.trim())).toEqual(['3', 'of 5']);
    expect(count.querySelectorAll(`path[fill="${PEBBLE.accent}"]`).length).toBe(3);
  });

  it('stand where they were placed', async () => {
    const [placed] = placeCues([aCue('side', 'Your left')], PEBBLE, FRAMES['16:9'], []);
    const host = await show([aCue('side', 'Your left')]);
    host.style.cssText = 'position: fixed; left: 0; top: 0; width: 800px; height: 450px;';
    const drawn = host.querySelector('[data-testid=side] path')!.getBoundingClientRect();
    const [x, y, width, height] = placed!.box;
    for (const [is, meant] of [
      [drawn.x, x * 800],
      [drawn.y, y * 450],
      [drawn.width, width * 800],
      [drawn.height, height * 450],
    ] as const)
      expect(Math.abs(is - meant)).toBeLessThan(0.5);
  });

  it('leave captions out on request, and show nothing outside their time', async () => {
    const cues = [
      aCue('caption', 'Let the jaw hang.', { side: null }),
      aCue('swap', 'Now your right', { startMs: 600 }),
    ];
    expect((await show(cues)).textContent.trim()).toBe('Let the jaw hang.');
    TestBed.resetTestingModule();
    expect((await show(cues, { captions: false })).textContent.trim()).toBe('');
  });
});
