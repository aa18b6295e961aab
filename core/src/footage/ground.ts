import { CELLS, medianPicture, Pictures, steepnessOf } from './picture';

/** What stands behind everything that comes and goes, for a stretch of a film. */
export interface Ground {
  readonly picture: Float32Array;
  /** See {@link steepnessOf}. */
  readonly steepness: Float32Array;
}

/** The parts of a picture that are looked at by themselves: each half outside of the head, by cell. */
export interface Parts {
  readonly head: Uint8Array;
  readonly half: Uint8Array;
}

/** Every so many pictures one is compared with others: about a second. */
const SAMPLED = 12;
/** Pictures from one ground to the next, and to either side of it that are looked at: half a minute, and a minute. */
const STEP = 375;
const AROUND = 750;
/** Two pictures of a half are alike when at most this many cells differ: fewer than the thinnest arm covers. */
const ALIKE = 24;
/** Nothing is about when pictures stay alike for so many samples; a stroke comes back to a place, and does not stay. */
const STAYS = 3;
/** One rest counts as this many samples at most: rests that come again are better known than one long hold. */
const MOST = 10;

/**
 * The ground of a film, every half minute: in each half what it looks like at rest again and again. A median would take
 * an arm that is up most of the time for the wall behind it.
 *
 * @param film steady and soft. @param noise grey levels by which a cell differs by itself.
 */
export function groundsOf(film: Pictures, parts: Parts, noise: number): Ground[] {
  const halves = [0, 1].map((half) =>
    Array.from({ length: CELLS }, (_, cell) => cell).filter((cell) => !parts.head[cell] && parts.half[cell] === half),
  );
  const grounds: Ground[] = [];
  for (let middle = 0; middle < film.length + STEP; middle += STEP) {
    const samples: Uint8Array[] = [];
    for (let at = Math.max(0, middle - AROUND); at < Math.min(film.length, middle + AROUND); at += SAMPLED)
      samples.push(film.at(at));
    const picture = medianPicture(samples);
    for (const cells of halves) {
      const rest = restOf(samples, cells, noise);
      if (rest.length < STAYS) continue;
      for (const cell of cells) picture[cell] = rest.reduce((sum, one) => sum + one[cell]!, 0) / rest.length;
    }
    grounds.push({ picture, steepness: steepnessOf(picture) });
  }
  return grounds;
}

/** Which of the grounds belongs to a picture. */
export function groundAt(grounds: readonly Ground[], picture: number): Ground {
  return grounds[Math.round(picture / STEP)]!;
}

/** The pictures that are most at rest: alike to one that the film comes back to, and stays at. */
function restOf(samples: readonly Uint8Array[], cells: readonly number[], noise: number): Uint8Array[] {
  const differs = 4 + 3 * noise;
  let best: boolean[] = [];
  let most = 0;
  for (const one of samples) {
    const alike = samples.map((other) => {
      let off = 0;
      for (const cell of cells) if (Math.abs(one[cell]! - other[cell]!) > differs && ++off > ALIKE) return false;
      return true;
    });
    const score = runsOf(alike).reduce((sum, length) => sum + (length >= STAYS ? Math.min(length, MOST) : 0), 0);
    if (score > most) [best, most] = [alike, score];
  }
  return samples.filter((_, i) => best[i]);
}

function runsOf(marks: readonly boolean[]): number[] {
  const runs: number[] = [];
  let length = 0;
  for (const mark of [...marks, false]) {
    if (mark) length++;
    else if (length > 0) {
      runs.push(length);
      length = 0;
    }
  }
  return runs;
}
