import type { Piece } from '../lesson/piece.schema';
import type { Take } from '../lesson/take.schema';

/**
 * Whether some pieces are a take from its first picture to its last, and nothing else.
 *
 * @example playsWhole([{ id: 'p', takeId: 't', fromMs: 0, toMs: 9000 }], { id: 't', durationMs: 9000 }) // true
 */
export function playsWhole(pieces: readonly Piece[], take: Pick<Take, 'id' | 'durationMs'>): boolean {
  const [only, ...others] = pieces;
  return others.length === 0 && only?.takeId === take.id && only.fromMs === 0 && only.toMs === take.durationMs;
}
