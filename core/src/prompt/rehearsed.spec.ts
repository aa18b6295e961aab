import { applyChange } from '../lesson/change';
import { aLesson, aPace, aStep, reps } from '../testing';
import { schedule } from '../schedule/schedule';
import { promptsOf } from './prompts';
import { rehearsed } from './rehearsed';
import { begun, flowed, pressed } from './session';

const lesson = aLesson({
  pace: aPace({ settleMs: 1500, swapMs: 2500 }),
  opening: 'Good morning, early shift. Seven short moves before you speak. Clean hands, two drops of oil.',
  steps: [
    aStep('a', {
      narration: { before: 'Flat fingers below the ear. Press, and let go.', during: '', after: 'Well done.' },
      dose: reps(3, 2000),
    }),
  ],
});
const prompts = promptsOf(lesson);
/** A rehearsal in which everything takes so many times as long as planned. */
const gone = (times: number) => {
  let session = begun(prompts, 0);
  for (const one of prompts) session = pressed(prompts, session, 'on', Math.round(times * one.endMs));
  return session.shown;
};

describe('a rehearsal', () => {
  it('is held against the plan, step by step', () => {
    const { steps, plannedMs, doneMs } = rehearsed(lesson, prompts, gone(1.5));
    expect(steps.map(({ kind, stepId }) => [kind, stepId])).toEqual([
      ['opening', null],
      ['step', 'a'],
    ]);
    expect(plannedMs).toBe(schedule(lesson).totalMs);
    expect(Math.abs(doneMs - 1.5 * plannedMs)).toBeLessThan(2);
  });

  it('comes to the pace at which it was said, settled and changed, as one edit', () => {
    const { pace, thenMs, change } = rehearsed(lesson, prompts, gone(2));
    expect([pace!.settleMs, pace!.swapMs]).toEqual([3000, 5000]);
    // Half as fast, pauses and all: every sentence takes twice as long.
    expect(Math.abs(pace!.syllablesPerMinute - 120)).toBeLessThan(12);
    const then = applyChange(lesson, change!);
    expect(schedule(then).totalMs).toBe(thenMs!);
    const worked = 2 * 6000;
    expect(Math.abs(thenMs! - worked - 2 * (schedule(lesson).totalMs - worked))).toBeLessThan(600);
  });

  it('that went on by itself says nothing of the pace', () => {
    const session = flowed(prompts, begun(prompts, 0), 1e6);
    expect(rehearsed(lesson, prompts, session.shown)).toEqual(
      jasmine.objectContaining({ pace: null, change: null, thenMs: null }),
    );
  });

  it('takes no oil that is put on for hands that settle', () => {
    const steps = [aStep('a', { product: 'apply', sidePlan: 'both', dose: reps(3, 2000) })];
    const oily = aLesson({ pace: aPace({ settleMs: 1500, applyMs: 12_000 }), steps });
    const waits = promptsOf(oily);
    expect(waits.map((one) => [one.as, one.endMs - one.startMs])).toEqual([
      ['wait', 12_000],
      ['wait', 1500],
      ['work', 6000],
    ]);
    const session = [30_000, 32_000, 40_000].reduce((all, atMs) => pressed(waits, all, 'on', atMs), begun(waits, 0));
    expect(rehearsed(oily, waits, session.shown).pace!.settleMs).toBe(2000);
  });

  it('of two sentences leaves the rate as it is, and takes what was measured', () => {
    let session = begun(prompts, 0);
    session = pressed(prompts, session, 'on', 9000);
    for (let now = 9000; prompts[session.at]!.as !== 'change'; now += 100) session = flowed(prompts, session, now);
    session = pressed(prompts, session, 'on', session.sinceMs + 4000);
    const { pace } = rehearsed(lesson, prompts, session.shown);
    expect([pace!.syllablesPerMinute, pace!.swapMs]).toEqual([240, 4000]);
  });
});
