import { partsOfKey, scopedKey } from '../lesson/cue-key';
import type { SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { cueTimes } from './when';

/**
 * The change after which an override has this beside what it has. What is undefined goes, and with the last of it the
 * override; null where all of that is so already.
 *
 * @example overrideChange([], 'count', { place: [1, 0] }) // { kind: 'set_override', override: { key: 'count', place: [1, 0] } }
 */
export function overrideChange(
  overrides: readonly CueOverride[],
  key: string,
  part: Partial<Omit<CueOverride, 'key'>>,
): SingleChange | null {
  const known = overrides.find((one) => one.key === key);
  const same = (name: string, value: unknown): boolean =>
    JSON.stringify(known?.[name as keyof CueOverride]) === JSON.stringify(value);
  if (Object.entries(part).every(([name, value]) => same(name, value))) return null;
  const said = Object.entries({ ...known, ...part, key }).filter(([, value]) => value !== undefined);
  if (said.length > 1) return { kind: 'set_override', override: Object.fromEntries(said) as CueOverride };
  return known ? { kind: 'clear_override', key } : null;
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
