import type { Level } from '../move/move.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { SingleChange } from '../lesson/change.schema';
import { partsOfKey, scopedKey } from '../lesson/cue-key';
import type { CueKind, CueTimes } from '../lesson/override.schema';
import { overrideChange } from './override-change';

/** What every follower needs. */
const ALWAYS: ReadonlySet<CueKind> = new Set(['count', 'countdown', 'side', 'swap', 'caption']);
/** Whoever is new to it is told what a move is called, and what to mind, the first time (common practice, no source). */
const GENTLE: ReadonlySet<CueKind> = new Set(['label', 'caution']);

/**
 * When a kind of cue is shown as long as she has not said so.
 *
 * @example usualTimes('gentle', 'label') // 'first'
 */
export function usualTimes(level: Level, kind: CueKind): CueTimes {
  if (ALWAYS.has(kind)) return 'every';
  return level === 'gentle' && GENTLE.has(kind) ? 'first' : 'never';
}

/**
 * When each kind of cue of a lesson is shown.
 *
 * @example cueTimes(lesson)('count') // 'every'
 */
export function cueTimes({ level, overrides }: Pick<Lesson, 'level' | 'overrides'>): (kind: CueKind) => CueTimes {
  const own = new Map(overrides.flatMap(({ key, when }) => (when ? [[key, when] as const] : [])));
  return (kind) => own.get(kind) ?? usualTimes(level, kind);
}

/**
 * The change after which a kind of cue is shown then; what is so by itself is kept nowhere.
 *
 * @example whenChange(lesson, 'label', 'every') // { kind: 'set_override', override: { key: 'label', when: 'every' } }
 */
export function whenChange(
  lesson: Pick<Lesson, 'level' | 'overrides'>,
  kind: CueKind,
  when: CueTimes,
): SingleChange | null {
  if (cueTimes(lesson)(kind) === when) return null;
  const isUsual = usualTimes(lesson.level, kind) === when;
  return overrideChange(lesson.overrides, kind, { when: isUsual ? undefined : when });
}

/**
 * The change after which one cue, or every one of its kind in its passage, is hidden or is not. What is so by a wider
 * choice is kept nowhere.
 *
 * @param key of the cue.
 * @example hiddenChange(lesson, 'p|s|count|2', 'cue', true) // { kind: 'set_override', override: { key: …, hidden: true } }
 */
export function hiddenChange(
  lesson: Pick<Lesson, 'level' | 'overrides'>,
  key: string,
  scope: 'cue' | 'passage',
  hidden: boolean,
): SingleChange | null {
  const ofPassage = lesson.overrides.find((one) => one.key === scopedKey(key, 'passage'))?.hidden;
  const byKind = cueTimes(lesson)(partsOfKey(key).kind as CueKind) === 'never';
  const wider = scope === 'cue' ? (ofPassage ?? byKind) : byKind;
  return overrideChange(lesson.overrides, scopedKey(key, scope), { hidden: hidden === wider ? undefined : hidden });
}
