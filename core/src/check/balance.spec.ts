import type { Move } from '../move/move.schema';
import { aLesson, aMove, aStep, reps } from '../testing';
import { balanceFindings, balanceOf } from './balance';
import type { MoveStep } from '../lesson/lesson.schema';

const step = (id: string, region: Move['region'], change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, { move: aMove({ id, name: id, region }), dose: reps(6, 1000), ...change });
const rules = (...steps: MoveStep[]): string[] => balanceFindings(aLesson({ steps })).map((one) => one.rule);

describe('balance', () => {
  const work = (...steps: MoveStep[]): number[] => {
    const { left, right } = balanceOf({ steps });
    return [left.ms, left.repetitions, right.ms, right.repetitions];
  };

  it('counts one side after the other, both at once, and the midline for each side in full', () => {
    for (const sidePlan of ['left_right', 'both', 'midline'] as const)
      expect(work(step('a', 'jaw', { sidePlan })))
        .withContext(sidePlan)
        .toEqual([6000, 6, 6000, 6]);
    expect(work(step('a', 'jaw', { sidePlan: 'left_only' }))).toEqual([6000, 6, 0, 0]);
  });

  it('counts an alternating part for each side by its own dose', () => {
    expect(work(step('a', 'jaw', { sidePlan: 'alternating' }))).toEqual([6000, 6, 6000, 6]);
    expect(work(step('a', 'jaw', { sidePlan: 'alternating', rightDose: reps(4, 1000) }))).toEqual([6000, 6, 4000, 4]);
  });

  it('counts every set', () => {
    expect(work(step('a', 'jaw', { sidePlan: 'both', dose: reps(6, 1000, 3) }))).toEqual([18_000, 18, 18_000, 18]);
  });

  it('adds up by region, most worked first', () => {
    const { regions, left } = balanceOf({
      steps: [step('a', 'brow'), step('b', 'jaw'), step('c', 'jaw', { sidePlan: 'left_only' })],
    });
    expect(regions.map((one) => [one.region, one.left.ms, one.right.ms])).toEqual([
      ['jaw', 12_000, 6000],
      ['brow', 6000, 6000],
    ]);
    expect([left.ms, left.repetitions]).toEqual([18_000, 18]);
    expect(regions.map((one) => [one.left.repetitions, one.right.repetitions])).toEqual([
      [12, 6],
      [6, 6],
    ]);
  });
});

describe('findings of balance', () => {
  it('leave even sides alone, in seconds as in repetitions', () => {
    expect(rules(step('a', 'jaw', { sidePlan: 'left_right', rightDose: reps(6, 1000) }))).toEqual([]);
    expect(rules(step('a', 'jaw', { sidePlan: 'left_right', rightDose: reps(6, 800) }))).toEqual(['uneven-sides']);
    expect(rules(step('a', 'jaw', { sidePlan: 'both', rightDose: reps(2, 1000) }))).toEqual([]);
  });

  it('give the longer dose to both sides, whichever side it is on', () => {
    for (const [dose, rightDose] of [
      [reps(8, 1000), reps(5, 1000)],
      [reps(5, 1000), reps(8, 1000)],
    ] as const) {
      const [finding] = balanceFindings(
        aLesson({ steps: [step('a', 'jaw', { sidePlan: 'left_right', dose, rightDose })] }),
      );
      expect(finding!.repairs[0]!.label).toBe('Give both 8');
      const { changes } = finding!.repairs[0]!.change as { changes: { value: unknown }[] };
      expect(changes[0]!.value).toEqual(reps(8, 1000));
    }
  });

  it('take the other side of the same move for the second side', () => {
    const left = step('a', 'jaw', { sidePlan: 'left_only' });
    const right = { ...left, id: 'b', sidePlan: 'right_only' as const };
    expect(rules(left)).toEqual(['second-side-missing']);
    expect(rules(left, right)).toEqual([]);
    expect(rules({ ...left, compares: true })).toEqual([]);
  });

  it('tell of an area that gets far more than the rest, in a lesson of several', () => {
    const rest = (['brow', 'eye', 'cheek'] as const).map((region) => step(region, region));
    const much = step('a', 'jaw', { dose: reps(40, 1000) });
    expect(rules(...rest, much)).toEqual(['one-region-most']);
    expect(rules(...rest, step('a', 'jaw'))).toEqual([]);
    expect(rules(much)).toEqual([]);
    // 45 of 100 are not more than 45 %; a little more is. Three areas are few.
    const parts = (repetitions: number): string[] =>
      rules(
        ...(['brow', 'eye', 'cheek'] as const).map((region, i) =>
          step(region, region, { sidePlan: 'both', dose: reps([19, 18, 18][i]!, 1000) }),
        ),
        step('a', 'jaw', { sidePlan: 'both', dose: reps(repetitions, 1000) }),
      );
    expect(parts(45)).toEqual([]);
    expect(parts(46)).toEqual(['one-region-most']);
    expect(rules(...rest.slice(0, 2), much)).toEqual([]);
    expect(rules(...rest.slice(0, 3), much)).toEqual(['one-region-most']);
  });
});
