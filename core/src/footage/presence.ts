import { quantile } from './repetitions';

/** A stretch of pictures, the second one not in it any more. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Cells of 5,184 that an arm covers at least more than nothing: less is a shadow, or a head that leans out. */
const LEAST = 22;
/** From which share of its usual area on an arm is there, and below which it is gone: arms at the chest cover little. */
const THERE = 0.3;
const GONE = 0.22;
/** Pictures for which an arm may be lost without having been away. */
const BRIDGED = 5;
/** What is shorter is no arm that does something: 1.5 s. */
const SHORTEST = 18;
/** The share of its area at work from which on an arm has arrived. */
const ARRIVED = 0.8;
/** Pictures at both ends in which it still comes or goes. */
const ON_THE_WAY = 3;

/**
 * When an arm is there and at its place, by how many cells it covers in its half of the picture: the stretches between
 * coming and going.
 */
export function presenceIn(area: Float32Array): Stretch[] {
  const smooth = area.map((value, at) => ((area[at - 1] ?? value) + value + (area[at + 1] ?? value)) / 3);
  const low = quantile(smooth, 0.05);
  const high = quantile(smooth, 0.92);
  if (high - low < LEAST) return [];
  const spans: { from: number; to: number }[] = [];
  let since = -1;
  for (let at = 0; at <= smooth.length; at++) {
    const share = at < smooth.length ? (smooth[at]! - low) / (high - low) : -1;
    if (since < 0 && share > THERE) since = at;
    if (since < 0 || share >= GONE) continue;
    const last = spans[spans.length - 1];
    if (last && since - last.to < BRIDGED) last.to = at;
    else spans.push({ from: since, to: at });
    since = -1;
  }
  return spans.flatMap(({ from, to }) => {
    const margin = Math.round((to - from) / 10);
    const reached = low + ARRIVED * (quantile(area.subarray(from + margin, to - margin), 0.25) - low);
    if (reached - low < LEAST / 2) return [];
    let [first, last] = [from, to];
    while (first < last && area[first]! < reached) first++;
    while (last > first && area[last - 1]! < reached) last--;
    // What the film begins or ends with neither comes nor goes.
    if (first > 0) first += ON_THE_WAY;
    if (last < area.length) last -= ON_THE_WAY;
    return last - first >= SHORTEST ? [{ from: first, to: last }] : [];
  });
}
