import loadHighs from 'highs';
import { seeded } from '../testing';
import { cheapest, nearestSums, type Weighed } from './cheapest';

function randomChoices(seed: number, steps: number): Weighed[][] {
  const next = seeded(seed);
  return Array.from({ length: steps }, () =>
    Array.from({ length: 1 + Math.floor(next() * 5) }, () => ({
      ms: 1000 + Math.floor(next() * 60) * 500,
      loss: Math.floor(next() * 900),
    })),
  );
}

const lossOf = (choices: readonly (readonly Weighed[])[], picks: readonly number[]): number =>
  picks.reduce((sum, pick, i) => sum + choices[i]![pick]!.loss, 0);
const msOf = (choices: readonly (readonly Weighed[])[], picks: readonly number[]): number =>
  picks.reduce((sum, pick, i) => sum + choices[i]![pick]!.ms, 0);

describe('the cheapest choice of doses', () => {
  it('loses as little as the best of all combinations, tried one by one', () => {
    for (let seed = 1; seed <= 80; seed++) {
      const choices = randomChoices(seed, 1 + (seed % 6));
      const target = 1000 * choices.length + (seed % 7) * 4000;
      const tolerance = 1500;
      let best = Infinity;
      const walk = (i: number, ms: number, loss: number): void => {
        if (i === choices.length) {
          if (Math.abs(ms - target) <= tolerance) best = Math.min(best, loss);
          return;
        }
        for (const one of choices[i]!) walk(i + 1, ms + one.ms, loss + one.loss);
      };
      walk(0, 0, 0);
      const picks = cheapest(choices, target, tolerance);
      if (picks === null) expect(best).withContext(`seed ${seed}`).toBe(Infinity);
      else {
        expect(lossOf(choices, picks)).withContext(`seed ${seed}`).toBe(best);
        expect(Math.abs(msOf(choices, picks) - target)).toBeLessThanOrEqual(tolerance);
      }
    }
  });

  // Judge: highs, a general integer-programming solver, on the same choices as 0-1 variables.
  it('loses as little as a general integer-programming solver finds', async () => {
    const highs = await loadHighs();
    for (let seed = 1; seed <= 25; seed++) {
      const choices = randomChoices(seed * 17, 8 + (seed % 12));
      const target = 16_000 * choices.length;
      const tolerance = 1000;
      const name = (i: number, k: number): string => `x${i}_${k}`;
      const all = choices.flatMap((own, i) => own.map((one, k) => ({ name: name(i, k), ...one })));
      const model = [
        'Minimize',
        ` obj: ${all.map((one) => `${one.loss} ${one.name}`).join(' + ')}`,
        'Subject To',
        ...choices.map((own, i) => ` c${i}: ${own.map((_, k) => name(i, k)).join(' + ')} = 1`),
        ` long: ${all.map((one) => `${one.ms} ${one.name}`).join(' + ')} >= ${target - tolerance}`,
        ` short: ${all.map((one) => `${one.ms} ${one.name}`).join(' + ')} <= ${target + tolerance}`,
        'Binary',
        ` ${all.map((one) => one.name).join(' ')}`,
        'End',
      ].join('\n');
      const solved = highs.solve(model, { mip_rel_gap: 0 });
      const picks = cheapest(choices, target, tolerance);
      if (picks === null) expect(solved.Status).withContext(`seed ${seed}`).toBe('Infeasible');
      else expect(lossOf(choices, picks)).withContext(`seed ${seed}`).toBeCloseTo(solved.ObjectiveValue, 4);
    }
  });

  it('stops when it is told to', () => {
    expect(cheapest(randomChoices(1, 5), 20_000, 5000, () => false)).toBeNull();
  });
});

describe('the nearest sums', () => {
  it('are those of all combinations, tried one by one', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const choices = randomChoices(seed, 1 + (seed % 5));
      let sums = [0];
      for (const own of choices) sums = sums.flatMap((sum) => own.map(({ ms }) => sum + ms));
      for (const target of [500, 20_000 + seed * 250, 60_000, 1_000_000, sums[0]!]) {
        const below = Math.max(...sums.filter((sum) => sum <= target));
        const above = Math.min(...sums.filter((sum) => sum >= target));
        expect(nearestSums(choices, target))
          .withContext(`seed ${seed}, ${target}`)
          .toEqual({
            below: below === -Infinity ? null : below,
            above: above === Infinity ? null : above,
          });
      }
    }
  });
});
