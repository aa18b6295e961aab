import { beforeTheEarlyBulletin, coldMorningEyes } from '../world/lessons';
import { filmFaults } from './film-faults';
import { toldOf } from './told-of';

describe('what goes wrong while filming', () => {
  it('is told, most of it, and little else is', () => {
    let [planted, found, wrongly] = [0, 0, 0];
    [beforeTheEarlyBulletin(), coldMorningEyes()].forEach((lesson, i) => {
      wrongly += toldOf(lesson, lesson, 40 + i, 0.2).filter((one) => one.severity === 'must').length;
      for (const { rules, stepId, filmed } of filmFaults(lesson, i)) {
        planted++;
        const hit = toldOf(lesson, filmed, 40 + i, 0.2).some(
          (one) => rules.includes(one.rule) && (stepId === null || one.place.stepId === stepId),
        );
        found += Number(hit);
      }
    });
    expect(planted).toBeGreaterThan(12);
    expect(found / planted).toBeGreaterThan(0.6);
    expect(wrongly).toBeLessThanOrEqual(2);
  });
});
