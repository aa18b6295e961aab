import type { RuleId } from '@limber/core/check/rules';

/** What is wrong at a moment, in the few words that find room on its still. */
export const DOUBT_NAMES: Partial<Readonly<Record<RuleId, string>>> = {
  'cue-other-side': $localize`the other side`,
  'cue-over-cue': $localize`over each other`,
  'cue-over-work': $localize`over where you work`,
  'cue-unsafe': $localize`cut off at the edge`,
  'cue-beside-movement': $localize`beside the movement`,
  'cue-said-otherwise': $localize`another number is said`,
  'cue-flashes': $localize`changes too fast`,
  'cue-at-once': $localize`two captions`,
  'cue-too-much': $localize`too much at once`,
  'cue-too-short': $localize`too short to read`,
  'cue-small': $localize`small on a phone`,
  'cue-contrast': $localize`hard to see`,
  'cue-lines': $localize`too many lines`,
  'cue-too-fast': $localize`faster than read`,
  'cue-too-long': $localize`stands long`,
  'cue-gap': $localize`flickers`,
  'cue-over-jump': $localize`over a jump`,
  'caption-hole': $localize`no caption`,
};
