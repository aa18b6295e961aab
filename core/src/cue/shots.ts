import { seamsOf } from '../assembly/cut';
import type { CutMs } from '../time/clocks';
import type { Timeline } from '../schedule/timeline';
import type { Frame } from './frame';
import { middleOf, type View } from './view';
import type { WorkedArea } from './worked-area';

/** For how long a frame that is not wide shows what of the wide picture. */
export interface Shot extends View {
  readonly startMs: CutMs;
  readonly endMs: CutMs;
  /** How long it takes at its start to come over from the shot before; 0 where it is there at once. */
  readonly easeMs: number;
}

/** What is kept beside what has to be seen, as a share of the wide picture's width. */
const BESIDE = 0.012;
const ROUNDING = 1e-6;
/** Coming over takes so long at most, and is not begun where there is less time than that, ms. */
const EASE_MS = { most: 1400, least: 500 } as const;

/**
 * What an upright or a square film shows of a wide one: as few shots as there can be in which everything that is worked
 * on is seen while it is worked on (of intervals that share a point the fewest groups, which taking them in order
 * finds), each as near to the middle as it may. What is wider than the frame is seen from further away. A shot changes
 * where the picture jumps anyway, else slowly before the work begins, else at once.
 *
 * @param edges where the picture jumps, ascending.
 * @returns shots without a gap from 0 to the end; none for a wide frame.
 * @example shotsOf(areas, [], FRAMES['9:16'], 60_000) // [{ startMs: 0, endMs: 60_000, easeMs: 0, centre: 0.5, width: 0.316 }]
 */
export function shotsOf(
  areas: readonly WorkedArea[],
  edges: readonly CutMs[],
  frame: Pick<Frame, 'shows'>,
  durationMs: CutMs,
): Shot[] {
  if (frame.shows >= 1) return [];
  const needs = areas
    .flatMap(({ startMs, endMs, seen }) => (seen ? [{ startMs, endMs, from: seen[0], to: seen[0] + seen[2] }] : []))
    .map(({ from, to, ...times }) => ({ ...times, from: Math.max(0, from - BESIDE), to: Math.min(1, to + BESIDE) }))
    .sort((a, b) => a.startMs - b.startMs);
  // Seen from further away it is always from equally far: two sizes in a film are steady, many are not.
  const far = needs.reduce((most, { from, to }) => Math.max(most, to - from), frame.shows);
  const holds: Hold[] = [];
  for (const need of needs) {
    const width = need.to - need.from > frame.shows + 1e-9 ? far : frame.shows;
    // What just fits leaves no room: rounding shall not make it none at all.
    const [low, high] = [need.to - width / 2 - ROUNDING, need.from + width / 2 + ROUNDING];
    const last = holds[holds.length - 1];
    if (last?.width === width && low <= last.high && high >= last.low) {
      last.low = Math.max(last.low, low);
      last.high = Math.min(last.high, high);
      last.endMs = Math.max(last.endMs, need.endMs);
    } else holds.push({ width, low, high, startMs: need.startMs, endMs: need.endMs });
  }
  if (holds.length === 0) return [{ startMs: 0, endMs: durationMs, easeMs: 0, ...middleOf(frame) }];
  const shots = holds.map((hold, i): { startMs: CutMs; easeMs: number } & View => ({
    ...(i === 0 ? { startMs: 0, easeMs: 0 } : change(holds[i - 1]!, hold, edges)),
    centre: centreOf(hold),
    width: hold.width,
  }));
  return shots.map((shot, i) => ({ ...shot, endMs: shots[i + 1]?.startMs ?? durationMs }));
}

/** Needs that one shot shows: its centre lies between `low` and `high`. */
interface Hold {
  readonly width: number;
  low: number;
  high: number;
  readonly startMs: CutMs;
  endMs: CutMs;
}

/** As near to the middle as the needs and the edges of the picture let it be. */
function centreOf({ low, high, width }: Hold): number {
  const near = Math.min(high, Math.max(low, 0.5));
  return Math.round(Math.min(1 - width / 2, Math.max(width / 2, near)) * 10_000) / 10_000;
}

/** When one shot gives way to the next. */
function change(before: Hold, next: Hold, edges: readonly CutMs[]): { startMs: CutMs; easeMs: number } {
  const [from, to] = [Math.min(before.endMs, next.startMs), next.startMs];
  const jump = edges.filter((edge) => edge >= from && edge <= to).pop();
  if (jump !== undefined) return { startMs: jump, easeMs: 0 };
  const easeMs = Math.min(EASE_MS.most, to - from);
  if (before.width === next.width && easeMs >= EASE_MS.least) return { startMs: to - easeMs, easeMs };
  return { startMs: to, easeMs: 0 };
}

/**
 * What is seen at an instant.
 *
 * @example viewAt(shots, 1000, FRAMES['9:16']) // { centre: 0.5, width: 0.316 }
 */
export function viewAt(shots: readonly Shot[], ms: CutMs, frame: Pick<Frame, 'shows'>): View {
  const at = shots.findIndex((shot) => ms < shot.endMs);
  const shot = shots[at < 0 ? shots.length - 1 : at];
  if (!shot) return middleOf(frame);
  const before = shots[at - 1];
  const share = shot.easeMs > 0 ? Math.min(1, (ms - shot.startMs) / shot.easeMs) : 1;
  const centre = before && share < 1 ? before.centre + (shot.centre - before.centre) * eased(share) : shot.centre;
  return { centre, width: shot.width };
}

/** From 0 to 1, slow at both ends. */
function eased(share: number): number {
  return share * share * (3 - 2 * share);
}

/** What a frame shows along a cut, and with it what is to be kept free there. */
export function shotsAndAreas(
  areas: readonly WorkedArea[],
  { cut, durationMs }: Pick<Timeline, 'cut' | 'durationMs'>,
  frame: Pick<Frame, 'shows'>,
): { areas: readonly WorkedArea[]; shots: Shot[] } {
  const shots = shotsOf(areas, seamsOf(cut), frame, durationMs);
  if (shots.length === 0) return { areas, shots };
  return {
    areas: areas.map((area) => ({ ...area, view: viewAt(shots, (area.startMs + area.endMs) / 2, frame) })),
    shots,
  };
}
