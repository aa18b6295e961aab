import type { CutMs, TakeMs } from '../time/clocks';
import { endOf, goesOnAfter, inCut, type Cut, type CutPiece } from './cut';

/** Where an instant of a cut comes from. */
export interface Place {
  /** Which piece of the cut plays, from 0. */
  readonly index: number;
  readonly takeId: string;
  readonly takeMs: TakeMs;
}

/**
 * The one place that plays at an instant of a cut, found by halving. Before the beginning it is the first, from the end
 * on the last instant of all; null when nothing plays.
 *
 * @example placeAt(cutOf('full', [{ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000 }]), 500)
 * // { index: 0, takeId: 't', takeMs: 2500 }
 */
export function placeAt({ pieces, durationMs }: Cut, cutMs: CutMs): Place | null {
  if (pieces.length === 0) return null;
  const at = Math.min(Math.max(0, cutMs), durationMs);
  let [low, high] = [0, pieces.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (pieces[middle]!.startMs <= at) low = middle;
    else high = middle - 1;
  }
  const { takeId, fromMs, startMs } = pieces[low]!;
  return { index: low, takeId, takeMs: fromMs + at - startMs };
}

/**
 * Every instant of a cut at which an instant of a take plays, ascending; none when the cut leaves it out. A piece plays
 * from its first instant up to its last one, which is no more its own.
 *
 * @example cutTimesOf(cutOf('full', [p, p]), 't', 2500) // [500, 3500], where p plays 2000 to 5000 of t
 */
export function cutTimesOf(cut: Cut, takeId: string, takeMs: TakeMs): CutMs[] {
  const own = indexOf(cut).get(takeId);
  if (!own) return [];
  let [low, high] = [0, own.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (own[middle]!.piece.fromMs <= takeMs) low = middle + 1;
    else high = middle;
  }
  const times: CutMs[] = [];
  for (let at = low - 1; at >= 0 && own[at]!.furthestMs > takeMs; at--)
    if (own[at]!.piece.toMs > takeMs) times.push(inCut(own[at]!.piece, takeMs));
  return times.sort((a, b) => a - b);
}

/** A piece of a take, with the furthest instant of the take that it or one that begins before it plays. */
interface Played {
  readonly piece: CutPiece;
  readonly furthestMs: TakeMs;
}

/** The pieces of each take by their beginning. Made once for a cut, which never changes. */
const indices = new WeakMap<Cut, Map<string, Played[]>>();

function indexOf(cut: Cut): Map<string, Played[]> {
  const known = indices.get(cut);
  if (known) return known;
  const byTake = new Map<string, CutPiece[]>();
  for (const piece of cut.pieces) if (!byTake.get(piece.takeId)?.push(piece)) byTake.set(piece.takeId, [piece]);
  const index = new Map<string, Played[]>();
  for (const [takeId, pieces] of byTake) {
    let furthestMs = 0;
    index.set(
      takeId,
      pieces
        .sort((a, b) => a.fromMs - b.fromMs || a.startMs - b.startMs)
        .map((piece) => ({ piece, furthestMs: (furthestMs = Math.max(furthestMs, piece.toMs)) })),
    );
  }
  indices.set(cut, index);
  return index;
}

/** What plays without a jump. */
export interface Stretch {
  readonly takeId: string;
  readonly fromMs: TakeMs;
  readonly toMs: TakeMs;
  /** Where it begins and ends in the cut. */
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

/**
 * Walks a cut from an instant to its end, from jump to jump: pieces that go on where the one before ended are one
 * stretch. What a player has to play now, and what it has to make ready.
 *
 * @example [...cursor(cutOf('full', [{ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000 }]), 500)]
 * // [{ takeId: 't', fromMs: 2500, toMs: 5000, startMs: 500, endMs: 3000 }]
 */
export function* cursor(cut: Cut, fromMs: CutMs = 0): Generator<Stretch, void> {
  const place = placeAt(cut, fromMs);
  if (!place || fromMs >= cut.durationMs) return;
  let at = place.index;
  let takeMs = place.takeMs;
  while (at < cut.pieces.length) {
    const first = cut.pieces[at]!;
    let last = first;
    while (goesOnAfter(last, cut.pieces[at + 1])) last = cut.pieces[++at]!;
    yield { takeId: first.takeId, fromMs: takeMs, toMs: last.toMs, startMs: inCut(first, takeMs), endMs: endOf(last) };
    takeMs = cut.pieces[++at]?.fromMs ?? 0;
  }
}
