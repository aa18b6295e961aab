import { saidDone } from '../check/said-done';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { publicWords } from './public-words';

const beats = (from: number, n: number) => Array.from({ length: n }, (_, i) => from + 2000 * (i + 1));
const lesson = aFilmedLesson({
  title: 'Quiet jaw',
  steps: [
    aStep('a', {
      move: aMove({ name: 'Rope knead', region: 'jaw' }),
      sidePlan: 'both',
      dose: reps(8, 2000),
      narration: { before: 'Eight times.', during: '', after: '' },
    }),
    aStep('b', { move: aMove({ name: 'Ebb line', region: 'jaw' }), dose: reps(5, 2000) }),
  ],
  segments: [
    aSegment('1', 2000, 14_000, { side: 'both', beatsMs: beats(2000, 6) }),
    aSegment('2', 16_000, 26_000, { stepId: 'b', beatsMs: beats(16_000, 5) }),
    aSegment('3', 30_000, 36_000, { stepId: 'b', side: 'right', beatsMs: beats(30_000, 3) }),
  ],
});

describe('what is said beside a lesson that is public already', () => {
  it('puts right for viewers what the film has wrong, and says who should ask first and where what is', () => {
    const { pinned, description } = publicWords(lesson, saidDone(lesson, null), timelineOf(lesson)!);
    expect(pinned).toBe(
      [
        '0:02 Rope knead: I say “Eight times”; do 6, as shown.',
        '0:30 Ebb line, your right: give it as much as the other side; the film shows it less.',
      ].join('\n'),
    );
    expect(description).toContain('Stop when something hurts');
    expect(description).toContain(pinned);
    expect(description.endsWith('0:00 Rope knead\n0:16 Ebb line')).toBeTrue();
  });

  it('of a film that is right is the chapters and who should ask first', () => {
    const right = {
      ...lesson,
      steps: [lesson.steps[0]!],
      segments: [aSegment('1', 2000, 18_000, { side: 'both', beatsMs: beats(2000, 8) })],
    };
    expect(publicWords(right, saidDone(right, null), timelineOf(right)!).pinned).toBe('');
  });
});
