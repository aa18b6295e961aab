import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { applyChange } from '../lesson/change';
import type { MoveStep } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { aFilmedLesson, aLesson, aMove, aSegment, aStep, reps, way } from '../testing';
import { standingRules } from '../narration/standing';
import { standingFindings } from './standing-rules';

const passes = (n: number): Dose => ({
  form: 'passes',
  lanes: exactly(2),
  passes: exactly(n),
  tempoMs: exactly(2000),
  sets: exactly(1),
  restMs: 0,
});
const step = (id: string, move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, { move: aMove({ name: id, region: 'cheek', ...move }), ...change });
const found = (opening: string, ...steps: MoveStep[]): string[] =>
  standingFindings(aLesson({ opening, steps })).map((one) => one.message);
const kinds = (opening: string): string[] => standingRules(aLesson({ opening })).map((one) => one.kind);

describe('a rule that a lesson states for itself', () => {
  it('is read where it is for all, and from nothing else', () => {
    expect(kinds('Every lane five times.')).toEqual(['figure']);
    expect(kinds('We do each move seven times, more if you like.')).toEqual(['figure']);
    expect(kinds('Hold everything for six seconds.')).toEqual(['figure']);
    expect(kinds('Never back and forth.')).toEqual(['one-way']);
    expect(kinds('One direction only.')).toEqual(['one-way']);
    expect(kinds('Never on the line itself, only beside it.')).toEqual(['line']);
    expect(kinds('Always first your left, then your right.')).toEqual(['first-side']);
    expect(kinds('Always outwards.')).toEqual(['direction']);
    for (const plain of ['Good morning.', 'Seven moves today.', 'Every day for two weeks.', 'Five moves, in line.'])
      expect(kinds(plain)).withContext(plain).toEqual([]);
  });

  it('of a figure is held against every dose of that kind', () => {
    const opening = 'Every lane five times.';
    const steps = [
      step('four', {}, { dose: passes(4) }),
      step('five', {}, { dose: passes(5) }),
      step(
        'breath',
        {},
        { dose: { form: 'breaths', breaths: exactly(3), cycleMs: exactly(8000), sets: exactly(1), restMs: 0 } },
      ),
    ];
    expect(found(opening, ...steps)).toEqual(['You say “Every lane five times.”, and four has 4.']);
    const lesson = aLesson({ opening, steps });
    const mended = applyChange(lesson, standingFindings(lesson)[0]!.repairs[0]!.change!);
    expect(standingFindings(mended)).toEqual([]);
    expect(found('Every move three times, more if you like.', step('nine', {}, { dose: reps(9, 1000) }))).toEqual([]);
    expect(found('Every move three times.', step('nine', {}, { dose: reps(9, 1000) })).length).toBe(1);
  });

  it('of the way, of the side that comes first and of the line is held against moves and words', () => {
    expect(found('Never back and forth.', step('saw', { backAndForth: true }), step('glide', {}))).toEqual([
      'You say “Never back and forth.”, and saw goes back and forth.',
    ]);
    expect(
      found('Always outwards.', step('in', { route: way('ear', 'nose') }), step('out', { route: way('nose', 'ear') })),
    ).toEqual(['You say “Always outwards.”, and in goes in.']);
    expect(
      found(
        'First your left, then your right.',
        step('r', {}, { sidePlan: 'right_left' }),
        step('l', {}, { sidePlan: 'left_right' }),
        step('b', {}, { sidePlan: 'both' }),
      ),
    ).toEqual(['You say “First your left, then your right.”, and r begins on your right.']);
    const said = (before: string) => ({ narration: { before, during: '', after: '' } });
    expect(
      found(
        'Never on the line itself.',
        step('on', {}, said('Press along the line.')),
        step('beside', {}, said('Stay beside the line, never on the line.')),
      ),
    ).toEqual(['You say “Never on the line itself.”, and on goes along the line.']);
  });

  it('is held against the film as well', () => {
    const steps = [aStep('a', { move: aMove({ name: 'Slipway' }), dose: reps(3, 1000) })];
    const segments = [
      aSegment('r', 0, 4000, { side: 'right', beatsMs: [1000, 2000, 3000, 4000] }),
      aSegment('l', 5000, 9000, { side: 'left', beatsMs: [6000, 7000, 8000] }),
    ];
    const messages = (opening: string): string[] =>
      standingFindings(aFilmedLesson({ opening, steps, segments })).map((one) => one.message);
    expect(messages('Every move three times.')).toEqual([
      'You say “Every move three times.”, and Slipway shows 4 on the film.',
    ]);
    expect(messages('First left, then right.')).toEqual([
      'You say “First left, then right.”, and Slipway begins on your right on the film.',
    ]);
  });
});
