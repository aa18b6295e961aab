import { BAND_COLOURS, parentOf } from '@limber/core/face/regions';
import { isWork, type Passage, type StepLook } from '@limber/core/lesson/passage';
import type { Pressure } from '@limber/core/move/move.schema';

export interface Band {
  readonly key: string;
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
  readonly hold: boolean;
}

export interface Thread {
  readonly x: number;
  readonly width: number;
}

/** The span of a step in a strand, for choosing it. */
export interface StepBox {
  readonly stepId: string;
  readonly name: string;
  readonly x: number;
  readonly width: number;
}

export interface Strand {
  readonly bands: readonly Band[];
  readonly threads: readonly Thread[];
  readonly boxes: readonly StepBox[];
}

const HEIGHTS: Readonly<Record<Pressure, number>> = { feather: 0.42, light: 0.6, medium: 0.82, firm: 1 };

/**
 * Lays passages out along the ribbon: bands for work, threads for talk, a box around each step.
 *
 * @param widthOf maps a lesson time, ms, to x.
 */
export function layStrand(
  passages: readonly Passage[],
  looks: readonly StepLook[],
  x: (ms: number) => number,
  dim = false,
): Strand {
  const byId = new Map(looks.map((look) => [look.id, look]));
  const bands: Band[] = [];
  const threads: Thread[] = [];
  const boxes = new Map<string, { stepId: string; name: string; from: number; to: number }>();
  passages.forEach((one, i) => {
    for (const [from, to] of one.spoken) threads.push({ x: x(from), width: Math.max(1, x(to) - x(from)) });
    const look = one.stepId ? byId.get(one.stepId) : undefined;
    if (!look) return;
    const box = boxes.get(look.id);
    if (box) {
      box.from = Math.min(box.from, one.startMs);
      box.to = Math.max(box.to, one.endMs);
    } else boxes.set(look.id, { stepId: look.id, name: look.name, from: one.startMs, to: one.endMs });
    if (!isWork(one.kind)) return;
    const colours = BAND_COLOURS[parentOf(look.region)];
    bands.push({
      key: `${i}/${look.id}`,
      stepId: look.id,
      x: x(one.startMs),
      width: Math.max(2, x(one.endMs) - x(one.startMs)),
      height: HEIGHTS[look.pressure],
      upper: one.side !== 'right',
      lower: one.side !== 'left',
      joined: one.side === 'midline' || one.side === null,
      fill: colours.fill,
      line: dim ? colours.dim : colours.line,
      stitches: one.beats.map(x),
      hold: one.kind === 'hold',
    });
  });
  return {
    bands,
    threads,
    boxes: [...boxes.values()].map(({ stepId, name, from, to }) => ({
      stepId,
      name,
      x: x(from),
      width: Math.max(4, x(to) - x(from)),
    })),
  };
}

/** Round steps of time for the scale under the ribbon: at most about a mark every 80 units. */
export function tickStep(durationMs: number, width: number): number {
  const most = Math.max(2, Math.floor(width / 80));
  for (const step of [5000, 10_000, 15_000, 30_000, 60_000, 120_000, 300_000, 600_000, 1_800_000])
    if (durationMs / step <= most) return step;
  return 3_600_000;
}
