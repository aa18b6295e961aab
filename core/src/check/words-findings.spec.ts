import { exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import { applyChange } from '../lesson/change';
import { aLesson, aMove, aStep, reps } from '../testing';
import { filled } from '../speech/fields';
import { describeMove } from './describe-move';
import { wordsFindings } from './words-findings';

const step = (id: string, before: string, change: Partial<MoveStep> = {}, move: Partial<Move> = {}): MoveStep =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', how: 'Flat hand to the ear', ...move }),
    sidePlan: 'both',
    dose: reps(8, 2000),
    narration: { before, during: '', after: '' },
    ...change,
  });
const told = (lesson: Partial<Lesson>): string[] => wordsFindings(aLesson(lesson)).map((one) => one.message);
const rules = (lesson: Partial<Lesson>): string[] => wordsFindings(aLesson(lesson)).map((one) => one.rule);
const hold: Dose = {
  form: 'hold',
  reps: exactly(3),
  holdMs: exactly(6000),
  releaseMs: 1000,
  sets: exactly(1),
  restMs: 0,
};
const timed: Dose = { form: 'timed', eachMs: exactly(30_000), ways: 1, sets: exactly(1), restMs: 0 };

// The rules are common practice, no source.
describe('words against the dose', () => {
  const contradicted = (words: string, dose: Dose): string[] =>
    told({ steps: [step('Gull', words, { dose })] }).filter((one) => one.startsWith('You say'));

  it('are held against what the step really has', () => {
    expect(contradicted('Hold for ten seconds.', hold)).toEqual(['You say “ten seconds”; this step holds 6.']);
    expect(contradicted('Stroke twelve times.', reps(8, 2000)).length).toBe(1);
    expect(contradicted('Three sets of it.', reps(8, 2000, 2)).length).toBe(1);
  });

  it('agree in any form, in a range, and where they are about something else', () => {
    expect(contradicted('Hold for six seconds, three times.', hold)).toEqual([]);
    expect(contradicted('Five to ten times.', reps(8, 2000))).toEqual([]);
    expect(contradicted('I am forty seven, and it is nearly seven.', reps(8, 2000))).toEqual([]);
    expect(contradicted('Once more.', reps(8, 2000))).toEqual([]);
    expect(contradicted('Use two fingers.', reps(8, 2000))).toEqual([]);
    expect(contradicted('Tap eight times.', timed)).toEqual([]);
  });

  it('that come from a field never contradict', () => {
    expect(contradicted('Hold for {hold} seconds, {reps} times.', hold)).toEqual([]);
  });

  it('with a field that the dose does not have are told', () => {
    expect(rules({ steps: [step('a', 'Hold for {hold} seconds.')] })).toContain('field-unknown');
  });
});

describe('words and sides', () => {
  const sided = (words: string, sidePlan: MoveStep['sidePlan']): string[] =>
    rules({ steps: [step('a', words, { sidePlan })] }).filter((rule) => /side/.test(rule));

  it('name the side that comes first', () => {
    expect(sided('Begin on your left.', 'left_right')).toEqual([]);
    expect(sided('Begin on your right.', 'left_right')).toEqual(['other-side-said']);
    expect(sided('Begin on your right.', 'right_left')).toEqual([]);
  });

  it('name no side where there is none', () => {
    expect(sided('Press your left cheek.', 'midline')).toEqual(['side-not-planned']);
    expect(sided('Press your left cheek.', 'both')).toEqual(['side-not-planned']);
    expect(sided('Left, then right.', 'alternating')).toEqual([]);
  });

  it('may name the hand that helps', () => {
    expect(sided('With your right hand stroke the left cheek.', 'left_right')).toEqual([]);
    expect(sided('That’s right.', 'left_right')).toEqual([]);
  });
});

