import { partsOf } from '@limber/core/dose/dose';
import type { SidePlan } from '@limber/core/dose/dose.schema';
import { sideOfBody, type AreaSide, type Crossed } from '@limber/core/face/areas';
import { MAP_ANCHORS, MAP_MIDDLE } from '@limber/core/face/map';
import type { Move } from '@limber/core/move/move.schema';
import { crossedOf } from '@limber/core/move/way';
import { sidesOf } from '@limber/core/schedule/areas';

export type Point = readonly [x: number, y: number];

/** The way of a hand over the front of the face map. */
export interface DrawnWay {
  /** From waypoint to waypoint, by every place between. */
  readonly legs: readonly (readonly Point[])[];
  /** Each leg is gone there and back. */
  readonly saw: boolean;
  /** How often the whole way is gone, where that is more than once. */
  readonly rounds: number;
}

/** Parts of a region that have a place of their own on the map. */
const PART_ANCHORS: Readonly<Record<string, Point>> = {
  'neck/front': [140, 300],
  'neck/side': [111, 296],
  'eye/over': [106, 129],
  'eye/under': [106, 151],
};

/** Where a place of the way lies on the map when a side of the body is worked. */
function pointOf({ region, part, side }: Crossed, worked: AreaSide): Point {
  const [x, y] = PART_ANCHORS[`${region}/${part}`] ?? MAP_ANCHORS[region];
  switch (sideOfBody(side, worked)) {
    case 'midline':
      return [MAP_MIDDLE, y];
    case 'left':
      return [x, y];
    case 'right':
      return [2 * MAP_MIDDLE - x, y];
  }
}

/**
 * The ways of a move as they are drawn: one for each side that is worked. None for a move that stays where it is.
 *
 * @param rounds how often it is gone: the sets of a dose.
 */
export function drawnWays(
  move: Pick<Move, 'region' | 'route' | 'backAndForth'>,
  sidePlan: SidePlan,
  rounds = 1,
): DrawnWay[] {
  if (move.route.length < 2) return [];
  const crossed = crossedOf(move, sidePlan);
  const sides = new Set(partsOf(sidePlan).flatMap(sidesOf));
  return [...sides].map((worked) => {
    const legs: Point[][] = [];
    crossed.forEach((place, at) => {
      if (at === 0) return;
      const from = pointOf(crossed[at - 1]!, worked);
      const leg = (legs[place.stop - 1] ??= [from]);
      leg.push(pointOf(place, worked));
    });
    return { legs: legs.filter((leg) => leg !== undefined), saw: move.backAndForth, rounds };
  });
}

/** How far a leg lies beside the straight line, so that there and back are two lines. */
const BESIDE = 3.4;

/** A leg as a path, a little to the right of the way it goes, with its head: where it ends, and turned how far. */
export function legPath(points: readonly Point[]): { d: string; head: string; tail: string } {
  const moved = points.map((point, at): Point => {
    const before = points[Math.max(0, at - 1)]!;
    const after = points[Math.min(points.length - 1, at + 1)]!;
    const [dx, dy] = [after[0] - before[0], after[1] - before[1]];
    const length = Math.hypot(dx, dy) || 1;
    return [point[0] - (dy / length) * BESIDE, point[1] + (dx / length) * BESIDE];
  });
  const [first, second] = [moved[0]!, moved[1] ?? moved[0]!];
  const [last, previous] = [moved[moved.length - 1]!, moved[moved.length - 2] ?? moved[0]!];
  return { d: smooth(moved), head: turned(previous, last), tail: turned(second, first) };
}

function turned(from: Point, to: Point): string {
  const degrees = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
  return `translate(${round(to[0])} ${round(to[1])}) rotate(${round(degrees)})`;
}

/** Through the points, rounded between them. */
function smooth(points: readonly Point[]): string {
  const [first, ...rest] = points;
  if (!first || rest.length === 0) return '';
  let d = `M${round(first[0])} ${round(first[1])}`;
  rest.forEach((point, at) => {
    const next = rest[at + 1];
    const end: Point = next ? [(point[0] + next[0]) / 2, (point[1] + next[1]) / 2] : point;
    d += `Q${round(point[0])} ${round(point[1])} ${round(end[0])} ${round(end[1])}`;
  });
  return d;
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** Where on a leg a mark stands clear of the places: half-way between two that follow one another. */
export function midOf(points: readonly Point[]): Point {
  const i = Math.floor((points.length - 2) / 2);
  const [from, to] = [points[i]!, points[i + 1]!];
  return [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
}
