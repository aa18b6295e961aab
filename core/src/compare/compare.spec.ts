import { CUE_STYLES } from '../cue/styles';
import type { Lesson } from '../lesson/lesson.schema';
import { aFilmedLesson, aMove, aSegment, aStep, reps } from '../testing';
import { differences } from './compare';

const named = (id: string, name: string, change: Parameters<typeof aStep>[1] = {}) =>
  aStep(id, { move: aMove({ id, name }), ...change });
const [slipway, rope, gull, lantern] = [
  named('a', 'Slipway', { dose: reps(5, 2000) }),
  named('b', 'Rope knead'),
  named('c', 'Gull lift'),
  named('d', 'Lantern eyes'),
];
const lesson = aFilmedLesson({
  steps: [slipway, rope, gull, lantern],
  segments: [
    aSegment('l', 0, 10_000, { beatsMs: [2000, 4000, 6000, 8000] as never }),
    aSegment('r', 10_000, 20_000, { side: 'right', beatsMs: [12_000, 14_000] as never }),
  ],
});

function told(change: Partial<Lesson>): string[] {
  return differences(lesson, { ...lesson, ...change }).map((one) => one.words);
}

describe('what became of a lesson', () => {
  it('is nothing where nothing differs', () => {
    expect(differences(lesson, structuredClone(lesson))).toEqual([]);
  });

  it('is said of steps that came, went, and are called otherwise', () => {
    const called = named('a', 'Gangway', { dose: reps(5, 2000) });
    const steps = [named('e', 'Flat calm'), called, gull, lantern];
    expect(told({ steps })).toEqual(
      jasmine.arrayContaining([
        'Rope knead is gone.',
        'Flat calm is new, at the beginning.',
        'Slipway is called Gangway.',
      ]),
    );
  });

  it('is said of as few steps as have moved', () => {
    expect(told({ steps: [lantern, slipway, rope, gull] })).toEqual(['Lantern eyes comes first now.']);
    expect(told({ steps: [slipway, gull, lantern, rope] })).toEqual(['Rope knead comes after Lantern eyes now.']);
  });

  it('is said of how many are planned, and of how many play', () => {
    expect(told({ steps: [{ ...slipway, dose: reps(8, 2000) }, rope, gull, lantern] })).toContain(
      'Slipway: 8 times, before 5 times.',
    );
    expect(told({ steps: [{ ...slipway, dose: reps(5, 2500) }, rope, gull, lantern] })).toContain(
      'Slipway goes at another pace.',
    );
    expect(told({ steps: [{ ...slipway, sidePlan: 'both' }, rope, gull, lantern] })).toContain(
      'Slipway: both sides at once, before left, then right.',
    );
    const [left, right] = lesson.segments;
    const more = { ...right!, beatsMs: [12_000, 14_000, 16_000] as never };
    expect(told({ segments: [left!, more] })).toContain('Slipway, right: the film has 3, before 2.');
  });

  it('is said of words and of the length', () => {
    const narration = { before: 'Down the neck, slowly.', during: '', after: '' };
    expect(told({ steps: [slipway, { ...rope, narration }, gull, lantern] })).toContain(
      'What is said at Rope knead reads otherwise, 4 words longer.',
    );
    expect(told({ opening: 'Good morning.' })).toContain('The opening is new.');
    expect(told({ assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 45_000 }] })).toContain(
      'It runs 0:45, before 1:00.',
    );
  });

  it('is said of what stands on the picture, and of how it looks', () => {
    expect(told({ overrides: [{ key: 'count', when: 'never' }] as never })).toEqual([
      'No longer on the picture: 6 cues.',
    ]);
    expect(told({ cueStyle: CUE_STYLES[1]! })).toEqual(['They look like Ribbon, before like Pebble.']);
  });
});
