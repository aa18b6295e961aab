import type { FoundFace } from './face';
import { CELLS, COLUMNS, Pictures, ROWS } from './picture';

/** A place in cells: across and down. */
export type Place = readonly [x: number, y: number];

/** What long work comes to, whatever it tells on the way. */
export function resultOf<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}

/** What a film for tests shows at a picture: hands, how far the camera is off, and how bright it is. */
export interface Shown {
  readonly hands?: readonly Place[];
  readonly camera?: Place;
  readonly light?: number;
}

/** Where the head of such a film is, as a detector tells it. */
export const HEAD: FoundFace = { atMs: 0, left: 0.4, right: 0.6, eyes: 0.36, chin: 0.62 };
export const FACES: readonly FoundFace[] = [0, 2000, 4000].map((atMs) => ({ ...HEAD, atMs }));

/** A film of a room, a head and arms that come from the lower corners, drawn in cells. */
export function filmOf(length: number, shown: (picture: number) => Shown, room = 0): Pictures {
  const bytes = new Uint8Array(length * CELLS);
  for (let at = 0; at < length; at++) {
    const { hands = [], camera = [0, 0], light = 1 } = shown(at);
    for (let row = 0; row < ROWS; row++)
      for (let column = 0; column < COLUMNS; column++) {
        const [x, y] = [column - camera[0], row - camera[1]];
        const value = hands.reduce((under, hand) => under + covers(hand, x, y) * (205 - under), roomAt(x, y, room));
        bytes[at * CELLS + row * COLUMNS + column] = Math.max(0, Math.min(255, Math.round(light * value)));
      }
  }
  return new Pictures(bytes);
}

/** Soft shapes everywhere, so that every place has edges of its own. */
function roomAt(x: number, y: number, room: number): number {
  const wall =
    120 + 26 * Math.sin(x / 3.1 + room * 2) * Math.cos(y / 4.3 - room) + 18 * Math.sin((x + 2 * y) / 5.7 + room);
  const across = (x - 48) / 10.5;
  const down = (y - 24) / 11;
  const head = 1 / (1 + Math.exp(8 * (across * across + down * down - 1)));
  return wall + head * (165 + 12 * Math.cos(x / 2) - wall);
}

/** How much an arm from the lower corner on the hand's side covers a point, 0 to 1. */
function covers([handX, handY]: Place, x: number, y: number): number {
  const [cornerX, cornerY] = [handX < 48 ? 18 : 78, ROWS + 4];
  const [dx, dy] = [cornerX - handX, cornerY - handY];
  const along = Math.max(0, Math.min(1, ((x - handX) * dx + (y - handY) * dy) / (dx * dx + dy * dy)));
  const far = Math.hypot(x - handX - along * dx, y - handY - along * dy);
  return 1 / (1 + Math.exp(2.5 * (far - 3.2)));
}

/** Where a hand is that comes up at `from`, does something until `to`, and goes down again; out of sight before and after. */
export function raised(picture: number, from: number, to: number, at: (since: number) => Place): Place {
  const down: Place = [at(0)[0] < 48 ? 16 : 80, ROWS + 12];
  const share = picture < from ? 1 - (from - picture) / 8 : picture > to ? 1 - (picture - to) / 8 : 1;
  const [x, y] = at(Math.max(0, Math.min(to, picture) - from));
  const up = Math.max(0, Math.min(1, share));
  return [down[0] + up * (x - down[0]), down[1] + up * (y - down[1])];
}
