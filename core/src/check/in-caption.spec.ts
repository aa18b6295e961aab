import { deriveCues } from '../cue/derive';
import { applyChange } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { checkLesson } from './check-lesson';
import { captionsOf } from './in-caption';

const filmed = (words: string, change: Partial<Lesson> = {}): Lesson =>
  aFilmedLesson({
    steps: [
      aStep('a', {
        ...{ move: aMove({ name: 'Rope knead' }), sidePlan: 'both', dose: reps(8, 2000) },
        narration: { before: words, during: '', after: '' },
      }),
    ],
    segments: [
      aSegment('talk', 1000, 9000, { kind: 'teach', side: null }),
      aSegment('w', 10_000, 22_000, { side: 'both', beatsMs: [12, 14, 16, 18, 20, 22].map((s) => 1000 * s) }),
    ],
    ...change,
  });
const lesson = filmed('Knead along the jaw, eight times. Soft shoulders.');
const found = (of: Lesson) => checkLesson(of).filter((one) => one.rule === 'said-not-done');
const captions = (of: Lesson) =>
  deriveCues(of)
    .cues.filter((cue) => cue.kind === 'caption')
    .map((cue) => cue.text);

describe('what was said and is not so', () => {
  it('stays in its caption as it is heard, with what is right behind it', () => {
    const [first] = found(lesson);
    const repair = first!.repairs.find((one) => one.label === 'Put it right in the caption')!;
    expect(repair.single).toBeTrue();
    const after = applyChange(lesson, repair.change!);
    expect(captions(after)).toEqual(['Knead along the jaw, eight times (6 here).', 'Soft shoulders.']);
    // It is worth knowing from then on, and nothing more; its film can still be made anew.
    const [then] = found(after);
    expect([then!.severity, then!.repairs.map((one) => one.label)]).toEqual(['note', ['Plan 6', 'Film it again']]);
    expect(then!.message).toContain('Its caption puts it right.');
    expect(checkLesson(after).some((one) => one.rule === 'filmed-short')).toBeFalse();
  });

  it('is put right anew when another number is right, and keeps what else was changed of the caption', () => {
    const [first] = found(lesson);
    const corrected = applyChange(lesson, first!.repairs.find((one) => one.label.includes('caption'))!.change!);
    const key = corrected.overrides[0]!.key;
    const later = applyChange(corrected, {
      kind: 'set_override',
      override: { ...corrected.overrides[0]!, startOffsetMs: 300 },
    });
    const seven = applyChange(later, {
      ...{ kind: 'set_segment', segmentId: 'w', field: 'beatsMs' },
      value: [11, 12, 14, 16, 18, 20, 22].map((s) => 1000 * s),
    });
    const again = found(seven)[0]!.repairs.find((one) => one.label.includes('caption'))!;
    expect(applyChange(seven, again.change!).overrides).toEqual([
      { key, startOffsetMs: 300, text: 'Knead along the jaw, eight times (7 here).' },
    ]);
  });

  it('is offered for a film that is public too, and not where there is no caption of it, no film, or no room', () => {
    const offers = (of: Lesson) => captionsOf(of)('a', 'eight times', '6 here').repairs.length;
    expect(offers({ ...lesson, publicElsewhere: true })).toBe(1);
    expect(offers(filmed('Knead along the jaw.'))).toBe(0);
    expect(offers({ ...lesson, segments: [] })).toBe(0);
    const long = 'Knead along the jaw with soft knuckles from the chin out to the ear, eight times';
    expect(offers(filmed(`${long}.`))).toBe(0);
    expect(captionsOf(lesson)('b', 'eight times', '6 here').repairs).toEqual([]);
  });
});
