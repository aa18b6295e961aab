import { applyChange } from '../lesson/change';
import { framingOf, widestFraming } from '../move/framing';
import { aLesson, aMove, aStep, reps, way } from '../testing';
import { findingsOf, setAside, SetAsideError, sorted, type Finding, type Found } from './finding';
import { groupsOf } from './groups';
import { replaceWords, wordsAt } from './replace-words';
import type { RuleId } from './rules';

const found = (rule: RuleId, change: Partial<Found> = {}): Found => ({
  rule,
  place: { on: 'plan', stepId: null, part: 'lesson' },
  message: rule,
  repairs: [],
  ...change,
});
const lessonOfOne = aLesson({ steps: [aStep('s', { dose: reps(8, 1000) })] });
const one = (change: Partial<Found> = {}): Finding => findingsOf(lessonOfOne, [found('uneven-sides', change)])[0]!;

describe('findings', () => {
  it('stand worst first and in the order of the lesson, as bad as their rule unless they are milder', () => {
    const list = [
      found('filler'),
      found('uneven-sides'),
      found('long-sentence'),
      found('off-target'),
      found('promise-moves', { severity: 'note' }),
    ];
    expect(findingsOf(lessonOfOne, list).map((each) => `${each.severity} ${each.rule}`)).toEqual([
      'must uneven-sides',
      'should off-target',
      'note filler',
      'note long-sentence',
      'note promise-moves',
    ]);
  });

  it('are told apart by rule and place, whatever they say', () => {
    const place = { on: 'plan', stepId: 's', part: 'before', words: 'x' } as const;
    const id = one({ place }).id;
    expect(one({ place, message: 'said otherwise' }).id).toBe(id);
    expect(one({ place: { ...place, words: 'y' } }).id).not.toBe(id);
    expect(one({ place: { ...place, stepId: 't' } }).id).not.toBe(id);
    const twice = findingsOf(lessonOfOne, [found('filler', { place }), found('filler', { place })]);
    expect(new Set(twice.map((each) => each.id)).size).toBe(2);
    const onFilm = { on: 'cut', cutId: 'full', stepId: 's', side: 'left', startMs: 0, endMs: 900 } as const;
    // What moves on the film is the same finding still.
    expect(one({ place: { ...onFilm, startMs: 500 } }).id).toBe(one({ place: onFilm }).id);
    expect(one({ place: { ...onFilm, side: 'right' } }).id).not.toBe(one({ place: onFilm }).id);
  });

  it('show the fields of their repairs filled', () => {
    const repairs = [{ label: 'Say “{reps} times”', change: null }];
    const place = { on: 'plan', stepId: 's', part: 'before' } as const;
    expect(one({ place, repairs }).repairs[0]!.label).toBe('Say “8 times”');
  });

  it('that were set aside stay so until what they rest on changes', () => {
    const before = one({ restsOn: { left: 8, right: 6 } });
    const note = { id: before.id, basis: before.basis, reason: 'They compare.' };
    expect(sorted([before], [note])).toEqual({ open: [], aside: [before] });
    const same = one({ restsOn: { left: 8, right: 6 }, message: 'in other words' });
    expect(sorted([same], [note]).aside).toEqual([same]);
    const other = one({ restsOn: { left: 8, right: 5 } });
    expect(sorted([other], [note])).toEqual({ open: [other], aside: [] });
    expect(sorted([before], [])).toEqual({ open: [before], aside: [] });
  });

  it('are set aside with a reason where they must be mended, and without where not', () => {
    const must = one();
    const [note] = findingsOf(lessonOfOne, [found('filler')]);
    expect(() => setAside([must], '  ')).toThrowError(SetAsideError);
    expect(() => setAside([note!, must], '')).toThrowError(SetAsideError);
    expect(setAside([note!], '')).toEqual({
      kind: 'set_aside',
      setAside: { id: note!.id, basis: note!.basis, reason: '' },
    });
    const after = applyChange(lessonOfOne, setAside([must, note!], ' On purpose. '));
    expect(after.setAside.map((each) => each.reason)).toEqual(['On purpose.', 'On purpose.']);
    expect(sorted([must, note!], after.setAside).open).toEqual([]);
  });
});

