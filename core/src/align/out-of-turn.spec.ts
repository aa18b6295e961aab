import { parseLines } from '../narration/lines';
import { aLesson, aMove, aStep } from '../testing';
import { alignLesson } from './align-lesson';

const before = (text: string) => ({ narration: { before: text, during: '', after: '' } });
const lesson = aLesson({
  steps: [
    aStep('jaw', { sidePlan: 'both', ...before('Knead along the jaw, slowly, with soft knuckles.') }),
    aStep('brow', { sidePlan: 'both', ...before('Lift the brow with three fingertips and let it sink.') }),
    aStep('ear', {
      move: aMove({ name: 'Ear' }),
      ...before('Circle around the ears, wide as a saucer, behind them too.'),
    }),
    aStep('neck', { sidePlan: 'both', ...before('Feather down the neck into the hollow above the collarbone.') }),
  ],
});
const SAID = {
  jaw: 'Knead along the jaw, slowly, with soft knuckles.',
  brow: 'Lift the brow with three fingertips and let it sink.',
  ear: 'Circle around the ears, wide as a saucer, behind them too.',
  neck: 'Feather down the neck into the hollow above the collarbone.',
};
const captions = (order: readonly (keyof typeof SAID)[]): string =>
  order
    .map((id, at) => `[${Math.floor((20 * at) / 60)}:${String((20 * at) % 60).padStart(2, '0')}] ${SAID[id]}`)
    .join('\n');
const order = (said: readonly (keyof typeof SAID)[]): string[] => [
  ...new Set(alignLesson(lesson, parseLines(captions(said))).steps.map((one) => one.stepId)),
];

describe('what is said out of its turn', () => {
  it('stands where it is said, and ends what it stands in', () => {
    expect(order(['jaw', 'brow', 'ear', 'neck'])).toEqual(['jaw', 'brow', 'ear', 'neck']);
    const moved = alignLesson(lesson, parseLines(captions(['ear', 'jaw', 'brow', 'neck'])));
    expect(order(['ear', 'jaw', 'brow', 'neck'])).toEqual(['ear', 'jaw', 'brow', 'neck']);
    expect(moved.steps.find((one) => one.stepId === 'ear')!.startMs).toBeLessThan(1500);
    moved.steps.forEach((one, at) => {
      expect(one.endMs).toBeLessThanOrEqual(moved.steps[at + 1]?.startMs ?? Infinity);
    });
  });

  it('is missing where nothing of it is said and there is no time for it', () => {
    const { steps, missing } = alignLesson(lesson, parseLines(captions(['jaw', 'brow', 'neck'])));
    expect(steps.map((one) => one.stepId)).not.toContain('ear');
    expect(missing.map(({ stepId, side }) => `${stepId} ${side}`)).toEqual(['ear left', 'ear right']);
  });
});