describe('how words are said', () => {
  it('points out what nobody hears: pointing words, and a move without any', () => {
    expect(rules({ steps: [step('a', 'Stroke over here.')] })).toContain('only-in-the-picture');
    expect(rules({ steps: [step('a', '')] })).toEqual(['never-described']);
  });

  it('points out sentences for more than one breath, and fillers that come again and again', () => {
    const long = Array.from({ length: 29 }, () => 'slow').join(' ');
    expect(rules({ opening: `${long}.` })).toEqual(['long-sentence']);
    expect(rules({ opening: `${long.slice(0, -5)}.` })).toEqual([]);
    expect(rules({ closing: 'Just stroke. Just a little. Just now.' })).toEqual(['filler']);
    expect(rules({ closing: 'Just stroke. Just a little.' })).toEqual([]);
  });

  it('keeps requests out of a dose, and asks for a disclosure at a product', () => {
    const asking = step('a', 'Stroke.', { narration: { before: 'Stroke.', during: 'Please subscribe.', after: '' } });
    expect(rules({ steps: [asking] })).toContain('asking-in-dose');
    expect(rules({ closing: 'Please subscribe.' })).not.toContain('asking-in-dose');
    expect(rules({ closing: 'The oil is in my shop.' })).toEqual(['disclosure']);
    expect(rules({ closing: 'The oil is in my shop, and I earn from it.' })).toEqual([]);
  });

  it('lets the last move be called so, and no other', () => {
    const last = (id: string): MoveStep => step(id, 'This is the last move.');
    expect(rules({ steps: [step('a', 'Stroke.'), last('b')] })).toEqual([]);
    expect(told({ steps: [last('a'), step('b', 'Stroke.'), step('c', 'Stroke.')] })).toEqual([
      'You say “the last move”, and 2 more follow.',
    ]);
  });
});

describe('words from the fields of a move', () => {
  it('tell how, how much and the sides, and fill themselves', () => {
    const move = step('a', '', { sidePlan: 'left_right', dose: hold });
    expect(filled(describeMove(move), move)).toBe(
      'Flat hand to the ear. Hold for 6 seconds, 3 times. First your left, then your right.',
    );
    const plain = step('b', '', {}, { how: '' });
    expect(filled(describeMove(plain), plain)).toBe('Stroke the cheek. 8 times.');
  });
});

// What goes wrong, seen again and again (common practice, no source).
describe('the last one', () => {
  const lasts = (...words: string[]): string[] =>
    words.filter((during) =>
      rules({ steps: [aStep('a', { narration: { before: 'Stroke.', during, after: '' } })] }).includes(
        'last-then-more',
      ),
    );

  it('is the last: what goes on after it is told of', () => {
    const wrong = [
      'That was the last one. One more.',
      'Last one. And again.',
      'One last time, and one more.',
      'The last one. Softly. Two more.',
    ];
    expect(lasts(...wrong)).toEqual(wrong.slice(0, 3));
  });

  it('may be announced, and may be followed by something else', () => {
    expect(lasts('One more. And the last one.', 'Last one. Let go.', 'Two more, then the last one. Rest.')).toEqual([]);
  });
});

describe('a side that is not named', () => {
  const said = (after: string, change: Partial<MoveStep> = {}): string[] =>
    rules({ steps: [aStep('a', { narration: { before: 'Stroke your left.', during: '', after }, ...change })] }).filter(
      (rule) => rule === 'side-unnamed',
    );

  it('says nothing to whoever does not look', () => {
    expect(said('And this side too.')).toEqual(['side-unnamed']);
    expect(said('Now that side.')).toEqual(['side-unnamed']);
  });

  it('is plain where it is named, where there are only two, and where no side is changed', () => {
    expect(said('Now this side, your right.')).toEqual([]);
    expect(said('And the other side.')).toEqual([]);
    expect(said('And this side too.', { sidePlan: 'both' })).toEqual([]);
  });
});

describe('a dose that is said and not planned', () => {
  it('can be planned as it is said, as well as said as it is planned', () => {
    const lesson = aLesson({
      steps: [
        aStep('a', {
          dose: reps(5, 2000),
          sidePlan: 'both',
          narration: { before: 'Stroke ten times.', during: '', after: '' },
        }),
      ],
    });
    const [found] = wordsFindings(lesson).filter((one) => one.rule === 'said-not-planned');
    expect(found!.repairs.map((one) => one.label)).toEqual(['Say 5', 'Plan ten']);
    const planned = movesOf(applyChange(lesson, found!.repairs[1]!.change!).steps)[0]!;
    expect(planned.dose).toEqual({ ...reps(5, 2000), reps: { low: 10, planned: 10, high: 10 } } as MoveStep['dose']);
    expect(planned.narration.before).toBe('Stroke ten times.');
  });
});
