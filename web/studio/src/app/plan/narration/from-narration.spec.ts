import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Observable } from 'rxjs';
import { type Lesson, movesOf } from '@limber/core/lesson/lesson.schema';
import { givenBy, type PutRight } from '@limber/core/narration/put-right';
import { readNarration } from '@limber/core/narration/read';
import type { Move } from '@limber/core/move/move.schema';
import { Api } from '../../api/http';
import { Lessons } from '../../api/lessons';
import { LibraryStore } from '../../api/library-store';
import { Uploads } from '../../progress/uploads';
import { PlanWork } from '../plan-work';
import { FromNarration } from './from-narration';

const TEXT = `[0:00] Good morning from the pier. Four minutes for the neck.
[0:14] First, stroke down the left side of the neck, from the ear to the collarbone, five strokes.
[0:34] And the other side, four strokes.
[0:50] Next, knead the jaw with your knuckles for twenty seconds.
[1:20] That's it. Once a day. Bye.`;

describe('from a narration to a lesson', () => {
  let fixture: ComponentFixture<FromNarration>;
  let root: HTMLElement;
  let made: Lesson | null = null;
  const gone: string[] = [];
  const kept: string[] = [];
  const asked: unknown[] = [];
  const sent: string[] = [];
  const key = async (name: string): Promise<void> => {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
    await settled();
  };
  /** Waits until something is so, as long as the test may take. */
  const until = async (is: () => boolean): Promise<void> => {
    while (!is()) {
      await new Promise((pause) => setTimeout(pause, 5));
      await fixture.whenStable();
    }
  };
  /** What was put right has been read. */
  const settled = async (): Promise<void> => {
    for (let i = 0; i < 3; i++) {
      await new Promise((pause) => setTimeout(pause, 5));
      await fixture.whenStable();
    }
  };
  const names = (): string[] => steps().map((one) => words(one.querySelector('strong')!));

  async function read(text: string): Promise<void> {
    const field = root.querySelector('textarea')!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    // What is typed is read after a pause.
    await until(() => steps().length > 0 || root.querySelector('[role=alert]') !== null);
  }

  const steps = (): HTMLElement[] => [...root.querySelectorAll<HTMLElement>('[data-testid=read-step]')];
  const words = (of: Element): string => of.textContent.replace(/\s+/g, ' ').trim();
  const chip = (text: string): HTMLButtonElement =>
    [...root.querySelectorAll<HTMLButtonElement>('.chip')].find((one) => words(one).startsWith(text))!;
  const press = async (button: HTMLElement): Promise<void> => {
    button.click();
    await fixture.whenStable();
  };
  const make = async (): Promise<Lesson> => {
    await press([...root.querySelectorAll('button')].find((one) => words(one).startsWith('Make a lesson'))!);
    return made!;
  };

  afterEach(() => sessionStorage.removeItem('limber.narration'));
  beforeEach(async () => {
    for (const list of [gone, kept, asked, sent]) list.length = 0;
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: PlanWork,
          useValue: {
            run: ({ text, said }: { text: string; said: readonly PutRight[] }) =>
              new Observable((listener) => {
                try {
                  listener.next({ progress: 1, done: readNarration(text, givenBy(said)) });
                  listener.complete();
                } catch (error) {
                  listener.error(error);
                }
              }),
          },
        },
        {
          provide: Lessons,
          useValue: {
            bringIn: (lesson: Lesson) => Promise.resolve((made = lesson)).then(() => 'new'),
          },
        },
        {
          provide: LibraryStore,
          useValue: {
            moves: () => [],
            open: () => Promise.resolve(),
            add: (moves: readonly Move[]) => kept.push(...moves.map((move) => move.name)),
          },
        },
        { provide: Api, useValue: { ask: (route: unknown, with_: unknown) => Promise.resolve(asked.push(with_)) } },
        {
          provide: Uploads,
          useValue: {
            start: ({ lessonId }: { lessonId: string }, file: File, begun: (id: string) => void) => {
              sent.push(`${lessonId} ${file.name}`);
              begun('upload');
            },
          },
        },
        { provide: Router, useValue: { navigateByUrl: (url: string) => gone.push(url) } },
      ],
    });
    fixture = TestBed.createComponent(FromNarration);
    await fixture.whenStable();
    root = fixture.nativeElement as HTMLElement;
  });

  it('shows what was understood beside the words that say it', async () => {
    await read(TEXT);
    expect(steps().map((one) => words(one.querySelector('strong')!))).toEqual([
      'opening',
      'stroke · neck',
      'stroke · neck',
      'knead · jaw',
      'closing',
    ]);
    expect(words(chip('5 passes'))).toBe('5 passes “five strokes”');
    expect(words(chip('move for 20 s'))).toBe('move for 20 s “twenty seconds”');
    expect(words(steps()[2]!.querySelector('.change')!)).toContain('other side');
    expect(words(steps()[2]!.querySelector('.becomes')!)).toBe('the other side of it');
  });

  it('makes a lesson of what is taken', async () => {
    await read(TEXT);
    const lesson = await make();
    expect(movesOf(lesson.steps).map((step) => [step.move.region, step.sidePlan])).toEqual([
      ['neck', 'left_right'],
      ['jaw', 'both'],
    ]);
    expect(lesson.targetMs).toBe(240_000);
    expect(gone.at(-1)).toBe('/lesson/new/plan/words');
  });

  it('leaves out a dose, a promise and a step that is not taken', async () => {
    await read(TEXT);
    await press(chip('4 minutes'));
    await press(chip('4 passes'));
    expect(chip('4 passes').getAttribute('aria-pressed')).toBe('false');
    await press(steps()[3]!.querySelector('input')!);
    const lesson = await make();
    expect(lesson.targetMs).toBeNull();
    expect(lesson.steps.length).toBe(1);
    expect(movesOf(lesson.steps)[0]!.rightDose).toBeNull();
  });

  it('is put right by key: joined, agreed to, taken back, and made as it was put right', async () => {
    await read(TEXT);
    await press(steps()[2]!.querySelector<HTMLElement>('.pick')!);
    await key('n');
    expect(names()).toEqual(['opening', 'stroke · neck', 'knead · jaw', 'closing']);
    // What it was joined with is open now.
    expect(steps()[1]!.querySelector('lc-open-step')).not.toBeNull();
    await key('u');
    expect(names().length).toBe(5);
    await key('n');
    await key('a');
    expect(words(steps()[1]!)).toContain('as you say');
    const lesson = await make();
    const [neck, jaw] = movesOf(lesson.steps);
    expect([neck!.move.region, neck!.sidePlan, jaw!.move.region]).toEqual(['neck', 'left_right', 'jaw']);
    expect(kept).toEqual(['Stroke, neck', 'Knead, jaw']);
  });

  it('has a step begin at a word that is pressed, and is there after a reload', async () => {
    await read(TEXT);
    await press(steps()[3]!.querySelector<HTMLElement>('.pick')!);
    const knuckles = [...root.querySelectorAll<HTMLElement>('.word')].find((one) => words(one) === 'with')!;
    await press(knuckles);
    await settled();
    expect(names().length).toBe(6);
    fixture.destroy();
    fixture = TestBed.createComponent(FromNarration);
    root = fixture.nativeElement as HTMLElement;
    await fixture.whenStable();
    await until(() => steps().length > 0);
    expect(names().length).toBe(6);
    // Other words are read anew.
    await read(TEXT.replace('Good morning', 'Good evening'));
    await until(() => names().length < 6);
    expect(names().length).toBe(5);
  });

  it('brings a film in with its words: both go to the lesson, which is public already', async () => {
    const input = root.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File([TEXT], 'old-pier.txt', { type: 'text/plain' }));
    files.items.add(new File(['film'], 'old-pier.mp4', { type: 'video/mp4' }));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await settled();
    await read(TEXT);
    const lesson = await make();
    expect([lesson.title, lesson.publicElsewhere]).toEqual(['old pier', true]);
    expect(sent).toEqual(['new old-pier.mp4']);
    expect(asked).toEqual([{ params: { id: 'upload' }, body: { text: TEXT } }]);
    expect(gone.at(-1)).toBe('/lesson/new/film/takes');
  });

  it('has chapters and who should ask first ready for where the film is public, once times are known', async () => {
    await read(TEXT);
    expect(words(root.querySelector('[data-testid=pasted]')!)).toContain('0:14 Stroke, neck');
    expect(words(root.querySelector('[data-testid=pasted]')!)).toContain('Who should ask first');
    await read(TEXT.replace(/\[\d:\d\d\] /g, ''));
    await until(() => root.querySelector('[data-testid=pasted]') === null && steps().length > 0);
    expect(root.querySelector('[data-testid=pasted]')).toBeNull();
  });

  it('puts right what stands under the film today, keeps it over a reload, and the lesson is described by it', async () => {
    await read(TEXT);
    const type = async (text: string): Promise<void> => {
      const field = root.querySelector<HTMLTextAreaElement>('#old-description')!;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await settled();
    };
    await type('From the pier. Your wrinkles disappear.\n0:00 Hello\n0:10 Neck\n0:20 Jaw');
    expect(words(root.querySelector('[data-testid=mended]')!)).toContain('Your wrinkles disappear. It may help');
    const pasted = words(root.querySelector('[data-testid=pasted]')!);
    expect(pasted).toMatch(/From the pier\. It may help .+ 0:14 Stroke, neck/);
    expect(pasted).not.toContain('0:20 Jaw');
    fixture.destroy();
    fixture = TestBed.createComponent(FromNarration);
    root = fixture.nativeElement as HTMLElement;
    await until(() => root.querySelector('[data-testid=mended]') !== null);
    const lesson = await make();
    expect(lesson.description).toMatch(/^From the pier\. It may help [^\n]+$/);
  });

  it('asks whether words are those of the film that they go on after', async () => {
    await read(TEXT);
    const input = root.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File([silence(2)], 'another'));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await until(() => root.querySelector('.elsewhere') !== null);
    expect(words(root.querySelector('.elsewhere')!)).toMatch(/The words go on to \d:\d\d, and this film ends at 0:0\d/);
  });

  it('says in words what cannot be read', async () => {
    await read('WEBVTT\n\n');
    expect(words(root.querySelector('[role=alert]')!)).toContain('There are no words in this.');
    expect(steps()).toEqual([]);
  });
});

/** A recording that says how long it is: silence as a RIFF WAVE file, 8 bits at 8 kHz. @param seconds it lasts. */
function silence(seconds: number): ArrayBuffer {
  const bytes = seconds * 8000;
  const file = new DataView(new ArrayBuffer(44 + bytes));
  const words = [0x52494646, 0x57415645, 0x666d7420, 0x64617461];
  [0, 8, 12, 36].forEach((at, i) => file.setUint32(at, words[i]!));
  [
    [4, 36 + bytes],
    [16, 16],
    [24, 8000],
    [28, 8000],
    [40, bytes],
  ].forEach(([at, value]) => file.setUint32(at!, value!, true));
  [
    [20, 1],
    [22, 1],
    [32, 1],
    [34, 8],
  ].forEach(([at, value]) => file.setUint16(at!, value!, true));
  for (let at = 44; at < file.byteLength; at++) file.setUint8(at, 128);
  return file.buffer;
}
