import { earAndDown } from './careless/ear-and-down';
import { loudLips } from './careless/loud-lips';
import { noTimeToSoothe } from './careless/no-time-to-soothe';
import { saidInPassing } from './careless/said-in-passing';
import { stoneInAHurry } from './careless/stone-in-a-hurry';
import { wrongWayRound } from './careless/wrong-way-round';
import type { Judged } from './kit';

/** Six lessons with faults put into them in known places: kinds of faults, and kinds of places, by turns. */
export const CARELESS: readonly Judged[] = [
  earAndDown,
  stoneInAHurry,
  loudLips,
  saidInPassing,
  wrongWayRound,
  noTimeToSoothe,
];
