import fc from 'fast-check';
import { writeEdl } from '../format/edl';
import { FormatError } from '../format/format-error';
import { writeOtio } from '../format/otio';
import type { Lesson } from '../lesson/lesson.schema';
import type { Piece } from '../lesson/piece.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aSegment, aStep } from '../testing';
import { piecesFrom } from './hand-back';
import { listedOf } from './hand-over';

const [take] = aFilmedLesson({ steps: [] }).takes;
const takes = [
  { ...take!, id: 'window', name: 'Window side', durationMs: 120_000 },
  { ...take!, id: 'rope', name: 'The ropes\nagain', durationMs: 90_000 },
];

function lessonOf(assembly: Lesson['assembly']): Lesson {
  return aFilmedLesson({
    steps: [aStep('a')],
    takes,
    assembly,
    segments: [aSegment('l', 0, 60_000, { takeId: 'window' })],
  });
}

const plain = lessonOf([
  { id: 'p', takeId: 'window', fromMs: 2000, toMs: 5013 },
  { id: 'q', takeId: 'rope', fromMs: 0, toMs: 1480 },
  { id: 'r', takeId: 'window', fromMs: 2000, toMs: 63_040 },
]);
const listed = (lesson: Lesson) => listedOf(lesson, timelineOf(lesson)!);
const edl = (lesson: Lesson): { name: string; text: string } => ({ name: 'A.EDL', text: writeEdl(listed(lesson)) });
const otio = (lesson: Lesson): { name: string; text: string } => ({
  name: 'a.otio',
  text: JSON.stringify(writeOtio(listed(lesson))),
});

describe('a list that an editor gives back', () => {
  it('is what it was written from, for any pieces of several takes, repeats too', () => {
    const piece = fc
      .tuple(fc.constantFrom('window', 'rope'), fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 28 }))
      .map(([takeId, from, length]) => ({ takeId, fromMs: 1013 * from, toMs: 1013 * (from + length) }));
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 12 }), (pieces) => {
        // What is marked plays in any case.
        const whole = { id: 'p', takeId: 'window', fromMs: 0, toMs: 60_000 };
        const assembly = [whole, ...pieces.map((one, i) => ({ ...one, id: `p${i}` }))];
        const lesson = lessonOf(assembly);
        for (const file of [edl(lesson), otio(lesson)]) expect(piecesFrom(lesson, file)).toEqual(assembly);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps what was made for a piece that plays elsewhere now, or longer or shorter; of two parts the first has it', () => {
    const [p, q, r] = plain.assembly as [Piece, Piece, Piece];
    const other = lessonOf([
      r,
      { ...q, id: 'x', toMs: 1000 },
      { ...p, id: 'y', toMs: 3000 },
      { ...p, id: 'z', fromMs: 3200 },
    ]);
    for (const file of [edl(other), otio(other)])
      expect(piecesFrom(plain, file)).toEqual([
        r,
        { ...q, toMs: 1000 },
        { ...p, toMs: 3000 },
        jasmine.objectContaining({ id: 'window-3200-4', fromMs: 3200 }),
      ]);
  });

  it('is refused in words where it has something that the lesson does not', () => {
    const words = (file: { name: string; text: string }): string => {
      try {
        piecesFrom(plain, file);
      } catch (error) {
        if (error instanceof FormatError) return error.message;
        throw error;
      }
      return '';
    };
    const { text } = edl(plain);
    const foreign = text.replaceAll('The ropes again', 'Somebody else').replaceAll('TAKE2', 'AX   ');
    expect(words({ name: 'a.edl', text: foreign })).toBe(
      'Piece 2 is of “Somebody else”, and no take of this lesson is called so. There are: Window side, The ropes again.',
    );
    const late = text.replace('00:00:02:00 00:01:03:01', '00:01:59:00 00:03:00:01');
    expect(words({ name: 'a.edl', text: late })).toBe('Piece 3 plays up to 3:00 of Window side, which ends at 2:00.');
    expect(words({ name: 'a.otio', text: '{"half' })).toMatch(/^This timeline cannot be read/);
    expect(words({ name: 'a.edl', text: 'nothing' })).toMatch(/^There is no event in this list/);
  });
});
