import { changesSide, partsOf, repetitionsOf } from '../dose/dose';
import { doseSchema, type Dose, type Range } from '../dose/dose.schema';
import { OPPOSITE, type Way } from '../face/areas';
import { isMove, movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { touches, waysOf } from '../move/way';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import { filmedWork, type FilmedWork } from '../schedule/filmed-work';
import { sentencesOf } from '../schedule/talk';
import { timelineOf } from '../schedule/timeline';
import { filled } from '../speech/fields';
import { speaksOf } from '../caution/said';
import type { Found } from './finding';
import { workOf } from './numbers';

/** A rule that a lesson states for itself, for all of its moves. */
export interface StandingRule {
  /** How many everywhere; one way only; beside the line and never on it; which side comes first. */
  readonly kind: 'figure' | 'one-way' | 'direction' | 'line' | 'first-side';
  readonly part: 'opening' | 'promise' | 'description';
  /** The sentence that states it. */
  readonly words: string;
  /** Of a figure: how many, of what, at least so many where more is allowed. */
  readonly figure?: { readonly kind: 'times' | 'seconds' | 'sets'; readonly low: number; readonly high: number };
  readonly side?: 'left' | 'right';
  readonly way?: Way;
  /** What is never done, or the only thing that is. */
  readonly never?: boolean;
}

const PARTS = ['opening', 'promise', 'description'] as const;
const MORE = /\bmore (?:if|is (?:fine|welcome)|when)\b|\bat least\b|\bor more\b/i;
const EVERYWHERE =
  /\b(?:every|each|all)(?: of)?(?: the| these| our)? (?:single )?(?:lanes?|lines?|moves?|strokes?|passes|steps?|exercises?|techniques?|holds?|areas?|places?|one)\b|\beverywhere\b|\beverything\b|\balways (?=\w+ times)/i;
const ONE_WAY =
  /\b(?:never|not|no) (?:back and forth|to and fro|sawing|back over|backwards?)|\b(?:one way only|only one way|one direction only|only (?:in )?one direction|in one direction)\b/i;
const LINE =
  /\b(?:never|not|don[’']t)\b[^.!?]*\b(?:on|over|along|press|touch|rub|pull)?\s*(?:the )?(?:line|wrinkle|crease|fold)s?(?: itself| themselves)?\b/i;
const WAY =
  /\b(?:always|only)(?: go| stroke| work| ever)? (up|down|out|outwards?|in|inwards?|upwards?|downwards?)(?:wards?)?\b|\bnever (up|down|in|inwards?|upwards?|downwards?)\b/i;
const FIRST_SIDE =
  /\b(?:first|always)(?: on)? (?:the |your )?(left|right)\b[^.!?]*\bthen\b|\b(?:the |your )?(left|right)(?: side)? (?:always )?(?:comes |goes )?first\b/i;

/**
 * The rules that a lesson states for itself in its opening, its promise or its description: "every lane five times",
 * "never back and forth", "never the line itself", "first left, then right".
 *
 * @example standingRules(lesson).map((rule) => rule.kind) // ['figure', 'one-way']
 */
export function standingRules(lesson: Pick<Lesson, (typeof PARTS)[number]>): StandingRule[] {
  const rules: StandingRule[] = [];
  const add = (rule: StandingRule): void => {
    if (!rules.some((one) => one.kind === rule.kind && one.words === rule.words)) rules.push(rule);
  };
  for (const part of PARTS)
    for (const words of sentencesOf(lesson[part])) {
      if (EVERYWHERE.test(words)) figuresIn(words).forEach((figure) => add({ kind: 'figure', part, words, figure }));
      if (ONE_WAY.test(words)) add({ kind: 'one-way', part, words });
      else if (LINE.test(words) && !EVERYWHERE.test(words)) add({ kind: 'line', part, words });
      const way = WAY.exec(words);
      if (way) {
        const name = (way[1] ?? way[2])!.replace(/wards?$/, '').toLowerCase() as Way;
        add({ kind: 'direction', part, words, way: name, never: way[2] !== undefined });
      }
      const side = FIRST_SIDE.exec(words);
      if (side) add({ kind: 'first-side', part, words, side: (side[1] ?? side[2])!.toLowerCase() as 'left' });
    }
  return rules;
}

function figuresIn(words: string): NonNullable<StandingRule['figure']>[] {
  const heard = readWords(words);
  return heard.doses.flatMap(({ kind, low, high, evidence }): NonNullable<StandingRule['figure']>[] => {
    const most = MORE.test(words) ? Infinity : high;
    // How often in a week is no figure of a move.
    if (/\b(?:day|week|month)s?\b/i.test(saidBy(heard, evidence))) return [];
    if (kind === 'reps' || kind === 'swipes') return [{ kind: 'times', low, high: most }];
    if (kind === 'sets') return [{ kind: 'sets', low, high: most }];
    if (kind === 'hold_s' || kind === 'seconds_each') return [{ kind: 'seconds', low, high: most }];
    return [];
  });
}

/**
 * Where the lesson breaks a rule that it states for itself: in its plan, in its words, and on its film.
 *
 * @example standingFindings(lesson)[0]?.message // 'You say “Every lane five times.”, and Slipway has 4.'
 */
export function standingFindings(lesson: Lesson): Found[] {
  const rules = standingRules(lesson);
  if (rules.length === 0) return [];
  const work = workOf(lesson);
  const timeline = timelineOf(lesson);
  const filmed = timeline?.cut ? filmedWork(timeline.passages) : [];
  return rules.flatMap((rule) => [
    ...work.flatMap((step) => against(rule, step)),
    ...(rule.kind === 'line' ? linesIn(lesson, rule) : []),
    ...onFilm(lesson, rule, filmed),
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

function against(rule: StandingRule, step: MoveStep): Found[] {
  const { move, sidePlan } = step;
  switch (rule.kind) {
    case 'figure': {
      const off = figureOff(rule, step.dose) ?? (step.rightDose && figureOff(rule, step.rightDose));
      if (!off) return [];
      return [
        broken(rule, step, `has ${off.is}`, {
          repairs: off.instead
            ? [
                {
                  label: `Plan ${rule.figure!.low}`,
                  change: { kind: 'set_step', stepId: step.id, field: 'dose', value: off.instead },
                },
              ]
            : [],
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

/** How a dose differs from a standing figure, and the dose that does not; null where it is another kind of dose. */
function figureOff({ figure }: StandingRule, dose: Dose): { is: string; instead: Dose | null } | null {
  const { kind, low, high } = figure!;
  const at = (range: Range, planned = low): Range => ({
    low: Math.min(range.low, planned),
    planned,
    high: Math.max(range.high, planned),
  });
  const off = (range: Range, instead: Dose, unit = ''): { is: string; instead: Dose | null } | null => {
    const is = unit === ' s' ? range.planned / 1000 : range.planned;
    if (is >= low && is <= high) return null;
    return { is: `${is}${unit}`, instead: doseSchema.safeParse(instead).data ?? null };
  };
  if (kind === 'sets') return off(dose.sets, { ...dose, sets: at(dose.sets) });
  if (kind === 'seconds') {
    const ms = (range: Range): Range => at(range, low * 1000);
    if (dose.form === 'hold') return off(dose.holdMs, { ...dose, holdMs: ms(dose.holdMs) }, ' s');
    return dose.form === 'timed' ? off(dose.eachMs, { ...dose, eachMs: ms(dose.eachMs) }, ' s') : null;
  }
  if (dose.form === 'passes') return off(dose.passes, { ...dose, passes: at(dose.passes) });
  return dose.form === 'reps' ? off(dose.reps, { ...dose, reps: at(dose.reps) }) : null;
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
function onFilm(lesson: Lesson, rule: StandingRule, filmed: readonly FilmedWork[]): Found[] {
  if (rule.kind !== 'figure' && rule.kind !== 'first-side') return [];
  return movesOf(lesson.steps).flatMap((step): Found[] => {
    const own = filmed.filter((one) => one.stepId === step.id);
    const place = (one: FilmedWork) =>
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
      const each = one.beatCount === null ? null : one.beatCount / (lanes * step.dose.sets.planned);
      const sides = one.side === 'alternating' ? 2 : 1;
      if (each === null || repetitionsOf(step.dose) === 0 || (each / sides >= low && each / sides <= high)) return [];
      return [broken(rule, step, `shows ${one.beatCount} on the film`, { place: place(one) })];
    });
  });
}