describe('like findings', () => {
  const of = (rule: RuleId, ids: string[], repaired = true): Found[] =>
    ids.map((stepId) =>
      found(rule, {
        place: { on: 'plan', stepId, part: 'before' },
        repairs: repaired
          ? [{ label: 'Mend', change: { kind: 'set_step', stepId, field: 'counted', value: true } }]
          : [],
      }),
    );

  it('of many steps are one, with one repair for all', () => {
    const groups = groupsOf(
      findingsOf(lessonOfOne, [...of('never-described', ['a', 'b', 'c']), ...of('uneven-sides', ['b'])]),
    );
    expect(groups.map(({ message, findings, mendAll }) => [message, findings.length, mendAll])).toEqual([
      ['uneven-sides', 1, null],
      ['3 moves are never described.', 3, 'Describe all of them from their own fields'],
    ]);
  });

  it('are mended one by one where one of them has no repair', () => {
    const mixed = [...of('never-described', ['a']), ...of('never-described', ['b'], false)];
    expect(groupsOf(findingsOf(lessonOfOne, mixed))[0]!.mendAll).toBeNull();
  });

  it('are not mixed with worse ones, nor with what is told one by one', () => {
    const mild = of('uneven-sides', ['a']).map((each) => ({ ...each, severity: 'note' as const }));
    expect(groupsOf(findingsOf(lessonOfOne, [...of('uneven-sides', ['b']), ...mild])).length).toBe(2);
    expect(groupsOf(findingsOf(lessonOfOne, [found('off-target'), found('long-opening')])).length).toBe(2);
    const claims = [found('claim-lift'), found('claim-detox')];
    expect(groupsOf(findingsOf(lessonOfOne, claims)).map((each) => each.message)).toEqual([
      '2 sentences promise too much.',
    ]);
  });
});

describe('words that are replaced', () => {
  const lesson = aLesson({
    opening: 'It erases lines.',
    steps: [aStep('a', { narration: { before: 'Hold for $& ten.', during: '', after: '' } })],
  });

  it('change where they stand, and nothing else', () => {
    const step = { on: 'plan', stepId: 'a', part: 'before' } as const;
    const changed = applyChange(lesson, replaceWords(lesson, step, 'ten', '$& {hold}')!);
    expect(changed.steps[0]!.narration.before).toBe('Hold for $& $& {hold}.');
    const opening = { on: 'plan', stepId: null, part: 'opening' } as const;
    expect(applyChange(lesson, replaceWords(lesson, opening, 'erases lines', 'may soften them')!).opening).toBe(
      'It may soften them.',
    );
  });

  it('are left alone where they no longer stand', () => {
    expect(replaceWords(lesson, { on: 'plan', stepId: 'a', part: 'before' }, 'twelve', 'x')).toBeNull();
    expect(replaceWords(lesson, { on: 'plan', stepId: 'gone', part: 'before' }, 'ten', 'x')).toBeNull();
    expect(replaceWords(lesson, { on: 'plan', stepId: null, part: 'title' }, lesson.title, '')).toBeNull();
    expect(wordsAt(lesson, { on: 'plan', stepId: 'a', part: 'dose' })).toBeNull();
  });
});

describe('framing', () => {
  // Common practice, no source: the lowest region that is touched decides.
  it('goes by the lowest region, unless the move says otherwise', () => {
    expect(framingOf(aMove({ region: 'cheek', route: [] }))).toBe('face');
    expect(framingOf(aMove({ region: 'nape', route: [] }))).toBe('face_neck');
    expect(framingOf(aMove({ region: 'ear', route: way('ear', 'collarbone') }))).toBe('face_chest');
    expect(framingOf(aMove({ region: 'cheek', route: [], framing: 'face_chest' }))).toBe('face_chest');
  });

  it('is one wide enough for all', () => {
    expect(widestFraming([aMove({ region: 'cheek', route: [] }), aMove({ region: 'neck', route: [] })])).toBe(
      'face_neck',
    );
    expect(widestFraming([])).toBe('face');
  });
});
