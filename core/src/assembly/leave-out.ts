import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import type { LogEntry } from '../take/log.document';
import { spoiltIn } from '../take/spoilt';
import type { TakeMs } from '../time/clocks';
import { subtractSpans, unionSpans, type Span } from '../time/spans';
import { changeOfPieces } from './piece-changes';
import { playsWhole } from './plays-whole';
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

/**
 * The change that lets a take play only as it was done last, where it plays whole; null where she has chosen what plays
 * of it, or where nothing of it was begun again.
 *
 * @param log the take's own, on its time.
 * @example leaveOutSpoilt(lesson, 't', log, newId) // { kind: 'batch', changes: [{ kind: 'set_piece', … }, …] }
 */
export function leaveOutSpoilt(
  lesson: Pick<Lesson, 'assembly' | 'takes'>,
  takeId: string,
  log: readonly LogEntry[],
  newId: () => string,
): Change | null {
  const take = lesson.takes.find((one) => one.id === takeId);
  const own = lesson.assembly.filter((one) => one.takeId === takeId);
  return take && playsWhole(own, take) ? leaveOut(lesson, takeId, spoiltIn(log), newId) : null;
}
