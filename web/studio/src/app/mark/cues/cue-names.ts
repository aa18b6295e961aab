import type { CueKind } from '@limber/core/lesson/override.schema';

/** What all cues of a kind are called. */
export const KIND_NAMES: Readonly<Record<CueKind, string>> = {
  count: $localize`counts`,
  countdown: $localize`seconds left`,
  set: $localize`which set it is`,
  halfway: $localize`halfway`,
  last: $localize`the last one`,
  side: $localize`your side`,
  swap: $localize`changes of side`,
  next: $localize`what comes next`,
  breath: $localize`when to breathe`,
  label: $localize`names of steps`,
  pressure: $localize`how firmly, which way`,
  form: $localize`how to do it`,
  caution: $localize`cautions`,
  felt: $localize`where it is felt`,
  check: $localize`what to check`,
  caption: $localize`captions`,
};
/** One of them, where that is another word. */
export const ONE_NAMES: Readonly<Record<CueKind, string>> = {
  ...KIND_NAMES,
  count: $localize`count`,
  set: $localize`set`,
  last: $localize`last one`,
  side: $localize`side`,
  swap: $localize`change of side`,
  next: $localize`next move`,
  breath: $localize`breath`,
  label: $localize`name`,
  caution: $localize`caution`,
  caption: $localize`caption`,
};
