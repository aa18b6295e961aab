import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import type { CueKind, CueTimes } from '../lesson/override.schema';
import { aFilmedLesson, aMove, aSegment, aStep, reps, way } from '../testing';
import type { Cue } from './cue';
import { deriveCues } from './derive';

const NOTES: readonly CueKind[] = ['caution', 'pressure', 'form', 'felt', 'check'];

function told(step: Partial<MoveStep>, when: Partial<Record<CueKind, CueTimes>>, change: Partial<Lesson> = {}): Cue[] {
  const lesson = aFilmedLesson({
    steps: [aStep('a', { dose: reps(4, 5000), ...step })],
    segments: [aSegment('s', 10_000, 30_000), aSegment('r', 32_000, 52_000, { side: 'right' })],
    overrides: Object.entries(when).map(([key, when]) => ({ key, when })),
    ...change,
  });
  return deriveCues(lesson).cues.filter((cue) => NOTES.includes(cue.kind));
}
const words = (cues: readonly Cue[]): string[] => cues.map((cue) => cue.text);

const move = aMove({
  pressure: 'feather',
  route: way('ear', 'collarbone'),
  formCues: ['Shoulders down', 'Jaw loose'],
  cautions: ['Feather-light: this is the neck.'],
  feltAt: 'Under the ear',
  mistakes: ['the skin is not pulled'],
});

describe('what a move says of itself', () => {
  it('is told while it is done, what might hurt first, one after another and long enough to be read', () => {
    const cues = told({ move }, { caution: 'first', pressure: 'first', form: 'first', felt: 'first', check: 'first' });
    expect(words(cues)).toEqual([
      ...['Feather-light: this is the neck.', 'Feather-light, down', 'Shoulders down', 'Jaw loose'],
      ...['Under the ear', 'Check: the skin is not pulled'],
    ]);
    cues.forEach((cue, i) => {
      const lasts = cue.endMs - cue.startMs;
      expect(lasts).toBeGreaterThanOrEqual((1000 * cue.text.length) / 17 - 1);
      if (i > 0) expect(cue.startMs).toBeGreaterThanOrEqual(cues[i - 1]!.endMs + 500);
      expect(cue.endMs).toBeLessThanOrEqual(cue.side === 'left' ? 30_000 : 52_000);
    });
  });

  it('is told once where it is told the first time, on the other side if there is no room on this one', () => {
    const short = [aSegment('s', 0, 3000), aSegment('r', 10_000, 16_000, { side: 'right' })];
    expect(told({ move }, { form: 'first' }, { segments: short }).map((cue) => `${cue.side} ${cue.text}`)).toEqual([
      'left Shoulders down',
      'right Jaw loose',
    ]);
    expect(words(told({ move }, { form: 'every' }))).toEqual([
      ...['Shoulders down', 'Jaw loose', 'Shoulders down', 'Jaw loose'],
    ]);
    expect(told({ move }, { form: 'never' })).toEqual([]);
  });

  it('makes room for the moments of a count', () => {
    const when = { form: 'every', last: 'every' } as const;
    const segments = [aSegment('s', 0, 6000)];
    const cues = told({ move: aMove({ formCues: ['Shoulders down'] }), dose: reps(3, 2000) }, when, { segments });
    expect(cues.map((cue) => `${cue.startMs}-${cue.endMs}`)).toEqual(['0-1500']);
    // The last one stands from 4 s on, and there are 3 s before it begins: none of it is laid over it.
    const later = told(
      { move: aMove({ formCues: ['Let the hand rest and then go on as slowly as you came'] }), dose: reps(3, 2000) },
      when,
      { segments },
    );
    expect(words(later)).toEqual(['Let the hand rest and then go on as slowly as you came']);
    expect(later[0]!.endMs).toBeLessThanOrEqual(4000);
  });

  it('says what might hurt before the work where there is time', () => {
    const talk = aSegment('w', 2000, 10_000, { kind: 'teach' });
    const cues = told({ move }, { caution: 'first' }, { segments: [talk, aSegment('s', 10_000, 30_000)] });
    expect(cues[0]!.startMs).toBe(2000);
  });

  it('points the way as it is seen in the picture: outwards to the left where the left is at the left', () => {
    const out = aMove({ route: way('nose', 'ear'), region: 'cheek' });
    const arrows = (pictureLeft: 'left' | 'right'): unknown[] => {
      const { takes } = aFilmedLesson();
      return told({ move: out }, { pressure: 'every' }, { takes: [{ ...takes[0]!, pictureLeft }] }).map((cue) =>
        cue.shows?.is === 'way' ? cue.shows.arrows : null,
      );
    };
    expect(arrows('left')).toEqual([['left'], ['right']]);
    expect(arrows('right')).toEqual([['right'], ['left']]);
    const both = told(
      { move: out, sidePlan: 'both' },
      { pressure: 'every' },
      { segments: [aSegment('s', 0, 20_000, { side: 'both' })] },
    );
    expect(both[0]!.shows).toEqual({ is: 'way', pressure: 'light', arrows: ['left', 'right'] });
    expect(both[0]!.text).toBe('Lightly, outwards');
  });
});
