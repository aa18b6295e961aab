import { playAgain } from '../assembly/repeat';
import { exactly } from '../dose/dose';
import { applyChange } from '../lesson/change';
import { cueKey, scopeOf, segmentOfCue, stepOfCue } from '../lesson/cue-key';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueOverride } from '../lesson/override.schema';
import { overrideSchema } from '../lesson/override.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aLesson, aSegment, aStep, reps } from '../testing';
import { deriveCues } from './derive';

const filmed = (overrides: CueOverride[], change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson({
    steps: [aStep('a', { dose: reps(4, 2000) }), aStep('b', { dose: reps(4, 2000) })],
    segments: [aSegment('s', 0, 8000), aSegment('u', 10_000, 18_000, { stepId: 'b' })],
    overrides,
    ...change,
  });
const key = cueKey('p|s', 'count', 1);
const told = (lesson: Lesson, kind = 'count'): string[] =>
  deriveCues(lesson)
    .cues.filter((cue) => cue.kind === kind)
    .map((cue) => `${cue.stepId} ${cue.text} ${cue.startMs}-${cue.endMs}`);

describe('an override', () => {
  it('of one cue changes its words, its times or its presence, and no other', () => {
    const cues = deriveCues(filmed([{ key, text: 'and two', startOffsetMs: 500, endOffsetMs: -250 }])).cues;
    const changed = cues.find((cue) => cue.key === key)!;
    expect([changed.text, changed.startMs, changed.endMs, changed.edited]).toEqual(['and two', 2500, 3750, true]);
    expect(cues.filter((cue) => cue.edited).length).toBe(1);
    expect(deriveCues(filmed([{ key, hidden: true }])).cues.some((cue) => cue.key === key)).toBeFalse();
  });

  it('of a passage or of a kind holds for all of them there, and the narrower one goes before', () => {
    expect(told(filmed([{ key: 'p|s|count', hidden: true }])).length).toBe(4);
    expect(told(filmed([{ key: 'count', when: 'never' }]))).toEqual([]);
    expect(
      told(
        filmed([
          { key: 'count', when: 'never' },
          { key: 'p|s|count', hidden: false },
          { key, hidden: true },
        ]),
      ),
    ).toEqual(['a 1 0-2000', 'a 3 4000-6000', 'a 4 6000-8000']);
    expect(
      told(
        filmed([
          { key: 'count', startOffsetMs: 100 },
          { key, endOffsetMs: 50 },
        ]),
      )[1],
    ).toBe('a 2 2100-4050');
  });

  it('says where a cue stands, the narrower one first, and nowhere outside of a picture', () => {
    const { cues } = deriveCues(
      filmed([
        { key: 'count', place: [0, 0] },
        { key: 'p|s|count', place: [1, 0], startOffsetMs: 10 },
        { key, place: [0.5, 1] },
      ]),
    );
    const places = cues.filter((cue) => cue.kind === 'count').map((cue) => cue.place);
    expect(places.slice(0, 5)).toEqual([
      [1, 0],
      [0.5, 1],
      [1, 0],
      [1, 0],
      [0, 0],
    ]);
    for (const place of [[1.1, 0], [0, -0.1], [0.5], ['left', 'top']])
      expect(overrideSchema.safeParse({ key, place }).success).toBeFalse();
  });

  it('moves with its cue, in every cut', () => {
    const own = { key: cueKey('p|u', 'count', 1), startOffsetMs: 300 };
    expect(told(filmed([own]))[5]).toBe('b 2 12300-14000');
    const later = filmed([own], {
      segments: [aSegment('s', 0, 8000), aSegment('u', 20_000, 28_000, { stepId: 'b' })],
    });
    expect(told(later)[5]).toBe('b 2 22300-24000');
    const { cues } = deriveCues(later, timelineOf(later, 'step:b')!);
    expect(cues.filter((cue) => cue.edited).map((cue) => cue.startMs)).toEqual([2300]);
  });

  it('keeps a cue that it would turn round as it is derived', () => {
    expect(told(filmed([{ key, startOffsetMs: 5000 }]))[1]).toBe('a 2 2000-4000');
    expect(told(filmed([{ key: cueKey('p|s', 'count', 0), startOffsetMs: -900 }]))[0]).toBe('a 1 0-2000');
  });

  it('stays where it is when a repeat is put in before it or a hold grows', () => {
    const hold = {
      form: 'hold' as const,
      reps: exactly(2),
      holdMs: exactly(3000),
      releaseMs: 1000,
      sets: exactly(1),
      restMs: 0,
    };
    const own: CueOverride[] = [
      { key: cueKey('p|u', 'count', 2), text: 'softly' },
      { key: cueKey('p|h', 'countdown', 1001), text: 'breathe' },
    ];
    const before = filmed(own, {
      steps: [aStep('a', { dose: hold }), aStep('b', { dose: reps(4, 2000) }), aStep('c', { dose: hold })],
      segments: [
        aSegment('s', 0, 8000, { kind: 'hold' }),
        aSegment('u', 10_000, 18_000, { stepId: 'b' }),
        aSegment('h', 20_000, 28_000, { stepId: 'c', kind: 'hold' }),
      ],
    });
    const where = (lesson: Lesson): (string | null)[] =>
      deriveCues(lesson)
        .cues.filter((cue) => cue.edited)
        .map((cue) => `${cue.stepId} ${cue.kind} ${cue.value} ${cue.text}`);
    const expected = ['b count 3 softly', 'c countdown 2 breathe'];
    expect(where(before)).toEqual(expected);
    let n = 0;
    const repeated = applyChange(
      before,
      playAgain(before, 'a', () => `new-${n++}`)!,
    );
    expect(repeated.assembly.length).toBeGreaterThan(1);
    expect(where(repeated)).toEqual(expected);
    expect(deriveCues(repeated).orphans).toEqual([]);
    const again = applyChange(
      repeated,
      playAgain(repeated, 'b', () => `new-${n++}`)!,
    );
    expect(where(again)).toEqual(expected);
    const grown = applyChange(before, { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 10_000 });
    expect(where(grown)).toEqual(expected);
    const dose = applyChange(before, {
      kind: 'set_step',
      stepId: 'a',
      field: 'dose',
      value: { ...hold, reps: exactly(5) },
    });
    expect(where(dose)).toEqual(expected);
  });

  it('whose cue is gone comes back as such; one of a kind is never gone', () => {
    const own = [
      { key: cueKey('p|s', 'count', 9), text: 'ten' },
      { key: 'p|x|count', hidden: true },
      { key: 'caption', when: 'never' as const },
    ];
    expect(deriveCues(filmed(own)).orphans.map((one) => one.key)).toEqual(['p|s|count|9', 'p|x|count']);
  });

  it('counts within the segment, also where a piece shows only the end of it', () => {
    const beatsMs = [2000, 4000, 6000, 8000];
    const ending = (marked: number[]): string[] =>
      deriveCues(
        filmed([], {
          segments: [aSegment('s', 0, 8000, { beatsMs: marked })],
          assembly: [{ id: 'q', takeId: 't', fromMs: 4000, toMs: 8000 }],
        }),
      )
        .cues.filter((cue) => cue.kind === 'count')
        .map((cue) => `${cue.key} ${cue.text}`);
    expect(ending(beatsMs)).toEqual(['q|s|count|2 1', 'q|s|count|3 2']);
    expect(ending([])).toEqual(['q|s|count|2 1', 'q|s|count|3 2']);
  });

  it('of a caption is not moved by words that are said before it', () => {
    const said = (before: string): Lesson =>
      aLesson({
        steps: [aStep('a', { narration: { before, during: 'Let the jaw hang.', after: 'Well done.' } })],
      });
    const keys = (before: string): string[] =>
      deriveCues(said(before))
        .cues.filter((cue) => /jaw|done/.test(cue.text))
        .map((cue) => cue.key);
    expect(keys('Stroke.')).toEqual(keys('Stroke. Softly. And once more, all the way down.'));
    expect(keys('Stroke.').length).toBe(2);
  });

  it('of a plan is named by step and side', () => {
    const plan = aLesson({
      steps: [aStep('a', { dose: reps(2, 1000) })],
      overrides: [{ key: 'a|right|count|0', text: 'and one' }],
    });
    expect(told(plan)).toEqual(['a 1 0-1000', 'a 2 1000-2000', 'a and one 2000-3000', 'a 2 3000-4000']);
  });

  it('goes with its segment, and comes back with it', () => {
    const before = filmed([
      { key, text: 'and two' },
      { key: 'p|u|count', hidden: true },
    ]);
    const after = applyChange(before, { kind: 'remove_segment', segmentId: 's' });
    expect(after.overrides.map((one) => one.key)).toEqual(['p|u|count']);
  });

  it('changes the words of one cue only', () => {
    expect(overrideSchema.safeParse({ key: 'count', text: 'no' }).error!.issues[0]!.message).toContain(
      'one cue at a time',
    );
    expect(overrideSchema.safeParse({ key, text: 'yes' }).success).toBeTrue();
  });
});

describe('a key', () => {
  it('tells its scope, its step in a plan and its segment on film, whatever is in the names', () => {
    expect([key, 'p|s|count', 'count'].map(scopeOf)).toEqual(['cue', 'passage', 'kind']);
    expect([stepOfCue('slipway|left|count|2'), segmentOfCue('slipway|left|count|2')]).toEqual(['slipway', null]);
    expect([stepOfCue(key), segmentOfCue(key)]).toEqual([null, 's']);
    expect([stepOfCue('count'), segmentOfCue('count')]).toEqual([null, null]);
    const lesson = filmed([], {
      steps: [aStep('a', { dose: reps(4, 2000) })],
      segments: [aSegment('50%|x', 0, 8000)],
    });
    const odd = deriveCues(lesson).cues.find((cue) => cue.kind === 'count')!.key;
    expect(segmentOfCue(odd)).toBe('50%|x');
    expect(odd.split('|').length).toBe(4);
  });
});
