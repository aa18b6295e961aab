import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import type { Segment } from '../lesson/segment.schema';
import { aFilmedLesson, aLesson, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';

const WHEN = ['set', 'halfway', 'last'].map((key) => ({ key, when: 'every' as const }));

function told(dose: Dose, segments: Segment[], sidePlan: 'left_right' | 'alternating' = 'left_right'): string[] {
  const lesson = aFilmedLesson({ steps: [aStep('a', { dose, sidePlan })], segments, overrides: WHEN });
  return deriveCues(lesson)
    .cues.filter((cue) => ['set', 'halfway', 'last'].includes(cue.kind))
    .map((cue) => `${cue.text} ${cue.startMs}-${cue.endMs}`);
}

const hold = (n: number, holdMs: number): Dose => ({
  ...{ form: 'hold', reps: exactly(n), holdMs: exactly(holdMs), releaseMs: 1000, sets: exactly(1), restMs: 0 },
});

describe('moments of a count', () => {
  it('are its half and its last one, each as it begins', () => {
    expect(told(reps(6, 2000), [aSegment('s', 0, 12_000)])).toEqual(['Halfway 6000-8000', 'Last one 10000-12000']);
    // Of five nobody says half.
    expect(told(reps(5, 2000), [aSegment('s', 0, 10_000)])).toEqual(['Last one 8000-10000']);
    // Of seven it is not yet half after three.
    expect(told(reps(7, 2000), [aSegment('s', 0, 14_000)])[0]).toBe('Halfway 6000-8000');
  });

  it('call nothing the last that is followed by more of the same side', () => {
    const two = [aSegment('s', 0, 6000), aSegment('u', 8000, 14_000)];
    const lasts = told(reps(6, 2000), two).filter((one) => one.startsWith('Last'));
    expect(lasts).toEqual(['Last one 12000-14000']);
    const sides = [aSegment('s', 0, 6000), aSegment('r', 8000, 14_000, { side: 'right' })];
    expect(told(reps(3, 2000), sides)).toEqual(['Last one 4000-6000', 'Last one 12000-14000']);
  });

  it('say nothing of a last one that stands under one number with others', () => {
    expect(told(reps(12, 200), [aSegment('s', 0, 2400)]).filter((one) => one.startsWith('Last'))).toEqual([]);
  });

  it('number sets, filmed in one go or with a rest between them', () => {
    const dose = reps(3, 1000, 2, 2000);
    const beats = Array.from({ length: 6 }, (_, i) => (i + 1) * 1000);
    const inOne = told(dose, [aSegment('s', 0, 6000, { beatsMs: beats })]);
    expect(inOne).toEqual(['Set 1 of 2 0-2000', 'Set 2 of 2 3000-5000', 'Last one 5000-6000']);
    const apart = told(dose, [aSegment('s', 0, 3000), aSegment('u', 5000, 8000)]);
    expect(apart).toEqual(['Set 1 of 2 0-2000', 'Set 2 of 2 5000-7000', 'Last one 7000-8000']);
    // Of one set too many or too few nobody knows which it is.
    expect(told(dose, [aSegment('s', 0, 4000, { beatsMs: beats.slice(0, 4) })])).toEqual(['Last one 3000-4000']);
  });

  it('halve a long hold, and call the last of several the last', () => {
    expect(told(hold(1, 20_000), [aSegment('s', 0, 21_000, { kind: 'hold' })])).toEqual(['Halfway 10000-12000']);
    expect(told(hold(3, 4000), [aSegment('s', 0, 15_000, { kind: 'hold' })])).toEqual(['Last one 10000-12000']);
  });

  it('stand in a plan where they will stand on the film', () => {
    const lesson = aLesson({
      steps: [aStep('a', { dose: reps(6, 2000), sidePlan: 'midline' })],
      overrides: WHEN,
    });
    const cues = deriveCues(lesson).cues.filter((cue) => cue.kind === 'halfway' || cue.kind === 'last');
    expect(cues.map((cue) => `${cue.text} ${cue.startMs}`)).toEqual(['Halfway 6000', 'Last one 10000']);
  });
});
