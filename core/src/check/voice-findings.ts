import '../words/localize';
import { changesSide } from '../dose/dose';
import type { Found, PlanPlace } from './finding';
import type { RuleId } from './rules';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import type { Schedule } from '../schedule/schedule';
import { clock } from '../time/clock';
import { filled } from '../speech/fields';

/**
 * What the body does to the voice and to the eyes: words over a busy mouth, and counts that nobody can see.
 *
 * @example voiceFindings(lesson, schedule(lesson)).map((one) => one.rule) // ['busy-mouth']
 */
export function voiceFindings(lesson: Lesson, plan: Schedule): Found[] {
  const timings = new Map(plan.steps.map((one) => [one.stepId, one]));
  return movesOf(lesson.steps).flatMap((step) => {
    const findings: Found[] = [];
    const add = (
      rule: RuleId,
      part: PlanPlace['part'],
      message: string,
      repairs: Found['repairs'] = [],
      about?: string,
    ): void => void findings.push({ rule, place: { on: 'plan', stepId: step.id, part }, message, repairs, about });
    const { move, narration } = step;
    const during = narration.during.trim();
    const over = { kind: 'set_step', stepId: step.id, field: 'voiceOver', value: true } as const;
    if (move.mouthBusy && during && !step.voiceOver)
      add('mouth-busy', 'during', $localize`Nobody can talk while doing ${move.name}.`, [
        { label: $localize`Speak them over the footage afterwards`, change: over },
        { label: $localize`Say them before`, change: moved(step, 'before') },
      ]);
    if (step.counted && (move.mouthBusy || during) && !step.voiceOver)
      add(
        'count-and-words',
        'during',
        $localize`${move.name} is counted aloud${move.mouthBusy ? $localize` with a busy mouth` : $localize` while other words are spoken`}.`,
        [
          {
            label: $localize`Do not count aloud`,
            change: { kind: 'set_step', stepId: step.id, field: 'counted', value: false },
          },
          { label: $localize`Speak them over the footage afterwards`, change: over },
        ],
      );
    const stretchMs = timings.get(step.id)?.stretchMs ?? 0;
    if (stretchMs > 500)
      add(
        'talk-longer-than-dose',
        'during',
        $localize`The words over ${move.name} take ${clock(stretchMs)} longer than the move itself, and stretch it.`,
        [
          { label: $localize`Say them before`, change: moved(step, 'before') },
          { label: $localize`Speak them over the footage afterwards`, change: over },
        ],
      );
    // Where cues are heard, the change, the end and the count are.
    if (move.eyesOff && lesson.cueSounds === 'none') {
      const all = filled(`${narration.before} ${narration.during} ${narration.after}`, step).toLowerCase();
      const needs: [boolean, string, string][] = [
        [
          changesSide(step.sidePlan) &&
            !/other side|switch|change|second side|(?:now|then|and)(?: to| on)? (?:the |your )?(?:left|right)/.test(
              all,
            ),
          $localize`the change of side`,
          'Now the other side.',
        ],
        [
          !/release|let go|come back|open your eyes|relax|rest|back to the middle|done/.test(all),
          $localize`the end`,
          'And let go.',
        ],
        [
          step.dose.form !== 'breaths' && !step.counted && !/count|one, two|breaths?|seconds/.test(all),
          $localize`the count`,
          '',
        ],
      ];
      for (const [missing, what, say] of needs)
        if (missing)
          add(
            'not-heard',
            'during',
            $localize`With the eyes off the screen, ${what} of ${move.name} has to be heard, and is not said.`,
            [
              say
                ? {
                    label: $localize`Say “${say}”`,
                    change: {
                      kind: 'set_step',
                      stepId: step.id,
                      field: 'narration',
                      value: { ...narration, after: joined(narration.after, say) },
                    },
                  }
                : {
                    label: $localize`Count aloud`,
                    change: { kind: 'set_step', stepId: step.id, field: 'counted', value: true },
                  },
              { label: $localize`Let it be heard in the film`, change: HEARD },
            ],
            what,
          );
    }
    return findings;
  });
}

/** A knock and a bell stand for what is not said. */
const HEARD = { kind: 'set_lesson', field: 'cueSounds', value: 'eyes_off' } as const;

/** The words over the dose, said before it instead. */
function moved(step: MoveStep, to: 'before'): NonNullable<Found['repairs'][number]['change']> {
  const { narration } = step;
  return {
    kind: 'set_step',
    stepId: step.id,
    field: 'narration',
    value: { ...narration, [to]: joined(narration[to], narration.during), during: '' },
  };
}

function joined(a: string, b: string): string {
  return [a.trim(), b.trim()].filter(Boolean).join(' ');
}
