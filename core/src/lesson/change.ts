import '../words/localize';
import { clashOf, keysOf, type Keys } from '../document/clash';
import { apply, ChangeError, inverseOfAll, type Primitive } from '../document/edit';
import type { Editing } from '../document/editing';
import { asOne, singlesOf } from './as-one';
import { changeSchema, schemaOf, type Change, type SingleChange } from './change.schema';
import { lessonShape } from './lesson.shape';
import type { Lesson } from './lesson.schema';

/**
 * Applies a validated change to a lesson. Pure: the lesson given is left as it is, and what is untouched is shared. A
 * step or a take that is taken out takes along what refers to it.
 *
 * @throws ChangeError when the change names something that is not there (or adds what is).
 * @example applyChange(lesson, { kind: 'set_lesson', field: 'title', value: 'Tide' }).title // 'Tide'
 */
export function applyChange(lesson: Lesson, change: Change): Lesson {
  return singlesOf(change).reduce((doc, one) => apply(lessonShape, doc, primitiveOf(one)), lesson);
}

/**
 * The change that takes `change` back, computed from the lesson **before** it:
 * `applyChange(applyChange(l, c), inverseOf(l, c))` equals `l`.
 *
 * @throws ChangeError as {@link applyChange} does.
 * @example inverseOf(lesson, { kind: 'remove_take', takeId: 't' }) // { kind: 'batch', changes: [{ kind: 'add_take', … }, …] }
 */
export function inverseOf(lesson: Lesson, change: Change): Change {
  const inverses = inverseOfAll(lessonShape, lesson, singlesOf(change).map(primitiveOf)).map(changeOf);
  return asOne(inverses)!;
}

/**
 * Where two changes made on the same revision stand in each other's way; null when both can be kept.
 *
 * @example clash({ kind: 'remove_step', stepId: 'a' }, { kind: 'remove_step', stepId: 'b' }) // null
 */
export function clash(a: Change, b: Change): string | null {
  return clashOf(keysOfChange(a), keysOfChange(b));
}

function keysOfChange(change: Change): Keys {
  return keysOf(lessonShape, singlesOf(change).map(primitiveOf));
}

/** How a lesson is edited. */
export const lessonEditing: Editing<Lesson, Change> = {
  kind: lessonShape,
  parseChange,
  apply: applyChange,
  inverse: inverseOf,
  keys: keysOfChange,
};

function parseChange(value: unknown): Change {
  const parsed = changeSchema.safeParse(value);
  if (parsed.success) return parsed.data;
  // The first fault of the one schema that was meant says more than that none of all fits.
  const meant = schemaOf(value)?.safeParse(value);
  const words = meant?.error?.issues[0]?.message;
  throw new ChangeError(
    words === undefined
      ? $localize`This edit is of a kind that is not known here.`
      : // What a schema says by itself is for programmers; its own sentences are for people.
        words.startsWith('Invalid')
        ? $localize`This edit is damaged: what it sets is no value for it.`
        : words,
  );
}

