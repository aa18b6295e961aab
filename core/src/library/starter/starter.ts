import type { Move } from '../../move/move.schema';
import { CHEEK_AND_NOSE } from './cheek-and-nose';
import { EYE_AND_FOREHEAD } from './eye-and-forehead';
import { JAW_AND_MOUTH } from './jaw-and-mouth';
import { NECK_AND_BELOW } from './neck-and-below';

/**
 * The moves that a new studio begins with: plain names, routes, doses and cautions as are common (common practice, no
 * source). Everything in them may be changed.
 */
export const STARTER_MOVES: readonly Move[] = [
  ...NECK_AND_BELOW,
  ...JAW_AND_MOUTH,
  ...CHEEK_AND_NOSE,
  ...EYE_AND_FOREHEAD,
];
