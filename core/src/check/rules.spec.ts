import { CLAIMS } from '../caution/wording';
import { aFilmedLesson, aLesson, aMove, aSegment, aStep, reps } from '../testing';
import { foundBy } from './check-lesson';
import { RULES, type RuleId } from './rules';

describe('the list of rules', () => {
  const names = new Set<string>(Object.keys(RULES));

  it('holds a rule for every claim, and no other', () => {
    // That muscles are trained is no claim to be marked.
    const claims = CLAIMS.filter((one) => one !== 'muscle').map((one) => `claim-${one.replace(/_/g, '-')}`);
    for (const name of claims) expect(names.has(name)).withContext(name).toBeTrue();
    const listed = [...names].filter((name) => /^claim-/.test(name));
    expect(listed.sort()).toEqual(claims.sort());
  });

  it('says of every finding which check it is of', () => {
    const wordy = (before: string) => ({ narration: { before, during: 'Just, just, just. Subscribe!', after: '' } });
    const lessons = [
      aLesson({
        title: 'Nine moves in two minutes',
        promise: 'It erases wrinkles, flushes toxins out and takes years off. Three times a day.',
        closing: 'Once a day is enough.',
        targetMs: 600_000,
        steps: [
          aStep('a', {
            move: aMove({ mouthBusy: true, eyesOff: true }),
            rightDose: reps(2, 1000),
            ...wordy('Like this, ten times.'),
          }),
          aStep('b', { move: aMove({ region: 'jaw', pressure: 'firm' }), sidePlan: 'left_only' }),
          aStep('c', {
            move: aMove({ region: 'neck', pressure: 'firm' }),
            sidePlan: 'both',
            counted: true,
            ...wordy('The last move. That was the last one. One more.'),
          }),
        ],
      }),
      aFilmedLesson({
        opening: 'Good morning to all of you.',
        steps: [aStep('a', { dose: reps(5, 2000) }), aStep('b')],
        segments: [aSegment('s', 10_000, 40_000, { beatsMs: [15_000, 30_000] })],
        overrides: [{ key: 'p|x|count|1', text: 'two' }],
      }),
    ];
    const met = new Set<RuleId>();
    for (const lesson of lessons)
      for (const check of new Set(Object.values(RULES).map((rule) => rule.check)))
        for (const { rule } of foundBy(check, lesson, { heard: () => [[1000, 8000]] })) {
          met.add(rule);
          expect(RULES[rule].check).withContext(rule).toBe(check);
        }
    expect(met.size).toBeGreaterThan(20);
  });
});