function primitiveOf(change: SingleChange): Primitive {
  switch (change.kind) {
    case 'set_lesson':
      return { do: 'set', field: change.field, value: change.value };
    case 'add_step':
      return { do: 'add', list: 'steps', entity: change.step, after: change.afterStepId };
    case 'remove_step':
      return { do: 'remove', list: 'steps', id: change.stepId };
    case 'place_step':
      return { do: 'place', list: 'steps', id: change.stepId, after: change.afterStepId };
    case 'set_step':
      return { do: 'change', list: 'steps', id: change.stepId, field: change.field, value: change.value };
    case 'add_take':
      return { do: 'add', list: 'takes', entity: change.take, after: change.afterTakeId };
    case 'remove_take':
      return { do: 'remove', list: 'takes', id: change.takeId };
    case 'set_take':
      return { do: 'change', list: 'takes', id: change.takeId, field: change.field, value: change.value };
    case 'set_assembly':
      return { do: 'set', field: 'assembly', value: change.assembly };
    case 'add_piece':
      return { do: 'add', list: 'assembly', entity: change.piece, after: change.afterPieceId };
    case 'set_piece':
      return { do: 'change', list: 'assembly', id: change.pieceId, field: change.field, value: change.value };
    case 'place_piece':
      return { do: 'place', list: 'assembly', id: change.pieceId, after: change.afterPieceId };
    case 'remove_piece':
      return { do: 'remove', list: 'assembly', id: change.pieceId };
    case 'add_segment':
      return { do: 'add', list: 'segments', entity: change.segment };
    case 'remove_segment':
      return { do: 'remove', list: 'segments', id: change.segmentId };
    case 'set_segment':
      return { do: 'change', list: 'segments', id: change.segmentId, field: change.field, value: change.value };
    case 'add_rejected':
      return { do: 'add', list: 'rejected', entity: change.rejected };
    case 'remove_rejected':
      return { do: 'remove', list: 'rejected', id: change.rejectedId };
    case 'add_film_again':
      return { do: 'add', list: 'filmAgain', entity: change.filmAgain, after: change.afterFilmAgainId };
    case 'remove_film_again':
      return { do: 'remove', list: 'filmAgain', id: change.filmAgainId };
    case 'add_waiting':
      return { do: 'add', list: 'waiting', entity: change.waiting, after: change.afterWaitingId };
    case 'remove_waiting':
      return { do: 'remove', list: 'waiting', id: change.waitingId };
    case 'add_voice_over':
      return { do: 'add', list: 'voiceOver', entity: change.voiceOver, after: change.afterVoiceOverId };
    case 'remove_voice_over':
      return { do: 'remove', list: 'voiceOver', id: change.voiceOverId };
    case 'set_override':
      return { do: 'put', list: 'overrides', entity: change.override };
    case 'clear_override':
      return { do: 'remove', list: 'overrides', id: change.key };
    case 'set_aside':
      return { do: 'put', list: 'setAside', entity: change.setAside };
    case 'take_up':
      return { do: 'remove', list: 'setAside', id: change.id };
  }
}

/** The lesson's own name of each list's entries, as the changes write it: `add_step`, `step`, `stepId`, `afterStepId`. */
const NAMES: Readonly<Record<string, { kind: string; field: string }>> = {
  steps: { kind: 'step', field: 'step' },
  takes: { kind: 'take', field: 'take' },
  assembly: { kind: 'piece', field: 'piece' },
  segments: { kind: 'segment', field: 'segment' },
  rejected: { kind: 'rejected', field: 'rejected' },
  filmAgain: { kind: 'film_again', field: 'filmAgain' },
  waiting: { kind: 'waiting', field: 'waiting' },
  voiceOver: { kind: 'voice_over', field: 'voiceOver' },
};

/** The change that a primitive of a lesson is written as. Every primitive that {@link inverseOfAll} makes of a lesson's has one. */
function changeOf(primitive: Primitive): SingleChange {
  return written(primitive) as unknown as SingleChange;
}

function written(primitive: Primitive): Record<string, unknown> {
  if (primitive.do === 'set')
    return primitive.field === 'assembly'
      ? { kind: 'set_assembly', assembly: primitive.value }
      : { kind: 'set_lesson', field: primitive.field, value: primitive.value };
  if (primitive.list === 'overrides') {
    if (primitive.do === 'remove') return { kind: 'clear_override', key: primitive.id };
    if (primitive.do === 'add' || primitive.do === 'put') return { kind: 'set_override', override: primitive.entity };
  }
  if (primitive.list === 'setAside') {
    if (primitive.do === 'remove') return { kind: 'take_up', id: primitive.id };
    if (primitive.do === 'add' || primitive.do === 'put') return { kind: 'set_aside', setAside: primitive.entity };
  }
  const { kind, field } = NAMES[primitive.list]!;
  const capital = field[0]!.toUpperCase() + field.slice(1);
  switch (primitive.do) {
    case 'add':
      return {
        kind: `add_${kind}`,
        [field]: primitive.entity,
        ...(primitive.after === undefined ? {} : { [`after${capital}Id`]: primitive.after }),
      };
    case 'remove':
      return { kind: `remove_${kind}`, [`${field}Id`]: primitive.id };
    case 'place':
      return { kind: `place_${kind}`, [`${field}Id`]: primitive.id, [`after${capital}Id`]: primitive.after };
    default:
      return {
        kind: `set_${kind}`,
        [`${field}Id`]: (primitive as { id: string }).id,
        field: (primitive as { field: string }).field,
        value: (primitive as { value: unknown }).value,
      };
  }
}
