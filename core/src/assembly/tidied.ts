import type { Piece } from '../lesson/piece.schema';
import { goesOnAfter } from './cut';

/**
 * Every piece with an id of its own, and what this change brings together without a jump as one piece. Pieces that
 * touched before were cut there on purpose.
 *
 * @example tidied([{ ...p, toMs: 2000 }, { ...p, fromMs: 2000 }], [p], newId) // [p]
 */
export function tidied(pieces: readonly Piece[], before: readonly Piece[], newId: () => string): Piece[] {
  const known = new Set(before.map((piece) => piece.id));
  const cutThere = new Set(
    before.slice(1).flatMap((piece, i) => (goesOnAfter(before[i], piece) ? [`${before[i]!.id}|${piece.id}`] : [])),
  );
  const used = new Set<string>();
  const tidy: Piece[] = [];
  for (const piece of pieces) {
    const last = tidy[tidy.length - 1];
    if (goesOnAfter(last, piece) && !cutThere.has(`${last!.id}|${piece.id}`))
      tidy[tidy.length - 1] = {
        ...last!,
        id: known.has(last!.id) || used.has(piece.id) ? last!.id : piece.id,
        toMs: piece.toMs,
      };
    else tidy.push(used.has(piece.id) ? { ...piece, id: newId() } : piece);
    used.add(tidy[tidy.length - 1]!.id);
  }
  return tidy;
}
