import type { RuleId } from '@limber/core/check/rules';
import { changesSide, exactly, partsOf, repetitionsOf } from '@limber/core/dose/dose';
import { isMove, movesOf, type Lesson, type MoveStep, type Step } from '@limber/core/lesson/lesson.schema';
import { workOf } from '@limber/core/lesson/work';
import { partMs } from '@limber/core/schedule/schedule';
import { NUMBER_NAMES } from '@limber/core/speech/number-names';
import { filled } from '@limber/core/speech/fields';

/** A lesson as somebody says and does it who does not quite do what is planned, or what is said. */
export interface FilmFault {
  readonly kind: string;
  /** Rules that tell of it, any of them. */
  readonly rules: readonly RuleId[];
  /** The step that it is about; null where it is about the lesson. */
  readonly stepId: string | null;
  readonly filmed: Lesson;
}

type Maker = (lesson: Lesson, at: number) => FilmFault | null;

/** What goes wrong while filming, seen again and again (common practice, no source): one maker for each. */
const MAKERS: readonly Maker[] = [
  function fewerThanSaid(lesson, at) {
    const step = nth(lesson, at, ({ dose }) => dose.form === 'reps' && repetitionsOf(dose) >= 5);
    if (step?.dose.form !== 'reps') return null;
    const dose = { ...step.dose, reps: exactly(Math.ceil(0.6 * step.dose.reps.planned)) };
    return fault(lesson, step, 'fewer done than said', ['said-not-done', 'filmed-short'], {
      dose,
      rightDose: null,
      narration: {
        ...step.narration,
        before: `${step.narration.before} ${capital(`${said(step.dose.reps.planned)} times.`)}`,
      },
    });
  },
  function otherFigure(lesson, at) {
    const step = nth(lesson, at, ({ dose }) => dose.form === 'reps' && repetitionsOf(dose) >= 4);
    if (step?.dose.form !== 'reps') return null;
    const other = step.dose.reps.planned + 4;
    return fault(lesson, step, 'another figure said', ['said-not-done', 'said-not-planned'], {
      narration: {
        ...step.narration,
        before: `${step.narration.before} ${capital(`${said(other)} times.`)}`,
      },
    });
  },
  function shortHold(lesson, at) {
    const step = nth(lesson, at, ({ dose }) => dose.form === 'hold' && dose.holdMs.planned >= 5000);
    if (step?.dose.form !== 'hold') return null;
    const seconds = step.dose.holdMs.planned / 1000;
    return fault(lesson, step, 'held shorter than said', ['held-not-as-said', 'drift'], {
      dose: { ...step.dose, holdMs: exactly(Math.round(0.4 * step.dose.holdMs.planned)) },
      narration: {
        ...step.narration,
        before: `${step.narration.before} Hold for ${said(seconds)} seconds.`,
      },
    });
  },
  function secondSideLess(lesson, at) {
    const step = nth(
      lesson,
      at,
      ({ dose, sidePlan }) => changesSide(sidePlan) && dose.form === 'reps' && repetitionsOf(dose) >= 5,
    );
    if (step?.dose.form !== 'reps') return null;
    const less = { ...step.dose, reps: exactly(Math.ceil(0.6 * step.dose.reps.planned)) };
    const rightFirst = partsOf(step.sidePlan)[0] === 'right';
    return fault(lesson, step, 'second side gets less', ['filmed-sides-uneven', 'filmed-short', 'said-not-done'], {
      dose: rightFirst ? less : step.dose,
      rightDose: rightFirst ? step.dose : less,
    });
  },
  function sideLeftOut(lesson, at) {
    const step = nth(lesson, at, ({ sidePlan }) => changesSide(sidePlan) && partsOf(sidePlan).length === 2);
    if (!step) return null;
    const sidePlan = partsOf(step.sidePlan)[0] === 'left' ? 'left_only' : 'right_only';
    return fault(lesson, step, 'second side left out', ['side-not-filmed'], { sidePlan });
  },
  function stepLeftOut(lesson, at) {
    const step = nth(lesson, at, () => true);
    if (!step) return null;
    const steps = spoken(lesson).steps.filter((one) => one.id !== step.id);
    return { kind: 'step left out', rules: ['step-not-marked'], stepId: step.id, filmed: { ...lesson, steps } };
  },
  function outOfTurn(lesson, at) {
    const steps = [...spoken(lesson).steps];
    const step = nth(lesson, at, (one) => steps.findIndex(({ id }) => id === one.id) >= 2);
    if (!step) return null;
    const from = steps.findIndex((one) => one.id === step.id);
    const [moved] = steps.splice(from, 1);
    steps.splice(from - 2, 0, moved!);
    return {
      kind: 'done out of its turn',
      rules: ['order-not-planned'],
      stepId: step.id,
      filmed: { ...lesson, steps },
    };
  },
  function lastOne(lesson, at) {
    const step = nth(lesson, at, ({ dose }) => dose.form === 'reps' && repetitionsOf(dose) >= 5);
    if (!step) return null;
    return fault(lesson, step, 'last one, and more', ['last-not-last', 'last-then-more'], {
      narration: { ...step.narration, during: 'Last one.' },
    });
  },
  function notAfterSeconds(lesson, at) {
    const step = nth(
      lesson,
      at,
      (one) => changesSide(one.sidePlan) && partMs(one, partsOf(one.sidePlan)[0]!) >= 12_000,
    );
    if (!step) return null;
    const seconds = 2 * Math.round(partMs(step, partsOf(step.sidePlan)[0]!) / 1000);
    return fault(lesson, step, 'not when said', ['not-when-said'], {
      narration: { ...step.narration, during: `After ${said(seconds)} seconds we change sides.` },
    });
  },
  function notPlanned(lesson, at) {
    const like = nth(lesson, at, ({ dose }) => dose.form === 'reps' && repetitionsOf(dose) >= 5);
    const steps = spoken(lesson).steps;
    const after = steps.findIndex((one) => one.id === like?.id);
    if (!like || after < 0) return null;
    const added: MoveStep = {
      ...like,
      id: 'added',
      move: { ...like.move, name: 'One on top', region: like.move.region === 'forehead' ? 'jaw' : 'forehead' },
      narration: {
        before: 'And here is something that I have never shown to you. Just join in.',
        during: '',
        after: '',
      },
    };
    const all: Step[] = [...steps.slice(0, after + 1), added, ...steps.slice(after + 1)];
    return { kind: 'not planned', rules: ['work-not-planned'], stepId: null, filmed: { ...lesson, steps: all } };
  },
  function wrongNumber(lesson, at) {
    const work = workOf(lesson);
    const step = work[2 + (at % Math.max(1, work.length - 2))];
    if (!step) return null;
    return fault(lesson, step, 'wrong number', ['step-number'], {
      narration: {
        ...step.narration,
        before: `Move ${said(work.indexOf(step) + 3)}. ${step.narration.before}`,
      },
    });
  },
  function tooShortAPromise(lesson) {
    return {
      ...{ kind: 'promise of minutes', rules: ['promise-minutes'] as const, stepId: null },
      filmed: { ...spoken(lesson), opening: `${lesson.opening} This takes under two minutes.` },
    };
  },
];

