import type { SegmentKind } from '../lesson/segment-kind';
import { LeftOut } from './left-out';

const PLAN: readonly (readonly [SegmentKind, string | null])[] = [
  ['intro', null],
  ...(['teach', 'prep', 'reps', 'swap', 'reps'] as const).map((kind) => [kind, 'slipway'] as const),
  ...(['teach', 'prep', 'hold'] as const).map((kind) => [kind, 'rope'] as const),
  ...(['teach', 'prep', 'hold'] as const).map((kind) => [kind, 'lantern'] as const),
  ['outro', null],
];
const [INTRO, SWAP, LAST_OF_SLIPWAY, TEACHES_ROPE, ROPE, TEACHES_LANTERN, LANTERN, OUTRO] = [0, 4, 5, 6, 8, 9, 11, 12];
const leftOut = new LeftOut(PLAN.map(([kind, stepId]) => ({ kind, stepId })));

describe('what is left out of the plan', () => {
  it('is nothing between what comes one after another', () => {
    PLAN.forEach((_, at) => expect(leftOut.between(at - 1, at)).toBe(0));
    expect(leftOut.between(OUTRO, PLAN.length)).toBe(0);
  });

  it('is a step as a whole sooner than the work of one that was told of', () => {
    const whole = leftOut.between(LAST_OF_SLIPWAY, TEACHES_LANTERN);
    expect(whole).toBeLessThan(0);
    expect(leftOut.between(TEACHES_ROPE, TEACHES_LANTERN)).toBeLessThan(whole - 4);
    // What it has more of tells no more.
    expect(leftOut.between(INTRO, TEACHES_ROPE)).toBe(whole);
    expect(leftOut.between(LAST_OF_SLIPWAY, OUTRO)).toBe(2 * whole);
  });

  it('is telling sooner than work, and what leads to work never for nothing', () => {
    expect(leftOut.between(LAST_OF_SLIPWAY, ROPE)).toBeGreaterThan(leftOut.between(TEACHES_ROPE, TEACHES_LANTERN));
    // Sides were changed, and the other one was not done.
    expect(leftOut.between(SWAP, TEACHES_ROPE)).toBeLessThan(leftOut.between(SWAP - 1, TEACHES_ROPE));
    expect(leftOut.between(ROPE, LANTERN)).toBeGreaterThan(leftOut.between(ROPE, OUTRO) - 2);
  });

  it('is what leads to work, too, when something earlier comes after it; begun anew within its step it is nothing', () => {
    expect(leftOut.goingBack(SWAP, INTRO + 1)).toBe(0);
    expect(leftOut.goingBack(ROPE, LAST_OF_SLIPWAY)).toBe(0);
    expect(leftOut.goingBack(TEACHES_ROPE, LAST_OF_SLIPWAY)).toBeLessThan(-2);
  });

  it('is a part of the lesson at once, however long it is', () => {
    const long = new LeftOut(Array.from({ length: 200 }, (_, at) => ({ kind: 'reps' as const, stepId: `step ${at}` })));
    expect(long.between(-1, 199)).toBe(long.between(-1, 100));
    expect(long.between(-1, 100)).toBeLessThan(long.between(-1, 2));
  });
});
