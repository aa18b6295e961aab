import { aFilmedLesson, aLesson, aSegment, aStep, reps } from '../testing';
import type { Lesson } from '../lesson/lesson.schema';
import { promiseFindings } from './promise';
import { schedule } from '../schedule/schedule';

/** A lesson that runs `seconds`, in `moves` steps. */
const running = (seconds: number, moves: number, change: Partial<Lesson>): string[] => {
  const lesson = aLesson({
    steps: Array.from({ length: moves }, (_, i) =>
      aStep(String(i), { sidePlan: 'both', dose: reps(1, (1000 * seconds) / moves) }),
    ),
    ...change,
  });
  return promiseFindings(lesson, schedule(lesson)).map((one) => one.rule);
};
const often = { closing: '' };

describe('a promise', () => {
  it('of minutes is kept to within half a minute', () => {
    const promise = 'It takes five minutes, once a day.';
    for (const seconds of [270, 300, 330])
      expect(running(seconds, 5, { promise }))
        .withContext(`${seconds}`)
        .toEqual([]);
    for (const seconds of [268, 332])
      expect(running(seconds, 5, { promise }))
        .withContext(`${seconds}`)
        .toEqual(['promise-minutes']);
  });

  it('of “under” so many minutes means what it says', () => {
    const promise = 'In under five minutes, once a day.';
    expect(running(299, 5, { promise })).toEqual([]);
    expect(running(60, 5, { promise })).toEqual([]);
    expect(running(305, 5, { promise })).toEqual(['promise-minutes']);
  });

  it('of a number of moves is counted, in figures and in words', () => {
    for (const title of ['5 moves, once a day', 'Five moves, once a day', 'Five to seven moves, once a day'])
      expect(running(60, 5, { title }))
        .withContext(title)
        .toEqual([]);
    expect(running(60, 4, { title: 'Five moves, once a day' })).toEqual(['promise-moves']);
  });

  it('of minutes of something else is none', () => {
    expect(running(60, 5, { opening: 'The roller was in the freezer for ten minutes. Once a day.' })).toEqual([]);
  });

  it('of how often is the same everywhere, and is not left out', () => {
    expect(running(60, 5, { promise: 'Once a day.', closing: 'Once a day.' })).toEqual([]);
    expect(running(60, 5, { promise: 'Once a day.', closing: 'Do it three times a week.' })).toEqual([
      'promise-frequency',
    ]);
    expect(running(60, 5, often)).toEqual(['promise-frequency-missing']);
    expect(running(60, 0, often)).toEqual([]);
  });

  it('at the closing looks back and is not held against the lesson', () => {
    expect(running(60, 5, { closing: 'Those were six moves. Once a day.' })).toEqual([]);
  });

  it('of how often is not two things, wherever they are said', () => {
    for (const change of [
      { promise: 'Three times a day.', closing: 'Once a day is enough.' },
      { closing: 'Do this three times a day. Well, once a day.' },
      { promise: 'Every other day.', description: 'Do it every day.' },
    ])
      expect(running(60, 5, change))
        .withContext(JSON.stringify(change))
        .toEqual(['promise-frequency']);
    expect(running(60, 5, { promise: 'Once or twice a day.', closing: 'Twice a day.' })).toEqual([]);
    for (const closing of ['Three or four times a week.', 'Three times a week.', 'Four times a week.'])
      expect(running(60, 5, { promise: 'Every other day.', closing }))
        .withContext(closing)
        .toEqual([]);
    expect(running(60, 5, { promise: 'Every other day.', closing: 'Five times a week.' })).toEqual([
      'promise-frequency',
    ]);
  });

  it('is not rewritten while the lesson is half made: it is told what is here so far', () => {
    const found = (moves: number, change: Partial<Lesson> = {}) => {
      const steps = Array.from({ length: moves }, (_, i) =>
        aStep(String(i), { sidePlan: 'both', dose: reps(1, 9000) }),
      );
      const lesson = aFilmedLesson({ title: 'Nine moves, once a day', steps, ...change });
      return promiseFindings(lesson, schedule(lesson))[0]!;
    };
    const half = found(3);
    expect([half.severity, half.repairs.length]).toEqual(['note', 0]);
    expect(half.message).toBe('“Nine moves” are promised; three are here so far.'.replace('three', '3'));
    // More than promised, or filmed as it is: then it can be said right.
    expect(found(10).repairs[0]!.label).toBe('Say “Ten moves”');
    const filmed = found(3, { segments: [aSegment('s', 0, 9000, { stepId: '0', side: 'both' })] });
    expect([filmed.severity, filmed.repairs[0]!.label]).toEqual([undefined, 'Say “Three moves”']);
  });
});