/** A number as it is said, up to twelve; as it is written, from there on. */
const said = (n: number): string => NUMBER_NAMES[n - 1] ?? String(n);

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function nth(lesson: Lesson, at: number, fits: (step: MoveStep) => boolean): MoveStep | undefined {
  const all = workOf(lesson).filter(fits);
  return all[at % Math.max(1, all.length)];
}

/** The lesson with its fields filled: what is said stays said when what is done changes. */
function spoken(lesson: Lesson): Lesson {
  const steps = lesson.steps.map((step): Step => {
    if (!isMove(step)) return step;
    const { before, during, after } = step.narration;
    const narration = { before: filled(before, step), during: filled(during, step), after: filled(after, step) };
    return { ...step, narration };
  });
  return { ...lesson, steps };
}

function fault(
  lesson: Lesson,
  { id }: MoveStep,
  kind: string,
  rules: readonly RuleId[],
  change: Partial<MoveStep>,
): FilmFault {
  const whole = spoken(lesson);
  const written = movesOf(whole.steps).find((one) => one.id === id)!;
  const steps = whole.steps.map((one): Step => {
    if (one.id !== id || !isMove(one)) return one;
    // Words that a fault adds are added to what is written with its fields filled.
    const narration = change.narration && {
      before: filled(change.narration.before, written),
      during: filled(change.narration.during, written),
      after: filled(change.narration.after, written),
    };
    return { ...one, ...change, ...(narration ? { narration } : {}) };
  });
  return { kind, rules, stepId: id, filmed: { ...whole, steps } };
}

/**
 * A lesson with each kind of fault in turn, where it has a place for it.
 *
 * @param at which of the places that fit.
 */
export function filmFaults(lesson: Lesson, at: number): FilmFault[] {
  return MAKERS.flatMap((make) => make(lesson, at) ?? []);
}
