import { aFilmedLesson, aStep, reps } from '../testing';
import { applyChange, ChangeError, clash, inverseOf } from './change';
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
  beats: [2000],
};

function lesson(): Lesson {
  return aFilmedLesson({
    steps: [aStep('a'), aStep('b'), aStep('c')],
    segments: [segment],
    overrides: [{ key: 'a|left|count|0', text: 'one' }],
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
  { kind: 'set_take', takeId: 't', field: 'mirrored', value: false },
  { kind: 'set_assembly', assembly: [{ takeId: 't', fromMs: 500, toMs: 9000 }] },
  { kind: 'add_segment', segment: { ...segment, id: 'z', startMs: 0, endMs: 900 } },
  { kind: 'remove_segment', segmentId: 's' },
  { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 7000 },
  { kind: 'set_segment', segmentId: 's', field: 'beats', value: [1500, 3000] },
  { kind: 'set_override', override: { key: 'a|left|count|0', hidden: true } },
  { kind: 'set_override', override: { key: 'new', text: 'x' } },
  { kind: 'clear_override', key: 'a|left|count|0' },
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
      applyChange(lesson(), { kind: 'set_segment', segmentId: 's', field: 'endMs', value: 900 }),
    ).toThrowError(/end after/);
    expect(() =>
      applyChange(lesson(), { kind: 'set_assembly', assembly: [{ takeId: 'gone', fromMs: 0, toMs: 1 }] }),
    ).toThrowError(ChangeError);
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
    expect(clash(dose, { ...dose, value: reps(3, 1000) })).toBe('step/a/dose');
    expect(clash(dose, { kind: 'remove_step', stepId: 'a' })).toBe('step/a/dose');
    expect(clash({ kind: 'batch', changes: [dose] }, { ...dose })).toBe('step/a/dose');
  });

  it('go together on different fields, things, and places', () => {
    expect(clash(dose, { kind: 'set_step', stepId: 'a', field: 'sidePlan', value: 'both' })).toBeNull();
    expect(clash(dose, { kind: 'set_step', stepId: 'ab', field: 'dose', value: reps(9, 1000) })).toBeNull();
    expect(clash(dose, { kind: 'place_step', stepId: 'a', afterStepId: 'c' })).toBeNull();
    expect(
      clash({ kind: 'set_lesson', field: 'title', value: 'x' }, { kind: 'set_lesson', field: 'opening', value: 'x' }),
    ).toBeNull();
  });
});
