import { aFilmedLesson, aStep, reps } from '../testing';
import { ChangeError } from '../document/edit';
import { edited } from '../document/editing';
import { applyChange, clash, inverseOf, lessonEditing } from './change';
import { changeSchema, type Change } from './change.schema';
import type { Lesson } from './lesson.schema';

const segment = {
  id: 's',
  takeId: 't',
  kind: 'reps' as const,
  stepId: 'a',
  side: 'left' as const,
  startMs: 1000,
  endMs: 5000,
  beatsMs: [2000],
};

function lesson(): Lesson {
  return aFilmedLesson({
    steps: [aStep('a'), aStep('b'), aStep('c')],
    segments: [segment],
    rejected: [{ id: 'r', takeId: 't', kind: 'teach', stepId: 'a', side: null, startMs: 0, endMs: 900 }],
    overrides: [{ key: 'a|left|count|0', text: 'one' }],
    waiting: [{ id: 'w', mediaId: 'm', name: 'The room', durationMs: 9000 }],
    setAside: [{ id: 'pace', basis: 'x', reason: '' }],
  });
}

const CHANGES: readonly Change[] = [
  { kind: 'set_lesson', field: 'title', value: 'Another' },
  { kind: 'set_lesson', field: 'targetMs', value: 300_000 },
  { kind: 'add_step', step: aStep('d'), afterStepId: null },
  { kind: 'add_step', step: aStep('d'), afterStepId: 'b' },
  { kind: 'remove_step', stepId: 'a' },
  { kind: 'remove_step', stepId: 'c' },
  { kind: 'place_step', stepId: 'c', afterStepId: null },
  { kind: 'place_step', stepId: 'a', afterStepId: 'c' },
  { kind: 'set_step', stepId: 'b', field: 'dose', value: reps(9, 1000) },
  { kind: 'set_step', stepId: 'b', field: 'rightDose', value: reps(3, 1000) },
  { kind: 'set_take', takeId: 't', field: 'pictureLeft', value: 'right' },
  { kind: 'set_assembly', assembly: [{ id: 'q', takeId: 't', fromMs: 500, toMs: 9000 }] },
  { kind: 'add_segment', segment: { ...segment, id: 'z', startMs: 0, endMs: 900 } },
  { kind: 'remove_segment', segmentId: 's' },
  { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 7000 },
  { kind: 'set_segment', segmentId: 's', field: 'beatsMs', value: [1500, 3000] },
  {
    kind: 'add_rejected',
    rejected: { id: 'q', takeId: 't', kind: 'reps', stepId: 'b', side: 'both', startMs: 10, endMs: 20 },
  },
  { kind: 'remove_rejected', rejectedId: 'r' },
  { kind: 'add_waiting', waiting: { id: 'w2', mediaId: 'm2', name: 'The room', durationMs: 9000 } },
  { kind: 'remove_waiting', waitingId: 'w' },
  { kind: 'set_override', override: { key: 'a|left|count|0', hidden: true } },
  { kind: 'set_override', override: { key: 'p|s|count|1', text: 'x', startOffsetMs: -200 } },
  { kind: 'set_override', override: { key: 'count', when: 'never' } },
  { kind: 'clear_override', key: 'a|left|count|0' },
  { kind: 'set_aside', setAside: { id: 'uneven', basis: 'y', reason: 'So that they compare.' } },
  { kind: 'set_aside', setAside: { id: 'pace', basis: 'z', reason: '' } },
  { kind: 'take_up', id: 'pace' },
  { kind: 'remove_take', takeId: 't' },
  { kind: 'add_piece', piece: { id: 'q', takeId: 't', fromMs: 0, toMs: 10 }, afterPieceId: null },
  {
    kind: 'add_voice_over',
    voiceOver: { id: 'v', stepId: 'b', side: null, part: 'during', mediaId: 'm', fromMs: 0, toMs: 9, gainDb: 0 },
  },
  {
    kind: 'batch',
    changes: [
      { kind: 'remove_step', stepId: 'a' },
      { kind: 'place_step', stepId: 'c', afterStepId: null },
      { kind: 'set_step', stepId: 'c', field: 'sidePlan', value: 'both' },
    ],
  },
];

