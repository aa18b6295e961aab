import { afterTheMicrophone } from './careful/after-the-microphone';
import { coldStone } from './careful/cold-stone';
import { nineHolds } from './careful/nine-holds';
import { oilAtDusk } from './careful/oil-at-dusk';
import { slowLantern } from './careful/slow-lantern';
import { speakingFace } from './careful/speaking-face';
import { twoSpoons } from './careful/two-spoons';
import { upAndHome } from './careful/up-and-home';
import { forgeAndFire } from './careful/forge-and-fire';
import { likeAFeather } from './careful/like-a-feather';
import { morningRoller } from './careful/morning-roller';
import { netLoft } from './careful/net-loft';
import { quietHolds } from './careful/quiet-holds';
import { rainGoesDown } from './careful/rain-goes-down';
import { washOilSleep } from './careful/wash-oil-sleep';
import type { Judged } from './kit';

/** The lessons that the rules were made with, and those that were written afterwards and read unseen. */
export const CAREFUL_UNSEEN: readonly Judged[] = [
  washOilSleep,
  quietHolds,
  morningRoller,
  likeAFeather,
  rainGoesDown,
  forgeAndFire,
];

/** Written after what the second half had shown was mended, and read unseen. */
export const CAREFUL_LAST: readonly Judged[] = [netLoft, twoSpoons, speakingFace];

/** Six lessons of different schools as careful teachers give them, nine steps and more each: nothing in them is a "must". */
export const CAREFUL: readonly Judged[] = [slowLantern, coldStone, nineHolds, afterTheMicrophone, upAndHome, oilAtDusk];
