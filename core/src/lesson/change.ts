import type { Lesson } from './lesson.schema';
import type { Change, SingleChange } from './change.schema';

/** A change that does not fit the document it is applied to: what it names is gone, or there already. */
export class ChangeError extends Error {
  override readonly name = 'ChangeError';
}

/**
 * Applies a validated change to a lesson. Pure: the lesson given is left as it is, and what is untouched is shared.
 *
 * @throws ChangeError when the change names something that is not there (or adds what is).
 */
export function applyChange(lesson: Lesson, change: Change): Lesson {
  switch (change.kind) {
    case 'batch':
      return change.changes.reduce<Lesson>(applyChange, lesson);
    case 'set_lesson':
      return { ...lesson, [change.field]: change.value };
    case 'add_step':
      return { ...lesson, steps: insertAfter(lesson.steps, change.step, change.afterStepId) };
    case 'remove_step':
      return { ...lesson, steps: without(lesson.steps, change.stepId) };
    case 'place_step': {
      const step = find(lesson.steps, change.stepId);
      return { ...lesson, steps: insertAfter(without(lesson.steps, step.id), step, change.afterStepId) };
    }
    case 'set_step':
      return { ...lesson, steps: setIn(lesson.steps, change.stepId, change.field, change.value) };
    case 'add_take':
      return { ...lesson, takes: append(lesson.takes, change.take) };
    case 'remove_take':
      return { ...lesson, takes: without(lesson.takes, change.takeId) };
    case 'set_take':
      return { ...lesson, takes: setIn(lesson.takes, change.takeId, change.field, change.value) };
    case 'set_assembly':
      for (const piece of change.assembly) find(lesson.takes, piece.takeId);
      return { ...lesson, assembly: change.assembly };
    case 'add_segment':
      find(lesson.takes, change.segment.takeId);
      return { ...lesson, segments: byStart(append(lesson.segments, change.segment)) };
    case 'remove_segment':
      return { ...lesson, segments: without(lesson.segments, change.segmentId) };
    case 'set_segment': {
      const segments = setIn(lesson.segments, change.segmentId, change.field, change.value);
      const set = find(segments, change.segmentId);
      if (set.startMs >= set.endMs) throw new ChangeError('A segment has to end after it starts.');
      return { ...lesson, segments: change.field === 'startMs' ? byStart(segments) : segments };
    }
    case 'set_override':
      return {
        ...lesson,
        overrides: [...lesson.overrides.filter((one) => one.key !== change.override.key), change.override],
      };
    case 'clear_override':
      return { ...lesson, overrides: lesson.overrides.filter((one) => one.key !== change.key) };
  }
}

/**
 * The change that takes `change` back, computed from the lesson **before** it:
 * `applyChange(applyChange(l, c), inverseOf(l, c))` equals `l`.
 *
 * @throws ChangeError as {@link applyChange} does.
 */
export function inverseOf(lesson: Lesson, change: Change): Change {
  if (change.kind !== 'batch') return inverseOfOne(lesson, change);
  const inverses: SingleChange[] = [];
  let state = lesson;
  for (const one of change.changes) {
    inverses.unshift(inverseOfOne(state, one));
    state = applyChange(state, one);
  }
  return { kind: 'batch', changes: inverses };
}

