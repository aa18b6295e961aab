import { afterTheMicrophone } from './careful/after-the-microphone';
import { coldStone } from './careful/cold-stone';
import { nineHolds } from './careful/nine-holds';
import { oilAtDusk } from './careful/oil-at-dusk';
import { slowLantern } from './careful/slow-lantern';
import { upAndHome } from './careful/up-and-home';
import type { Judged } from './kit';

/** Six lessons of different schools as careful teachers give them, nine steps and more each: nothing in them is a "must". */
export const CAREFUL: readonly Judged[] = [slowLantern, coldStone, nineHolds, afterTheMicrophone, upAndHome, oilAtDusk];
