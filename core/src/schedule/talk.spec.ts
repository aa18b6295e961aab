import { aLesson, aPace, aStep, reps } from '../testing';
import { sentencesOf, talkOf } from './talk';

describe('the talk of a lesson', () => {
  const lesson = aLesson({
    pace: aPace(),
    opening: 'Hello. I love this fog. Clean hands, please.',
    steps: [
      aStep('a', {
        dose: reps(8, 1000),
        narration: { before: 'Knead {reps} times. My aunt did this too.', during: '', after: 'Lovely.' },
      }),
    ],
    closing: 'Once a day. Good bulletin.',
  });

  it('is told sentence by sentence, with what it costs', () => {
    const talk = talkOf(lesson);
    expect(talk.map((one) => one.sentence)).toContain('Knead 8 times.');
    expect(talk.every((one) => one.ms > 0)).toBeTrue();
    expect(talk.find((one) => one.sentence === 'Lovely.')).toEqual(
      jasmine.objectContaining({ stepId: 'a', part: 'after' }),
    );
  });

  it('may go where it tells neither how, how much, nor what to mind', () => {
    const free = talkOf(lesson)
      .filter((one) => one.mayGo)
      .map((one) => one.sentence);
    expect(free).toEqual(['I love this fog.', 'My aunt did this too.', 'Lovely.', 'Good bulletin.']);
  });

  it('ends sentences where they end', () => {
    expect(sentencesOf('Press… and let go! “Now?” Yes.\nNext')).toEqual([
      'Press…',
      'and let go!',
      '“Now?”',
      'Yes.',
      'Next',
    ]);
    expect(sentencesOf('  ')).toEqual([]);
  });
});
