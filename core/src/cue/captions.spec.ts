import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import type { Span } from '../time/spans';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { captionTexts, LINE_CHARACTERS } from './caption-texts';
import { deriveCues } from './derive';

const narrated = (before: string, during = '', after = '') => ({ narration: { before, during, after } });

function captionsOf(lesson: Lesson, speech?: readonly Span[], cut: 'full' | 'practice' = 'full'): string[] {
  return deriveCues(lesson, timelineOf(lesson, cut)!, speech && (() => speech))
    .cues.filter((cue) => cue.kind === 'caption')
    .map((cue) => `${cue.startMs}-${cue.endMs} ${cue.text}`);
}

describe('what is shown at once', () => {
  const words =
    'Let the shoulder drop and the jaw hang and the tongue lie loose behind the lower teeth while the flat hand goes down the neck as slowly as the tide goes out of the harbour before the early boats come home again. Slowly. And breathe.';

  it('carries every word, in order', () => {
    expect(
      captionTexts(words)
        .map((one) => one.text)
        .join(' '),
    ).toBe(words);
    expect(captionTexts('Press. [3 s] Let go.').map((one) => one.text)).toEqual(['Press.', 'Let go.']);
  });

  // Published timed-text guides (memory): 42 characters a line, two lines.
  it('can be set in two lines of 42 characters', () => {
    for (const { text } of captionTexts(words)) {
      const breaks = [text.length, ...[...text.matchAll(/ /g)].map((one) => one.index)];
      const fits = breaks.some((at) => at <= LINE_CHARACTERS && text.length - at - 1 <= LINE_CHARACTERS);
      expect(fits).withContext(text).toBeTrue();
    }
  });
});

describe('captions of a film', () => {
  const work = [aSegment('s', 6000, 12_000), aSegment('r', 13_000, 19_000, { side: 'right' })];
  const step = (change = {}) => aStep('a', { dose: reps(3, 2000), ...change });

  it('stand where talk is marked, in the time in which someone is heard', () => {
    const teach = aSegment('w', 1000, 5000, { kind: 'teach', side: null });
    const lesson = aFilmedLesson({ steps: [step(narrated('Slow strokes down.'))], segments: [teach, ...work] }, 20_000);
    expect(captionsOf(lesson)).toEqual(['1000-5000 Slow strokes down.']);
    expect(captionsOf(lesson, [[1500, 3000]])).toEqual(['1500-3000 Slow strokes down.']);
  });

  it('where only the work is marked stand where someone is heard before it, between and after', () => {
    const lesson = aFilmedLesson(
      {
        opening: 'Good morning, all.',
        closing: 'Thank you, and goodbye.',
        steps: [step(narrated('Slow strokes down.', '', 'Well done.'))],
        segments: work,
      },
      26_000,
    );
    const shown = captionsOf(lesson, [
      [500, 2000],
      [3500, 5500],
      [19_500, 20_200],
      [21_000, 22_500],
    ]);
    expect(shown.map((one) => one.replace(/^\S+ /, ''))).toEqual([
      'Good morning, all.',
      'Slow strokes down.',
      'Well done.',
      'Thank you, and goodbye.',
    ]);
    const times = shown.map((one) => one.split(' ')[0]!.split('-').map(Number) as [number, number]);
    expect(times[0]![0]).toBe(500);
    for (const [start, end] of times) expect(end).toBeGreaterThan(start);
    expect(times[1]![1]).toBeLessThanOrEqual(6000);
    expect(times[2]![0]).toBe(19_500);
  });

  it('are not made up where nobody is heard, and nowhere that they cannot have been said', () => {
    const words = narrated('Take two drops of oil, warm them between the palms, and let the flat of the hand slide.');
    const lesson = aFilmedLesson({ steps: [step(words)], segments: work }, 20_000);
    expect(captionsOf(lesson, [])).toEqual([]);
    expect(captionsOf(lesson, [[5600, 5900]])).toEqual([]);
    const late = { ...lesson, segments: [aSegment('s', 500, 6500)] };
    expect(captionsOf(late)).toEqual([]);
  });

  it('of a film whose sound nobody looked at stand where the plan has them: before the work, up to it', () => {
    const lesson = aFilmedLesson({ steps: [step(narrated('Slow strokes down.'))], segments: work }, 20_000);
    const [shown] = captionsOf(lesson);
    expect(shown).toMatch(/^\d+-6000 Slow strokes down\.$/);
    expect(Number(shown!.split('-')[0])).toBeGreaterThan(3000);
  });

  it('say the words of a step with the one segment that says them, each time that it plays', () => {
    const lesson = aFilmedLesson({
      steps: [step(narrated('Place your fingers.'))],
      segments: [
        aSegment('s', 0, 4000, { kind: 'teach', side: null }),
        aSegment('u', 5000, 9000, { kind: 'teach', side: null }),
      ],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 9000 },
        { id: 'q', takeId: 't', fromMs: 0, toMs: 4000 },
        { id: 'r', takeId: 't', fromMs: 3000, toMs: 4000 },
        // Half of it is not enough to say them in.
        { id: 'h', takeId: 't', fromMs: 2000, toMs: 4000 },
        { id: 'w', takeId: 't', fromMs: 20_000, toMs: 21_000 },
      ],
    });
    expect(captionsOf({ ...lesson, segments: [...lesson.segments, aSegment('x', 20_000, 21_000)] })).toEqual([
      '0-4000 Place your fingers.',
      '9000-13000 Place your fingers.',
    ]);
  });

  it('fill the fields of a narration', () => {
    const lesson = aFilmedLesson({ steps: [step(narrated('{reps} times.'))], segments: work }, 20_000);
    expect(captionsOf(lesson)[0]).toMatch(/ 3 times\.$/);
  });

  it('over a dose begin with it, and hold through a change of side', () => {
    const words = 'Let the jaw hang and the shoulders drop. Breathe out slowly. Now the other one, just as softly.';
    const lesson = aFilmedLesson({ steps: [step(narrated('', words))], segments: work }, 20_000);
    const shown = captionsOf(lesson);
    expect(shown[0]).toMatch(/^6000-/);
    expect(shown.length).toBeGreaterThan(1);
  });

  it('of marked talk are not said again in the gaps', () => {
    const teach = aSegment('w', 1000, 3000, { kind: 'teach', side: null });
    const lesson = aFilmedLesson({ steps: [step(narrated('Slow strokes down.'))], segments: [teach, ...work] }, 20_000);
    expect(captionsOf(lesson, [[1000, 5800]]).length).toBe(1);
  });

  it('keep what was said over the work in the practice cut, and leave the talk that it leaves out', () => {
    const lesson = aFilmedLesson(
      {
        opening: 'Good morning to all of you.',
        steps: [step(narrated('Slow strokes down.', 'Softly.'))],
        segments: work,
      },
      20_000,
    );
    expect(captionsOf(lesson, undefined, 'practice').map((one) => one.split(' ')[1])).toEqual(['Softly.']);
  });

  it('stay long enough to be read where there is time', () => {
    const lesson = aFilmedLesson(
      { steps: [step(narrated('', '', 'Let both hands rest in your lap.'))], segments: work },
      30_000,
    );
    const [start, end] = captionsOf(lesson, [[19_500, 20_400]])[0]!
      .split(' ')[0]!
      .split('-')
      .map(Number) as [number, number];
    // Published timed-text guides (memory): 17 characters a second for a calm pace.
    expect(end - start).toBeGreaterThanOrEqual(Math.floor((32 / 17) * 1000));
  });
});
