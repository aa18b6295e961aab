import '../words/localize';
import type { Cue } from '../cue/cue';
import { overrideChange } from '../cue/override-change';
import type { PlacedCue } from '../cue/place';
import type { WorkedArea } from '../cue/worked-area';
import type { CueStyle } from '../lesson/cue-style.schema';
import type { CueOverride } from '../lesson/override.schema';
import type { CutMs } from '../time/clocks';
import type { Span } from '../time/spans';
import type { CutPlace, Repair } from './finding';

/** What is checked of the cues of a cut. */
export interface SeenCues {
  /** Over a wide picture, in order of their start. */
  readonly cues: readonly PlacedCue[];
  /** The same under the film on an upright telephone. */
  readonly page: readonly PlacedCue[];
  readonly style: CueStyle;
  readonly areas: readonly WorkedArea[];
  /** Where the film jumps. */
  readonly edges: readonly CutMs[];
  /** Where somebody talks, and where it was listened at all. */
  readonly speech: readonly Span[];
  /** Pictures a second. */
  readonly rate: number;
  /** What she changed of cues so far. */
  readonly overrides: readonly CueOverride[];
  /** Where movements were seen to be complete, ascending; nothing where nobody looked. */
  readonly beatsMs?: readonly CutMs[];
}

export function placeOf(cue: Cue): CutPlace {
  return {
    ...{ on: 'cut', cutId: 'full', stepId: cue.stepId, side: null, cue: cue.key },
    ...{ startMs: cue.startMs, endMs: cue.endMs },
  };
}

export function hide({ key }: Cue, overrides: readonly CueOverride[]): Repair {
  const change = overrideChange(overrides, key, { hidden: true });
  return { label: $localize`Do not show it`, change, single: true };
}

export const named = ({ kind, text }: Cue): string =>
  kind === 'count'
    ? $localize`The number ${text}`
    : kind === 'countdown'
      ? $localize`The second ${text}`
      : $localize`“${text}”`;

export const tenths = (ms: number): string => $localize`${(ms / 1000).toFixed(1)} s`;
