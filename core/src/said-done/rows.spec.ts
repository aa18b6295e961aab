import { aFilmedLesson, aStep, reps } from '../testing';
import { rowsOf } from './rows';
import { saidInWords, type SaidDose } from './said';

const lesson = aFilmedLesson({ steps: [aStep('a', { sidePlan: 'left_right', dose: reps(5, 2000) })] });
const dose = (side: SaidDose['side'], low: number, scope: SaidDose['scope'] = 'here'): SaidDose => ({
  ...{ kind: 'reps', low, high: low, scope, stepId: 'a', side, words: `${low} times`, atMs: 1000 },
});
const said = (...doses: SaidDose[]): number[][] =>
  rowsOf(lesson, { ...saidInWords(lesson), doses }, []).map((row) => row.said.map((one) => one.low));

describe('planned, said and done beside each other', () => {
  it('have what is said while a side is worked; the second takes over what is said at the first', () => {
    expect(said(dose('left', 5))).toEqual([[5], [5]]);
    expect(said(dose('left', 5), dose('right', 4))).toEqual([[5], [4]]);
    // What is said at the second says nothing of the first.
    expect(said(dose('right', 4))).toEqual([[], [4]]);
  });

  it('have what is said of every side, and of the other one', () => {
    expect(said(dose('left', 5, 'each_side'))).toEqual([[5], [5]]);
    expect(said(dose('left', 5), dose('left', 3, 'other_side'))).toEqual([[5], [3]]);
    expect(said(dose(null, 5))).toEqual([[5], [5]]);
  });

  it('have nothing of a figure that is no dose of the step', () => {
    expect(said({ ...dose('left', 30), kind: 'hold_s' })).toEqual([[], []]);
  });
});
