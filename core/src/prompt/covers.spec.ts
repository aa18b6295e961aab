import { aFilmedLesson, aSegment, aStep } from '../testing';
import { stillToFilm } from '../assembly/coverage';
import { plainStepOf } from '../lesson/lesson.schema';
import { coversOf, coversWords } from './covers';
import type { LogEntry } from '../take/log.document';

const steps = ['a', 'b', 'c', 'd', 'e'].map((id) => aStep(id, { sidePlan: id === 'd' ? 'midline' : 'left_right' }));
const both = (stepId: string, atMs: number) => [
  aSegment(`${stepId}l`, atMs, atMs + 900, { stepId, side: 'left' }),
  aSegment(`${stepId}r`, atMs + 1000, atMs + 1900, { stepId, side: 'right' }),
];
const middle = aSegment('d', 6000, 6900, { stepId: 'd', side: 'midline' });
const entry = (stepId: string, side: LogEntry['side'], kind: LogEntry['kind'] = 'dose'): LogEntry => ({
  ...{ atMs: 1000, kind, stepId, side, n: null },
});

describe('what a take covers', () => {
  it('is told by what is marked on it, in runs of moves and sides', () => {
    const words = (segments: ReturnType<typeof both>): string | null => {
      const lesson = aFilmedLesson({ steps, segments });
      const covers = coversOf(lesson, 't', []);
      return covers && coversWords(lesson, covers);
    };
    const all = ['a', 'b', 'c', 'e'].flatMap((id, at) => both(id, at * 2000));
    expect(words([...all, { ...middle, startMs: 9000, endMs: 9900 }])).toBe('Shows the whole lesson');
    expect(words([...both('a', 0), ...both('b', 2000), ...both('c', 4000), both('e', 8000)[0]!])).toBe(
      'Shows a part, moves 1 to 3 and 5 (left)',
    );
    expect(words([...both('a', 0), ...both('b', 2000)])).toBe('Shows a part, moves 1, 2');
    expect(words([middle])).toBe('Shows a part, move 4');
    expect(words([])).toBeNull();
  });

  it('is told by its log as long as nothing is marked', () => {
    const lesson = aFilmedLesson({ steps });
    const log = [
      entry('a', null, 'step'),
      entry('b', 'left'),
      entry('b', 'left'),
      entry('c', null),
      entry('gone', 'left'),
    ];
    const covers = coversOf(lesson, 't', log)!;
    expect(covers.moves).toEqual([
      { stepId: 'b', sides: ['left'] },
      { stepId: 'c', sides: ['left', 'right'] },
    ]);
    expect(coversWords(lesson, covers)).toBe('Shows a part, moves 2 (left) and 3, by its log');
    const marked = aFilmedLesson({ steps, segments: [middle] });
    expect(coversOf(marked, 't', log)!.moves.map((one) => one.stepId)).toEqual(['d']);
    expect(coversOf(lesson, 't', [entry('gone', 'left')])).toBeNull();
  });
});

describe('what is still to film', () => {
  it('is a move of which a side is missing, and a step of which nothing is marked', () => {
    const lesson = aFilmedLesson({
      steps: [...steps.slice(0, 3), plainStepOf('q', 'question')],
      segments: [...both('a', 0), both('b', 2000)[0]!],
    });
    expect([...stillToFilm(lesson)]).toEqual(['b', 'c', 'q']);
    const asked = aSegment('s', 9000, 9900, { stepId: 'q', kind: 'talk', side: null });
    expect([...stillToFilm({ ...lesson, segments: [...lesson.segments, asked] })]).toEqual(['b', 'c']);
  });

  it('is also what is on a take that is set aside, unless it plays all the same', () => {
    const lesson = aFilmedLesson({ steps: steps.slice(0, 1), segments: both('a', 0) });
    const aside = { ...lesson, takes: lesson.takes.map((take) => ({ ...take, kept: false })) };
    expect([...stillToFilm(lesson)]).toEqual([]);
    expect([...stillToFilm(aside)]).toEqual([]);
    expect([...stillToFilm({ ...aside, assembly: [] })]).toEqual(['a']);
  });
});
