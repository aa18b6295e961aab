import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import { groupsOf } from './groups';
import { mendAll } from './mend-all';

const sided = (id: string): MoveStep => aStep(id, { dose: reps(5, 2000) });
const lesson: Lesson = aFilmedLesson({
  steps: [sided('a'), sided('b')],
  segments: ['a', 'b'].flatMap((stepId, i) => [
    aSegment(`${stepId}l`, 24_000 * i, 24_000 * i + 10_000, { stepId, beatsMs: beats(24_000 * i, 5) }),
    aSegment(`${stepId}r`, 24_000 * i + 12_000, 24_000 * i + 18_000, {
      stepId,
      side: 'right',
      beatsMs: beats(24_000 * i + 12_000, 3),
    }),
  ]),
});
function beats(from: number, n: number): number[] {
  return Array.from({ length: n }, (_, i) => from + 2000 * (i + 1));
}
const again = (of: Lesson) =>
  checkLesson(of).flatMap((one) => one.repairs.filter((repair) => repair.label === 'Film it again'));

describe('what is to be filmed again', () => {
  it('goes on the list with its reason, once, and comes off it when its step is taken out, and back', () => {
    const [first] = again(lesson);
    const listed = applyChange(lesson, first!.change!);
    expect(listed.filmAgain).toEqual([
      { id: 'again-a-right', stepId: 'a', side: 'right', why: 'It got 3, the other side 5.' },
    ]);
    expect(again(listed).every((one) => JSON.stringify(one.change).includes('again-b-right'))).toBeTrue();
    const without = applyChange(listed, { kind: 'remove_step', stepId: 'a' });
    expect(without.filmAgain).toEqual([]);
  });

  it('is not offered for a lesson that is public where its film stays as it is', () => {
    expect(again(lesson).length).toBeGreaterThan(0);
    expect(again({ ...lesson, publicElsewhere: true })).toEqual([]);
  });

  it('is chosen one by one, and never for several at once', () => {
    // Lanes cannot be planned anew by a count: filming is left, or a caption where there is one.
    const lanes: MoveStep['dose'] = {
      ...{ form: 'passes', lanes: exactly(2), passes: exactly(3), tempoMs: exactly(2000) },
      ...{ sets: exactly(1), restMs: 0 },
    };
    const narration = { before: 'Three passes.', during: '', after: '' };
    const steps = ['a', 'b'].map((id) => aStep(id, { sidePlan: 'both', dose: lanes, narration }));
    const segments = [0, 24_000].map((from, at) =>
      aSegment(`s${at}`, from, from + 8000, { stepId: 'ab'[at]!, side: 'both', beatsMs: beats(from, 4) }),
    );
    const fewer = { ...lesson, steps, segments };
    const found = checkLesson(fewer).filter((one) => one.rule === 'said-not-done');
    expect(found.map((one) => one.repairs.map(({ label }) => label))).toEqual([
      ['Film it again'],
      ['Film it again', 'Put it right in the caption'],
    ]);
    expect(groupsOf(found)[0]!.mendAll).toBeNull();
    expect(
      mendAll(
        fewer,
        found.map((one) => one.id),
      ),
    ).toBeNull();
  });
});
