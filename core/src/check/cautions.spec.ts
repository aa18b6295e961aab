import type { Step } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { aLesson, aMove, aStep } from '../testing';
import { checkLesson } from './check-lesson';
import { CAUTION_RULES, cautionFindings, screeningQuestions } from './cautions';

const step = (id: string, move: Partial<Move>, before = '', change: Partial<Step> = {}): Step =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', action: 'hold', pressure: 'feather', ...move }),
    narration: { before, during: '', after: '' },
    ...change,
  });
/** A step that calls for each caution. */
const CALLS: Readonly<Record<string, Partial<Move>>> = {
  jaw: { region: 'jaw' },
  neck: { region: 'neck' },
  head_back: { region: 'neck', action: 'stretch' },
  drain: { region: 'ear', action: 'drain' },
  eye: { region: 'eye', action: 'circle' },
  cold: { tool: 'spoon' },
  breath: { action: 'puff' },
  slip: { slip: true },
  shoulder_pregnancy: { region: 'shoulder', pressure: 'firm' },
};
const ruleOf = (id: string): string => `caution-${id.replace('_', '-')}`;
const rules = (...steps: Step[]): string[] => cautionFindings(aLesson({ steps })).map((one) => one.rule);

// General knowledge, no source: every caution defers to licensed practice.
describe('cautions', () => {
  it('know a step for every rule', () => {
    expect(Object.keys(CALLS).sort()).toEqual(CAUTION_RULES.map((rule) => rule.id).sort());
  });

  for (const rule of CAUTION_RULES) {
    const called = CALLS[rule.id]!;
    it(`“${rule.say}” is wanted before its step, and is heard in its own words`, () => {
      expect(rules(step('a', called))).toContain(ruleOf(rule.id));
      expect(rules(step('a', called, rule.say))).not.toContain(ruleOf(rule.id));
      expect(rules(step('first', {}, rule.say), step('a', called))).not.toContain(ruleOf(rule.id));
    });
  }

  it('are wanted once, at the first step that calls for them', () => {
    const found = cautionFindings(
      aLesson({ steps: [step('x', {}), step('a', CALLS['jaw']!), step('b', CALLS['jaw']!)] }),
    );
    expect(found.filter((one) => one.rule === 'caution-jaw').map((one) => one.place.stepId)).toEqual(['a']);
  });

  it('that come during or after their step come too late, and are told so', () => {
    const late = step('a', CALLS['jaw']!, 'Knuckles in.', {
      narration: { before: 'Knuckles in.', during: '', after: 'If your jaw clicks, ask a dentist.' },
    });
    const [finding] = cautionFindings(aLesson({ steps: [late] }));
    expect(finding!.message).toContain('comes after it has begun');
    const opening = 'If your jaw hurts or clicks, ask a dentist first.';
    expect(cautionFindings(aLesson({ opening, steps: [late] }))).toEqual([]);
  });

  it('of slip are met by the oil that a step before puts on', () => {
    expect(rules(step('a', CALLS['slip']!))).toEqual(['caution-slip']);
    expect(rules(step('oil', {}, '', { product: 'apply' }), step('a', CALLS['slip']!))).toEqual([]);
  });

  it('of pregnancy are called for by a shoulder worked with more than light hands', () => {
    const called = (pressure: 'feather' | 'light' | 'medium' | 'firm'): boolean =>
      rules(step('a', { region: 'shoulder', pressure })).includes('caution-shoulder-pregnancy');
    expect([called('feather'), called('light'), called('medium'), called('firm')]).toEqual([false, false, true, true]);
  });

  it('of slip are met by the oil of the step itself', () => {
    expect(rules(step('a', CALLS['slip']!, '', { product: 'apply' }))).toEqual([]);
    expect(rules(step('a', CALLS['slip']!), step('oil', {}, '', { product: 'apply' }))).toEqual(['caution-slip']);
  });

  it('that keep somebody safe must be said, the others should be', () => {
    const severity = (id: string): string | undefined =>
      checkLesson(aLesson({ steps: [step('a', CALLS[id]!)] })).find((one) => one.rule === ruleOf(id))?.severity;
    for (const id of ['jaw', 'neck', 'drain', 'eye']) expect(severity(id)).withContext(id).toBe('must');
    for (const id of ['cold', 'breath', 'slip']) expect(severity(id)).withContext(id).toBe('should');
  });
});

describe('questions to ask oneself before', () => {
  const asked = (...moves: Partial<Move>[]): string[] =>
    screeningQuestions({ steps: moves.map((move, i) => step(String(i), move)) });

  it('are made from the moves, each once, with two that every lesson asks', () => {
    expect(asked().length).toBe(2);
    const jaws = asked(CALLS['jaw']!, CALLS['jaw']!, CALLS['cold']!);
    expect(jaws.length).toBe(4);
    expect(new Set(jaws).size).toBe(4);
  });

  it('are all questions', () => {
    for (const question of asked(...Object.values(CALLS))) expect(question).toMatch(/\?$/);
  });
});
