import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { Router } from '@angular/router';
import { Observable } from 'rxjs';
import { type Lesson, movesOf } from '@limber/core/lesson/lesson.schema';
import { readNarration } from '@limber/core/narration/read';
import { Lessons } from '../../api/lessons';
import { LibraryStore } from '../../api/library-store';
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

  async function read(text: string): Promise<void> {
    const field = root.querySelector('textarea')!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    // What is typed is read after a pause.
    while (steps().length === 0 && !root.querySelector('[role=alert]')) {
      await new Promise((pause) => setTimeout(pause, 5));
      await fixture.whenStable();
    }
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

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        {
          provide: PlanWork,
          useValue: {
            run: ({ text }: { text: string }) =>
              new Observable((listener) => {
                try {
                  listener.next({ progress: 1, done: readNarration(text) });
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
        { provide: LibraryStore, useValue: { moves: () => [], open: () => Promise.resolve() } },
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
      'intro',
      'stroke · neck',
      'stroke · neck',
      'knead · jaw',
      'outro',
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

  it('says in words what cannot be read', async () => {
    await read('WEBVTT\n\n');
    expect(words(root.querySelector('[role=alert]')!)).toContain('There are no words in this.');
    expect(steps()).toEqual([]);
  });
});
