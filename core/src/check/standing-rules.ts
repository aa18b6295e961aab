import { changesSide, partsOf, repetitionsOf, sidesIn } from '../dose/dose';
import { doseSchema, type Dose } from '../dose/dose.schema';
import { OPPOSITE } from '../face/areas';
import { isMove, movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { touches, waysOf } from '../move/way';
import { standingFigure, standingRules, type StandingRule } from '../narration/standing';
import { exactCount, shownAsMarked, type Done, type Shown } from '../said-done/done';
import { filled } from '../speech/fields';
import { withFigure } from '../speech/with-figure';
import { speaksOf } from '../caution/said';
import type { Found, Repair } from './finding';
import { replaceWords } from './replace-words';
import { workOf } from '../lesson/work';

/**
 * Where the lesson breaks a rule that it states for itself: in its plan, in its words, and on its film.
 *
 * @example standingFindings(lesson)[0]?.message // 'You say “Every lane five times.”, and Slipway has 4.'
 */
export function standingFindings(lesson: Lesson, { done }: Pick<Shown, 'done'> = shownAsMarked(lesson)): Found[] {
  const rules = standingRules(lesson);
  if (rules.length === 0) return [];
  const work = workOf(lesson);
  return rules.flatMap((rule) => [
    ...work.flatMap((step) => against(lesson, rule, step, work)),
    ...(rule.kind === 'line' ? linesIn(lesson, rule) : []),
    ...onFilm(lesson, rule, done),
  ]);
}

function broken(rule: StandingRule, step: MoveStep, what: string, more: Partial<Found> = {}): Found {
  return {
    rule: 'own-rule',
    about: `${rule.kind}:${rule.words}`,
    place: { on: 'plan', stepId: step.id, part: rule.kind === 'figure' ? 'dose' : 'order' },
    message: `You say “${rule.words}”, and ${step.move.name} ${what}.`,
    repairs: [],
    ...more,
  };
}

function against(lesson: Lesson, rule: StandingRule, step: MoveStep, work: readonly MoveStep[]): Found[] {
  const { move, sidePlan } = step;
  switch (rule.kind) {
    case 'figure': {
      const off = figureOff(rule, step.dose) ?? (step.rightDose && figureOff(rule, step.rightDose));
      if (!off) return [];
      return [
        broken(rule, step, `has ${off.is}`, {
          repairs: [
            ...sayWhatAllHave(lesson, rule, work),
            ...(off.instead
              ? [
                  {
                    label: `Plan ${rule.figure!.low}`,
                    change: { kind: 'set_step', stepId: step.id, field: 'dose', value: off.instead } as const,
                  },
                ]
              : []),
          ],
        }),
      ];
    }
    case 'one-way':
      return move.backAndForth ? [broken(rule, step, 'goes back and forth')] : [];
    case 'direction': {
      if (!touches(move)) return [];
      const ways = waysOf(move, sidePlan);
      const wrong = rule.never ? rule.way! : OPPOSITE[rule.way!];
      return ways.includes(wrong) && (rule.never || !ways.includes(rule.way!))
        ? [broken(rule, step, `goes ${wrong}`)]
        : [];
    }
    case 'first-side': {
      const first = partsOf(sidePlan).find((part) => part === 'left' || part === 'right');
      if (!changesSide(sidePlan) || first === rule.side || step.bundle !== null) return [];
      const value = rule.side === 'left' ? 'left_right' : 'right_left';
      return [
        broken(rule, step, `begins on your ${first ?? 'other side'}`, {
          repairs:
            sidePlan === 'centre_first'
              ? []
              : [
                  {
                    label: `Begin on your ${rule.side!}`,
                    change: { kind: 'set_step', stepId: step.id, field: 'sidePlan', value },
                  },
                ],
        }),
      ];
    }
    case 'line':
      return [];
  }
}

/** Where all of them have another figure than the rule says, it is the rule that has to say so. */
function sayWhatAllHave(lesson: Lesson, { figure, part, words }: StandingRule, work: readonly MoveStep[]): Repair[] {
  const all = new Set(work.flatMap(({ dose }) => standingFigure(dose, figure!.kind)?.is ?? []));
  const [only] = all;
  const better = all.size === 1 ? withFigure(figure!.said, only!) : null;
  if (!better || !words.includes(figure!.said)) return [];
  const sentence = words.replace(figure!.said, () => better);
  const change = replaceWords(lesson, { on: 'plan', stepId: null, part }, words, sentence);
  return change ? [{ label: `Say “${sentence}”`, change }] : [];
}

/** How a dose differs from a standing figure, and the dose that does not; null where it is another kind of dose. */
function figureOff({ figure }: StandingRule, dose: Dose): { is: string; instead: Dose | null } | null {
  const { kind, low, high } = figure!;
  const own = standingFigure(dose, kind);
  if (!own || (own.is >= low && own.is <= high)) return null;
  const planned = kind === 'seconds' ? low * 1000 : low;
  const range = { low: Math.min(own.range.low, planned), planned, high: Math.max(own.range.high, planned) };
  return {
    is: `${own.is}${kind === 'seconds' ? ' s' : ''}`,
    instead: doseSchema.safeParse({ ...dose, [own.key]: range }).data ?? null,
  };
}

const ON_THE_LINE = [
  'on the line',
  'over the line',
  'along the line',
  'on the wrinkle',
  'on the crease',
  'into the line',
  'along the fold',
  'over the fold',
  'on the fold',
];

/** Words that lead onto the line that is never to be touched. */
function linesIn(lesson: Lesson, rule: StandingRule): Found[] {
  return lesson.steps.filter(isMove).flatMap((step) =>
    (['before', 'during', 'after'] as const).flatMap((part): Found[] => {
      const text = filled(step.narration[part], step).toLowerCase();
      const words = ON_THE_LINE.find((one) => speaksOf(text, one));
      if (!words) return [];
      return [broken(rule, step, `goes ${words}`, { place: { on: 'plan', stepId: step.id, part, words } })];
    }),
  );
}

/** What the film shows of a figure or of the order of the sides: viewers see and copy that. */
function onFilm(lesson: Lesson, rule: StandingRule, filmed: readonly Done[]): Found[] {
  if (rule.kind !== 'figure' && rule.kind !== 'first-side') return [];
  return movesOf(lesson.steps).flatMap((step): Found[] => {
    const own = filmed.filter((one) => one.stepId === step.id);
    const place = (one: Done) =>
      ({
        on: 'cut',
        cutId: 'full',
        stepId: step.id,
        side: one.side,
        startMs: one.startMs,
        endMs: one.endMs,
      }) as const;
    if (rule.kind === 'first-side') {
      const first = own.find((one) => one.side === 'left' || one.side === 'right');
      if (!changesSide(step.sidePlan) || !first || first.side === rule.side || step.bundle !== null) return [];
      return [broken(rule, step, `begins on your ${first.side!} on the film`, { place: place(first) })];
    }
    const { kind, low, high } = rule.figure!;
    if (kind !== 'times' || (step.dose.form !== 'reps' && step.dose.form !== 'passes')) return [];
    const lanes = step.dose.form === 'passes' ? step.dose.lanes.planned : 1;
    return own.flatMap((one): Found[] => {
      const count = exactCount(one);
      const each = count === null ? null : count / (lanes * step.dose.sets.planned);
      const sides = sidesIn(one.side);
      if (each === null || repetitionsOf(step.dose) === 0 || (each / sides >= low && each / sides <= high)) return [];
      return [broken(rule, step, `shows ${count} on the film`, { place: place(one) })];
    });
  });
}
