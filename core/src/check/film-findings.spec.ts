import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import type { Found } from './finding';
import { filmFindings } from './film-findings';

const step = (change: Partial<MoveStep> = {}): MoveStep => aStep('a', { dose: reps(5, 2000), ...change });
const filmed = (segments: Segment[], change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson({ steps: [step()], segments, ...change });
const beats = (from: number, n: number, every = 2000) => Array.from({ length: n }, (_, i) => from + (i + 1) * every);
const left = (n = 5): Segment => aSegment('s', 0, 10_000, { beatsMs: beats(0, n) });
const right = (n = 5): Segment => aSegment('r', 12_000, 22_000, { side: 'right', beatsMs: beats(12_000, n) });
const told = (lesson: Lesson): string[] => filmFindings(lesson).map((one) => `${one.rule}: ${one.message}`);
const mended = (lesson: Lesson, found: Found): Lesson => applyChange(lesson, found.repairs[0]!.change!);

// Common practice, no source: second sides get less, and a filmed lesson drifts from its plan.
describe('a filmed lesson', () => {
  it('as planned has nothing to be told of', () => {
    expect(told(filmed([left(), right()]))).toEqual([]);
    expect(told(aFilmedLesson({ steps: [step()] }))).toEqual([]);
  });

  it('gives one side less: that is told by what is marked, in repetitions', () => {
    expect(told(filmed([left(), right(4)]))).toEqual([
      'filmed-sides-uneven: Slipway: on the film your left gets 5, your right 4.',
      'filmed-short: Slipway, your right: 4 of the 5 planned are on the film.',
    ]);
    // One that plays twice is no more of it.
    const twice = [
      { id: 'p', takeId: 't', fromMs: 0, toMs: 22_000 },
      { id: 'q', takeId: 't', fromMs: 0, toMs: 10_000 },
    ];
    expect(told(filmed([left(), right()], { assembly: twice }))).toEqual([]);
  });

  it('without marked repetitions goes by time, and more mildly', () => {
    const plain = filmed([aSegment('s', 0, 10_000), aSegment('r', 12_000, 18_000, { side: 'right' })]);
    const [uneven] = filmFindings(plain);
    expect([uneven!.rule, uneven!.severity]).toEqual(['filmed-sides-uneven', 'should']);
    const near = filmed([aSegment('s', 0, 10_000), aSegment('r', 12_000, 19_000, { side: 'right' })]);
    expect(filmFindings(near).map((one) => one.rule)).toEqual([]);
  });

  it('of a plan that is uneven itself is as uneven as planned', () => {
    const lesson = filmed([left(), right(3)], { steps: [step({ rightDose: reps(3, 3333) })] });
    expect(filmFindings(lesson).map((one) => one.rule)).not.toContain('filmed-sides-uneven');
  });

  it('lacks a side, until that is on purpose', () => {
    const lesson = filmed([left()]);
    const [found] = filmFindings(lesson);
    expect(found!.message).toBe('Slipway: your right is planned, and the film shows your left only.');
    expect(found!.repairs[0]!.label).toBe('Your left only, on purpose');
    expect(told(mended(lesson, found!))).toEqual([]);
  });

  it('lacks a step', () => {
    const lesson = filmed([left(), right()], { steps: [step(), aStep('b')] });
    expect(told(lesson)).toEqual(['step-not-marked: Slipway is marked nowhere on the film.']);
  });

  it('has fewer than planned, and the plan can follow', () => {
    const lesson = filmed([left(4), right(4)]);
    const found = filmFindings(lesson);
    expect(found.map((one) => one.rule)).toEqual(['filmed-short', 'filmed-short']);
    expect(filmFindings(mended(lesson, found[0]!)).map((one) => one.rule)).toEqual([]);
  });

  it('is held like with like: work with work, a side with a side', () => {
    // Talk, a change of side and a rest between are no part of the work.
    const talk = aSegment('w', 22_000, 40_000, { kind: 'talk', side: null });
    expect(told(filmed([left(), right(), talk]))).toEqual([]);
    const slow = filmed([aSegment('s', 0, 20_000), aSegment('r', 22_000, 42_000, { side: 'right' })]);
    expect(told(slow)).toEqual([
      'drift: Slipway, your left: 0:10 planned, 0:20 on the film.',
      'drift: Slipway, your right: 0:10 planned, 0:20 on the film.',
    ]);
    expect(told(mended(slow, filmFindings(slow)[0]!))).toEqual([]);
    // A quarter, and three seconds at least.
    const limit = (ms: number) => filmed([aSegment('s', 0, ms), aSegment('r', 30_000, 30_000 + ms, { side: 'right' })]);
    expect(filmFindings(limit(13_000)).length).toBe(0);
    expect(filmFindings(limit(13_001)).length).toBe(2);
  });

  it('of a hold can be planned as it was held', () => {
    const hold = {
      form: 'hold' as const,
      reps: exactly(1),
      holdMs: exactly(10_000),
      releaseMs: 0,
      sets: exactly(1),
      restMs: 0,
    };
    const lesson = filmed([aSegment('s', 0, 4000, { kind: 'hold', side: 'both' })], {
      steps: [step({ dose: hold, sidePlan: 'both' })],
    });
    const [found] = filmFindings(lesson);
    expect(found!.message).toBe('Slipway: 0:10 planned, 0:04 on the film.');
    expect(movesOf(mended(lesson, found!).steps)[0]!.dose).toEqual({
      ...hold,
      holdMs: { low: 4000, planned: 4000, high: 10_000 },
    });
  });
});
