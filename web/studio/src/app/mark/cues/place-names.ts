import type { OwnPlace } from '@limber/core/lesson/override.schema';

/** Places that have a name, by their shares of the room that there is. */
export const PLACE_NAMES: readonly { readonly place: OwnPlace; readonly label: string }[] = [
  { place: [0, 0], label: $localize`top left` },
  { place: [0.5, 0], label: $localize`top middle` },
  { place: [1, 0], label: $localize`top right` },
  { place: [0, 0.5], label: $localize`left` },
  { place: [0.5, 0.5], label: $localize`middle` },
  { place: [1, 0.5], label: $localize`right` },
  { place: [0, 1], label: $localize`bottom left` },
  { place: [0.5, 1], label: $localize`bottom middle` },
  { place: [1, 1], label: $localize`bottom right` },
];
