import { fullCut } from '../assembly/cuts';
import { passagesOf } from '../assembly/passages';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { driftOf } from './drift';
import { schedule } from './schedule';

describe('planned against filmed', () => {
  it('says how far a step drifted and how much longer it became', () => {
    const lesson = aFilmedLesson({
      steps: [
        aStep('a', { dose: reps(5, 1000), sidePlan: 'both' }),
        aStep('b', { dose: reps(5, 1000), sidePlan: 'both' }),
      ],
      segments: [aSegment('s', 2000, 9000), aSegment('u', 9500, 14_000, { stepId: 'b' })],
    });
    expect(driftOf(schedule(lesson), passagesOf(lesson, fullCut(lesson)))).toEqual([
      { stepId: 'a', plannedStartMs: 0, filmedStartMs: 2000, stretchMs: 2000 },
      { stepId: 'b', plannedStartMs: 5000, filmedStartMs: 9500, stretchMs: -500 },
    ]);
  });
});
