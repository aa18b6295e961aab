import type { Region } from '../../face/regions';
import type { Action } from '../../move/move.schema';
import { likeliest, type Learned } from './likeliest';
import { actionsSeen, regionsSeen, type Told } from './work-features';

/** What is learned of a step's work. */
export interface LearnedWork {
  readonly regions: Learned;
  readonly actions: Learned;
  readonly sides: Learned;
}

/** What a step works on and how, and how sure it is that both are right, 0 to 1. */
export interface Work {
  readonly region: Region;
  readonly action: Action;
  readonly work: number;
}

/**
 * What a step works on, from its words and from the step before it.
 *
 * @example workOf(told(' knead the jaw , ', null, false, null), WORK).action // 'knead'
 */
export function workOf(of: Told, { regions, actions }: LearnedWork): Work {
  const region = likeliest(regionsSeen(of), regions);
  const action = likeliest(actionsSeen(of, region.value), actions);
  return { region: region.value, action: action.value, work: region.sure * action.sure };
}
