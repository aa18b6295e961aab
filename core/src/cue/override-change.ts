import type { SingleChange } from '../lesson/change.schema';
import type { CueOverride } from '../lesson/override.schema';

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
