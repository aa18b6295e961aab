import { exactly } from '@limber/core/dose/dose';
import { applyChange } from '@limber/core/lesson/change';
import { lessonSchema, type Lesson } from '@limber/core/lesson/lesson.schema';
import { schedule } from '@limber/core/lesson/schedule';

/** One line a benchmark: our time against a reference measured in the same run, the median of many rounds. */
function compare(
  name: string,
  work: string,
  ours: () => unknown,
  referenceName: string,
  reference: () => unknown,
): void {
  const [own, other] = medians(ours, reference);
  process.stdout.write(
    `${name} · ${work} · ${own.toFixed(3)} ms · ${referenceName} ${other.toFixed(3)} ms · ratio ${(own / other).toFixed(2)}\n`,
  );
}

/** Medians of both, taken in turn so that both meet the same machine. */
function medians(a: () => unknown, b: () => unknown, rounds = 60): [number, number] {
  const times: [number[], number[]] = [[], []];
  for (let round = 0; round < rounds + 10; round++)
    [a, b].forEach((run, which) => {
      const start = performance.now();
      run();
      if (round >= 10) times[which]!.push(performance.now() - start);
    });
  return times.map((list) => list.sort((x, y) => x - y)[Math.floor(list.length / 2)]!) as [number, number];
}

/** A lesson of `count` steps with words, as long as one gets. */
function lessonOf(count: number): Lesson {
  const dose = { form: 'reps', reps: exactly(8), tempoMs: exactly(2000), sets: exactly(1), restMs: 0 };
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: 1,
    id: 'bench',
    title: 'Bench',
    steps: Array.from({ length: count }, (_, i) => ({
      id: `s${i}`,
      move: { id: 'm', revision: 1, name: `Move ${i}`, region: 'jaw', action: 'knead', dose, sidePlan: 'left_right' },
      dose,
      sidePlan: 'left_right',
      narration: {
        before: `Knuckles into the jaw muscle, teeth apart, move ${i}.`,
        during: 'Let the jaw hang.',
        after: '',
      },
    })),
  });
}

const long = lessonOf(500);
const copy = (): unknown => structuredClone(long);
compare('schedule', '500 steps with words', () => schedule(long), 'structuredClone', copy);
compare(
  'reducer',
  'one dose changed among 500 steps',
  () => applyChange(long, { kind: 'set_step', stepId: 's250', field: 'sidePlan', value: 'both' }),
  'structuredClone',
  copy,
);
