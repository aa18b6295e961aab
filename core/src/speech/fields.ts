import { partsOf, repetitionsOf } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import type { MoveStep, PlainStep } from '../lesson/lesson.schema';

/** Fields in narration that fill themselves from the step, so that what is said is what is planned. */
export const FIELDS = [
  'reps',
  'hold',
  'sets',
  'side',
  'other side',
  'remaining',
  'seconds',
  'breaths',
  'count',
] as const;
export type FieldName = (typeof FIELDS)[number];

const FIELD = /\{(reps|hold|sets|side|other side|remaining|seconds|breaths|count)\}/g;

type Filling = Pick<MoveStep, 'dose' | 'sidePlan'>;

/**
 * The words as they are said. A field that the dose does not have stays as it is written, which is a finding.
 *
 * @example filled('{reps} times on the {side}.', step) // "8 times on the left."
 */
export function filled(words: string, step: Filling | PlainStep): string {
  return words.includes('{') && 'dose' in step
    ? words.replace(FIELD, (whole, name: FieldName) => fieldOf(name, step) ?? whole)
    : words;
}

/** A stretch of words, and the field that it comes from where it fills itself. */
export interface FilledPiece {
  readonly words: string;
  readonly field: FieldName | null;
}

/**
 * The words as they are said, piece by piece, so that what fills itself can be told from what was written.
 *
 * @example piecesOf('{reps} times.', step) // [{ words: '8', field: 'reps' }, { words: ' times.', field: null }]
 */
export function piecesOf(words: string, step: Filling | PlainStep): FilledPiece[] {
  const pieces: FilledPiece[] = [];
  let at = 0;
  for (const match of 'dose' in step ? words.matchAll(FIELD) : []) {
    const field = match[1] as FieldName;
    const value = 'dose' in step ? fieldOf(field, step) : null;
    if (value === null) continue;
    if (match.index > at) pieces.push({ words: words.slice(at, match.index), field: null });
    pieces.push({ words: value, field });
    at = match.index + match[0].length;
  }
  if (at < words.length) pieces.push({ words: words.slice(at), field: null });
  return pieces;
}

/**
 * Fields that stand in the words and have no meaning for this step, and whatever else stands in braces.
 *
 * @example unfilled('Do {dose} on {nothing}.') // ['{dose}', '{nothing}']
 */
export function unfilled(words: string, step: Filling | PlainStep): string[] {
  return [...filled(words, step).matchAll(/\{[^}]*\}?/g)].map((match) => match[0]);
}

/**
 * The value of a field for a step; null when its dose has no such figure.
 *
 * @example fieldOf('reps', step) // '5'
 */
export function fieldOf(name: FieldName, { dose, sidePlan }: Filling): string | null {
  const parts = partsOf(sidePlan);
  switch (name) {
    case 'reps':
      return dose.form === 'timed' || dose.form === 'breaths' ? null : String(repetitionsOf(dose));
    case 'hold':
      return dose.form === 'hold' ? seconds(dose.holdMs.planned) : null;
    case 'seconds':
      return dose.form === 'timed'
        ? seconds(dose.eachMs.planned)
        : dose.form === 'hold'
          ? seconds(dose.holdMs.planned)
          : null;
    case 'breaths':
      return dose.form === 'breaths' ? String(dose.breaths.planned) : null;
    case 'count':
      return dose.form === 'count' ? String(dose.count.planned) : null;
    case 'sets':
      return String(dose.sets.planned);
    case 'side':
      return parts.find((part) => part === 'left' || part === 'right') ?? null;
    case 'other side':
      return parts.filter((part) => part === 'left' || part === 'right')[1] ?? null;
    case 'remaining':
      return remaining(dose);
  }
}

/** What is left at half of the dose: repetitions, or seconds of a hold or of timed movement. */
function remaining(dose: Dose): string {
  if (dose.form === 'timed') return seconds(dose.eachMs.planned / 2);
  if (dose.form === 'hold' && dose.reps.planned === 1) return seconds(dose.holdMs.planned / 2);
  return String(Math.floor(repetitionsOf(dose) / 2));
}

function seconds(ms: number): string {
  return String(Math.round(ms / 100) / 10);
}
