import type { Cut, CutPiece } from '../assembly/cut';
import { nearestFrame, type FrameRate } from '../time/frames';

/** A piece in whole frames: from where to where of its take it plays, and from where on in the film. */
export interface FramedPiece {
  readonly piece: CutPiece;
  readonly from: number;
  readonly to: number;
  readonly at: number;
}

/**
 * What plays in a cut as editors have it, in whole frames of one rate. Each piece begins where the one before it ended, so
 * that lengths add up; one that is shorter than a frame is a frame long.
 *
 * @example framedPieces(cut, { numerator: 25, denominator: 1 })[0] // { piece, from: 50, to: 125, at: 0 }
 */
export function framedPieces({ pieces }: Pick<Cut, 'pieces'>, rate: FrameRate): FramedPiece[] {
  let at = 0;
  return pieces.map((piece) => {
    const from = nearestFrame(piece.fromMs, rate);
    const to = Math.max(from + 1, nearestFrame(piece.toMs, rate));
    const framed = { piece, from, to, at };
    at += to - from;
    return framed;
  });
}
