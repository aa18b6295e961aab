import { movesOf } from '@limber/core/lesson/lesson.schema';
import { propose } from '@limber/core/proposal/propose';
import { schedule } from '@limber/core/schedule/schedule';
import { filmedTakes, KNOWN } from '@limber/demo/footage/filmed';
import { markedByAgreeing, markedByHand, type Presses } from '@limber/demo/footage/presses';
import { saidLessons } from '@limber/demo/footage/said-lessons';

/** What marking a lesson of about nine steps and five minutes costs, by hand and by agreeing. */
export function pressing(): void {
  const { madeOn, unseen } = saidLessons();
  for (const [name, lessons, seed] of [
    ['lessons it was made on', madeOn, 2000],
    ['lessons unseen', unseen, 3000],
  ] as const) {
    const own = lessons.filter((lesson) => {
      const minutes = schedule(lesson).totalMs / 60_000;
      const moves = movesOf(lesson.steps).length;
      return moves >= 7 && moves <= 11 && minutes >= 3.5 && minutes <= 7;
    });
    for (const known of KNOWN) {
      const takes = filmedTakes(own, seed, known).map(({ lesson, said, evidence }) => ({
        hand: markedByHand(lesson, said),
        agreed: markedByAgreeing(lesson, said, propose(lesson, evidence)),
      }));
      const mean = (of: (one: (typeof takes)[number]) => Presses, what: keyof Presses): string =>
        (takes.reduce((sum, one) => sum + of(one)[what], 0) / takes.length).toFixed(1);
      process.stdout.write(
        `presses · ${name}, simulated, ${known} · ${own.length} lessons: by hand ${mean((one) => one.hand, 'presses')} presses, ` +
          `${mean((one) => one.hand, 'seconds')} s; by agreeing ${mean((one) => one.agreed, 'presses')} presses, ` +
          `${mean((one) => one.agreed, 'seconds')} s\n`,
      );
    }
  }
}
