import { neighbours } from '@limber/core/face/areas';
import type { Bout, PictureAnalysis, Seen } from '@limber/core/footage/analyse';
import { sharedMs } from '@limber/core/time/spans';
import type { Clip, ClipEvent } from './clips';

/** How what was seen holds against what was drawn. */
export interface Score {
  readonly bouts: number;
  readonly found: number;
  /** Bouts whose repetitions are counted exactly, and at most one off. */
  readonly exact: number;
  readonly withinOne: number;
  readonly falseBouts: number;
  /** Of each beat of a bout that is counted exactly: how far off it is after one offset for the clip, ms. */
  readonly beatsMs: readonly number[];
  readonly holds: number;
  readonly heldFound: number;
  readonly falseHolds: number;
  /** How far off starts and ends of holds are, ms. */
  readonly holdsMs: readonly number[];
  /** Of what was found: with the right half, and with the right region or its neighbour. */
  readonly sides: number;
  readonly regions: number;
}

/** Holds what was seen in a clip against its truth. What covers most of something drawn is it. */
export function scoreOf(clip: Clip, { bouts, holds }: Pick<PictureAnalysis, 'bouts' | 'holds'>): Score {
  const drawn = clip.events.filter(({ path }) => path !== null);
  const pairs = drawn.map((event) => {
    const kind: readonly (Bout | Seen)[] = event.kind === 'bout' ? bouts : holds;
    return [event, kind.find((one) => sharedMs(one, event) > (event.endMs - event.startMs) / 2) ?? null] as const;
  });
  const found = pairs.filter((pair): pair is readonly [ClipEvent, Bout | Seen] => pair[1] !== null);
  const counted = found.flatMap(([event, one]) => ('beatsMs' in one ? [[event, one] as const] : []));
  const off = ([event, one]: readonly [ClipEvent, Bout]): number => Math.abs(one.beatsMs.length - event.beatsMs.length);
  const offsets = counted.filter((pair) => off(pair) === 0).flatMap(offsetsOf);
  const offset = offsets.reduce((sum, one) => sum + one, 0) / Math.max(1, offsets.length);
  const isDrawn = (one: Seen, kind: ClipEvent['kind']): boolean =>
    drawn.some((event) => event.kind === kind && sharedMs(one, event) > 0.4 * (one.endMs - one.startMs));
  const held = found.filter(([{ kind }]) => kind === 'hold');
  return {
    bouts: drawn.filter(({ kind }) => kind === 'bout').length,
    found: counted.length,
    exact: counted.filter((pair) => off(pair) === 0).length,
    withinOne: counted.filter((pair) => off(pair) <= 1).length,
    falseBouts: bouts.filter((one) => !isDrawn(one, 'bout')).length,
    beatsMs: offsets.map((one) => Math.abs(one - offset)),
    holds: drawn.filter(({ kind }) => kind === 'hold').length,
    heldFound: held.length,
    falseHolds: holds.filter((one) => !isDrawn(one, 'hold')).length,
    holdsMs: held.flatMap(([event, one]) => [Math.abs(one.startMs - event.startMs), Math.abs(one.endMs - event.endMs)]),
    sides: found.filter(([event, one]) => event.side === one.half).length,
    regions: found.filter(([event, one]) => one.region !== null && neighbours(one.region, event.region!)).length,
  };
}

/** How much later each beat is than drawn; which end of a movement completes it cannot be seen, so half of one is allowed. */
function offsetsOf([event, one]: readonly [ClipEvent, Bout]): number[] {
  const off = one.beatsMs.map((beat, i) => beat - event.beatsMs[i]!);
  const mean = off.reduce((sum, each) => sum + each, 0) / off.length;
  const turned = Math.abs(mean) > one.periodMs / 4 ? (Math.sign(mean) * one.periodMs) / 2 : 0;
  return off.map((each) => each - turned);
}
