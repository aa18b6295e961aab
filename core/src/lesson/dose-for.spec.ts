import { aStep, reps } from '../testing';
import { describeDoses } from './dose-for';

describe('what the sides of a step get, in words', () => {
  const uneven = { dose: reps(8, 2000), rightDose: reps(6, 2000) };

  it('tells both where the right one is worked and gets another dose', () => {
    for (const sidePlan of ['left_right', 'right_left', 'centre_first', 'alternating'] as const)
      expect(describeDoses(aStep('a', { ...uneven, sidePlan })))
        .withContext(sidePlan)
        .toBe('8 times left, 6 times right');
  });

  it('tells one where both get the same, or no right side is worked', () => {
    expect(describeDoses(aStep('a', { dose: reps(8, 2000), sidePlan: 'left_right' }))).toBe('8 times');
    for (const sidePlan of ['left_only', 'both', 'midline'] as const)
      expect(describeDoses(aStep('a', { ...uneven, sidePlan })))
        .withContext(sidePlan)
        .toBe('8 times');
  });
});
