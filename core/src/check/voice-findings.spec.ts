import { exactly } from '../dose/dose';
import type { MoveStep } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';
import type { Move } from '../move/move.schema';
import { aLesson, aMove, aStep, reps } from '../testing';
import { voiceFindings } from './voice-findings';

const step = (move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep('a', {
    move: aMove({ name: 'Foghorn', region: 'nape', ...move }),
    sidePlan: 'both',
    dose: reps(10, 2000),
    ...change,
  });
const said = (before: string, during = '', after = '') => ({ before, during, after });
const found = (one: MoveStep): string[] => {
  const lesson = aLesson({ steps: [one] });
  return voiceFindings(lesson, schedule(lesson)).map((each) => `${each.rule}: ${each.message}`);
};
const rules = (one: MoveStep): string[] => found(one).map((each) => each.split(':')[0]!);

// What the body does to voice and eyes is common practice, no source.
describe('the voice', () => {
  it('cannot speak over a busy mouth, but before it, after it, or over the footage', () => {
    const busy = { mouthBusy: true };
    expect(rules(step(busy, { narration: said('In.', 'Softly.') }))).toEqual(['mouth-busy']);
    expect(rules(step(busy, { narration: said('In.', '', 'Out.') }))).toEqual([]);
    expect(rules(step(busy, { narration: said('In.', 'Softly.'), voiceOver: true }))).toEqual([]);
    expect(rules(step({}, { narration: said('In.', 'Softly.') }))).toEqual([]);
  });

  it('cannot count and speak at once', () => {
    expect(rules(step({}, { counted: true, narration: said('In.', 'Softly.') }))).toEqual(['count-and-words']);
    expect(rules(step({}, { counted: true, narration: said('In.') }))).toEqual([]);
    expect(rules(step({ mouthBusy: true }, { counted: true }))).toEqual(['count-and-words']);
    // Spoken over the footage afterwards, the words and the count are in nobody's way.
    expect(rules(step({}, { counted: true, narration: said('In.', 'Softly.'), voiceOver: true }))).toEqual([]);
    expect(rules(step({ mouthBusy: true }, { counted: true, voiceOver: true }))).toEqual([]);
  });

  it('stretches a dose that is shorter than the words over it', () => {
    const long = said('In.', 'Along the bone to the ear, down the neck, and into the hollow above the collarbone.');
    expect(rules(step({}, { dose: reps(1, 1000), narration: long }))).toEqual(['talk-longer-than-dose']);
    expect(rules(step({}, { dose: reps(20, 1000), narration: long }))).toEqual([]);
    expect(rules(step({}, { dose: reps(1, 1000), narration: long, voiceOver: true }))).toEqual([]);
  });
});

describe('words that stretch a dose', () => {
  // Only the plan's own figure counts here: it is handed in.
  const stretched = (stretchMs: number): string[] => {
    const lesson = aLesson({ steps: [step({}, { narration: said('In.', 'Softly.') })] });
    const plan = schedule(lesson);
    const steps = plan.steps.map((one) => ({ ...one, stretchMs }));
    return voiceFindings(lesson, { ...plan, steps }).map((one) => one.rule);
  };

  it('are told of from more than half a second on', () => {
    expect(stretched(0)).toEqual([]);
    expect(stretched(500)).toEqual([]);
    expect(stretched(501)).toEqual(['talk-longer-than-dose']);
  });
});

describe('the eyes off the screen', () => {
  const off = { eyesOff: true };
  const missing = (one: MoveStep): string[] =>
    found(one).map((each) => /the (?:change of side|end|count)/.exec(each)?.[0] ?? each);

  it('need the count, the change of side and the end to be heard', () => {
    expect(missing(step(off, { sidePlan: 'left_right', narration: said('Chin down.') }))).toEqual([
      'the change of side',
      'the end',
      'the count',
    ]);
    expect(missing(step(off, { narration: said('Chin down.') }))).toEqual(['the end', 'the count']);
  });

  it('are content with any way of saying it', () => {
    for (const words of ['Now the other side. And let go.', 'Switch. Relax.', 'And your right. Come back.'])
      expect(missing(step(off, { sidePlan: 'left_right', counted: true, narration: said('Down.', '', words) })))
        .withContext(words)
        .toEqual([]);
  });

  it('need no count of breaths, which one feels', () => {
    const dose = { form: 'breaths', breaths: exactly(4), cycleMs: exactly(5000), sets: exactly(1), restMs: 0 } as const;
    expect(missing(step(off, { dose, narration: said('Chin down.', '', 'Let go.') }))).toEqual([]);
  });

  it('are no matter where one looks at the screen', () => {
    expect(missing(step({}, { sidePlan: 'left_right', narration: said('Chin down.') }))).toEqual([]);
  });
});
