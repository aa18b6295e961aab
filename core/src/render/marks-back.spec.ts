import fc from 'fast-check';
import { edited } from '../document/editing';
import { writeOtio } from '../format/otio';
import { asOne } from '../lesson/as-one';
import { lessonEditing } from '../lesson/change';
import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import { aFilmedLesson, aMove, aSegment, aStep } from '../testing';
import { listedOf } from './hand-over';
import { marksFrom } from './marks-back';

const lessonOf = (assembly?: Lesson['assembly']): Lesson => {
  const plain = aFilmedLesson({
    steps: [aStep('a', { move: aMove({ name: 'Slipway' }) })],
    segments: [
      aSegment('l', 4000, 20_013, { beatsMs: [5000, 9000, 19_000] as never }),
      aSegment('r', 22_000, 41_500, { side: 'right' }),
    ],
  });
  return assembly ? { ...plain, assembly } : plain;
};
interface Written {
  tracks: {
    children: { children: { markers: { marked_range: Record<'start_time' | 'duration', { value: number }> }[] }[] }[];
  };
}
const written = (lesson: Lesson): Written => writeOtio(listedOf(lesson, timelineOf(lesson)!)) as Written;
const back = (lesson: Lesson, otio: Written) => marksFrom(lesson, JSON.stringify(otio));

describe('markers of a timeline that comes back', () => {
  it('change nothing where they stand as they were written, whatever pieces play', () => {
    const piece = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 19 }));
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 6 }), (pieces) => {
        const cut = pieces.map(([from, length], i) => {
          return { id: `p${i}`, takeId: 't', fromMs: 1013 * from, toMs: 1013 * (from + length) };
        });
        // What is marked plays in any case, after some parts of it.
        const lesson = lessonOf([...cut, { id: 'p', takeId: 't', fromMs: 0, toMs: 60_000 }]);
        expect(back(lesson, written(lesson))).toEqual({ changes: [], told: [] });
      }),
      { numRuns: 60 },
    );
  });

  it('move what is marked, with the beats that lie outside of it then', () => {
    const lesson = lessonOf();
    const otio = written(lesson);
    const [left, right] = otio.tracks.children[0]!.children[0]!.markers;
    // 25 pictures a second: the first ends three seconds earlier, the second begins one later.
    left!.marked_range.duration.value -= 75;
    right!.marked_range.start_time.value += 25;
    right!.marked_range.duration.value -= 25;
    const { changes, told } = back(lesson, otio);
    expect(told).toEqual(['Slipway, left ends at 0:17 of its take.', 'Slipway, right begins at 0:23 of its take.']);
    const after = edited(lessonEditing, lesson, asOne(changes)!);
    expect(after.segments.map(({ startMs, endMs, beatsMs }) => [startMs, endMs, beatsMs])).toEqual([
      [4000, 17_000, [5000, 9000]],
      [23_000, 41_500, []],
    ]);
    expect(back(after, written(after)).changes).toEqual([]);
  });

  it('say nothing where they are gone, another’s, or of another lesson', () => {
    const lesson = lessonOf();
    const otio = written(lesson);
    const [clip] = otio.tracks.children[0]!.children;
    clip!.markers.shift();
    (clip!.markers[0] as unknown as { metadata: object }).metadata = { other: true };
    clip!.markers[0]!.marked_range.start_time.value += 200;
    expect(back(lesson, otio).changes).toEqual([]);
    const other = { ...lesson, segments: lesson.segments.map((one) => ({ ...one, id: `${one.id}-2` })) };
    expect(back(lesson, written(other)).changes).toEqual([]);
  });
});
