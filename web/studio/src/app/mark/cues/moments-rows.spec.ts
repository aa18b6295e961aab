import type { Finding } from '@limber/core/check/finding';
import { deriveCues } from '@limber/core/cue/derive';
import { timelineOf } from '@limber/core/schedule/timeline';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '@limber/core/testing';
import { namedRows } from './moments-rows';

describe('rows of the sheet of moments', () => {
  const lesson = aFilmedLesson({
    steps: [
      aStep('a', { dose: reps(5, 2000), move: aMove({ name: 'Slipway' }) }),
      aStep('b', { dose: reps(5, 2000), move: aMove({ name: 'Rope knead' }) }),
    ],
    segments: [
      aSegment('l', 0, 10_000),
      aSegment('r', 10_000, 20_000, { side: 'right' }),
      aSegment('k', 20_000, 30_000, { stepId: 'b' }),
    ],
    // The last one plays twice.
    assembly: [
      { id: 'p', takeId: 't', fromMs: 0, toMs: 30_000 },
      { id: 'p', takeId: 't', fromMs: 20_000, toMs: 30_000 },
    ],
  });
  const timeline = timelineOf(lesson)!;
  const rows = (findings: readonly Finding[] = []) => namedRows(lesson, timeline, deriveCues(lesson).cues, findings);

  it('are named by step and side, a step that goes on without a second number, and have keys of their own', () => {
    expect(rows().map((one) => [one.number, one.name, one.side])).toEqual([
      ['1', 'Slipway', 'your left'],
      ['', 'Slipway', 'your right'],
      ['2', 'Rope knead', 'your left'],
      ['', 'Rope knead', 'your left'],
    ]);
    expect(new Set(rows().map((one) => one.key)).size).toBe(4);
  });

  it('have as their doubt what was found of what viewers see, and nothing else', () => {
    const place = { on: 'cut', cutId: 'full', stepId: 'a', side: 'right', startMs: 12_000, endMs: 13_000 } as const;
    const found = (rule: Finding['rule']): Finding => ({
      ...{ id: rule, basis: '', severity: 'should', rule, about: '', place, message: 'Too fast.', repairs: [] },
      ...{ areas: [], because: '' },
    });
    expect(rows([found('uneven-sides')]).flatMap((one) => one.found)).toEqual([]);
    const [left, right] = rows([found('cue-flashes'), found('cue-at-once')]);
    expect([left!.found, right!.found.map((one) => one.rule)]).toEqual([[], ['cue-flashes', 'cue-at-once']]);
    expect(right!.moments.map((one) => one.atMs)).toContain(12_400);
  });

  it('name what was found in their own stretch only, however near the next one is', () => {
    const at = (startMs: number, rule: Finding['rule']): Finding => ({
      ...{ id: rule, basis: '', severity: 'should', rule, about: '', message: 'Too fast.', repairs: [] },
      ...{
        areas: [],
        because: '',
        place: { on: 'cut', cutId: 'full', stepId: 'a', side: null, startMs, endMs: startMs },
      },
    });
    const [left, right] = rows([at(9900, 'cue-flashes'), at(10_100, 'cue-at-once')]);
    expect([left, right].map((row) => row!.found.map((one) => one.rule))).toEqual([['cue-flashes'], ['cue-at-once']]);
  });
});
