import { BAND_COLOURS, parentOf, type Side } from '@limber/core/face/regions';
import { type Passage, type StepLook } from '@limber/core/assembly/passage';
import type { Pressure } from '@limber/core/move/move.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import { stepRunsOf } from '@limber/core/assembly/step-runs';

export interface Band {
  readonly stepId: string;
  readonly x: number;
  readonly width: number;
  /** Height of a half, 0 to 1 by pressure. */
  readonly height: number;
  /** Which halves the band fills: left is above the middle, right below. */
  readonly upper: boolean;
  readonly lower: boolean;
  /** One body across the middle, for work that has no sides. */
  readonly joined: boolean;
  readonly fill: string;
  readonly line: string;
  /** Where repetitions complete, x. */
  readonly stitches: readonly number[];
}

/** What a side of a step gets less than the other, drawn after its last band. */
export interface Bite {
  readonly x: number;
  readonly width: number;
  /** As in `Band`. */
  readonly height: number;
  readonly side: Side;
}

export interface Thread {
  readonly x: number;
  readonly width: number;
}

/** Where a step runs in a strand, for choosing it. One that plays more than once has several. */
export interface StepBox {
  /** Its own name: no two boxes of a strand have the same. */
  readonly key: string;
  readonly stepId: string;
  readonly startMs: number;
  readonly name: string;
  readonly x: number;
  readonly width: number;
}

export interface Strand {
  readonly bands: readonly Band[];
  readonly bites: readonly Bite[];
  readonly threads: readonly Thread[];
  readonly boxes: readonly StepBox[];
}

/** What the ribbon draws of a passage. */
export type Drawn = Pick<Passage, 'kind' | 'stepId' | 'side' | 'startMs' | 'endMs' | 'beatsMs' | 'spoken'>;

/** Sides that differ by less are not told apart, ms. */
const EQUAL_MS = 1000;

const HEIGHTS: Readonly<Record<Pressure, number>> = { feather: 0.42, light: 0.6, medium: 0.82, firm: 1 };

/**
 * Lays passages out along the ribbon: bands for work, threads for talk, a box around each step.
 *
 * @param x maps a lesson time, ms, to x.
 */
export function layStrand(
  passages: readonly Drawn[],
  looks: readonly StepLook[],
  x: (ms: number) => number,
  dim = false,
): Strand {
  const byId = new Map(looks.map((look) => [look.id, look]));
  const bands: Band[] = [];
  const threads: Thread[] = [];
  const sides = new Map<string, Record<Side, { ms: number; endMs: number }>>();
  for (const one of passages) {
    for (const [from, to] of one.spoken) threads.push({ x: x(from), width: Math.max(1, x(to) - x(from)) });
    const look = one.stepId ? byId.get(one.stepId) : undefined;
    if (!look) continue;
    if (!isWork(one.kind)) continue;
    if (one.side === 'left' || one.side === 'right') {
      const both = sides.get(look.id) ?? { left: { ms: 0, endMs: 0 }, right: { ms: 0, endMs: 0 } };
      both[one.side] = { ms: both[one.side].ms + one.endMs - one.startMs, endMs: one.endMs };
      sides.set(look.id, both);
    }
    const colours = BAND_COLOURS[parentOf(look.region)];
    bands.push({
      stepId: look.id,
      x: x(one.startMs),
      width: Math.max(2, x(one.endMs) - x(one.startMs)),
      height: HEIGHTS[look.pressure],
      upper: one.side !== 'right',
      lower: one.side !== 'left',
      joined: one.side === 'midline' || one.side === null,
      fill: colours.fill,
      line: dim ? colours.dim : colours.line,
      stitches: one.beatsMs.map(x),
    });
  }
  return {
    bands,
    bites: [...sides].flatMap(([stepId, both]) => biteOf(both, HEIGHTS[byId.get(stepId)!.pressure], x)),
    threads,
    boxes: boxesOf(passages, byId, x),
  };
}

function boxesOf(
  passages: readonly Drawn[],
  looks: ReadonlyMap<string, StepLook>,
  x: (ms: number) => number,
): StepBox[] {
  const runs = new Map<string, number>();
  return stepRunsOf(passages).flatMap(({ stepId, startMs, endMs }) => {
    const look = looks.get(stepId);
    if (!look) return [];
    const run = runs.get(stepId) ?? 0;
    runs.set(stepId, run + 1);
    const name = run === 0 ? look.name : $localize`${look.name}, again`;
    const key = run === 0 ? stepId : `${stepId}-${run}`;
    return [{ key, stepId, name, startMs, x: x(startMs), width: Math.max(4, x(endMs) - x(startMs)) }];
  });
}

