import { applyChange } from '../lesson/change';
import { aLesson, aMove, aStep } from '../testing';
import { checkLesson } from './check-lesson';
import { mendAll } from './mend-all';

describe('one repair for all', () => {
  const lesson = aLesson({
    closing: 'Once a day.',
    steps: ['a', 'b', 'c'].map((id) => aStep(id, { move: aMove({ id, name: id, region: 'cheek' }), sidePlan: 'both' })),
  });
  const ids = (rule: string, of = lesson): string[] =>
    checkLesson(of)
      .filter((one) => one.rule === rule)
      .map((one) => one.id);

  it('mends every one of them, and what others there are stays', () => {
    expect(ids('never-described').length).toBe(3);
    const after = applyChange(lesson, mendAll(lesson, ids('never-described'))!);
    expect(ids('never-described', after)).toEqual([]);
    expect(after.steps.every((step) => step.narration.before.startsWith('Stroke the cheek'))).toBeTrue();
    const some = applyChange(lesson, mendAll(lesson, ids('never-described').slice(1))!);
    expect(ids('never-described', some)).toEqual(ids('never-described').slice(0, 1));
  });

  it('writes nothing over what another of them has written', () => {
    const unseen = aLesson({
      steps: [aStep('a', { move: aMove({ eyesOff: true }), narration: { before: 'Stroke.', during: '', after: '' } })],
    });
    const before = ids('not-heard', unseen);
    expect(before.length).toBeGreaterThan(1);
    const after = applyChange(unseen, mendAll(unseen, before)!);
    expect(ids('not-heard', after)).toEqual([]);
    expect(after.steps[0]!.narration.after).toContain('Now the other side.');
    expect(after.steps[0]!.narration.after).toContain('And let go.');
  });

  it('of what is not there is nothing', () => {
    expect(mendAll(lesson, ['nothing@a/before'])).toBeNull();
  });
});
