import fc from 'fast-check';
import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import type { Segment } from '../lesson/segment.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';
import { momentsSheet, STILL_STEP_MS, type Doubt, type MomentsRow } from './sheet';

function sheet(dose: Dose, segments: Segment[], doubts: readonly Doubt[] = []): MomentsRow[] {
  const lesson = aFilmedLesson({ steps: [aStep('a', { dose, sidePlan: 'left_right' })], segments });
  return momentsSheet(lesson, timelineOf(lesson)!, deriveCues(lesson).cues, doubts);
}
const told = ([row]: MomentsRow[]): unknown[] => row!.moments.map(({ instant, atMs }) => [instant, atMs]);

describe('the sheet of moments', () => {
  it('shows the first, the middle and the last number of a passage, each as it is wholly there', () => {
    const rows = sheet(reps(6, 2000), [aSegment('s', 10_000, 22_000)]);
    expect(told(rows)).toEqual([
      ['begins', 10_400],
      ['middle', 16_400],
      ['last', 20_400],
    ]);
    expect(rows[0]!.moments.map((one) => one.cue)).toEqual(['p|s|count|0', 'p|s|count|3', 'p|s|count|5']);
  });

  it('ends with the release of a hold, and with the change of side where one is told', () => {
    const hold: Dose = {
      ...{ form: 'hold', reps: exactly(1), holdMs: exactly(5000), releaseMs: 1000, sets: exactly(1), restMs: 0 },
    };
    expect(told(sheet(hold, [aSegment('s', 0, 6000, { kind: 'hold' })])).at(-1)).toEqual(['release', 5400]);
    const sides = [aSegment('s', 0, 10_000), aSegment('r', 10_000, 20_000, { side: 'right' })];
    const rows = sheet(reps(5, 2000), sides);
    expect(rows.map((row) => row.moments[2].instant)).toEqual(['change', 'last']);
    expect(rows[0]!.moments[2].cue).toContain('|swap|');
  });

  it('looks at what has no figures as it begins, in its middle and at its end', () => {
    expect(told(sheet(reps(1, 4000), [aSegment('s', 0, 4000)]))).toEqual([
      ['begins', 400],
      ['middle', 2000],
      ['last', 3600],
    ]);
  });

  it('puts what was found in the place of the nearest, and only in its own passage', () => {
    const segments = [aSegment('s', 0, 12_000), aSegment('r', 20_000, 32_000, { side: 'right' })];
    const [first, second] = sheet(reps(6, 2000), segments, [{ atMs: 20_100, cue: 'x' }]);
    expect(first!.moments.map((one) => one.instant)).not.toContain('doubt');
    expect(second!.moments[0]).toEqual(jasmine.objectContaining({ instant: 'doubt', atMs: 20_100, cue: 'x' }));
  });

  it('shows the worst of a passage, and a passage without work only for what was found there', () => {
    const segments = [aSegment('s', 0, 12_000), aSegment('u', 12_000, 20_000, { kind: 'talk', side: null })];
    expect(sheet(reps(6, 2000), segments).length).toBe(1);
    const doubts = [
      { atMs: 15_000, cue: 'worst' },
      { atMs: 13_000, cue: 'less' },
    ];
    const [, talk] = sheet(reps(6, 2000), segments, doubts);
    expect([talk!.passage.kind, talk!.moments[1].cue]).toEqual(['talk', 'worst']);
  });

  it('names the still of the take that plays then, on a grid that small moves do not leave', () => {
    const lesson = aFilmedLesson({
      steps: [aStep('a', { dose: reps(3, 2000) })],
      segments: [aSegment('s', 30_000, 36_000)],
      assembly: [{ id: 'p', takeId: 't', fromMs: 20_000, toMs: 50_000 }],
    });
    const [row] = momentsSheet(lesson, timelineOf(lesson)!, deriveCues(lesson).cues);
    expect(row!.moments[0].atMs).toBe(10_400);
    expect(row!.moments[0].still).toEqual({ takeId: 't', takeMs: 30_400 });
  });

  it('keeps every moment in its passage, in order, whatever is marked', () => {
    const some = fc.record({
      n: fc.integer({ min: 1, max: 30 }),
      from: fc.integer({ min: 0, max: 10_000 }),
      ms: fc.integer({ min: 1, max: 20_000 }),
    });
    fc.assert(
      fc.property(some, ({ n, from, ms }) => {
        const end = from + ms;
        const segments = [aSegment('s', from, end), aSegment('r', end, end + ms, { side: 'right' })];
        for (const { passage, moments } of sheet(reps(n, 2000), segments)) {
          const at = moments.map((one) => one.atMs);
          expect([...at].sort((a, b) => a - b)).toEqual(at);
          for (const one of moments) {
            expect(one.atMs).toBeGreaterThanOrEqual(passage.startMs);
            expect(one.atMs).toBeLessThan(passage.endMs);
            expect(one.still!.takeMs % STILL_STEP_MS).toBe(0);
          }
        }
      }),
    );
  });
});
