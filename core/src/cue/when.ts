import type { Level } from '../move/move.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Change } from '../lesson/change.schema';
import type { CueKind, CueTimes } from '../lesson/override.schema';

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
export function whenChange(lesson: Pick<Lesson, 'level' | 'overrides'>, kind: CueKind, when: CueTimes): Change | null {
  if (cueTimes(lesson)(kind) === when) return null;
  const { when: _was, ...rest } = lesson.overrides.find((one) => one.key === kind) ?? { key: kind };
  if (usualTimes(lesson.level, kind) !== when) return { kind: 'set_override', override: { ...rest, when } };
  return Object.keys(rest).length > 1
    ? { kind: 'set_override', override: rest }
    : { kind: 'clear_override', key: kind };
}
