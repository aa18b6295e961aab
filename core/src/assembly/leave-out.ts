import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import type { TakeMs } from '../time/clocks';
import { subtractSpans, unionSpans, type Span } from '../time/spans';
import { changeOfPieces } from './piece-changes';
import { tidied } from './tidied';

/**
 * The change that leaves stretches of a take out of the lesson, wherever they play; null when nothing of them does.
 *
 * @param newId makes ids of pieces.
 * @example leaveOut(lesson, 't', [[4000, 9000]], newId) // { kind: 'batch', changes: [{ kind: 'set_piece', … }, …] }
 */
export function leaveOut(
  lesson: Pick<Lesson, 'assembly'>,
  takeId: string,
  stretches: readonly Span<TakeMs>[],
  newId: () => string,
): Change | null {
  const gone = unionSpans(stretches);
  const pieces = lesson.assembly.flatMap((piece): Piece[] => {
    if (piece.takeId !== takeId) return [piece];
    const left = subtractSpans([[piece.fromMs, piece.toMs]], gone);
    return left.map(([fromMs, toMs]) => ({ ...piece, fromMs, toMs }));
  });
  return changeOfPieces(lesson.assembly, tidied(pieces, lesson.assembly, newId));
}
