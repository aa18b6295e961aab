import { aFilmedLesson, aMove, aSegment, aStep } from '../testing';
import { evidenceOf, type TakeKnown } from './take-evidence';

const source = (mediaId: string, role: 'picture' | 'sound', offsetMs: number) => ({ mediaId, role, offsetMs });
const plain = aFilmedLesson({
  opening: 'Good morning, early shift. Clean hands and two drops of oil.',
  steps: [
    aStep('a', {
      move: aMove(),
      narration: { before: 'Now feather-light, from the ear down to the hollow.', during: '', after: '' },
    }),
  ],
  segments: [aSegment('s', 5000, 9000)],
  rejected: [{ id: 'r', takeId: 't', kind: 'reps', stepId: 'a', side: 'right', startMs: 20_000, endMs: 24_000 }],
});
const lesson = {
  ...plain,
  takes: [{ ...plain.takes[0]!, sources: [source('p', 'picture', 0), source('m', 'sound', -2000)] }],
};
const NOTHING: TakeKnown = { analysis: null, sound: null, words: null, captions: null, log: [] };
const LINES = [
  { startMs: 3000, endMs: 7000, text: 'Good morning, early shift. Clean hands and two drops of oil.' },
  { startMs: 12_000, endMs: 15_000, text: 'Now feather-light, from the ear down to the hollow.' },
];

describe('what is known of a take', () => {
  it('is on its own time, whichever recording it was found in, with what a person said of it', () => {
    const known: TakeKnown = {
      ...NOTHING,
      sound: {
        speech: [
          [500, 1500],
          [3000, 7000],
        ],
      },
      analysis: {
        sceneChangesMs: [100],
        holds: [],
        bouts: [
          {
            startMs: 5000,
            endMs: 9000,
            periodMs: 2000,
            beatsMs: [7000, 9000],
            half: 'left',
            region: 'neck',
            confidence: 1,
          },
        ],
      },
      words: LINES,
    };
    const { evidence, fits } = evidenceOf(lesson, 't', known);
    expect(evidence.speech).toEqual([[1000, 5000]]);
    expect(evidence.bouts[0]!.beatsMs).toEqual([7000, 9000]);
    expect(fits).toBeTrue();
    expect(evidence.said!.steps[0]!.startMs).toBe(10_000);
    expect([evidence.agreed.length, evidence.rejected.length]).toEqual([1, 1]);
  });

  it('goes by captions before it goes by what a machine heard, and by no other lesson’s words', () => {
    const captions = 'WEBVTT\n\n00:03.000 --> 00:07.000\nA recipe for bread with rye flour, water, salt and patience\n';
    const { evidence, words, fits } = evidenceOf(lesson, 't', { ...NOTHING, words: LINES, captions });
    // What was heard is gone by all the same; what was said is told by nobody.
    expect([fits, words, evidence.said!.steps[0]!.startMs]).toEqual([false, null, 10_000]);
    expect(evidenceOf(lesson, 't', { ...NOTHING, captions }).evidence.said).toBeNull();
    const own = LINES.map(({ startMs, text }) => `[0:${String(startMs / 1000).padStart(2, '0')}] ${text}`).join('\n');
    const brought = evidenceOf(lesson, 't', { ...NOTHING, words: [], captions: own });
    // A stamp in whole seconds was cut off.
    expect([brought.fits, brought.words!.said.steps[0]!.startMs]).toEqual([true, 10_400]);
    // What is kept and cannot be read any more spoils nothing.
    expect(evidenceOf(lesson, 't', { ...NOTHING, words: LINES, captions: 'no times' }).fits).toBeTrue();
    expect(evidenceOf(lesson, 't', NOTHING).fits).toBeNull();
  });
});
