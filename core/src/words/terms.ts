import './localize';

/** The field's own terms as a screen says them, by the name that they have in documents. */
const TERMS: Readonly<Record<string, string>> = {
  chest: $localize`chest`,
  collarbone: $localize`collarbone`,
  shoulder: $localize`shoulder`,
  neck: $localize`neck`,
  nape: $localize`nape`,
  ear: $localize`ear`,
  under_chin: $localize`under chin`,
  jaw: $localize`jaw`,
  chin: $localize`chin`,
  lips: $localize`lips`,
  mouth: $localize`mouth`,
  tongue: $localize`tongue`,
  cheek: $localize`cheek`,
  nose: $localize`nose`,
  eye: $localize`eye`,
  brow: $localize`brow`,
  forehead: $localize`forehead`,
  temple: $localize`temple`,
  scalp: $localize`scalp`,
  whole_face: $localize`whole face`,

  hold: $localize`hold`,
  stroke: $localize`stroke`,
  roll: $localize`roll`,
  circle: $localize`circle`,
  tap: $localize`tap`,
  press: $localize`press`,
  pinch: $localize`pinch`,
  knead: $localize`knead`,
  wiggle: $localize`wiggle`,
  stretch: $localize`stretch`,
  puff: $localize`puff`,
  vocalise: $localize`vocalise`,
  breathe: $localize`breathe`,
  drain: $localize`drain`,

  hand: $localize`hand`,
  knuckle: $localize`knuckle`,
  stone: $localize`stone`,
  roller: $localize`roller`,
  spoon: $localize`spoon`,
  brush: $localize`brush`,
  device: $localize`device`,
  none: $localize`none`,

  flat_hand: $localize`flat hand`,
  fingertips: $localize`fingertips`,
  ring_finger: $localize`ring finger`,
  knuckles: $localize`knuckles`,
  fist: $localize`fist`,
  thumb: $localize`thumb`,
  between_fingers: $localize`between fingers`,
  hook: $localize`hook`,
  in_mouth: $localize`in mouth`,

  cold: $localize`cold`,
  cool: $localize`cool`,
  warm: $localize`warm`,
  flat: $localize`flat`,
  curved: $localize`curved`,
  notched: $localize`notched`,
  toothed: $localize`toothed`,
  tip: $localize`tip`,
  bowl: $localize`bowl`,
  rounded_end: $localize`rounded end`,

  feather: $localize`feather`,
  light: $localize`light`,
  medium: $localize`medium`,
  firm: $localize`firm`,

  gentle: $localize`gentle`,
  standard: $localize`standard`,
  strong: $localize`strong`,

  any: $localize`any`,
  seated: $localize`seated`,
  standing: $localize`standing`,
  lying: $localize`lying`,

  morning: $localize`morning`,
  evening: $localize`evening`,

  left: $localize`left`,
  right: $localize`right`,
  both: $localize`both`,
  alternating: $localize`alternating`,
  midline: $localize`midline`,

  must: $localize`must`,
  should: $localize`should`,
  note: $localize`note`,

  cleanser: $localize`cleanser`,
  toner: $localize`toner`,
  serum: $localize`serum`,
  oil: $localize`oil`,
  cream: $localize`cream`,
  sunscreen: $localize`sunscreen`,

  intro: $localize`opening`,
  prep: $localize`getting ready`,
  teach: $localize`explaining`,
  reps: $localize`repetitions`,
  swap: $localize`change of side`,
  rest: $localize`rest`,
  talk: $localize`talk`,
  outro: $localize`closing`,
  cut: $localize`left out`,
};

/**
 * A term as a screen says it; one that is not known is said as it is written.
 *
 * @example termOf('ring_finger') // 'ring finger'
 */
export function termOf(value: string): string {
  return TERMS[value] ?? value.replace(/_/g, ' ');
}

/** Whether a term has words of its own. */
export function isTerm(value: string): boolean {
  return value in TERMS;
}