function inverseOfOne(lesson: Lesson, change: SingleChange): SingleChange {
  switch (change.kind) {
    case 'set_lesson':
      return { ...change, value: lesson[change.field] } as SingleChange;
    case 'add_step':
      return { kind: 'remove_step', stepId: change.step.id };
    case 'remove_step':
      return {
        kind: 'add_step',
        step: find(lesson.steps, change.stepId),
        afterStepId: idBefore(lesson.steps, change.stepId),
      };
    case 'place_step':
      return { ...change, afterStepId: idBefore(lesson.steps, change.stepId) };
    case 'set_step':
      return { ...change, value: find(lesson.steps, change.stepId)[change.field] } as SingleChange;
    case 'add_take':
      return { kind: 'remove_take', takeId: change.take.id };
    case 'remove_take':
      return { kind: 'add_take', take: find(lesson.takes, change.takeId) };
    case 'set_take':
      return { ...change, value: find(lesson.takes, change.takeId)[change.field] } as SingleChange;
    case 'set_assembly':
      return { kind: 'set_assembly', assembly: lesson.assembly };
    case 'add_segment':
      return { kind: 'remove_segment', segmentId: change.segment.id };
    case 'remove_segment':
      return { kind: 'add_segment', segment: find(lesson.segments, change.segmentId) };
    case 'set_segment':
      return { ...change, value: find(lesson.segments, change.segmentId)[change.field] } as SingleChange;
    case 'set_override':
    case 'clear_override': {
      const key = change.kind === 'set_override' ? change.override.key : change.key;
      const before = lesson.overrides.find((one) => one.key === key);
      return before ? { kind: 'set_override', override: before } : { kind: 'clear_override', key };
    }
  }
}

/**
 * The fields that a change touches, as keys such as `step/s3/dose`. Two changes made on the same revision can both be
 * kept when {@link clash} finds no key of one in the other.
 */
export function touchedBy(change: Change): string[] {
  switch (change.kind) {
    case 'batch':
      return change.changes.flatMap(touchedBy);
    case 'set_lesson':
      return [`lesson/${change.field}`];
    case 'add_step':
      return [`step/${change.step.id}`];
    case 'remove_step':
      return [`step/${change.stepId}`];
    case 'place_step':
      return [`step/${change.stepId}/place`];
    case 'set_step':
      return [`step/${change.stepId}/${change.field}`];
    case 'add_take':
      return [`take/${change.take.id}`];
    case 'remove_take':
      return [`take/${change.takeId}`];
    case 'set_take':
      return [`take/${change.takeId}/${change.field}`];
    case 'set_assembly':
      return ['lesson/assembly'];
    case 'add_segment':
      return [`segment/${change.segment.id}`];
    case 'remove_segment':
      return [`segment/${change.segmentId}`];
    case 'set_segment':
      return [`segment/${change.segmentId}/${change.field}`];
    case 'set_override':
      return [`override/${change.override.key}`];
    case 'clear_override':
      return [`override/${change.key}`];
  }
}

/** The first key at which two changes touch the same field, or one the whole of what the other touches a part of. */
export function clash(a: Change, b: Change): string | null {
  const others = touchedBy(b);
  for (const key of touchedBy(a))
    for (const other of others)
      if (key === other || key.startsWith(`${other}/`) || other.startsWith(`${key}/`))
        return key.length > other.length ? key : other;
  return null;
}

interface Entity {
  readonly id: string;
}

function find<T extends Entity>(list: readonly T[], id: string): T {
  const found = list.find((one) => one.id === id);
  if (!found) throw new ChangeError('What this edit was about is no longer in the lesson.');
  return found;
}

function append<T extends Entity>(list: readonly T[], entity: T): T[] {
  if (list.some((one) => one.id === entity.id)) throw new ChangeError('This is in the lesson already.');
  return [...list, entity];
}

function insertAfter<T extends Entity>(list: readonly T[], entity: T, afterId: string | null): T[] {
  if (list.some((one) => one.id === entity.id)) throw new ChangeError('This is in the lesson already.');
  if (afterId === null) return [entity, ...list];
  const at = list.indexOf(find(list, afterId)) + 1;
  return [...list.slice(0, at), entity, ...list.slice(at)];
}

function without<T extends Entity>(list: readonly T[], id: string): T[] {
  find(list, id);
  return list.filter((one) => one.id !== id);
}

function setIn<T extends Entity>(list: readonly T[], id: string, field: string, value: unknown): T[] {
  find(list, id);
  return list.map((one) => (one.id === id ? { ...one, [field]: value } : one));
}

function idBefore(list: readonly Entity[], id: string): string | null {
  const at = list.findIndex((one) => one.id === id);
  return at > 0 ? list[at - 1]!.id : null;
}

function byStart<T extends Entity & { startMs: number }>(list: readonly T[]): T[] {
  return [...list].sort((a, b) => a.startMs - b.startMs || a.id.localeCompare(b.id));
}
