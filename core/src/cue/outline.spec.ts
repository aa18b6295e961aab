import { outlineOf, strokeOf, type OutlineStep } from './outline';

/** The area inside an outline of straight lines, a part that turns the other way round taken off (shoelace formula). */
function area(steps: readonly OutlineStep[]): number {
  const loops: (readonly [number, number])[][] = [];
  for (const step of steps) {
    if (step[0] === 'm') loops.push([]);
    loops[loops.length - 1]!.push(step[step.length - 1] as readonly [number, number]);
  }
  const signed = loops.map((loop) =>
    loop.reduce((sum, [x, y], i) => {
      const [nx, ny] = loop[(i + 1) % loop.length]!;
      return sum + (x * ny - nx * y) / 2;
    }, 0),
  );
  return Math.abs(signed.reduce((sum, one) => sum + one, 0));
}

describe('an outline', () => {
  it('is the path in lines and curves, absolute, arcs turned into curves', () => {
    expect(outlineOf('M0 0h10v10z')).toEqual([
      ['m', [0, 0]],
      ['l', [10, 0]],
      ['l', [10, 10]],
      ['l', [0, 0]],
    ]);
    const circle = outlineOf('M10 0A10 10 0 1 1 -10 0A10 10 0 1 1 10 0Z');
    expect(new Set(circle.map(([command]) => command))).toEqual(new Set(['m', 'b', 'l']));
    for (const step of circle) expect(Math.hypot(...(step[step.length - 1]! as [number, number]))).toBeCloseTo(10, 2);
  });

  it('of a drawn circle is a ring of its width: its area is that of geometry', () => {
    const ring = strokeOf('M10 0A10 10 0 1 1 -10 0A10 10 0 1 1 10 0Z', 2);
    expect(area(ring)).toBeGreaterThan(2 * Math.PI * 10 * 2 * 0.98);
    expect(area(ring)).toBeLessThan(2 * Math.PI * 10 * 2 * 1.02);
  });

  it('of an open line is a bar with flat ends', () => {
    expect(area(strokeOf('M0 0L10 0', 2))).toBeCloseTo(20, 6);
    expect(area(strokeOf('M0 0L6 8', 3))).toBeCloseTo(30, 6);
  });

  it('refuses what no film can draw', () => {
    expect(() => outlineOf('M0 0Q1 1 2 0')).toThrowError(/no film can draw/);
  });
});
