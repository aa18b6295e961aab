import '../words/localize';
import { movesOf, type Lesson, type MoveStep, type Narration } from '../lesson/lesson.schema';
import { workOf } from '../lesson/work';
import { ROLE_WORDS, rolesOf, type Role } from '../school/roles';
import { schoolOf } from '../caution/school-of';
import { filled } from '../speech/fields';
import { NUMBER_NAMES } from '../speech/number-names';
import { capital } from './describe-move';
import type { Found } from './finding';
import { replaceWords } from './replace-words';

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];
const LABEL =
  /\b(?:step|move|exercise|technique|number)\s+(\d+|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)\b/i;
const ORDINAL = new RegExp(`\\b(${ORDINALS.join('|')})\\s+(?:move|step|exercise|technique)\\b`, 'i');

/** What every number of a move has beside it. */
const NUMBERED = /\b(?:step|move|exercise|technique|number)\b/i;

interface Said {
  /** As it is said: "move three". */
  readonly whole: string;
  readonly figure: string;
  readonly number: number;
  readonly names: readonly string[] | null;
  /** "… of nine": how many there are said to be. */
  readonly of: number | null;
}

/** The number in "… of nine" right after a label; null where there is none. */
function totalAfter(words: string, { 0: whole, index }: RegExpExecArray): number | null {
  const of = /^ (?:of|out of) (\d+|\w+)/i.exec(words.slice(index + whole.length))?.[1];
  if (of === undefined) return null;
  const number = /^\d/.test(of) ? Number(of) : NUMBER_NAMES.indexOf(of.toLowerCase()) + 1;
  return number > 0 ? number : null;
}

/** The number that words give a step: "move three", "the third move"; null where they give none. */
function saidIn(words: string): Said | null {
  const label = LABEL.exec(words);
  if (label) {
    const [whole, figure] = label as unknown as [string, string];
    const of = totalAfter(words, label);
    if (/^\d/.test(figure)) return { whole, figure, number: Number(figure), names: null, of };
    return { whole, figure, number: NUMBER_NAMES.indexOf(figure.toLowerCase()) + 1, names: NUMBER_NAMES, of };
  }
  const ordinal = ORDINAL.exec(words) as (RegExpExecArray & [string, string]) | null;
  return (
    ordinal && {
      whole: ordinal[0],
      figure: ordinal[1],
      number: ORDINALS.indexOf(ordinal[1].toLowerCase()) + 1,
      names: ORDINALS,
      of: totalAfter(words, ordinal),
    }
  );
}

const ENDS: ReadonlySet<Role> = new Set(['closing', 'finish', 'talk']);
/** What warms up when its instructor does not say what it is: breath, shoulders, taps before the first work. */
const WARMS: ReadonlySet<string> = new Set(['breathe', 'tap', 'pinch']);

/**
 * The ways in which the moves of a lesson may be counted: work alone, work without what warms up first, all of them, and
 * all of them without the breath that opens, without what closes, or without both.
 */
function countings(lesson: Lesson): (readonly MoveStep[])[] {
  const moves = movesOf(lesson.steps);
  const roles = rolesOf(moves, schoolOf(lesson));
  const work = workOf(lesson);
  const first = work.findIndex(({ move, role }) => role !== null || !(WARMS.has(move.action) || move.tool === 'none'));
  const settles = ({ move }: MoveStep): boolean => move.action === 'breathe';
  const closing = new Set(moves.filter((_, at) => ENDS.has(roles[at]!)));
  const closes = (step: MoveStep): boolean => closing.has(step);
  return [
    work,
    ...(first > 0 ? [work.slice(first)] : []),
    moves,
    moves.filter((step) => !settles(step)),
    moves.filter((step) => !closes(step)),
    moves.filter((step) => !settles(step) && !closes(step)),
  ];
}

/**
 * How many moves a lesson may say that it has: only work is counted, and all of them is right as well.
 *
 * @example moveCounts(lesson) // [5, 7]
 */
export function moveCounts(lesson: Lesson): number[] {
  return [...new Set(countings(lesson).map((moves) => moves.length))].filter((count) => count > 0);
}

const PARTS: readonly (keyof Narration)[] = ['before', 'during', 'after'];

/**
 * Steps that the words give a number that is not theirs. Only work is numbered; a lesson that counts all of its moves is
 * right too, as long as it goes on like that: the counting that most of its numbers fit is held against all of them.
 *
 * @example numberFindings(lesson)[0]?.message // 'You say “move number five”; it is number 2.'
 */
export function numberFindings(lesson: Lesson): Found[] {
  const said = movesOf(lesson.steps).flatMap((step) =>
    PARTS.flatMap((part) => {
      const text = step.narration[part];
      // Most words give no number at all.
      if (!NUMBERED.test(text)) return [];
      const found = saidIn(filled(text, step));
      return found && found.number > 0 ? [{ step, part, ...found }] : [];
    }),
  );
  if (said.length === 0) return [];
  const right = (moves: readonly MoveStep[]): number =>
    said.filter(({ step, number }) => moves[number - 1] === step).length;
  const counted = countings(lesson).reduce((best, one) => (right(one) > right(best) ? one : best));
  const places = new Map(counted.map((step, at) => [step, at]));
  const totals = moveCounts(lesson);
  return said.flatMap(({ step, part, whole, figure, number, names, of }): Found[] => {
    const at = places.get(step) ?? -1;
    const place = { on: 'plan', stepId: step.id, part, words: whole } as const;
    if (at === number - 1)
      return of === null || totals.includes(of)
        ? []
        : [
            {
              rule: 'step-number',
              place,
              message: $localize`You say “${whole} of ${of}”; there are ${counted.length}.`,
              repairs: [],
            },
          ];
    const name = names === null ? String(at + 1) : names[at];
    const better =
      at < 0 || name === undefined ? null : whole.replace(figure, /^[A-Z]/.test(figure) ? capital(name) : name);
    const written = step.narration[part].includes(whole);
    return [
      {
        rule: 'step-number',
        place,
        message:
          at < 0
            ? $localize`You say “${whole}”; only work is numbered, and this is ${roleWords(step, lesson)}.`
            : $localize`You say “${whole}”; it is number ${at + 1}.`,
        repairs:
          better && written ? [{ label: `Say “${better}”`, change: replaceWords(lesson, place, whole, better) }] : [],
      },
    ];
  });
}

function roleWords(step: MoveStep, lesson: Lesson): string {
  const moves = movesOf(lesson.steps);
  return ROLE_WORDS[rolesOf(moves, schoolOf(lesson))[moves.indexOf(step)] ?? 'work'];
}
