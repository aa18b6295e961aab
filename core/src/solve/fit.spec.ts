import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { aLesson, aMove, aPace, aStep, reps } from '../testing';
import { choicesOf, itemsOf } from './choices';
import { fit, fitted } from './fit';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';
import { NO_STOPS } from '../school/school.schema';
import { SCHOOLS } from '../school/schools';
import { clock } from '../time/clock';

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
      'With the smallest figures it still runs 0:20, 0:08 too long. Take a step out, or allow smaller figures in its move.',
    );
    expect(fit(bare, 18_000, 2000).why).toBe('');
    expect(fit(bare, 17_999, 2000).why).toContain('0:00 too long');
    expect(fit(bare, 26_001, 2000).why).toContain('runs only 0:24');
    const short = fit(lesson(), 30_000, 1000);
    expect(short.changes).toBeNull();
    expect(short.why).toContain('With the smallest figures it still runs');
    expect(short.talk.filter((one) => one.mayGo).map((one) => one.sentence)).toEqual(['What a lovely fog we have.']);
    expect(fit(lesson(), 900_000, 1000).why).toContain('With the largest figures it runs only');
  });

  it('offers every dose of a range once, the planned one first', () => {
    const own = choicesOf(lesson(), movesOf(lesson().steps)[1]!);
    expect(own.length).toBe(5 * 5);
    expect(own[0]!.dose).toEqual(held);
    expect(own[0]!.loss).toBe(0);
    expect(new Set(own.map((one) => JSON.stringify(one.dose))).size).toBe(own.length);
  });

  const lanes = (low: number, planned: number, high: number): Dose => ({
    ...{ form: 'passes', lanes: exactly(1), passes: { low, planned, high } },
    ...{ tempoMs: exactly(2000), sets: exactly(1), restMs: 0 },
  });
  const passes = (lesson: Lesson): number[] =>
    movesOf(lesson.steps).map(({ dose }) => (dose.form === 'passes' ? dose.passes.planned : 0));
  /** Steps of one lane each, on the midline: 2 s a pass. */
  const laned = (change: Partial<Lesson>, ...doses: Dose[]): Lesson =>
    aLesson({
      school: 'tool_glide',
      steps: doses.map((dose, at) =>
        aStep(`s${at}`, { move: aMove({ id: `m${at}`, region: 'cheek' }), dose, sidePlan: 'midline' }),
      ),
      ...change,
    });

  it('spreads a cut over many steps instead of emptying a few', () => {
    const own = { ...SCHOOLS.tool_glide, stops: NO_STOPS };
    const six = laned({ ownSchool: own }, ...Array.from({ length: 6 }, () => lanes(2, 5, 8)));
    // Six passes less in six steps: one from each, and not three from two of them.
    expect(passes(fitted(six, fit(six, 48_000, 0).changes!))).toEqual([4, 4, 4, 4, 4, 4]);
  });

  it('rather stops where the school stops', () => {
    const four = laned({}, ...Array.from({ length: 4 }, () => lanes(2, 5, 8)));
    // Four passes less: two steps at three, as tool glide counts 2, 3 or 5, and none at four.
    expect(passes(fitted(four, fit(four, 32_000, 0).changes!)).sort()).toEqual([3, 3, 5, 5]);
  });

  it('cuts the opening and the closing last', () => {
    const three = laned({}, lanes(1, 5, 8), lanes(1, 5, 8), lanes(1, 5, 8));
    const steps = movesOf(three.steps).map((step, at) => ({
      ...step,
      role: (['opening', 'work', 'closing'] as const)[at]!,
    }));
    const ends = { ...three, steps };
    expect(passes(fitted(ends, fit(ends, 24_000, 0).changes!))).toEqual([5, 2, 5]);
    // To be longer is no loss to them.
    const longer = passes(fitted(ends, fit(ends, 36_000, 0).changes!));
    expect(longer).not.toEqual([5, 8, 5]);
  });

  it('moves together what she says is the same everywhere', () => {
    const said = laned({ opening: 'Every lane five times.' }, lanes(2, 5, 8), lanes(3, 5, 8), lanes(1, 5, 5));
    const fixedMs = schedule(said).totalMs - 30_000;
    const { changes, shortestMs, longestMs, why } = fit(said, fixedMs + 24_000, 0);
    expect(passes(fitted(said, changes!))).toEqual([4, 4, 4]);
    expect([shortestMs, longestMs]).toEqual([fixedMs + 18_000, fixedMs + 30_000]);
    expect(why).toBe('');
    // 13 passes are no multiple of three.
    const missed = fit(said, fixedMs + 26_000, 500);
    expect(missed.changes).toBeNull();
    expect(missed.why).toContain(
      '“Every lane five times.”, and so all of them change together: without that it would fit.',
    );
    expect(missed.why).toContain(`${clock(fixedMs + 24_000)} or ${clock(fixedMs + 30_000)}`);
  });

  it('chooses for steps that go together as the best of all combinations does', () => {
    const said = laned({ opening: 'Every lane five times.' }, lanes(2, 5, 8), lanes(3, 5, 6), {
      ...lanes(4, 5, 9),
      sets: { low: 1, planned: 2, high: 3 },
    });
    const own = movesOf(said.steps).map((step) => choicesOf(said, step));
    const best = new Map<number, number>();
    for (const a of own[0]!)
      for (const b of own[1]!)
        for (const c of own[2]!) {
          const figures = [a, b, c].map(({ dose }) => (dose.form === 'passes' ? dose.passes.planned : 0));
          if (new Set(figures).size > 1) continue;
          const ms = a.ms + b.ms + c.ms;
          best.set(ms, Math.min(best.get(ms) ?? Infinity, a.loss + b.loss + c.loss));
        }
    const [item] = itemsOf(said);
    const found = new Map<number, number>();
    for (const { ms, loss } of item!.choices) found.set(ms, Math.min(found.get(ms) ?? Infinity, loss));
    expect([...found].sort()).toEqual([...best].sort());
  });

  it('chooses of what takes equally long what loses least, also for steps that go together', () => {
    // Three holds of four seconds take as long as two of seven, with two to let go: 18 s.
    const either: Dose = {
      ...{ form: 'hold', reps: { low: 2, planned: 3, high: 3 }, holdMs: { low: 4000, planned: 4000, high: 7000 } },
      ...{ releaseMs: 2000, sets: exactly(2), restMs: 0 },
    };
    const school = { ...SCHOOLS.holds, stops: NO_STOPS };
    const said = laned({ opening: 'Every move two sets.', ownSchool: school }, either, {
      ...either,
      holdMs: { low: 4000, planned: 5000, high: 8000 },
    });
    const [item] = itemsOf(said);
    expect(item!.stepIds.length).toBe(2);
    const own = movesOf(said.steps).map((step) => choicesOf(said, step));
    const best = new Map<number, number>();
    for (const a of own[0]!)
      for (const b of own[1]!) best.set(a.ms + b.ms, Math.min(best.get(a.ms + b.ms) ?? Infinity, a.loss + b.loss));
    expect(item!.choices.map(({ ms, loss }) => [ms, loss]).sort()).toEqual([...best].sort());
    expect(best.size).toBeLessThan(own[0]!.length * own[1]!.length);
  });

  it('keeps a figure above what she says is the least', () => {
    const said = laned({ opening: 'Every lane four times, more if you like.' }, lanes(1, 6, 9), lanes(1, 5, 9));
    const fixedMs = schedule(said).totalMs - 22_000;
    expect(fit(said, fixedMs + 16_000, 0).changes!.length).toBe(2);
    const { changes, why } = fit(said, fixedMs + 14_000, 0);
    expect(changes).toBeNull();
    expect(why).toContain('Your own rules keep the figures where they are: without that it would fit.');
  });

  it('tells the lengths that come nearest where whole repetitions do not come near enough', () => {
    const three = laned({}, lanes(2, 5, 8));
    expect(fit(three, 9000, 500).why).toBe(
      'Whole repetitions do not come that near: it can run 0:08 or 0:10. Take one of them, or give or take more.',
    );
  });
});
