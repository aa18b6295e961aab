/** One line a benchmark: name, work, our figure, the reference's figure, ratio. */
export function report(
  name: string,
  work: string,
  ours: number,
  referenceName: string,
  reference: number,
  unit = 'ms',
): void {
  const figure = (value: number): string => `${value >= 1000 ? Math.round(value) : value.toPrecision(3)} ${unit}`;
  process.stdout.write(
    `${name} · ${work} · ${figure(ours)} · ${referenceName} ${figure(reference)} · ratio ${(ours / reference).toFixed(2)}\n`,
  );
}

/** Medians of the times of both, ms, taken in turn so that both meet the same machine. */
export async function medians(
  a: () => unknown,
  b: () => unknown,
  rounds = 60,
  warm = 10,
): Promise<[ours: number, reference: number]> {
  const times: [number[], number[]] = [[], []];
  for (let round = 0; round < rounds + warm; round++)
    for (const [which, run] of [a, b].entries()) {
      const start = performance.now();
      await run();
      if (round >= warm) times[which]!.push(performance.now() - start);
    }
  return times.map((list) => list.sort((x, y) => x - y)[Math.floor(list.length / 2)]!) as [number, number];
}
