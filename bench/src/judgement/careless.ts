import { earAndDown } from './careless/ear-and-down';
import { loudLips } from './careless/loud-lips';
import { noTimeToSoothe } from './careless/no-time-to-soothe';
import { saidInPassing } from './careless/said-in-passing';
import { stoneInAHurry } from './careless/stone-in-a-hurry';
import { wrongWayRound } from './careless/wrong-way-round';
import { coldAndQuick } from './careless/cold-and-quick';
import { downhill } from './careless/downhill';
import { gentleWords } from './careless/gentle-words';
import { oneMoreThing } from './careless/one-more-thing';
import { openWide } from './careless/open-wide';
import { shoulderStorm } from './careless/shoulder-storm';
import type { Judged } from './kit';

/** Written after the rules, and read unseen. */
export const CARELESS_UNSEEN: readonly Judged[] = [
  coldAndQuick,
  openWide,
  shoulderStorm,
  gentleWords,
  oneMoreThing,
  downhill,
];

/** Six lessons with faults put into them in known places: kinds of faults, and kinds of places, by turns. */
export const CARELESS: readonly Judged[] = [
  earAndDown,
  stoneInAHurry,
  loudLips,
  saidInPassing,
  wrongWayRound,
  noTimeToSoothe,
];
