/** What is looked at of a film for movement: small grey pictures, twelve and a half a second. */
export const COLUMNS = 96;
export const ROWS = 54;
export const CELLS = COLUMNS * ROWS;
/** Length of a picture's stretch, ms. */
export const STEP_MS = 80;
/** Pictures after which long work tells how far it is. */
export const TOLD = 250;

/** Grey pictures of {@link CELLS} bytes each, in one piece of memory: an hour takes 233 MB. */
export class Pictures {
  constructor(private readonly bytes: Uint8Array) {}

  get length(): number {
    return this.bytes.length / CELLS;
  }

  /** A view, not a copy: what is written into it is written into the film. */
  at(index: number): Uint8Array {
    return this.bytes.subarray(index * CELLS, (index + 1) * CELLS);
  }

  slice(from: number, to: number): Pictures {
    return new Pictures(this.bytes.subarray(from * CELLS, to * CELLS));
  }
}

/** Gathers pictures from bytes as they come; half a picture at the end is no picture. */
export class PictureGatherer {
  private bytes: Uint8Array;
  private filled = 0;

  /** @param durationMs how long the film claims to be, for the room that is taken at first. */
  constructor(durationMs: number) {
    this.bytes = new Uint8Array(CELLS * (2 + Math.ceil(durationMs / STEP_MS)));
  }

  add(chunk: Uint8Array): void {
    if (this.filled + chunk.length > this.bytes.length) {
      const larger = new Uint8Array(Math.max(2 * this.bytes.length, this.filled + chunk.length));
      larger.set(this.bytes.subarray(0, this.filled));
      this.bytes = larger;
    }
    this.bytes.set(chunk, this.filled);
    this.filled += chunk.length;
  }

  end(): Pictures {
    return new Pictures(this.bytes.subarray(0, this.filled - (this.filled % CELLS)));
  }
}

const MARGIN = [0.06, 0.24, 0.4, 0.24, 0.06] as const;
const across = new Float32Array(CELLS);

/**
 * A picture made soft (a Gaussian of 0.9 cells): edges that fall between cells then move by as much as the film does,
 * where hard ones would jump and leave a false rhythm of the camera's shake.
 */
export function soften(picture: ArrayLike<number>, out: Float32Array): void {
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++) {
      let sum = 0;
      for (let k = -2; k <= 2; k++)
        sum += MARGIN[k + 2]! * picture[row * COLUMNS + Math.min(COLUMNS - 1, Math.max(0, column + k))]!;
      across[row * COLUMNS + column] = sum;
    }
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++) {
      let sum = 0;
      for (let k = -2; k <= 2; k++)
        sum += MARGIN[k + 2]! * across[Math.min(ROWS - 1, Math.max(0, row + k)) * COLUMNS + column]!;
      out[row * COLUMNS + column] = sum;
    }
}

/** Slopes of a picture, grey levels a cell, to the right and down; 0 at its margins. */
export function slopesOf(picture: ArrayLike<number>): { readonly right: Float32Array; readonly down: Float32Array } {
  const right = new Float32Array(CELLS);
  const down = new Float32Array(CELLS);
  for (let row = 1; row < ROWS - 1; row++)
    for (let column = 1; column < COLUMNS - 1; column++) {
      const at = row * COLUMNS + column;
      right[at] = (picture[at + 1]! - picture[at - 1]!) / 2;
      down[at] = (picture[at + COLUMNS]! - picture[at - COLUMNS]!) / 2;
    }
  return { right, down };
}

/** Square of the slope of each cell: where it is steep, a little movement changes much. */
export function steepnessOf(picture: ArrayLike<number>): Float32Array {
  const { right, down } = slopesOf(picture);
  return right.map((slope, cell) => slope * slope + down[cell]! ** 2);
}

/** The sum of a cell, not at the margin, and its eight neighbours. */
export function around(values: Float32Array, cell: number): number {
  let sum = 0;
  for (let near = cell - COLUMNS; near <= cell + COLUMNS; near += COLUMNS)
    sum += values[near - 1]! + values[near]! + values[near + 1]!;
  return sum;
}

/** The mean of a stretch as far as it lies in the film; null where nothing of it does. */
export function meanPicture(film: Pictures, from: number, to: number): Float32Array | null {
  const [first, last] = [Math.max(0, from), Math.min(film.length, to)];
  if (last <= first) return null;
  const sums = new Float32Array(CELLS);
  for (let at = first; at < last; at++) {
    const bytes = film.at(at);
    for (let cell = 0; cell < CELLS; cell++) sums[cell]! += bytes[cell]!;
  }
  return sums.map((sum) => sum / (last - first));
}

/** The middle value of each cell over some pictures. */
export function medianPicture(pictures: readonly ArrayLike<number>[]): Float32Array {
  const out = new Float32Array(CELLS);
  const values = new Float32Array(pictures.length);
  for (let cell = 0; cell < CELLS; cell++) {
    for (let i = 0; i < pictures.length; i++) values[i] = pictures[i]![cell]!;
    values.sort();
    out[cell] = values[pictures.length >> 1] ?? 0;
  }
  return out;
}
