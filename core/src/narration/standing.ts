import type { Dose, Range } from '../dose/dose.schema';
import { rangeOf, secondsKey, timesKey, UNIT, type FigureKey } from '../dose/figures';
import type { Way } from '../face/areas';
import type { Lesson } from '../lesson/lesson.schema';
import { sentencesOf } from '../schedule/talk';
import { readWords } from './read';
import { saidBy } from './words';

/** A rule that a lesson states for itself, for all of its moves. */
export interface StandingRule {
  /** How many everywhere; one way only; beside the line and never on it; which side comes first. */
  readonly kind: 'figure' | 'one-way' | 'direction' | 'line' | 'first-side';
  readonly part: 'opening' | 'promise' | 'description';
  /** The sentence that states it. */
  readonly words: string;
  /** Of a figure: how many, of what, at least so many where more is allowed. */
  readonly figure?: {
    readonly kind: 'times' | 'seconds' | 'sets';
    readonly low: number;
    readonly high: number;
    /** The words that give it. */
    readonly said: string;
  };
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
    const said = saidBy(heard, evidence);
    if (/\b(?:day|week|month)s?\b/i.test(said)) return [];
    if (kind === 'reps' || kind === 'swipes') return [{ kind: 'times', low, high: most, said }];
    if (kind === 'sets') return [{ kind: 'sets', low, high: most, said }];
    if (kind === 'hold_s' || kind === 'seconds_each') return [{ kind: 'seconds', low, high: most, said }];
    return [];
  });
}

/**
 * The figure of a dose that a standing figure is about, and what it is called in the dose; null where the dose has none.
 *
 * @example standingFigure({ …passes: exactly(5) }, 'times')?.is // 5
 */
export function standingFigure(
  dose: Dose,
  kind: NonNullable<StandingRule['figure']>['kind'],
): { readonly key: FigureKey; readonly range: Range; readonly is: number } | null {
  const key = keyFor(dose, kind);
  const range = key && rangeOf(dose, key);
  return range && { key, range, is: range.planned / UNIT[key] };
}

/** "Five times" is not said of how often something is held, counted or breathed. */
function keyFor(dose: Dose, kind: NonNullable<StandingRule['figure']>['kind']): FigureKey | null {
  if (kind === 'sets') return 'sets';
  if (kind === 'seconds') return secondsKey(dose);
  return dose.form === 'reps' || dose.form === 'passes' ? timesKey(dose) : null;
}
