import { defaultDose } from '../dose/dose';
import type { Dose, Range } from '../dose/dose.schema';
import type { Action } from '../move/move.schema';
import type { FoundDose } from '../narration/reading';
import type { Word } from '../narration/words';

/**
 * A step's own doses, and what a rule for every move adds to them: sets always, a figure where none of its kind was said.
 *
 * @example withRules([six], [twoSets]).length // 2
 */
export function withRules(own: readonly FoundDose[], rules: readonly FoundDose[]): readonly FoundDose[] {
  const has = (...kinds: FoundDose['kind'][]): boolean => own.some((dose) => kinds.includes(dose.kind));
  const figure = has('hold_s', 'reps', 'swipes', 'count', 'breaths', 'seconds_each');
  return [
    ...own,
    ...rules.filter(({ kind }) => {
      if (has(kind)) return false;
      if (kind === 'sets' || !figure) return true;
      // "Six seconds each time", and here "five times": both together are the dose.
      return kind === 'hold_s' ? has('reps') : kind === 'reps' && has('hold_s');
    }),
  ];
}

/** The move whose dose is said: what it is without that, and whether that is somebody's own choice. */
export interface DoseBase {
  readonly dose: Dose;
  readonly action: Action | 'unknown';
  readonly own: boolean;
}

/** These are kept up for a while; what is pressed so many times is pressed and let go. */
const KEPT_UP: ReadonlySet<string> = new Set(['hold', 'puff', 'stretch', 'unknown']);
const STROKES: ReadonlySet<string> = new Set(['stroke', 'drain', 'roll']);

/** More than this is no more of the same: "thirty more" are the seconds of the other side. */
const MOST_MORE = 5;

/**
 * The dose that was said, in the form that fits it; null when none was. "Once more" and "two more" come on top of what was
 * said before.
 *
 * @param words that they were said in.
 * @example saidDose([holdTenSeconds, onceMore], words, base) // two times ten seconds
 */
export function saidDose(said: readonly FoundDose[], words: readonly Word[], base: DoseBase): Dose | null {
  const plain = said.filter((dose) => !isMore(dose, words));
  const more = said
    .filter((dose) => isMore(dose, words) && dose.kind === 'reps' && dose.low <= MOST_MORE)
    .reduce((sum, one) => sum + one.low, 0);
  const dose = plainDose(plain.length > 0 ? plain : said, base);
  return dose && plain.length > 0 && more > 0 ? withMore(dose, more) : dose;
}

/** Whether a number says how many come on top: "once more", "two more times". */
function isMore({ evidence: { from, to } }: FoundDose, words: readonly Word[]): boolean {
  return words.slice(from, to + 1).some((word) => word.norm === 'more');
}

function withMore(dose: Dose, more: number): Dose {
  const plus = ({ low, planned, high }: Range): Range => ({
    low: low + more,
    planned: planned + more,
    high: high + more,
  });
  switch (dose.form) {
    case 'reps':
    case 'hold':
      return { ...dose, reps: plus(dose.reps) };
    case 'passes':
      return { ...dose, passes: plus(dose.passes) };
    case 'count':
    case 'timed':
    case 'breaths':
      return { ...dose, sets: plus(dose.sets) };
  }
}

function plainDose(said: readonly FoundDose[], { dose: base, action, own }: DoseBase): Dose | null {
  const of = (...kinds: FoundDose['kind'][]): FoundDose | undefined => said.find((dose) => kinds.includes(dose.kind));
  const range = (dose: FoundDose, scale = 1): Range => ({
    low: dose.low * scale,
    planned: dose.low * scale,
    high: Math.max(dose.high, dose.low) * scale,
  });
  const sets = of('sets');
  const withSets = <D extends Dose>(dose: D): D => (sets ? { ...dose, sets: range(sets) } : dose);
  const plain = <F extends Dose['form']>(form: F): Extract<Dose, { form: F }> =>
    defaultDose(form) as Extract<Dose, { form: F }>;
  const hold = of('hold_s');
  const reps = of('reps', 'swipes');
  const each = of('seconds_each');
  const count = of('count');
  const breaths = of('breaths');
  if (hold)
    return withSets({
      ...plain('hold'),
      holdMs: range(hold, 1000),
      reps: reps ? range(reps) : { low: 1, planned: 1, high: 3 },
    });
  if (each) return withSets({ ...plain('timed'), eachMs: range(each, 1000) });
  // "For a count of five, four times": as long as it is counted, so many times.
  if (count && reps) {
    const { tempoMs, ...counted } = plain('count');
    return base.form === 'hold'
      ? withSets({ ...plain('hold'), holdMs: range(count, tempoMs.planned), reps: range(reps) })
      : { ...counted, tempoMs, count: range(count), sets: range(reps) };
  }
  if (reps) {
    if (base.form === 'hold' && (own || KEPT_UP.has(action))) return withSets({ ...base, reps: range(reps) });
    return STROKES.has(action)
      ? withSets({ ...plain('passes'), passes: range(reps) })
      : withSets({ ...plain('reps'), reps: range(reps) });
  }
  if (count) return withSets({ ...plain('count'), count: range(count) });
  if (breaths) return withSets({ ...plain('breaths'), breaths: range(breaths) });
  return sets ? withSets(base) : null;
}
