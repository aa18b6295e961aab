import type { Reading } from '@limber/core/narration/reading';

type Step = Reading['steps'][number];
type Dose = Reading['doses'][number];

/** What read steps, their sides and their numbers are called on the screen. */
export const KIND_WORDS: Readonly<Record<Step['kind'], string>> = {
  intro: $localize`opening`,
  prep: $localize`getting ready`,
  warmup: $localize`warm-up`,
  technique: $localize`move`,
  drain: $localize`last way down`,
  rest: $localize`rest`,
  talk: $localize`talk`,
  outro: $localize`closing`,
};

export const SIDE_WORDS: Readonly<Record<Step['side'], string>> = {
  left: $localize`left`,
  right: $localize`right`,
  first: $localize`first side`,
  second: $localize`second side`,
  both: $localize`both sides`,
  alternating: $localize`alternating`,
  midline: $localize`midline`,
  unknown: '',
};

export const DOSE_WORDS: Readonly<Record<Dose['kind'], string>> = {
  hold_s: $localize`seconds held`,
  reps: $localize`times`,
  sets: $localize`sets`,
  count: $localize`counted to`,
  seconds_each: $localize`seconds moved`,
  remaining_s: $localize`seconds left`,
  lookahead_s: $localize`seconds until it changes`,
  breaths: $localize`breaths`,
  swipes: $localize`passes`,
};

export const SCOPE_WORDS: Readonly<Record<Dose['scope'], string>> = {
  here: $localize`as it is said`,
  each_side: $localize`on each side`,
  every_move: $localize`of every move`,
  other_side: $localize`on the second side`,
};
