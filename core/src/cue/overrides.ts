import { partsOfKey, scopedKey, scopeOf, SCOPES, segmentOfCue } from '../lesson/cue-key';
import type { CueOverride } from '../lesson/override.schema';
import type { CutMs } from '../time/clocks';
import type { Cue } from './cue';

/** What became of overrides: the cues that they shape, and those whose cue is gone. */
export interface Overridden {
  readonly cues: Cue[];
  readonly orphans: CueOverride[];
}

/**
 * Shapes derived cues: an override of one cue goes before one of its passage, that before one of its kind, field by
 * field. Times are distances from the derived ones. What is hidden or shown by name goes before what is shown of its kind.
 *
 * A piece that was cut in two has a new id in one half: an override of a piece that does not show its segment any more
 * holds for the first play of the segment.
 *
 * @param isShown whether a cue is shown as long as nobody hides or shows it by name.
 * @example override([cue], [{ key: cue.key, hidden: true }], 60_000) // { cues: [], orphans: [] }
 */
export function override(
  derived: readonly Cue[],
  overrides: readonly CueOverride[],
  durationMs: CutMs,
  isShown: (cue: Cue) => boolean = () => true,
): Overridden {
  const byKey = placedKeys(derived, overrides);
  const met = new Set<CueOverride>();
  const cues: Cue[] = [];
  for (const cue of derived) {
    const own = SCOPES.flatMap((scope) => byKey.get(scopedKey(cue.key, scope)) ?? []);
    own.forEach((one) => met.add(one));
    const [change] = own.length === 0 ? [null] : [Object.assign({}, ...own.toReversed()) as CueOverride];
    if (change?.hidden ?? !isShown(cue)) continue;
    cues.push(change && shapes(change) ? shaped(cue, change, durationMs) : cue);
  }
  return { cues, orphans: overrides.filter((one) => !met.has(one) && scopeOf(one.key) !== 'kind') };
}

/** Whether a change is of what is seen of a cue, and not only of whether it is. */
const shapes = ({ key: _key, when: _when, hidden: _hidden, ...rest }: CueOverride): boolean =>
  Object.keys(rest).length > 0;

function shaped(cue: Cue, change: CueOverride, durationMs: CutMs): Cue {
  const startMs = Math.max(0, cue.startMs + (change.startOffsetMs ?? 0));
  const endMs = Math.min(Math.max(durationMs, cue.endMs), cue.endMs + (change.endOffsetMs ?? 0));
  const times = startMs < endMs ? { startMs, endMs } : {};
  const place = change.place ? { place: change.place } : {};
  return { ...cue, ...times, ...place, text: change.text ?? cue.text, edited: true };
}

/** The overrides by the key that they have among these cues. */
function placedKeys(derived: readonly Cue[], overrides: readonly CueOverride[]): Map<string, CueOverride> {
  const shown = new Set<string>();
  const firstPlay = new Map<string, string>();
  for (const { key } of derived) {
    const passage = partsOfKey(key).passage!;
    shown.add(passage);
    const segment = segmentOfCue(key);
    if (segment !== null && !firstPlay.has(segment)) firstPlay.set(segment, passage);
  }
  const byKey = new Map(overrides.map((one) => [one.key, one]));
  for (const one of overrides) {
    const { passage, kind, n } = partsOfKey(one.key);
    const segment = segmentOfCue(one.key);
    if (passage === null || segment === null || shown.has(passage) || !firstPlay.has(segment)) continue;
    const key = [firstPlay.get(segment)!, kind, ...(n === null ? [] : [n])].join('|');
    if (!byKey.has(key)) byKey.set(key, one);
  }
  return byKey;
}
