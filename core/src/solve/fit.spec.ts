import loadHighs from 'highs';
import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { aLesson, aPace, aStep, reps, seeded } from '../testing';
import { cheapest, choicesOf, fit, fitted, type Choice } from './fit';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';

const ranged = (low: number, planned: number, high: number, tempoMs: number): Dose => ({
  ...reps(planned, tempoMs),
  form: 'reps',
  reps: { low, planned, high },
  tempoMs: exactly(tempoMs),
});
const held: Dose = {
  form: 'hold',
  reps: { low: 2, planned: 4, high: 6 },
  holdMs: { low: 4000, planned: 6000, high: 8000 },
  releaseMs: 2000,
  sets: exactly(1),
  restMs: 0,
};

function randomChoices(seed: number, steps: number): Choice[][] {
  const next = seeded(seed);
  return Array.from({ length: steps }, () =>
    Array.from({ length: 1 + Math.floor(next() * 5) }, () => ({
      dose: held,
      ms: 1000 + Math.floor(next() * 60) * 500,
      loss: Math.floor(next() * 900),
    })),
  );
}

const lossOf = (choices: readonly (readonly Choice[])[], picks: readonly number[]): number =>
  picks.reduce((sum, pick, i) => sum + choices[i]![pick]!.loss, 0);
const msOf = (choices: readonly (readonly Choice[])[], picks: readonly number[]): number =>
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

describe('a fit', () => {
  const lesson = (): Lesson =>
    aLesson({
      pace: aPace({ settleMs: 1500, swapMs: 2500 }),
      opening: 'Good morning. What a lovely fog we have.',
      steps: [
        aStep('a', { dose: ranged(3, 8, 12, 2000), rightDose: ranged(3, 6, 12, 2000), priority: 'must' }),
        aStep('b', { dose: held, sidePlan: 'both' }),
        aStep('c', { dose: ranged(2, 6, 10, 3000), sidePlan: 'left_right', priority: 'may_go' }),
      ],
    });

  it('reaches the target, keeps inside the ranges and makes both sides equal', () => {
    const before = lesson();
    const { changes, afterMs } = fit(before, 90_000, 1500);
    const after = fitted(before, changes!);
    expect(Math.abs(schedule(after).totalMs - 90_000)).toBeLessThanOrEqual(1500);
    expect(afterMs).toBe(schedule(after).totalMs);
    for (const step of movesOf(after.steps)) {
      expect(step.rightDose).toBeNull();
      for (const choice of Object.values(step.dose as unknown as Record<string, unknown>))
        if (typeof choice === 'object') {
          const { low, planned, high } = choice as { low: number; planned: number; high: number };
          expect(planned >= low && planned <= high).toBeTrue();
        }
    }
  });

  it('takes from what may go before it takes from what must stay', () => {
    const before = lesson();
    const { totalMs } = schedule(fitted(before, [{ stepId: 'a', dose: movesOf(before.steps)[0]!.dose }]));
    const { changes } = fit(before, totalMs - 6000, 500);
    expect(changes!.map((one) => one.stepId)).toContain('c');
    const must = changes!.find((one) => one.stepId === 'a');
    if (must?.dose.form === 'reps') expect(must.dose.reps.planned).toBe(8);
  });

  it('changes nothing when the length is right already', () => {
    const level = { ...lesson(), steps: lesson().steps.map((step) => ({ ...step, rightDose: null })) };
    const { changes, loss } = fit(level, schedule(level).totalMs, 0);
    expect(changes).toEqual([]);
    expect(loss).toBe(0);
  });

  it('says why it cannot, and what of the talk can go', () => {
    // One step of 10 to 12 repetitions of two seconds without words: 20 s at least, and so 8 s too long for 10 ± 2 s.
    const bare = aLesson({ pace: aPace(), steps: [aStep('a', { sidePlan: 'both', dose: ranged(10, 11, 12, 2000) })] });
    expect(fit(bare, 10_000, 2000).why).toBe(
      'With the smallest doses it still runs 0:20, 0:08 too long. Take a step out, or allow smaller doses in its move.',
    );
    expect(fit(bare, 18_000, 2000).why).toBe('');
    expect(fit(bare, 17_999, 2000).why).toContain('0:00 too long');
    expect(fit(bare, 26_001, 2000).why).toContain('runs only 0:24');
    const short = fit(lesson(), 30_000, 1000);
    expect(short.changes).toBeNull();
    expect(short.why).toContain('With the smallest doses it still runs');
    expect(short.talk.filter((one) => one.mayGo).map((one) => one.sentence)).toEqual(['What a lovely fog we have.']);
    expect(fit(lesson(), 900_000, 1000).why).toContain('With the largest doses it runs only');
  });

  it('offers every dose of a range once, the planned one first', () => {
    const own = choicesOf(lesson(), movesOf(lesson().steps)[1]!);
    expect(own.length).toBe(5 * 5);
    expect(own[0]!.dose).toEqual(held);
    expect(own[0]!.loss).toBe(0);
    expect(new Set(own.map((one) => JSON.stringify(one.dose))).size).toBe(own.length);
  });
});
