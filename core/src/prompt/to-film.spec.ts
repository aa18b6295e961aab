import { aFilmedLesson, aSegment, aStep } from '../testing';
import { unfilmedSteps } from './to-film';

describe('what is still to film', () => {
  it('is every step of which nothing is marked', () => {
    const steps = [aStep('a'), aStep('b'), aStep('c')];
    const lesson = aFilmedLesson({ steps, segments: [aSegment('s', 0, 4000, { stepId: 'b' })] });
    expect([...unfilmedSteps(lesson)]).toEqual(['a', 'c']);
    expect([...unfilmedSteps({ ...lesson, steps: [] })]).toEqual([]);
  });
});
