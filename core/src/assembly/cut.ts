import { HALVES, type Half } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import type { CutMs, TakeMs } from '../time/clocks';
import type { Span } from '../time/spans';

/** A piece at its place in a cut. The same piece may play several times, and a cut may play only part of it. */
export interface CutPiece extends Piece {
  /** Where it begins in the cut. */
  readonly startMs: CutMs;
}

/** An ordered list of pieces that can be played, cued and watched. Its time runs from 0 to `durationMs`. */
export interface Cut {
  readonly id: CutId;
  readonly durationMs: CutMs;
  readonly pieces: readonly CutPiece[];
}

/**
 * `full`: the whole lesson; `practice`: the same without its teaching talk; `half:morning` and `half:evening`: what is for
 * that half of the day; `step:ID`: one step by itself.
 */
export type CutId = 'full' | 'practice' | `half:${Half}` | `step:${string}`;

/**
 * Reads the name of a cut; null when it is none.
 *
 * @example parseCutId('step:slipway') // 'step:slipway'
 * @example parseCutId('half') // null
 */
export function parseCutId(text: string): CutId | null {
  return text === 'full' || text === 'practice' || /^step:./.test(text) || halfOfCut(text) ? (text as CutId) : null;
}

/** The half of a `half:ID` cut; null for the others. @example halfOfCut('half:morning') // 'morning' */
export function halfOfCut(id: string): Half | null {
  return HALVES.find((half) => id === `half:${half}`) ?? null;
}

/** The step of a `step:ID` cut; null for the others. @example stepOfCut('step:slipway') // 'slipway' */
export function stepOfCut(id: CutId): string | null {
  return id.startsWith('step:') ? id.slice('step:'.length) : null;
}

/**
 * Lays pieces one after another. Pieces without length are left out.
 *
 * @example cutOf('full', [{ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000 }]).durationMs // 3000
 */
export function cutOf(id: CutId, pieces: readonly Piece[]): Cut {
  let startMs = 0;
  const placed: CutPiece[] = [];
  for (const piece of pieces) {
    if (piece.toMs <= piece.fromMs) continue;
    placed.push({ id: piece.id, takeId: piece.takeId, fromMs: piece.fromMs, toMs: piece.toMs, startMs });
    startMs += piece.toMs - piece.fromMs;
  }
  return { id, durationMs: startMs, pieces: placed };
}

/**
 * What plays of a cut in some stretches of its time, as pieces in the same order. A part of a piece keeps the piece's
 * id.
 *
 * @param spans of cut time, ms, disjoint and ascending.
 * @example sliceOf(cutOf('full', [{ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000 }]), [[500, 1500]])
 * // [{ id: 'p', takeId: 't', fromMs: 2500, toMs: 3500 }]
 */
export function sliceOf(cut: Cut, spans: readonly Span[]): Piece[] {
  const pieces: Piece[] = [];
  let next = 0;
  for (const [start, end] of spans) {
    while (next < cut.pieces.length && endOf(cut.pieces[next]!) <= start) next++;
    for (let at = next; at < cut.pieces.length && cut.pieces[at]!.startMs < end; at++) {
      const { id, takeId, fromMs, startMs } = cut.pieces[at]!;
      const from = Math.max(start, startMs);
      const to = Math.min(end, endOf(cut.pieces[at]!));
      if (to > from) pieces.push({ id, takeId, fromMs: fromMs + from - startMs, toMs: fromMs + to - startMs });
    }
  }
  return pieces;
}

/**
 * Where a piece ends in its cut.
 *
 * @example endOf({ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000, startMs: 1000 }) // 4000
 */
export function endOf({ startMs, fromMs, toMs }: CutPiece): CutMs {
  return startMs + toMs - fromMs;
}

/**
 * Whether a piece goes on where the one before it ended: then nothing jumps between them.
 *
 * @example goesOnAfter({ …, takeId: 't', toMs: 5000 }, { …, takeId: 't', fromMs: 5000 }) // true
 */
export function goesOnAfter(
  last: Pick<Piece, 'takeId' | 'toMs'> | undefined,
  piece: Pick<Piece, 'takeId' | 'fromMs'> | undefined,
): boolean {
  return last !== undefined && last.takeId === piece?.takeId && last.toMs === piece.fromMs;
}

/**
 * Where an instant of a piece's take lies in the cut, for the play of it that the piece is.
 *
 * @example inCut({ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000, startMs: 1000 }, 2500) // 1500
 */
export function inCut({ startMs, fromMs }: CutPiece, takeMs: TakeMs): CutMs {
  return startMs + takeMs - fromMs;
}

/** Where one piece of a cut ends and the next begins; none where nothing plays. @example seamsOf(cut) // [3000] */
export function seamsOf(cut: Pick<Cut, 'pieces'> | null): CutMs[] {
  return (cut?.pieces ?? []).slice(1).map((piece) => piece.startMs);
}