/** A side left out altogether is a plan of its own and no bite. */
function biteOf(
  { left, right }: Record<Side, { ms: number; endMs: number }>,
  height: number,
  x: (ms: number) => number,
): Bite[] {
  const lacks = Math.abs(left.ms - right.ms);
  if (left.ms === 0 || right.ms === 0 || lacks < EQUAL_MS) return [];
  const side = left.ms < right.ms ? 'left' : 'right';
  const { endMs } = side === 'left' ? left : right;
  return [{ x: x(endMs), width: x(endMs + lacks) - x(endMs), height, side }];
}

/** Everything of a strand that needs no element of its own, as few paths as there are colours. */
export interface StrandPaths {
  readonly bodies: readonly { readonly fill: string; readonly line: string; readonly d: string }[];
  /** Halves that a band leaves empty. */
  readonly empty: string;
  readonly bites: string;
  readonly stitches: string;
  readonly talk: string;
}

/**
 * Draws a laid strand. Hundreds of bands become a handful of paths: a change of one dose moves all that come after it,
 * and a browser redraws one long path far sooner than a thousand short ones.
 */
export function drawStrand({ bands, bites, threads }: Strand, middle: number, half: number): StrandPaths {
  const bodies = new Map<string, { fill: string; line: string; d: string }>();
  let empty = '';
  let stitches = '';
  for (const band of bands) {
    const h = half * band.height;
    const body = bodies.get(band.fill) ?? { fill: band.fill, line: band.line, d: '' };
    bodies.set(band.fill, body);
    if (band.joined) body.d += wholePath(band, middle, h);
    else {
      const [upper, lower] = [halfPath(band, middle, -h), halfPath(band, middle, h)];
      if (band.upper) body.d += upper;
      else empty += upper;
      if (band.lower) body.d += lower;
      else empty += lower;
    }
    for (const at of band.stitches)
      stitches += `M${round(at)} ${round(middle - (band.upper ? h : 0))}V${round(middle + (band.lower ? h : 0))}`;
  }
  return {
    bodies: [...bodies.values()],
    empty,
    bites: bites.map((bite) => halfPath(bite, middle, half * bite.height * (bite.side === 'left' ? -1 : 1))).join(''),
    stitches,
    talk: threads.map(({ x, width }) => `M${round(x + 2)} ${middle}H${round(x + width - 1)}`).join(''),
  };
}

/** A half from just beside the middle out to `h`, rounded at its outer corners. */
function halfPath({ x, width }: { x: number; width: number }, middle: number, h: number): string {
  const sign = Math.sign(h);
  const r = Math.min(5, width / 2, Math.abs(h) / 2);
  const [from, to, end] = [middle + sign, round(middle + h), round(x + width)];
  return `M${round(x)} ${from}V${round(to - sign * r)}Q${round(x)} ${to} ${round(x + r)} ${to}H${round(end - r)}Q${end} ${to} ${end} ${round(to - sign * r)}V${from}Z`;
}

/** A body across the middle, rounded at all corners. */
function wholePath({ x, width }: { x: number; width: number }, middle: number, h: number): string {
  const r = Math.min(5, width / 2, h);
  const [left, right, top, bottom] = [round(x), round(x + width), round(middle - h), round(middle + h)];
  const arc = `a${round(r)} ${round(r)} 0 0 1 `;
  return (
    `M${left} ${round(top + r)}${arc}${round(r)} ${round(-r)}H${round(right - r)}${arc}${round(r)} ${round(r)}` +
    `V${round(bottom - r)}${arc}${round(-r)} ${round(r)}H${round(left + r)}${arc}${round(-r)} ${round(-r)}Z`
  );
}

const round = (value: number): number => Math.round(value * 100) / 100;

/** Round steps of time for the scale under the ribbon: at most about a mark every 80 units. */
export function tickStep(durationMs: number, width: number): number {
  const most = Math.max(2, Math.floor(width / 80));
  for (const step of [5000, 10_000, 15_000, 30_000, 60_000, 120_000, 300_000, 600_000, 1_800_000])
    if (durationMs / step <= most) return step;
  return 3_600_000;
}
