import { CELLS, COLUMNS, medianPicture, Pictures, ROWS, slopesOf, soften, TOLD } from './picture';

/** Where a picture lies against the reference: moved by cells, and how much brighter. */
export interface Camera {
  readonly right: number;
  readonly down: number;
  readonly gain: number;
  readonly offset: number;
}

const STILL: Camera = { right: 0, down: 0, gain: 1, offset: 0 };
/** Of how many pictures, spread over the film, the reference is the median. */
const REFERENCE = 61;
const ROUNDS = 3;
/** A hand-held camera stays within this many cells of where it was; what seems further is no camera. */
const FURTHEST = 8;

/**
 * Takes the camera's shake and the light's flicker out of a film, in place: each picture is softened and laid on the
 * median of the film by least squares over shift, gain and offset together, with Tukey's weights, so that what moves in
 * front of the camera does not count. Shift by a fraction of a cell is what a later difference of two pictures needs.
 *
 * @returns where the camera was, a picture each; told on the way is the share that is done.
 */
export function* steady(film: Pictures): Generator<number, Camera[]> {
  const step = Math.max(1, Math.floor(film.length / REFERENCE));
  const spread = Array.from({ length: Math.ceil(film.length / step) }, (_, i) => i * step);
  const soft = spread.map((at) => {
    const picture = new Float32Array(CELLS);
    soften(film.at(at), picture);
    return picture;
  });
  let reference = referenceOf(medianPicture(soft));
  let camera = STILL;
  const laid = soft.map((picture) => {
    camera = alignedTo(reference, picture, camera, ROUNDS + 2);
    const out = new Float32Array(CELLS);
    lay(picture, camera, out);
    return out;
  });
  reference = referenceOf(medianPicture(laid));

  camera = STILL;
  const picture = new Float32Array(CELLS);
  const out = new Float32Array(CELLS);
  const cameras: Camera[] = [];
  for (let at = 0; at < film.length; at++) {
    const bytes = film.at(at);
    soften(bytes, picture);
    camera = alignedTo(reference, picture, camera, at === 0 ? ROUNDS + 3 : ROUNDS);
    lay(picture, camera, out);
    for (let cell = 0; cell < CELLS; cell++) bytes[cell] = Math.max(0, Math.min(255, Math.round(out[cell]!)));
    cameras.push(camera);
    if (at % TOLD === 0) yield at / film.length;
  }
  return cameras;
}

interface Reference {
  readonly picture: Float32Array;
  readonly right: Float32Array;
  readonly down: Float32Array;
}
const referenceOf = (picture: Float32Array): Reference => ({ picture, ...slopesOf(picture) });

const residuals = new Float32Array(CELLS);
const some = new Float32Array(Math.ceil(CELLS / 12));

/** Gauss and Newton's steps from where the camera was before; every second cell is enough. */
function alignedTo(reference: Reference, picture: Float32Array, from: Camera, rounds: number): Camera {
  let { right, down, gain, offset } = from;
  for (let round = 0; round < rounds; round++) {
    let taken = 0;
    let n = 0;
    for (let row = 2; row < ROWS - 2; row++)
      for (let column = 2 + (row & 1); column < COLUMNS - 2; column += 2) {
        const at = row * COLUMNS + column;
        const residual = gain * valueAt(picture, column + right, row + down) + offset - reference.picture[at]!;
        residuals[at] = residual;
        if (n++ % 7 === 0) some[taken++] = residual;
      }
    const sample = some.subarray(0, taken).sort();
    const middle = sample[taken >> 1]!;
    for (let i = 0; i < taken; i++) sample[i] = Math.abs(sample[i]! - middle);
    const reach = 6 * Math.max(0.6, sample.sort()[taken >> 1]!);

    const normal = new Float64Array(20);
    for (let row = 2; row < ROWS - 2; row++)
      for (let column = 2 + (row & 1); column < COLUMNS - 2; column += 2) {
        const at = row * COLUMNS + column;
        const share = (residuals[at]! - middle) / reach;
        if (share <= -1 || share >= 1) continue;
        addTo(normal, reference, at, residuals[at]!, (1 - share * share) ** 2);
      }
    const by = solved(normal);
    if (!by) break;
    right = within(right - by[0]!, -FURTHEST, FURTHEST);
    down = within(down - by[1]!, -FURTHEST, FURTHEST);
    gain = within(gain * (1 - by[2]!), 0.6, 1.6);
    offset -= by[3]!;
    if (Math.abs(by[0]!) + Math.abs(by[1]!) < 0.005 && Math.abs(by[2]!) < 0.001) break;
  }
  return { right, down, gain, offset };
}

/** Adds a cell to the normal equations: rows of slopes, value and one; the right-hand side is its fifth column. */
function addTo(normal: Float64Array, reference: Reference, at: number, residual: number, weight: number): void {
  const [a, b, c] = [reference.right[at]!, reference.down[at]!, reference.picture[at]!];
  const [wa, wb, wc] = [weight * a, weight * b, weight * c];
  normal[0]! += wa * a;
  normal[1]! += wa * b;
  normal[2]! += wa * c;
  normal[3]! += wa;
  normal[4]! += wa * residual;
  normal[6]! += wb * b;
  normal[7]! += wb * c;
  normal[8]! += wb;
  normal[9]! += wb * residual;
  normal[12]! += wc * c;
  normal[13]! += wc;
  normal[14]! += wc * residual;
  normal[18]! += weight;
  normal[19]! += weight * residual;
}

/** The solution of four symmetric equations, or null where a picture has no edges to go by. */
function solved(normal: Float64Array): number[] | null {
  const m = [0, 1, 2, 3].map((row) => [0, 1, 2, 3, 4].map((column) => normal[row * 5 + column]!));
  for (let row = 0; row < 4; row++) {
    for (let column = 0; column < row; column++) m[row]![column] = m[column]![row]!;
    // A picture without any edge has no place: it stays where it is.
    m[row]![row]! += 1;
  }
  for (let pivot = 0; pivot < 4; pivot++) {
    const by = m[pivot]![pivot]!;
    if (!(Math.abs(by) > 1e-9)) return null;
    for (let row = 0; row < 4; row++) {
      if (row === pivot) continue;
      const share = m[row]![pivot]! / by;
      for (let column = pivot; column < 5; column++) m[row]![column]! -= share * m[pivot]![column]!;
    }
  }
  return m.map((row, i) => row[4]! / row[i]!);
}

const within = (value: number, low: number, high: number): number => Math.max(low, Math.min(high, value));

/** The value between cells, by its four neighbours; beyond the margin as at it. */
function valueAt(picture: Float32Array, x: number, y: number): number {
  const column = within(x, 0, COLUMNS - 1.001);
  const row = within(y, 0, ROWS - 1.001);
  const at = (row | 0) * COLUMNS + (column | 0);
  const [a, b] = [column - (column | 0), row - (row | 0)];
  const above = picture[at]! + a * (picture[at + 1]! - picture[at]!);
  const below = picture[at + COLUMNS]! + a * (picture[at + COLUMNS + 1]! - picture[at + COLUMNS]!);
  return above + b * (below - above);
}

function lay(picture: Float32Array, { right, down, gain, offset }: Camera, out: Float32Array): void {
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++)
      out[row * COLUMNS + column] = gain * valueAt(picture, column + right, row + down) + offset;
}
