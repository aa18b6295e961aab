import { peakAt, peakMs, type Sound } from '@limber/core/footage/sound.document';
import type { CellGrid } from '@limber/core/footage/lips';
import type { TakeMs } from '@limber/core/time/clocks';

/** A stretch of a take that a row shows, and where its instants lie. */
export interface RowView {
  readonly fromMs: TakeMs;
  readonly toMs: TakeMs;
  readonly width: number;
}

/** A row shows a little of what lies around its own stretch: this share of it, and never less than this, ms. */
const AROUND_SHARE = 0.14;
const AROUND_MS = 1600;

/** What a row shows of a take. @example viewOf(10_000, 20_000, 290).fromMs // 8400 */
export function viewOf(startMs: TakeMs, endMs: TakeMs, width: number): RowView {
  const around = Math.max(AROUND_MS, AROUND_SHARE * (endMs - startMs));
  return { fromMs: startMs - around, toMs: endMs + around, width };
}

export function xOf({ fromMs, toMs, width }: RowView, ms: TakeMs): number {
  return ((ms - fromMs) / (toMs - fromMs)) * width;
}

export function msAt({ fromMs, toMs, width }: RowView, x: number): TakeMs {
  return Math.round(fromMs + (x / width) * (toMs - fromMs));
}

/** The voice as a hair line: how loud, from `base` upwards. */
export function voiceLine(view: RowView, { peaks }: Sound, base: number, height: number): string {
  const stepMs = peakMs(peaks);
  return line(view, (ms, nextMs) => {
    const last = Math.max(Math.floor(ms / stepMs), Math.floor(nextMs / stepMs) - 1);
    let most = 0;
    for (let at = Math.floor(ms / stepMs); at <= last; at++) most = Math.max(most, peakAt(peaks, at));
    return base - height * Math.sqrt(most);
  });
}

/** Movement as a hair line under the band: how much of the picture moves. */
export function movementLine(view: RowView, moves: Float32Array, stepMs: number, base: number, height: number): string {
  return line(view, (ms) => {
    const at = Math.max(0, Math.min(moves.length - 1.001, ms / stepMs - 0.5));
    const [one, other] = [moves[Math.floor(at)] ?? 0, moves[Math.floor(at) + 1] ?? 0];
    return base - height * (one + (at - Math.floor(at)) * (other - one));
  });
}

/** How much of a film moves, once a step, 0 to 1 of what it does where it moves most. */
export function movesOf({ columns, rows, cells }: CellGrid): Float32Array {
  const each = columns * rows;
  const sums = Float32Array.from({ length: Math.floor(cells.length / each) }, (_, at) =>
    cells.subarray(at * each, (at + 1) * each).reduce((sum, one) => sum + one, 0),
  );
  const most = [...sums].sort((a, b) => a - b)[Math.floor(0.95 * sums.length)] || 1;
  // Small movements are seen too: as the root of how much it is.
  return sums.map((sum) => Math.sqrt(Math.min(1, sum / most)));
}

const STEP_PX = 3;

function line(view: RowView, yAt: (ms: number, nextMs: number) => number): string {
  const points: string[] = [];
  for (let x = 0; x <= view.width; x += STEP_PX)
    points.push(`${x} ${yAt(msAt(view, x), msAt(view, x + STEP_PX)).toFixed(1)}`);
  return `M${points.join('L')}`;
}
