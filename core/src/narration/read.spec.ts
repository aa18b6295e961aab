import { readNarration, readingOf, readWords } from './read';
import { readingSchema } from './reading';
import { saidBy } from './words';

const TEXT = `[0:00] Good morning from the pier, four minutes.
[0:10] Stroke down the left side of the neck, five strokes. Feather light.
[0:30] And the other side, five. It may look a little less puffy.
[0:50] That's it. Once a day.`;

describe('a narration', () => {
  const narrated = readNarration(TEXT);

  it('is read into what scripts are promised, in the order of time', () => {
    const reading = readingOf(narrated);
    expect(readingSchema.parse(reading)).toEqual(reading);
    const both = readingOf(
      readNarration('Look over the left shoulder, two breaths. Look over the right shoulder, two breaths.'),
    );
    expect(both.swaps).toEqual([{ atMs: jasmine.any(Number) }]);
    expect(Object.keys(reading).sort()).toEqual(['cautions', 'claims', 'doses', 'promises', 'steps', 'swaps']);
    for (const list of [reading.doses, reading.swaps, reading.cautions, reading.claims, reading.promises])
      expect(list.length).toBeGreaterThan(0);
    const starts = reading.steps.map((step) => step.startMs);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    reading.steps.slice(1).forEach((step, i) => expect(reading.steps[i]!.endMs).toBe(step.startMs));
  });

  it('keeps the words that each thing came from, and how sure that is', () => {
    expect(narrated.doses.map((dose) => saidBy(narrated, dose.evidence))).toEqual(['five strokes', 'five']);
    const all = [...narrated.doses, ...narrated.swaps, ...narrated.steps, ...narrated.cautions, ...narrated.claims];
    for (const { evidence } of all) {
      expect(evidence.to).toBeGreaterThan(evidence.from);
      expect(evidence.sure > 0 && evidence.sure < 1).toBeTrue();
    }
  });

  it('has no change of side before anything is worked', () => {
    const early = readNarration('[0:00] Hello. Other side of the harbour today.\n[0:20] Press the temples, six times.');
    expect(early.swaps).toEqual([]);
  });

  it('of a stretch of words by itself is read once', () => {
    expect(readWords('Hold for ten seconds.')).toBe(readWords('Hold for ten seconds.'));
    expect(readWords('Hold for ten seconds.').doses.map((dose) => dose.low)).toEqual([10]);
  });
});
