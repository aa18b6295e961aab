import { givenBy, type PutRight } from '../narration/put-right';
import { readNarration, type Narrated } from '../narration/read';
import { taught } from './taught';

const TEXT = `[0:00] Good morning.
[0:10] First, make the little sparrow beak at the cheek, eight beaks.
[0:30] Next, stroke the forehead up into the hair, six strokes.
[0:50] Next, make the little sparrow beak at the cheek, lower down, five beaks.
[1:10] Next, knead the jaw with your knuckles, eight times.
[1:30] That's it. Bye.`;

const read = readNarration(TEXT);
const wordOf = (nth: number): number => read.steps.filter((step) => step.kind === 'technique')[nth]!.evidence.from;
const others = (said: PutRight, ...earlier: PutRight[]): PutRight[] => taught(read, said, givenBy(earlier));

describe('what is put right', () => {
  it('is said of every step that was read alike and shares a phrase, and of no other', () => {
    const as = { action: 'vocalise' } as const;
    expect(others({ is: 'step', word: wordOf(0), as })).toEqual([{ is: 'step', word: wordOf(2), as }]);
    expect(others({ is: 'step', word: wordOf(1), as })).toEqual([]);
  });

  it('is said of what was read otherwise only where that was not sure', () => {
    const said: PutRight = { is: 'step', word: wordOf(0), as: { action: 'vocalise' } };
    const withOther = (work: number): Narrated => ({
      ...read,
      steps: read.steps.map((step) =>
        step.evidence.from === wordOf(2) ? { ...step, action: 'roll', evidence: { ...step.evidence, work } } : step,
      ),
    });
    expect(taught(withOther(0.3), said, givenBy([])).map((one) => one.word)).toEqual([wordOf(2)]);
    expect(taught(withOther(0.95), said, givenBy([]))).toEqual([]);
  });

  it('is not said of what somebody has said already, nor where nothing changes', () => {
    const as = { action: 'vocalise' } as const;
    const own: PutRight = { is: 'step', word: wordOf(2), as: { action: 'press' } };
    expect(others({ is: 'step', word: wordOf(0), as }, own)).toEqual([]);
    const { action } = read.steps.find((step) => step.evidence.from === wordOf(0))!;
    expect(others({ is: 'step', word: wordOf(0), as: { action: action as 'hold' } })).toEqual([]);
    expect(others({ is: 'step', word: wordOf(0), as: {} })).toEqual([]);
  });

  it('is said of numbers of the same thing, each with its own figure', () => {
    const [eight, five] = ['eight', 'five'].map((norm) => read.words.findIndex((word) => word.norm === norm));
    const dose = read.doses.find((one) => one.evidence.from === eight)!;
    const as = { kind: 'breaths', low: 8, high: 8, scope: dose.scope } as const;
    const alike = (kind: typeof dose.kind): Narrated => ({
      ...read,
      doses: read.doses.map((one) => (one.evidence.from === five ? { ...one, kind } : one)),
    });
    const said: PutRight = { is: 'dose', word: eight!, as };
    expect(taught(alike(dose.kind), said, givenBy([]))).toEqual([
      { is: 'dose', word: five!, as: { ...as, low: 5, high: 5 } },
    ]);
    expect(taught(alike('hold_s'), said, givenBy([]))).toEqual([]);
  });

  it('is said of every place that begins with the same words', () => {
    const text = `[0:00] Hello. [0:10] First, knead the jaw, six times. Sparrow beak again, and press, four times.
[0:40] Next, stroke the neck, six times. Sparrow beak again, and press the chin, four times. [1:30] That's it. Bye.`;
    const two = readNarration(text);
    const beaks = two.words.flatMap((word, at) => (word.norm === 'sparrow' ? [at] : []));
    const begun = new Set(two.steps.map((step) => step.evidence.from));
    const is = begun.has(beaks[0]!) ? 'joined' : 'begins';
    const alike = begun.has(beaks[0]!) === begun.has(beaks[1]!);
    expect(taught(two, { is, word: beaks[0]! }, givenBy([]))).toEqual(alike ? [{ is, word: beaks[1]! }] : []);
    // A beginning that says nothing of what is done is no phrase.
    expect(taught(two, { is: 'begins', word: 0 }, givenBy([]))).toEqual([]);
  });
});
