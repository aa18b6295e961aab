import { describeDose } from '../dose/dose';
import { readNarration } from '../narration/read';
import { draftSteps } from './draft';

let made = 0;
/** The dose of a first step that is told so. */
function doseOf(words: string): string {
  const read = readNarration(
    `[0:00] Hello. [0:10] First, ${words} [0:40] Next, knead the jaw, six times. [1:10] That's it. Bye.`,
  );
  return describeDose(draftSteps(read, [], () => `${made++}`)[0]!.step.dose);
}

describe('the dose of a draft', () => {
  it('has the kind and the number that are said', () => {
    expect(doseOf('knead the jaw, ten pumps.')).toBe('10 times');
    expect(doseOf('pump above the collarbones ten times.')).toBe('10 times');
    expect(doseOf('circle the temples eight times. Three rounds of that.')).toBe('3 × 8');
    expect(doseOf('stroke the neck, start with five strokes and build up to fifteen.')).toBe('5 passes');
    expect(doseOf('press the chin, two rounds of eight.')).toBe('2 × 8');
  });

  it('is as long as it is counted, so many times', () => {
    expect(doseOf('press the lips together, five counts, and repeat four times.')).toBe('4 × 5 s');
  });

  it('has what comes on top', () => {
    expect(doseOf('hold the forehead for ten seconds, and once more.')).toBe('2 × 10 s');
    expect(doseOf('stroke the neck six times. And two more.')).toBe('8 passes');
    expect(doseOf('tap the cheeks for twenty seconds, and once more.')).toBe('2 × 20 s');
  });
});
