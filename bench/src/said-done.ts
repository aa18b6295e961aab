import { checkLesson } from '@limber/core/check/check-lesson';
import { filmFaults } from '@limber/demo/footage/film-faults';
import { toldOf } from '@limber/demo/footage/told-of';
import { CAREFUL, CAREFUL_LAST, CAREFUL_UNSEEN } from './judgement/careful';
import type { Judged } from './judgement/kit';

/** How far what is told of what was said and done is believed, on lessons filmed as planned and on such with a fault. */
export function saidAndDone(): void {
  told('lessons it was made on', [...CAREFUL, ...CAREFUL_LAST]);
  told('lessons unseen', CAREFUL_UNSEEN);
}

const SEEDS = [1, 2, 3];
/** How far what is said is from what is written. */
const FREEDOM = 0.3;

function told(name: string, judged: readonly Judged[]): void {
  const kinds = new Map<string, { planted: number; found: number }>();
  const plain = { lessons: 0, must: 0, should: 0 };
  for (const [i, { lesson }] of judged.entries()) {
    const paper = new Set(checkLesson(lesson).map(({ rule, place }) => `${rule}|${place.stepId}`));
    for (const seed of SEEDS) {
      const own = 100 * i + seed;
      plain.lessons++;
      for (const { severity, rule, place } of toldOf(lesson, lesson, own, FREEDOM)) {
        // What is wrong on paper already is told rightly on the film.
        if (paper.has(`${rule}|${place.stepId}`)) continue;
        if (severity !== 'note') plain[severity]++;
      }
      for (const { kind, rules, stepId, filmed } of filmFaults(lesson, own)) {
        const tally = kinds.get(kind) ?? { planted: 0, found: 0 };
        kinds.set(kind, tally);
        tally.planted++;
        const hit = toldOf(lesson, filmed, own, FREEDOM).some(
          (one) => rules.includes(one.rule) && (stepId === null || one.place.stepId === stepId),
        );
        if (hit) tally.found++;
      }
    }
  }
  const by = [...kinds].map(([kind, { planted, found }]) => `${kind} ${found} of ${planted}`).join(', ');
  process.stdout.write(
    `said-done · ${name}, simulated · as planned, ${plain.lessons} takes: ${plain.must} musts, ${plain.should} shoulds · faults told: ${by}\n`,
  );
}
