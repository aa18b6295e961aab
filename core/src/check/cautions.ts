import '../words/localize';
import { isSaid, names, speaksOf } from '../caution/said';
import { isWorse, SEVERITIES, type Severity } from '../caution/severity';
import { rulesOf } from '../caution/studio-rules';
import type { Caution, Trigger } from '../caution/caution.schema';
import { isMove, movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { PRESSURES, type Move } from '../move/move.schema';
import { crossedOf, touches } from '../move/way';
import { areasOf, type Area } from '../schedule/areas';
import { sentencesOf } from '../schedule/talk';
import { filled } from '../speech/fields';
import type { Found } from './finding';
import { sayBefore } from './replace-words';

/** Why a step calls for a caution. */
export interface Called {
  readonly severity: Severity;
  readonly because: string;
  /** What of the body it is about. */
  readonly areas: readonly Area[];
}

/** Why a step calls for each of some cautions, kept as long as both are the same. */
const called = new WeakMap<MoveStep, { readonly cautions: readonly Caution[]; readonly calls: (Called | null)[] }>();

/** Why a step calls for each of these cautions, by the strongest of its triggers; null where none fits. */
function callsFor(step: MoveStep, cautions: readonly Caution[]): readonly (Called | null)[] {
  const known = called.get(step);
  if (known?.cautions === cautions) return known.calls;
  const calls = cautions.map((caution) => callFor(step, caution));
  called.set(step, { cautions, calls });
  return calls;
}

/**
 * Why a step calls for a caution, by the strongest of its triggers; null when none fits.
 *
 * @example callFor(step, drain)?.because // 'leads down to the collarbone'
 */
export function callFor(step: MoveStep, caution: Caution): Called | null {
  let strongest: Called | null = null;
  for (const trigger of caution.triggers) {
    if (strongest && !isWorse(trigger.severity, strongest.severity)) continue;
    const areas = areasFor(step, trigger);
    if (areas) strongest = { severity: trigger.severity, because: trigger.because, areas };
  }
  return strongest;
}

/** Whether a move is done in one of these ways, each of which has to fit; an empty list fits everything. */
function isDoneAs(
  move: Move,
  { actions, tools, grips, temperatures }: Pick<Trigger, 'actions' | 'tools' | 'grips' | 'temperatures'>,
): boolean {
  const oneOf = <T>(wanted: readonly T[], is: T | null): boolean =>
    wanted.length === 0 || (is !== null && wanted.includes(is));
  return (
    oneOf(actions, move.action) &&
    oneOf(tools, move.tool) &&
    oneOf(grips, move.grip) &&
    oneOf(temperatures, move.temperature)
  );
}

/** The areas that a trigger is about at a step; null when it does not fit. */
function areasFor(step: MoveStep, trigger: Trigger): readonly Area[] | null {
  const { move, sidePlan } = step;
  if (trigger.touch && !touches(move)) return null;
  if (!isDoneAs(move, trigger)) return null;
  if (trigger.points && !move.route.some((stop) => stop.point !== null)) return null;
  if (trigger.open && !('open' in step.dose && step.dose.open)) return null;
  if (trigger.bothSides && sidePlan !== 'both') return null;
  if (trigger.to.length > 0 && !leads(step, trigger)) return null;
  if (trigger.words.length > 0) {
    const text = textOf(step);
    if (!trigger.words.some((words) => speaksOf(text, words.toLowerCase()))) return null;
  }
  const areas = areasOf(step).filter(
    (area) =>
      (trigger.atLeast === null || PRESSURES.indexOf(area.pressure) >= PRESSURES.indexOf(trigger.atLeast)) &&
      (trigger.areas.length === 0 ||
        trigger.areas.some(
          ({ region, part }) => region === area.region && (part === null || area.part === null || part === area.part),
        )),
  );
  return areas.length > 0 ? areas : null;
}

/** Whether the hand comes from one place, and later to another. */
function leads({ move, sidePlan }: MoveStep, { from, to }: Trigger): boolean {
  const regions = crossedOf(move, sidePlan).map((one) => one.region);
  const start = regions.findIndex((region) => from.includes(region));
  return start >= 0 && regions.slice(start + 1).some((region) => to.includes(region));
}

const texts = new WeakMap<MoveStep, string>();

/** Everything that is said of a step, in small letters. */
function textOf(step: MoveStep): string {
  const known = texts.get(step);
  if (known !== undefined) return known;
  const { move, narration } = step;
  const text = [move.name, move.how, narration.before, narration.during, narration.after].join('. ').toLowerCase();
  texts.set(step, text);
  return text;
}

/**
 * What a teacher would say of a caution at a step: words that fit its tool, its grip, its temperature.
 *
 * @example wordsFor(eye, stepWithASpoon) // 'Let the tool glide by its own weight …'
 */
export function wordsFor(caution: Caution, { move }: MoveStep): string {
  return caution.cases.find((one) => isDoneAs(move, one))?.say ?? caution.say;
}

/** The sentences of a text; a question and the "Then …" that answers it are one. */
function cautionsIn(text: string): { words: string; answered: boolean }[] {
  const sentences = sentencesOf(text);
  return sentences.map((sentence, at) => {
    const next = sentences[at + 1];
    const answered = next !== undefined && sentence.endsWith('?') && /^(?:then|if so|in that case)\b/i.test(next);
    return { words: answered ? `${sentence} ${next}` : sentence, answered };
  });
}

/** What was read before, by caution: words that have not changed cost nothing. */
const cautionary = new WeakMap<Caution, Map<string, boolean>>();
/** How many texts are kept in mind for a caution at most. */
const MOST_TEXTS = 5000;

/** Whether a text says a caution: one of its sentences names the danger and what to do. */
function saidIn(text: string, caution: Caution): boolean {
  if (text.trim() === '') return false;
  const known = cautionary.get(caution) ?? new Map<string, boolean>();
  cautionary.set(caution, known);
  const there = known.get(text);
  if (there !== undefined) return there;
  if (known.size >= MOST_TEXTS) known.clear();
  // Most texts name no danger at all: that is told before anything is taken apart.
  const said =
    caution.dangers.some((danger) => names(text, danger)) &&
    cautionsIn(text).some(
      ({ words, answered }) =>
        isSaid(words, caution.dangers) || (answered && caution.dangers.some((danger) => names(words, danger))),
    );
  known.set(text, said);
  return said;
}

/**
 * Where a caution belongs before a step and is not said by then: danger and what to do in one sentence, at the step,
 * before it, or in the opening. One finding a caution, at the first step that calls for it most.
 *
 * @example cautionFindings(lesson)[0]?.message // 'Slipway leads down to the collarbone, and nobody is warned: …'
 */
export function cautionFindings(lesson: Lesson): Found[] {
  const { cautions } = rulesOf(lesson.rules);
  const firsts = cautions.map((): { step: MoveStep; call: Called } | null => null);
  for (const step of movesOf(lesson.steps))
    callsFor(step, cautions).forEach((call, at) => {
      const first = firsts[at];
      if (call && (!first || isWorse(call.severity, first.call.severity))) firsts[at] = { step, call };
    });
  return cautions.flatMap((caution, i): Found[] => {
    const first = firsts[i];
    if (!first || saidIn(lesson.opening, caution)) return [];
    const { step, call } = first;
    const at = lesson.steps.indexOf(step);
    const before = lesson.steps.slice(0, at).flatMap(({ narration }) => Object.values(narration));
    if ([...before, step.narration.before].some((text) => saidIn(text, caution))) return [];
    const late = lesson.steps
      .slice(at)
      .some(({ narration }) => saidIn(narration.during, caution) || saidIn(narration.after, caution));
    const say = wordsFor(caution, step);
    return [
      {
        rule: 'caution',
        about: caution.id,
        severity: call.severity,
        place: { on: 'plan', stepId: step.id, part: 'before' },
        message: late
          ? $localize`The caution for ${step.move.name} (${caution.name.toLowerCase()}) comes after it has begun. It belongs before.`
          : $localize`${step.move.name} ${call.because}, and nobody is warned: “${filled(say, step)}”`,
        because: call.because,
        areas: call.areas,
        restsOn: [
          late,
          call,
          step.move.action,
          step.move.tool,
          step.move.grip,
          step.move.temperature,
          step.sidePlan,
          caution.triggers,
        ],
        repairs: repairsOf(lesson, step, say, caution.opening || caution.say),
      },
    ];
  });
}

function repairsOf(lesson: Lesson, step: MoveStep, say: string, opening: string): Found['repairs'] {
  return [
    { label: $localize`Say it here`, change: sayBefore(step, say) },
    {
      label: $localize`Say it at the opening`,
      change: { kind: 'set_lesson', field: 'opening', value: `${lesson.opening} ${opening}`.trim() },
    },
  ];
}

/**
 * The cautions that a lesson's steps call for, strongest first: what viewers read, what they ask themselves. Those that
 * a studio does not ask to be said are among them when they are a must.
 *
 * @param shown the steps that viewers get; all of them where nothing is said.
 * @example cautionsOf(lesson).map((caution) => caution.id) // ['drain', 'neck', 'skin']
 */
export function cautionsOf(lesson: Pick<Lesson, 'steps' | 'rules'>, shown?: ReadonlySet<string>): Caution[] {
  const steps = lesson.steps.filter(isMove).filter((step) => !shown || shown.has(step.id));
  const { cautions, silent } = rulesOf(lesson.rules);
  const rows = [...cautions, ...silent].flatMap((caution) => {
    const calls = steps.flatMap((step) => callFor(step, caution) ?? []);
    if (calls.length === 0) return [];
    return [{ caution, strength: Math.min(...calls.map((call) => SEVERITIES.indexOf(call.severity))) }];
  });
  return rows.sort((a, b) => a.strength - b.strength).map((row) => row.caution);
}

/**
 * Questions to ask oneself before the lesson; a yes means: ask a professional first. Nothing is diagnosed.
 *
 * @example screeningQuestions(lesson) // ['Do you have …?', …]
 */
export function screeningQuestions(lesson: Pick<Lesson, 'steps' | 'rules'>): string[] {
  return cautionsOf(lesson)
    .map((caution) => caution.ask)
    .filter(Boolean);
}