describe('a change', () => {
  it('is taken back by its inverse, whatever it was', () => {
    for (const change of CHANGES) {
      const before = lesson();
      const after = applyChange(before, change);
      expect(after).withContext(JSON.stringify(change)).not.toEqual(before);
      expect(applyChange(after, inverseOf(before, change)))
        .withContext(JSON.stringify(change))
        .toEqual(before);
    }
  });

  it('leaves the lesson that it was given alone, and shares what it does not touch', () => {
    const before = lesson();
    const copy = structuredClone(before);
    const after = applyChange(before, { kind: 'set_step', stepId: 'b', field: 'sidePlan', value: 'both' });
    expect(before).toEqual(copy);
    expect(after.steps[0]).toBe(before.steps[0]);
    expect(after.segments).toBe(before.segments);
  });

  it('is refused when what it names is gone, or there already', () => {
    expect(() => applyChange(lesson(), { kind: 'remove_step', stepId: 'nobody' })).toThrowError(ChangeError);
    expect(() => applyChange(lesson(), { kind: 'add_step', step: aStep('a'), afterStepId: null })).toThrowError(
      ChangeError,
    );
    expect(() =>
      edited(lessonEditing, lesson(), { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 900 }),
    ).toThrowMatching((error: Error) => error instanceof ChangeError && error.message.includes('end after'));
    expect(() =>
      applyChange(lesson(), { kind: 'set_assembly', assembly: [{ id: 'p', takeId: 'gone', fromMs: 0, toMs: 1 }] }),
    ).toThrowError(ChangeError);
  });

  it('that takes a step or a take out takes along what refers to it', () => {
    const voiceOver = {
      id: 'v',
      stepId: 'a',
      side: null,
      part: 'during',
      mediaId: 'm',
      fromMs: 0,
      toMs: 9,
      gainDb: 0,
    } as const;
    const spoken = applyChange(lesson(), { kind: 'add_voice_over', voiceOver });
    const stepless = applyChange(spoken, { kind: 'remove_step', stepId: 'a' });
    expect([stepless.segments, stepless.overrides, stepless.voiceOver]).toEqual([[], [], []]);
    expect(stepless.takes.length).toBe(1);
    const takeless = applyChange(spoken, { kind: 'remove_take', takeId: 't' });
    expect([takeless.segments, takeless.assembly, takeless.takes]).toEqual([[], [], []]);
    expect(takeless.overrides.length).toBe(1);
  });

  it('that would leave more than there is room for is refused in words, and one less is taken', () => {
    const full = aFilmedLesson({ steps: Array.from({ length: 999 }, (_, i) => aStep(`s${i}`)) });
    const add = (count: number): Change => ({
      kind: 'batch',
      changes: Array.from({ length: count }, (_, i) => ({ kind: 'add_step', step: aStep(`n${i}`), afterStepId: null })),
    });
    expect(edited(lessonEditing, full, add(1)).steps.length).toBe(1000);
    expect(() => edited(lessonEditing, full, add(2))).toThrowMatching(
      (error: Error) => error instanceof ChangeError && error.message.startsWith('There is room for 1000 steps'),
    );
  });

  it('of an older program is brought forward', () => {
    expect(lessonEditing.parseChange({ kind: 'set_segment', segmentId: 's', field: 'beats', value: [5] })).toEqual({
      ...{ kind: 'set_segment', segmentId: 's', field: 'beatsMs', value: [5] },
    } as Change);
    const marked = { id: 's', takeId: 't', kind: 'reps', startMs: 0, endMs: 9, beats: [5] };
    expect(lessonEditing.parseChange({ kind: 'add_segment', segment: marked })).toEqual(
      jasmine.objectContaining({ segment: jasmine.objectContaining({ beatsMs: [5] }) }),
    );
    const { kind: _kind, ...unsaid } = aStep('a');
    expect(lessonEditing.parseChange({ kind: 'add_step', step: unsaid, afterStepId: null })).toEqual({
      ...{ kind: 'add_step', step: aStep('a'), afterStepId: null },
    } as Change);
    // Times of the whole lesson cannot become distances without it: the rest of the edit is kept.
    const timed = { key: 'a|left|count|1', text: 'two', startMs: 900 };
    expect(lessonEditing.parseChange({ kind: 'set_override', override: timed }) as unknown).toEqual({
      kind: 'set_override',
      override: { key: 'a|left|count|1', text: 'two' },
    });
    // A kind was hidden or not; one cue still is.
    const hid = (key: string, hidden: boolean): unknown =>
      lessonEditing.parseChange({ kind: 'set_override', override: { key, hidden } });
    expect([hid('count', true), hid('count', false), hid('a|left|count', true)]).toEqual([
      { kind: 'set_override', override: { key: 'count', when: 'never' } },
      { kind: 'set_override', override: { key: 'count', when: 'every' } },
      { kind: 'set_override', override: { key: 'a|left|count', hidden: true } },
    ]);
    expect(lessonEditing.parseChange({ kind: 'set_take', takeId: 't', field: 'mirrored', value: false })).toEqual({
      kind: 'set_take',
      takeId: 't',
      field: 'pictureLeft',
      value: 'right',
    });
    const batch = lessonEditing.parseChange({
      kind: 'batch',
      changes: [{ kind: 'set_assembly', assembly: [{ takeId: 't', fromMs: 0, toMs: 5 }] }],
    });
    expect(batch).toEqual({
      kind: 'batch',
      changes: [{ kind: 'set_assembly', assembly: [{ id: 'piece-1', takeId: 't', fromMs: 0, toMs: 5 }] }],
    });
  });

  it('that cannot be read says what is wrong with it', () => {
    const words = (change: unknown): string => {
      try {
        lessonEditing.parseChange(change);
      } catch (error) {
        return (error as Error).message;
      }
      return '';
    };
    expect(words({ kind: 'set_lesson', field: 'title', value: '' })).toBe('A lesson needs a title.');
    expect(words({ kind: 'tint_step' })).toContain('not known here');
    expect(words(null)).toContain('not known here');
  });

  it('keeps segments in order of time', () => {
    const after = applyChange(lesson(), {
      kind: 'add_segment',
      segment: { ...segment, id: 'z', startMs: 0, endMs: 900 },
    });
    expect(after.segments.map((one) => one.id)).toEqual(['z', 's']);
  });

  it('is read strictly at the boundary', () => {
    for (const change of CHANGES)
      expect(changeSchema.safeParse(JSON.parse(JSON.stringify(change))).success)
        .withContext(JSON.stringify(change))
        .toBeTrue();
    expect(changeSchema.safeParse({ kind: 'set_lesson', field: 'id', value: 'x' }).success).toBeFalse();
    expect(changeSchema.safeParse({ kind: 'set_lesson', field: 'title', value: '' }).success).toBeFalse();
    expect(changeSchema.safeParse({ kind: 'set_step', stepId: 'a', field: 'dose', value: 5 }).success).toBeFalse();
    expect(changeSchema.safeParse({ kind: 'batch', changes: [{ kind: 'batch', changes: [] }] }).success).toBeFalse();
  });
});

