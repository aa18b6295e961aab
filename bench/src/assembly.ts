import { cutOf, type Cut } from '@limber/core/assembly/cut';
import { lessonCut } from '@limber/core/assembly/cuts';
import { passagesOf } from '@limber/core/assembly/passages';
import { cutTimesOf, placeAt } from '@limber/core/assembly/place';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { medians, report } from './compare';
import { lessonOf } from './long-lesson';

const HOUR_MS = 3_600_000;
/** So often in each round: what is measured is the arithmetic, and not how soon it is compiled. */
const TIMES = 10;

/**
 * An hour put together of so many pieces of five takes, a third of them repeated, with as many segments: every edge mapped
 * there and back, and the passages of the full and the practice cut. Against `structuredClone` of pieces and segments, and
 * by how it grows.
 */
export async function assembly(): Promise<void> {
  const [tenth, hundred, thousand] = [10, 100, 1000].map(hourOf) as [Lesson, Lesson, Lesson];
  const work = 'an hour of 1,000 pieces, all edges mapped and passages of two cuts';
  const clone = (): unknown => structuredClone([thousand.assembly, thousand.segments]);
  const [ours, copy] = await medians(() => walk(thousand), clone);
  report('assembly', work, ours, 'structuredClone of pieces and segments', copy);
  for (const [small, large, name] of [
    [tenth, hundred, '10 to 100'],
    [hundred, thousand, '100 to 1,000'],
  ] as const) {
    const [after, before] = await medians(
      () => {
        for (let i = 0; i < TIMES; i++) walk(large);
      },
      () => {
        for (let i = 0; i < 10 * TIMES; i++) walk(small);
      },
    );
    report('assembly', `growth from ${name} pieces`, after / TIMES, 'ten times the smaller one', before / TIMES);
  }
}

function walk(lesson: Lesson): number {
  // A new list each time: nothing is remembered from the last round.
  const cut = cutOf('full', lesson.assembly);
  let sum = edges(cut) + passagesOf(lesson, cut).length;
  const practice = lessonCut({ ...lesson, assembly: [...lesson.assembly] }, 'practice')!;
  sum += edges(practice) + passagesOf(lesson, practice).length;
  return sum;
}

function edges(cut: Cut): number {
  let sum = 0;
  for (const { startMs } of cut.pieces) {
    const place = placeAt(cut, startMs)!;
    sum += cutTimesOf(cut, place.takeId, place.takeMs).length;
  }
  return sum;
}

/** Lessons of an hour whose pieces and segments are the shorter the more there are. */
function hourOf(count: number): Lesson {
  const lesson = lessonOf(Math.max(1, count / 10));
  const lengthMs = Math.floor(HOUR_MS / count);
  const pieces = Array.from({ length: count }, (_, i) => {
    // Every third shows again what the one before it showed.
    const at = i % 3 === 2 ? i - 1 : i;
    const fromMs = Math.floor(at / 5) * lengthMs;
    return { id: `p${i}`, takeId: `t${at % 5}`, fromMs, toMs: fromMs + lengthMs };
  });
  const segments = pieces.map(({ id, takeId, fromMs, toMs }, i) => ({
    id: `s${id}`,
    takeId,
    kind: i % 4 === 0 ? 'teach' : 'reps',
    stepId: `s${i % lesson.steps.length}`,
    side: i % 2 === 0 ? 'left' : 'right',
    startMs: fromMs + 10,
    endMs: toMs - 10,
    beatsMs: [fromMs + 500],
  }));
  // As it comes out of the store.
  return lessonSchema.parse({ ...lesson, assembly: pieces, segments });
}
