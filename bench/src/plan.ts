import loadHighs from 'highs';
import { checkLesson } from '@limber/core/check/check-lesson';
import { REGIONS } from '@limber/core/face/regions';
import { choicesOf, type Choice } from '@limber/core/solve/choices';
import { fit } from '@limber/core/solve/fit';
import { type Lesson, movesOf } from '@limber/core/lesson/lesson.schema';
import { blocksOf, type Block } from '@limber/core/solve/blocks';
import { brokenRules, costOf, suggestOrder } from '@limber/core/solve/order';
import { schedule } from '@limber/core/schedule/schedule';
import { ACTIONS, TOOLS } from '@limber/core/move/move.schema';
import { medians, report } from './compare';
import { lessonOf } from './long-lesson';

/** Schedule, check, fit and order of a plan, and how their cost grows. */
export async function plan(): Promise<void> {
  const [ten, hundred, thousand] = [varied(10), varied(100), varied(1000)];
  for (const [name, run] of [
    ['schedule', schedule],
    ['check', checkLesson],
  ] as const) {
    const times = async (small: Lesson, large: Lesson, rounds: number): Promise<[number, number]> =>
      medians(
        () => run(unread(small)),
        () => run(unread(large)),
        rounds,
        2,
      );
    const [small, middle] = await times(ten, hundred, 20);
    const [again, large] = await times(hundred, thousand, 5);
    // n log n allows 1.5 from ten to a hundred and 1.5 from a hundred to a thousand; what is above is worse than that.
    report(`${name}, growth`, '100 steps, all words new', middle, 'ten times 10 steps', 10 * small);
    report(`${name}, growth`, '1,000 steps, all words new', large, 'ten times 100 steps', 10 * again);
  }
  const sixty = varied(60);
  const copy = (): unknown => structuredClone(sixty);
  report('check', '60 steps, all words new', ...named(await medians(() => checkLesson(unread(sixty)), copy, 15, 3)));
  report('check', '60 steps after an edit', ...named(await medians(() => checkLesson(sixty), copy, 30, 5)));

  const target = Math.round(schedule(sixty).totalMs * 0.9);
  const highs = await loadHighs();
  const model = modelOf(sixty, target);
  report(
    'fit',
    '60 steps to nine tenths',
    ...against(
      'a general integer-programming solver',
      await medians(
        () => fit(sixty, target, 5000),
        () => highs.solve(model),
        5,
        1,
      ),
    ),
  );

  const eight = varied(8);
  report(
    'order',
    '8 steps, exact',
    ...against(
      'every order tried',
      await medians(
        () => suggestOrder(eight),
        () => bruteForce(blocksOf(eight)),
        5,
        1,
      ),
    ),
  );
  for (const count of [14, 40]) {
    const lesson = varied(count);
    report(
      'order',
      `${count} steps, ${count > 14 ? 'local search' : 'exact'}`,
      ...against(
        'structuredClone of the lesson',
        await medians(
          () => suggestOrder(lesson),
          () => structuredClone(lesson),
          5,
          1,
        ),
      ),
    );
  }
}

function against(name: string, [ours, reference]: [number, number]): [number, string, number] {
  return [ours, name, reference];
}

function named(pair: [number, number]): [number, string, number] {
  return against('structuredClone of the lesson', pair);
}

let rounds = 0;

/** The same lesson with words that were never read before: what is known already costs nothing. */
function unread(lesson: Lesson): Lesson {
  rounds++;
  const steps = lesson.steps.map((step) => ({
    ...step,
    narration: { ...step.narration, before: `${step.narration.before} Round ${rounds}.` },
  }));
  return { ...lesson, steps };
}

/** Steps that differ in region, action, tool and words, as those of a real lesson do. */
function varied(count: number): Lesson {
  const lesson = lessonOf(count);
  return {
    ...lesson,
    steps: movesOf(lesson.steps).map((step, i) => ({
      ...step,
      dose: { ...step.dose, ...(step.dose.form === 'reps' ? { reps: { low: 4, planned: 8, high: 12 } } : {}) },
      move: {
        ...step.move,
        id: `m${i}`,
        region: REGIONS[(i * 7) % 19]!,
        action: ACTIONS[(i * 5) % ACTIONS.length]!,
        tool: TOOLS[(i * 3) % 4]!,
        slip: i % 3 === 0,
      },
      narration: {
        ...step.narration,
        before: `Number ${i + 1}. Knead ${7 + (i % 4)} times, on your left first, teeth apart.`,
      },
    })),
  };
}

/** The fit as a model in LP format: one choice a step, the times within the tolerance. */
function modelOf(lesson: Lesson, targetMs: number): string {
  const choices: Choice[][] = movesOf(lesson.steps).map((step) => choicesOf(lesson, step));
  const all = choices.flatMap((own, i) => own.map((one, k) => ({ name: `x${i}_${k}`, ...one })));
  const planned = choices.reduce((sum, own) => sum + own[0]!.ms, 0);
  const target = targetMs - (schedule(lesson).totalMs - planned);
  const sum = (of: 'ms' | 'loss'): string => all.map((one) => `${one[of]} ${one.name}`).join(' + ');
  return [
    'Minimize',
    ` obj: ${sum('loss')}`,
    'Subject To',
    ...choices.map((own, i) => ` c${i}: ${own.map((_, k) => `x${i}_${k}`).join(' + ')} = 1`),
    ` long: ${sum('ms')} >= ${target - 5000}`,
    ` short: ${sum('ms')} <= ${target + 5000}`,
    'Binary',
    ` ${all.map((one) => one.name).join(' ')}`,
    'End',
  ].join('\n');
}

function bruteForce(blocks: readonly Block[]): number {
  let best = Infinity;
  const walk = (order: Block[], left: readonly Block[]): void => {
    if (left.length === 0) {
      if (brokenRules(order) === 0) best = Math.min(best, costOf(order));
      return;
    }
    left.forEach((block, i) => walk([...order, block], [...left.slice(0, i), ...left.slice(i + 1)]));
  };
  walk([], blocks);
  return best;
}
