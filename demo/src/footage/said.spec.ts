import { alignLesson } from '@limber/core/align/align-lesson';
import { parseLines } from '@limber/core/narration/lines';
import { speechOf } from './filmed';
import { sayLesson } from './said';
import { LAYOUTS, type Layout } from './said-captions';
import { saidLessons } from './said-lessons';
import { scoreSaid, sumOf, type SaidScore } from './said-score';

/** The lessons that the method was not made on, said with more or less freedom. */
describe('lessons that somebody says', () => {
  const { unseen } = saidLessons();
  const scored = (layout: Layout, freedom: number, heard = false): SaidScore =>
    sumOf(
      // Four takes of each: some hundred beginnings tell to three hundredths only.
      [500, 1500, 2500, 3500].flatMap((seed) =>
        unseen.map((lesson, i) => {
          const said = sayLesson(lesson, seed + i, { layout, freedom });
          return scoreSaid(said, alignLesson(lesson, parseLines(said.captions), heard ? speechOf(said) : []));
        }),
      ),
    );

  it('are put on the clock by their captions, word by word or told anew', () => {
    for (const [layout, freedom, least] of [
      ['lines', 0, 0.92],
      ['flat', 0, 0.92],
      ['stamped', 0, 0.75],
      ['lines', 0.5, 0.85],
      ['lines', 1, 0.7],
    ] as const) {
      const { starts, startsRight, rows, possible } = scored(layout, freedom);
      expect(startsRight / starts)
        .withContext(`${layout}, freedom ${freedom}`)
        .toBeGreaterThan(least);
      expect(possible / rows)
        .withContext(`${layout}, freedom ${freedom}: possible`)
        .toBeGreaterThan(0.9);
    }
  });

  it('are put there as well by long blocks as by single lines, where somebody is heard to speak', () => {
    const share = ({ starts, startsRight }: SaidScore): number => startsRight / starts;
    expect(share(scored('blocks', 0.5, true))).toBeGreaterThan(share(scored('blocks', 0.5)) + 0.15);
    expect(share(scored('blocks', 0.5, true))).toBeGreaterThan(0.85);
  });

  it('are as sure as they are said to be: nine in ten of those above 0.9, and fewer below', () => {
    const sure = LAYOUTS.flatMap((layout) => [false, true].flatMap((heard) => [...scored(layout, 0.7, heard).sure]));
    const share = (from: number, to: number): number => {
      const own = sure.filter(([confidence]) => confidence >= from && confidence < to);
      return own.filter(([, right]) => right).length / own.length;
    };
    expect(share(0.9, 1)).toBeGreaterThan(0.93);
    expect(share(0, 0.5)).toBeLessThan(0.5);
  });

  it('are not taken for each other', () => {
    unseen.forEach((lesson, i) => {
      const { captions } = sayLesson(lesson, 700 + i, { layout: 'lines', freedom: 0.7 });
      expect(alignLesson(lesson, parseLines(captions)).fits)
        .withContext(lesson.id)
        .toBeTrue();
      const other = unseen[(i + 5) % unseen.length]!;
      expect(alignLesson(other, parseLines(captions)).fits)
        .withContext(`${lesson.id} for ${other.id}`)
        .toBeFalse();
    });
  });
});
