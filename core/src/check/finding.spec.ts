import { applyChange } from '../lesson/change';
import { framingOf, widestFraming } from '../move/framing';
import { aLesson, aMove, aStep } from '../testing';
import { bySeverity, findingKey, type Finding } from './finding';
import { replaceWords, wordsAt } from './replace-words';

const finding = (severity: Finding['severity'], rule: string): Finding => ({
  severity,
  rule,
  place: { stepId: null, part: 'lesson' },
  message: '',
  repairs: [],
});

describe('findings', () => {
  it('stand worst first and in the order of the lesson', () => {
    const list = [finding('note', 'a'), finding('must', 'b'), finding('note', 'c'), finding('should', 'd')];
    expect(bySeverity(list).map((one) => one.rule)).toEqual(['b', 'd', 'a', 'c']);
  });

  it('are told apart by rule, step, part and words', () => {
    const one = { ...finding('note', 'a'), place: { stepId: 's', part: 'before' as const, words: 'x' } };
    expect(findingKey(one)).not.toBe(findingKey({ ...one, place: { ...one.place, words: 'y' } }));
    expect(findingKey(one)).toBe(findingKey({ ...one, message: 'said otherwise' }));
  });
});

describe('words that are replaced', () => {
  const lesson = aLesson({
    opening: 'It erases lines.',
    steps: [aStep('a', { narration: { before: 'Hold for $& ten.', during: '', after: '' } })],
  });

  it('change where they stand, and nothing else', () => {
    const step = { stepId: 'a', part: 'before' } as const;
    const changed = applyChange(lesson, replaceWords(lesson, step, 'ten', '$& {hold}')!);
    expect(changed.steps[0]!.narration.before).toBe('Hold for $& $& {hold}.');
    const opening = { stepId: null, part: 'opening' } as const;
    expect(applyChange(lesson, replaceWords(lesson, opening, 'erases lines', 'may soften them')!).opening).toBe(
      'It may soften them.',
    );
  });

  it('are left alone where they no longer stand', () => {
    expect(replaceWords(lesson, { stepId: 'a', part: 'before' }, 'twelve', 'x')).toBeNull();
    expect(replaceWords(lesson, { stepId: 'gone', part: 'before' }, 'ten', 'x')).toBeNull();
    expect(replaceWords(lesson, { stepId: null, part: 'title' }, lesson.title, '')).toBeNull();
    expect(wordsAt(lesson, { stepId: 'a', part: 'dose' })).toBeNull();
  });
});

describe('framing', () => {
  // Common practice, no source: the lowest region that is touched decides.
  it('goes by the lowest region, unless the move says otherwise', () => {
    expect(framingOf(aMove({ region: 'cheek', direction: null }))).toBe('face');
    expect(framingOf(aMove({ region: 'nape', direction: null }))).toBe('face_neck');
    expect(framingOf(aMove({ region: 'ear', direction: { from: 'ear', to: 'collarbone', words: '' } }))).toBe(
      'face_chest',
    );
    expect(framingOf(aMove({ region: 'cheek', direction: null, framing: 'face_chest' }))).toBe('face_chest');
  });

  it('is one wide enough for all', () => {
    expect(
      widestFraming([aMove({ region: 'cheek', direction: null }), aMove({ region: 'neck', direction: null })]),
    ).toBe('face_neck');
    expect(widestFraming([])).toBe('face');
  });
});
