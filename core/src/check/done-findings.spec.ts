import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { shownAsMarked } from '../said-done/done';
import { saidInWords } from '../said-done/said';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import { doneFindings } from './done-findings';

const words = (before: string, during = ''): Pick<MoveStep, 'narration'> => ({
  narration: { before, during, after: '' },
});
const beats = (from: number, n: number, every = 2000) => Array.from({ length: n }, (_, i) => from + (i + 1) * every);
const both = (change: Partial<MoveStep> = {}): MoveStep =>
  aStep('a', { sidePlan: 'both', dose: reps(8, 2000), ...change });
const worked = (n: number, change: Partial<Segment> = {}): Segment =>
  aSegment('s', 0, 2000 * n, { side: 'both', beatsMs: beats(0, n), ...change });
const film = (steps: MoveStep[], segments: Segment[]): Lesson => aFilmedLesson({ steps, segments });
const told = (lesson: Lesson): string[] =>
  doneFindings(lesson, saidInWords(lesson), shownAsMarked(lesson)).map((one) => `${one.rule}: ${one.message}`);

// Common practice, no source: what is said and not done is what viewers copy.
describe('what is said and done', () => {
  it('agrees: nothing is told', () => {
    expect(told(film([both(words('Eight times.'))], [worked(8)]))).toEqual([]);
    expect(told(film([both(words('Seven to nine times.'))], [worked(8)]))).toEqual([]);
    expect(told(film([both(words('Four times one way, and four the other way.'))], [worked(8)]))).toEqual([]);
    // One of several figures is the one that is done.
    expect(told(film([both(words('Six times. No: eight times.'))], [worked(8)]))).toEqual([]);
  });

  it('differs in how often: fewer is a must, more is not, and the plan can follow', () => {
    const lesson = film([both(words('Eight times.'))], [worked(6)]);
    const [fewer] = doneFindings(lesson, saidInWords(lesson), shownAsMarked(lesson));
    expect(fewer!.message).toBe('Slipway: you say “Eight times”, and 6 are done.');
    expect(fewer!.severity).toBeUndefined();
    expect(fewer!.repairs.map((one) => one.label)).toEqual(['Plan 6', 'Film it again']);
    const [step] = applyChange(lesson, fewer!.repairs[0]!.change!).steps as MoveStep[];
    expect(step!.dose).toEqual({ ...reps(8, 2000), reps: { low: 6, planned: 6, high: 8 } } as MoveStep['dose']);
    const more = film([both(words('Eight times.'))], [worked(10)]);
    expect(doneFindings(more, saidInWords(more), shownAsMarked(more)).map((one) => one.severity)).toEqual(['should']);
  });

  it('is told once: what is said and not done is not told as planned and not done as well', () => {
    const rules = checkLesson(film([both(words('Eight times.'))], [worked(6)])).map((one) => one.rule);
    expect(rules).toContain('said-not-done');
    expect(rules).not.toContain('filmed-short');
    const silent = checkLesson(film([both(words('Now this.'))], [worked(6)])).map((one) => one.rule);
    expect(silent).toContain('filmed-short');
    expect(silent).not.toContain('said-not-done');
  });

  it('is by side: the second one takes over what is said at the first', () => {
    const sides = aStep('a', {
      sidePlan: 'left_right',
      dose: reps(5, 2000),
      ...words('Five times, then the other side.'),
    });
    const segments = [
      aSegment('s', 0, 10_000, { beatsMs: beats(0, 5) }),
      aSegment('r', 12_000, 18_000, { side: 'right', beatsMs: beats(12_000, 3) }),
    ];
    expect(told(film([sides], segments))).toEqual([
      'said-not-done: Slipway, your right: you say “Five times”, and 3 are done.',
    ]);
  });

  it('differs in how long it is held', () => {
    const hold = (held: number): Lesson =>
      film(
        [
          both({
            dose: {
              form: 'hold',
              reps: exactly(1),
              holdMs: exactly(10_000),
              releaseMs: 0,
              sets: exactly(1),
              restMs: 0,
            },
            ...words('Hold for ten seconds.'),
          }),
        ],
        [worked(1, { kind: 'hold', endMs: held, beatsMs: [] })],
      );
    expect(told(hold(9000))).toEqual([]);
    expect(told(hold(4000))).toEqual(['held-not-as-said: Slipway: you say “ten seconds”, and it is held 4 s.']);
  });

  it('changes sides when that is said', () => {
    const sides = (ms: number): Lesson =>
      film(
        [
          aStep('a', {
            sidePlan: 'left_right',
            dose: reps(5, 6000),
            ...words('After thirty seconds we change sides.'),
          }),
        ],
        [
          aSegment('s', 0, ms, { beatsMs: beats(0, 5, ms / 5) }),
          aSegment('r', ms + 2000, 2 * ms + 2000, { side: 'right', beatsMs: beats(ms + 2000, 5, ms / 5) }),
        ],
      );
    expect(told(sides(28_000))).toEqual([]);
    expect(told(sides(20_000))).toEqual([
      'not-when-said: Slipway, your left: you say “After thirty seconds we”, and it goes on for 0:20.',
    ]);
  });

  it('comes in the order of the plan, or is planned as it came', () => {
    const steps = ['a', 'b', 'c'].map((id) => aStep(id, { move: aMove({ name: id.toUpperCase() }), sidePlan: 'both' }));
    const at = (id: string, startMs: number): Segment =>
      aSegment(id, startMs, startMs + 8000, { stepId: id, side: 'both', beatsMs: [] });
    expect(told(film(steps, [at('a', 0), at('b', 10_000), at('c', 20_000)]))).toEqual([]);
    const lesson = film(steps, [at('c', 0), at('a', 10_000), at('b', 20_000)]);
    const [found] = doneFindings(lesson, saidInWords(lesson), shownAsMarked(lesson));
    expect(found!.message).toBe('C is done first; the plan has it later.');
    expect(told(applyChange(lesson, found!.repairs[0]!.change!))).toEqual([]);
  });

  it('comes once, unless its sets go from side to side', () => {
    const side = (id: string, side: 'left' | 'right', startMs: number): Segment =>
      aSegment(id, startMs, startMs + 8000, { side, beatsMs: beats(startMs, 4) });
    const segments = [
      side('1', 'left', 0),
      side('2', 'right', 10_000),
      side('3', 'left', 20_000),
      side('4', 'right', 30_000),
    ];
    expect(told(film([aStep('a', { dose: reps(8, 2000) })], segments))).toEqual([
      'work-not-planned: Slipway, your left is done again at 0:20, or something that is not planned.',
      'work-not-planned: Slipway, your right is done again at 0:30, or something that is not planned.',
    ]);
    expect(told(film([aStep('a', { dose: reps(4, 2000, 2) })], segments))).toEqual([]);
  });
});
