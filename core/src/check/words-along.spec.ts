import { applyChange } from '../lesson/change';
import type { Change } from '../lesson/change.schema';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { aLesson, aMove, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import { wordsAlong } from './words-along';

const step = (id: string, before: string, count = 5): MoveStep =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek' }),
    sidePlan: 'midline',
    dose: reps(count, 2000),
    narration: { before, during: '', after: '' },
  });
const doses = (count: number, ...ids: string[]): Change => ({
  kind: 'batch',
  changes: ids.map((stepId) => ({
    kind: 'set_step',
    stepId,
    field: 'dose',
    value: reps(count, 2000),
  })),
});
const after = (lesson: Lesson, change: Change): Lesson => {
  const along = wordsAlong(lesson, change);
  return along.changes.reduce<Lesson>((state, one) => applyChange(state, one), applyChange(lesson, change));
};

describe('words along with other doses', () => {
  it('say the new figure where they said the old one', () => {
    const lesson = aLesson({ steps: [step('a', 'Tap five times.'), step('b', 'Circle softly.')] });
    const along = wordsAlong(lesson, doses(3, 'a', 'b'));
    expect(along.mended.map((one) => [one.stepId, one.instead])).toEqual([['a', 'Say 3']]);
    expect(along.left).toEqual([]);
    expect(after(lesson, doses(3, 'a', 'b')).steps[0]!.narration.before).toBe('Tap {reps} times.');
  });

  it('say another standing figure, once, when all of them have it', () => {
    const lesson = aLesson({ opening: 'Every move five times.', steps: [step('a', 'Tap.'), step('b', 'Circle.')] });
    const along = wordsAlong(lesson, doses(3, 'a', 'b'));
    expect(along.mended.map((one) => one.instead)).toEqual(['Say “Every move three times.”']);
    expect(along.left).toEqual([]);
    expect(after(lesson, doses(3, 'a', 'b')).opening).toBe('Every move three times.');
  });

  it('are left to her where they cannot be put right by themselves, and told', () => {
    const lesson = aLesson({ opening: 'Every move five times.', steps: [step('a', 'Tap.'), step('b', 'Circle.')] });
    const along = wordsAlong(lesson, doses(3, 'a'));
    expect(along.mended).toEqual([]);
    expect(along.left.map((one) => [one.rule, one.place.stepId])).toEqual([['own-rule', 'a']]);
  });

  it('are not touched where they were wrong before', () => {
    const lesson = aLesson({ steps: [step('a', 'Tap nine times.'), step('b', 'Five circles.')] });
    const before = checkLesson(lesson).map((one) => one.id);
    expect(before).toContain('said-not-planned@a/before/nine times');
    const along = wordsAlong(lesson, doses(4, 'a', 'b'));
    expect(along.mended.map((one) => one.stepId)).toEqual(['b']);
    expect(after(lesson, doses(4, 'a', 'b')).steps[0]!.narration.before).toBe('Tap nine times.');
  });
});
