import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Cue } from '@limber/core/cue/cue';
import { CueLayer } from './cue-layer';

const cue = (kind: Cue['kind'], text: string, change: Partial<Cue> = {}): Cue => ({
  key: `a|left|${kind}|0`,
  kind,
  stepId: 'a',
  side: 'left',
  startMs: 0,
  endMs: 1000,
  text,
  value: null,
  of: null,
  edited: false,
  ...change,
});

describe('the cues over the footage', () => {
  async function show(cues: Cue[], inputs: Record<string, unknown> = {}): Promise<HTMLElement> {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(CueLayer);
    fixture.componentRef.setInput('cues', cues);
    fixture.componentRef.setInput('timeMs', 500);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  }

  it('show a count as a ring of as many pieces as there are repetitions', async () => {
    const host = await show([cue('count', '3', { value: 3, of: 5 })]);
    expect(host.querySelector('[data-testid=count]')!.textContent).toContain('3');
    expect(host.querySelectorAll('.arc').length).toBe(5);
    expect(host.querySelectorAll('.arc.done').length).toBe(3);
  });

  it('name the side, and light its half of the face', async () => {
    const host = await show([cue('side', 'Your left'), cue('label', 'Slipway', { side: null })], {
      note: 'feather-light',
    });
    expect(host.querySelector('[data-testid=badge]')!.textContent).toContain('Your left');
    expect(host.querySelector('[data-testid=badge]')!.textContent).toContain('Slipway · feather-light');
    expect(host.querySelectorAll('.lit').length).toBe(1);
  });

  it('put words above when the region worked on is low, and leave them out on request', async () => {
    const words = [cue('caption', 'Let the jaw hang.')];
    expect((await show(words, { region: 'neck' })).querySelector('.caption.above')).not.toBeNull();
    TestBed.resetTestingModule();
    expect((await show(words, { region: 'forehead' })).querySelector('.caption:not(.above)')).not.toBeNull();
    TestBed.resetTestingModule();
    expect((await show(words, { captions: false })).querySelector('.caption')).toBeNull();
  });

  it('show nothing outside their time', async () => {
    const host = await show([cue('swap', 'Now your right', { startMs: 600 })]);
    expect(host.textContent.trim()).toBe('');
  });
});
