import { provideZonelessChangeDetection, signal, type Signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Progress } from './jobs';
import { madeOf } from './made-of';

describe('what was made of media', () => {
  it('is asked for once it is made, and not again while other work goes on', async () => {
    const media = signal<Record<string, { artefacts: string[]; doing: string }>>({});
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: Progress, useValue: { mediaOf: (id: string) => media()[id] } },
      ],
    });
    const asked: string[] = [];
    let made!: Signal<ReadonlyMap<string, string>>;
    TestBed.runInInjectionContext(() => {
      made = madeOf(
        () => ['a', 'b'],
        'sound.json',
        (id) => {
          asked.push(id);
          return id === 'b' ? Promise.reject(new Error('gone')) : Promise.resolve(`sound of ${id}`);
        },
      );
    });
    const settled = async (): Promise<void> => {
      TestBed.tick();
      await new Promise((done) => setTimeout(done));
      TestBed.tick();
    };
    await settled();
    expect([asked, [...made()]]).toEqual([[], []]);
    media.set({ a: { artefacts: ['sound.json'], doing: 'listening' } });
    await settled();
    expect(made().get('a')).toBe('sound of a');
    media.set({ a: { artefacts: ['sound.json', 'proxy.mp4'], doing: 'copying' } });
    await settled();
    expect(asked).toEqual(['a']);
    media.set({ a: { artefacts: ['sound.json'], doing: '' }, b: { artefacts: ['sound.json'], doing: '' } });
    await settled();
    // What cannot be had takes nothing from the rest.
    expect([...made()]).toEqual([['a', 'sound of a']]);
    expect(asked).toEqual(['a', 'a', 'b']);
  });
});