describe('two changes on one revision', () => {
  const dose: Change = { kind: 'set_step', stepId: 'a', field: 'dose', value: reps(9, 1000) };

  it('clash on the same field of the same thing, or when one takes the whole away', () => {
    expect(clash(dose, { ...dose, value: reps(3, 1000) })).toBe('steps/a/dose');
    expect(clash(dose, { kind: 'remove_step', stepId: 'a' })).toBe('steps/a/dose');
    expect(clash({ kind: 'batch', changes: [dose] }, { ...dose })).toBe('steps/a/dose');
  });

  it('clash when one takes out what the other marks: step, take, or the take of a piece', () => {
    const mark: Change = { kind: 'add_segment', segment: { ...segment, id: 'z' } };
    expect(clash(mark, { kind: 'remove_step', stepId: 'a' })).toBe('steps/a');
    expect(clash({ kind: 'remove_step', stepId: 'a' }, mark)).toBe('steps/a');
    expect(clash(mark, { kind: 'remove_take', takeId: 't' })).toBe('takes/t');
    const pieces: Change = { kind: 'set_assembly', assembly: [{ id: 'q', takeId: 't', fromMs: 0, toMs: 9 }] };
    expect(clash(pieces, { kind: 'remove_take', takeId: 't' })).toBe('takes/t');
    expect(
      clash({ kind: 'set_segment', segmentId: 's', field: 'stepId', value: 'b' }, { kind: 'remove_step', stepId: 'b' }),
    ).toBe('steps/b');
    const cue: Change = { kind: 'set_override', override: { key: 'a|left|count|1', hidden: true } };
    expect(clash(cue, { kind: 'remove_step', stepId: 'a' })).toBe('steps/a');
    expect(clash(cue, { kind: 'set_override', override: { key: 'a|left|count|1', text: 'x' } })).toBe(
      'overrides/a|left|count|1',
    );
    expect(
      clash({ kind: 'set_take', takeId: 't', field: 'name', value: 'x' }, { kind: 'remove_take', takeId: 't' }),
    ).toBe('takes/t/name');
    expect(clash(pieces, { kind: 'remove_piece', pieceId: 'p' })).toBe('assembly/p');
  });

  it('go together on different fields, things, and places', () => {
    expect(clash(dose, { kind: 'set_step', stepId: 'a', field: 'sidePlan', value: 'both' })).toBeNull();
    expect(clash(dose, { kind: 'set_step', stepId: 'ab', field: 'dose', value: reps(9, 1000) })).toBeNull();
    expect(clash(dose, { kind: 'place_step', stepId: 'a', afterStepId: 'c' })).toBeNull();
    expect(
      clash({ kind: 'add_segment', segment: { ...segment, id: 'z' } }, { ...dose, value: reps(3, 1000) }),
    ).toBeNull();
    expect(
      clash({ kind: 'set_lesson', field: 'title', value: 'x' }, { kind: 'set_lesson', field: 'opening', value: 'x' }),
    ).toBeNull();
  });
});
