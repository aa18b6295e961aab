import { promptsOf } from '@limber/core/prompt/prompts';
import { begun, pressed } from '@limber/core/prompt/session';
import { aLesson, aPace, aStep, reps } from '@limber/core/testing';
import { logRows } from './log-rows';

describe('the log beside the prompter', () => {
  const lesson = aLesson({
    pace: aPace({ settleMs: 1000, swapMs: 2000 }),
    opening: 'Good morning.',
    closing: 'That is it.',
    steps: [
      aStep('a', { narration: { before: 'From the ear down.', during: '', after: 'Well done.' }, dose: reps(3, 2000) }),
      aStep('b', { sidePlan: 'both', dose: reps(2, 2000) }),
    ],
  });
  const prompts = promptsOf(lesson);
  const nameOf = (stepId: string): string => ({ a: 'Slipway', b: 'Foghorn' })[stepId]!;

  it('has a row for each side of each step, with what leads to it', () => {
    const rows = logRows(prompts, begun(prompts, 0), nameOf);
    expect(rows.map((row) => row.name)).toEqual([
      ...['Opening', 'Slipway, your left', 'Slipway, your right', 'Foghorn', 'Closing'],
    ]);
    expect(rows.map((row) => [row.at, row.here])).toEqual([
      ['0:00', true],
      ...Array.from({ length: 4 }, () => ['', false] as [string, boolean]),
    ]);
  });

  it('writes when each began and how long it took, once it is over', () => {
    let session = begun(prompts, 0);
    for (const atMs of [3000, 5000, 6000, 14_000]) session = pressed(prompts, session, 'on', atMs);
    const rows = logRows(prompts, session, nameOf);
    expect(rows.slice(0, 3).map(({ at, took, here }) => [at, took, here])).toEqual([
      ['0:00', '0:03', false],
      ['0:03', '0:11', false],
      ['0:14', '0:09 …', true],
    ]);
  });
});
