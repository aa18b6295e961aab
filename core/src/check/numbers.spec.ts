import { isMove, plainStepOf, type MoveStep, type Step } from '../lesson/lesson.schema';
import { aLesson, aMove, aStep, way } from '../testing';
import { workOf } from '../lesson/work';
import { moveCounts, numberFindings } from './numbers';

const step = (
  id: string,
  words = '',
  move: Parameters<typeof aMove>[0] = {},
  change: Partial<MoveStep> = {},
): MoveStep =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', ...move }),
    narration: { before: words, during: '', after: '' },
    ...change,
  });
const breath = step('breath', '', { region: 'chest', action: 'breathe' });
const down = step('down', '', { region: 'neck', action: 'drain', route: way('ear', 'collarbone') });
const of = (...steps: Step[]) => aLesson({ school: 'upward_then_drain', steps });
const said = (...steps: Step[]): string[] => numberFindings(of(...steps)).map((one) => one.message);

describe('the numbers of moves', () => {
  it('count work alone; a lesson that counts all of its moves is right as well', () => {
    expect(said(breath, step('a', 'Move one.'), step('b', 'Move two.'), down)).toEqual([]);
    expect(said(breath, step('a', 'Move two.'), step('b', 'Move three.'), down)).toEqual([]);
    expect(said(breath, step('a', 'Move one.'), step('b', 'Move three.'), down).length).toBe(1);
  });

  it('leave out steps that are no moves, and go by what their instructor says they are', () => {
    expect(said(step('a', 'Move one.'), plainStepOf('oil', 'product'), step('b', 'Move two.'))).toEqual([]);
    const warm = step('warm', '', {}, { role: 'warm_up' });
    expect(workOf(of(warm, step('a'), down)).map((one) => one.id)).toEqual(['a']);
    expect(said(warm, step('a', 'The first move.'), down)).toEqual([]);
  });

  it('tell how many there are said to be', () => {
    expect(said(step('a', 'Number one of three.'), step('b'), step('c'))).toEqual([]);
    expect(said(step('a', 'Number one of nine.'), step('b'), step('c'))).toEqual([
      'You say “Number one of 9”; there are 3.',
    ]);
  });

  it('of a promise are right when either count is', () => {
    const counts = moveCounts(of(breath, step('a'), step('b'), down));
    expect(counts).toContain(2);
    expect(counts).toContain(4);
    expect(counts).not.toContain(5);
    expect(moveCounts(of(plainStepOf('talk', 'talk')))).toEqual([]);
    expect([breath, down].every(isMove)).toBeTrue();
  });
});
