import { aLesson, aMove, aPace, aStep, reps } from '../testing';
import { schedule } from '../schedule/schedule';
import { promptsOf } from './prompts';

const pace = aPace({ settleMs: 1000, swapMs: 2000 });
const lesson = aLesson({
  pace,
  opening: 'Good morning. Clean hands, please.',
  closing: 'That is it.',
  steps: [
    aStep('a', {
      narration: { before: 'From the ear down. [2 s] Left first.', during: 'Softly.', after: '' },
      dose: reps(3, 2000),
    }),
    aStep('b', { sidePlan: 'both', dose: reps(2, 1500) }),
  ],
});

describe('what the prompter shows', () => {
  const prompts = promptsOf(lesson);

  it('is every sentence, wait, change and work, in the order and the times of the plan', () => {
    expect(prompts.map(({ as, stepId, side, text }) => [as, stepId, side, text].filter(Boolean).join(' '))).toEqual([
      'say Good morning.',
      'say Clean hands, please.',
      'say a From the ear down.',
      'say a Left first.',
      'wait a',
      'work a left',
      'change a right',
      'work a right',
      'wait b',
      'work b both',
      'say That is it.',
    ]);
    prompts.forEach((one, at) => expect(one.startMs).toBe(prompts[at - 1]?.endMs ?? 0));
    expect(prompts[prompts.length - 1]!.endMs).toBe(schedule(lesson).totalMs);
    // A silence that is written takes its time, and is not said.
    expect(prompts[3]!.endMs - prompts[3]!.startMs).toBeGreaterThan(2000);
  });

  it('logs a step with its first words, or with its work where it has none, and every side by itself', () => {
    expect(prompts.map((one) => one.logs.map(({ kind, side }) => `${kind} ${side ?? ''}`.trim()).join(', '))).toEqual([
      ...['', '', 'step', '', '', 'dose left', 'swap right', 'dose right', '', 'step, dose both', ''],
    ]);
  });

  it('counts as viewers will see it', () => {
    expect(prompts[5]!.counts.map(({ text, startMs }) => [text, startMs - prompts[5]!.startMs])).toEqual([
      ['1', 0],
      ['2', 2000],
      ['3', 4000],
    ]);
    for (const one of prompts)
      expect([one.text || one.as, one.counts.length > 0]).toEqual([one.text || one.as, one.as === 'work']);
  });

  it('lays what is said over work where it falls, and leaves out what is spoken afterwards', () => {
    const during = 'One thing while you work here. And another one that comes rather late, on the other side.';
    const narration = { before: '', during, after: '' };
    const over = (change: object) =>
      promptsOf(aLesson({ pace, steps: [aStep('a', { narration, dose: reps(1, 2000), ...change })] })).flatMap((one) =>
        one.as === 'work' ? [one.over.map((line) => line.text)] : [],
      );
    expect(over({})).toEqual([
      ['One thing while you work here.'],
      ['And another one that comes rather late, on the other side.'],
    ]);
    expect(over({ voiceOver: true })).toEqual([[], []]);
    expect(over({ move: aMove({ mouthBusy: true }) })).toEqual([[], []]);
  });

  it('of some steps only has their own times', () => {
    const only = promptsOf(lesson, new Set(['b']));
    expect(only.map(({ as, startMs, endMs }) => [as, startMs, endMs])).toEqual([
      ['wait', 0, 1000],
      ['work', 1000, 4000],
    ]);
    expect(only[1]!.counts.map((cue) => cue.startMs)).toEqual([1000, 2500]);
    expect(promptsOf(lesson, new Set())).toEqual([]);
    // With the way in and out: between what is filmed already.
    expect(only.map((one) => [one.comesAfter, one.leadsTo])).toEqual([
      ['a', null],
      [null, null],
    ]);
    const first = promptsOf(lesson, new Set(['a']));
    expect([first[0]!.comesAfter, first.at(-1)!.leadsTo]).toEqual([null, 'b']);
    expect(prompts.every((one) => one.comesAfter === null && one.leadsTo === null)).toBeTrue();
  });

  it('has every word of a lesson that is said in front of the camera, once', () => {
    const said = prompts.flatMap((one) => [one.text, ...one.over.map((line) => line.text)]).filter(Boolean);
    expect(said.join(' ')).toBe(
      'Good morning. Clean hands, please. From the ear down. Left first. Softly. That is it.',
    );
  });
});
