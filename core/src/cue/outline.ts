import svgpath from 'svgpath';

/** A point in the units of the path that it comes from. */
export type Point = readonly [x: number, y: number];

/** One step of an outline: a new beginning, a straight line, or a cubic curve (Bézier). */
export type OutlineStep = readonly ['m', Point] | readonly ['l', Point] | readonly ['b', Point, Point, Point];

/**
 * The outline of a filled path as lines and curves: arcs become curves, which is all that a renderer of films can draw.
 *
 * @example outlineOf('M0 0H10V10Z') // [['m', [0, 0]], ['l', [10, 0]], ['l', [10, 10]], ['l', [0, 0]]]
 */
export function outlineOf(d: string): OutlineStep[] {
  const steps: OutlineStep[] = [];
  svgpath(d)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [command, ...n] = segment as [string, ...number[]];
      if (command === 'M') steps.push(['m', [n[0]!, n[1]!]]);
      else if (command === 'L') steps.push(['l', [n[0]!, n[1]!]]);
      else if (command === 'H') steps.push(['l', [n[0]!, y]]);
      else if (command === 'V') steps.push(['l', [x, n[0]!]]);
      else if (command === 'C') steps.push(['b', [n[0]!, n[1]!], [n[2]!, n[3]!], [n[4]!, n[5]!]]);
      else if (command === 'Z') steps.push(['l', startOf(steps)]);
      else throw new Error(`A mark is drawn with “${command}”, which no film can draw.`);
    });
  return steps;
}

function startOf(steps: readonly OutlineStep[]): Point {
  for (let i = steps.length - 1; i >= 0; i--) if (steps[i]![0] === 'm') return steps[i]![1];
  return [0, 0];
}

/** Straight lines that stand for a curve. */
const STEPS = 12;

/**
 * What a pen of some width draws along a path, as filled outlines: a closed path gives a ring (its inner side turned the
 * other way round), an open line of two points a bar with flat ends.
 *
 * @example strokeOf('M0 0L10 0', 2) // [['m', [0, 1]], ['l', [10, 1]], ['l', [10, -1]], ['l', [0, -1]]]
 */
export function strokeOf(d: string, width: number): OutlineStep[] {
  return loopsOf(outlineOf(d)).flatMap(({ points, closed }) => {
    if (!closed) return polygon([...beside(points, width / 2, false), ...beside(points, -width / 2, false).reverse()]);
    return [...polygon(beside(points, width / 2, true)), ...polygon(beside(points, -width / 2, true).reverse())];
  });
}

function polygon(points: readonly Point[]): OutlineStep[] {
  return points.map((point, i): OutlineStep => [i === 0 ? 'm' : 'l', point]);
}

/** The corners of each part of an outline, curves cut into straight lines. */
function loopsOf(steps: readonly OutlineStep[]): { points: Point[]; closed: boolean }[] {
  const loops: Point[][] = [];
  for (const step of steps) {
    if (step[0] === 'm') loops.push([step[1]]);
    else if (step[0] === 'l') loops[loops.length - 1]!.push(step[1]);
    else {
      const loop = loops[loops.length - 1]!;
      const [, a, b, end] = step;
      const from = loop[loop.length - 1]!;
      for (let i = 1; i <= STEPS; i++) loop.push(onCurve(from, a, b, end, i / STEPS));
    }
  }
  return loops.map((loop) => {
    const points = loop.filter((point, i) => i === 0 || apart(point, loop[i - 1]!));
    const closed = points.length > 2 && !apart(points[0]!, points[points.length - 1]!);
    return { points: closed ? points.slice(0, -1) : points, closed };
  });
}

function apart(a: Point, b: Point): boolean {
  return Math.hypot(a[0] - b[0], a[1] - b[1]) > 1e-6;
}

function onCurve(p: Point, a: Point, b: Point, q: Point, t: number): Point {
  const at = (i: 0 | 1): number =>
    (1 - t) ** 3 * p[i] + 3 * (1 - t) ** 2 * t * a[i] + 3 * (1 - t) * t ** 2 * b[i] + t ** 3 * q[i];
  return [at(0), at(1)];
}

/** Points at a distance beside a line, to the left of its way when y grows downward and `by` is positive. */
function beside(points: readonly Point[], by: number, closed: boolean): Point[] {
  const last = points.length - 1;
  return points.map(([x, y], i): Point => {
    const before = points[i === 0 ? (closed ? last : 0) : i - 1]!;
    const after = points[i === last ? (closed ? 0 : last) : i + 1]!;
    const [dx, dy] = [after[0] - before[0], after[1] - before[1]];
    const length = Math.hypot(dx, dy) || 1;
    return [x - (dy / length) * by, y + (dx / length) * by];
  });
}
