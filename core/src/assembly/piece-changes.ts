import { asOne } from '../lesson/as-one';
import type { Change, SingleChange } from '../lesson/change.schema';
import type { Piece } from '../lesson/piece.schema';

/**
 * The small edits that make one list of pieces of another: pieces of the same id are kept, and moved or set where they
 * differ. In this order they lead from `before` to `after` exactly.
 *
 * @example pieceChanges([p, q], [q]) // [{ kind: 'remove_piece', pieceId: 'p' }]
 */
export function pieceChanges(before: readonly Piece[], after: readonly Piece[]): SingleChange[] {
  const wanted = new Set(after.map((piece) => piece.id));
  const known = new Map(before.map((piece) => [piece.id, piece]));
  const changes: SingleChange[] = before
    .filter((piece) => !wanted.has(piece.id))
    .map((piece) => ({ kind: 'remove_piece', pieceId: piece.id }));
  const order = before.filter((piece) => wanted.has(piece.id)).map((piece) => piece.id);
  after.forEach((piece, at) => {
    const afterPieceId = at > 0 ? after[at - 1]!.id : null;
    const was = known.get(piece.id);
    if (was?.takeId !== piece.takeId) {
      // A piece does not change its take: it is another piece.
      if (was) {
        changes.push({ kind: 'remove_piece', pieceId: piece.id });
        order.splice(order.indexOf(piece.id), 1);
      }
      changes.push({ kind: 'add_piece', piece, afterPieceId });
      order.splice(at, 0, piece.id);
      return;
    }
    if (order[at] !== piece.id) {
      changes.push({ kind: 'place_piece', pieceId: piece.id, afterPieceId });
      order.splice(order.indexOf(piece.id), 1);
      order.splice(at, 0, piece.id);
    }
    for (const field of ['fromMs', 'toMs'] as const)
      if (was[field] !== piece[field])
        changes.push({ kind: 'set_piece', pieceId: piece.id, field, value: piece[field] });
  });
  return changes;
}

/** The same as one change; null when there is nothing to change. @example changeOfPieces([p], [p]) // null */
export function changeOfPieces(before: readonly Piece[], after: readonly Piece[]): Change | null {
  return asOne(pieceChanges(before, after));
}
