import { CELLS, Pictures } from './picture';
import type { Stretch } from './presence';

/** Grey levels by which a cell is another one, and the share of such cells that makes another picture. */
const OTHER = 22;
const MOST = 0.45;

/** The stretches of a film between hard cuts: a picture that is another one nearly everywhere begins a scene. */
export function scenesOf(film: Pictures): Stretch[] {
  const starts = [0];
  for (let at = 1; at < film.length; at++) {
    const [before, now] = [film.at(at - 1), film.at(at)];
    let others = 0;
    let sum = 0;
    for (let cell = 0; cell < CELLS; cell++) sum += now[cell]! - before[cell]!;
    // A light that goes on or off is no other scene.
    const light = sum / CELLS;
    for (let cell = 0; cell < CELLS; cell++) if (Math.abs(now[cell]! - before[cell]! - light) > OTHER) others++;
    if (others > MOST * CELLS) starts.push(at);
  }
  return starts.map((from, i) => ({ from, to: starts[i + 1] ?? film.length }));
}
