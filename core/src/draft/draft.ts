import type { SidePlan } from '../dose/dose.schema';
import {
  type Lesson,
  LESSON_FORMAT,
  LESSON_VERSION,
  lessonSchema,
  MOST_TEXT,
  type MoveStep,
  stepOf,
} from '../lesson/lesson.schema';
import type { Move } from '../move/move.schema';
import type { Narrated } from '../narration/read';
import type { FoundDose, FoundStep } from '../narration/reading';
import { WORKED } from '../narration/step-draft';
import { SIDED } from '../narration/step-sides';
import { wording } from '../narration/words';
import type { SchoolId } from '../school/schools';
import { likelyMoves } from './likely-moves';
import { moveFrom } from './move-from';
import { saidDose, withRules } from './said-dose';
import { suggestSchool } from './suggest-school';

/** A step of a draft with what it was made of. */
export interface DraftStep {
  readonly step: MoveStep;
  /** Indices of the read steps that it stands for: two where both sides were read. */
  readonly from: readonly number[];
  /** Indices of what was said at it and is no step of its own: talk, a rest, what was not taken. */
  readonly along: readonly number[];
  /** What of all that is longer than a step's words may be; empty but for very long talk. */
  readonly leftOver: string;
  /** Whether its dose was said; where not, it is the move's default and marked as one. */
  readonly doseSaid: boolean;
  /** Whether the move is one of the library, and not made from the words. */
  readonly known: boolean;
}

/** A step while it is put together. */
interface Drafted {
  readonly read: FoundStep;
  readonly from: number[];
  readonly along: number[];
  readonly doses: FoundDose[];
  readonly other: FoundDose[];
  readonly sides: string[];
}

/** A change of side so near to where a step begins or ends is what it begins or ends with, ms. */
const NEAR_MS = 1000;

/** A text up to the last word that ends before so many letters, and the rest of it. */
function partedAt(text: string, most: number): readonly [kept: string, rest: string] {
  if (text.length <= most) return [text, ''];
  const at = text.lastIndexOf(' ', most);
  return [text.slice(0, at), text.slice(at + 1)];
}

/**
 * The steps that a narration comes to. A second side, said right away or after a whole round on the first, becomes the
 * side plan of the step that it repeats; each takes the library's move for its region and action, or one made from its words.
 *
 * @param newId makes ids.
 * @param accepted indices of the read steps that are taken; all when not given.
 * @param moves which of the library is meant, by the word with which a step begins; null for a new one of its words.
 * @example draftSteps(readNarration(text), library, newId).length // 7
 */
export function draftSteps(
  narrated: Narrated,
  library: readonly Move[],
  newId: () => string,
  accepted?: ReadonlySet<number>,
  moves: ReadonlyMap<number, Move['id'] | null> = new Map(),
): DraftStep[] {
  const drafts: Drafted[] = [];
  let current: Drafted | undefined;
  const lastWorked = narrated.steps.findLastIndex(({ kind }, at) => WORKED.has(kind) && (accepted?.has(at) ?? true));
  narrated.steps.forEach((read, at) => {
    if (!WORKED.has(read.kind) || (accepted && !accepted.has(at))) {
      // No word is lost: what is no step stands beside the one that it was said at, up to the closing.
      if (read.kind !== 'outro' || at < lastWorked) current?.along.push(at);
      return;
    }
    const doses = narrated.doses.filter((dose) => dose.atMs >= read.startMs && dose.atMs < read.endMs);
    const second = read.side === 'second' || isOther(read.side, drafts, read);
    const first = second
      ? [...drafts].reverse().find((one) => same(one.read, read) && one.sides.length === 1)
      : undefined;
    if (first) {
      first.from.push(at);
      first.sides.push(read.side);
      first.other.push(...doses);
      current = first;
      return;
    }
    current = { read, from: [at], along: [], doses, other: [], sides: [read.side] };
    drafts.push(current);
  });
  const rules = narrated.doses.filter((dose) => dose.scope === 'every_move');
  /** What is new here is new once, however often it is done. */
  const made: Move[] = [];
  return drafts.map(({ read, from, along, doses, other, sides }) => {
    const words = wordsOf(narrated, from[0]!);
    const wanted = moves.get(read.evidence.from);
    const [likely] = wanted === undefined ? likelyMoves(read, words, library) : [];
    const known = likely?.meant ? likely.move : library.find((move) => move.id === wanted);
    const move = known ?? oneOf(made, moveFrom(read, words, newId()));
    const base = { dose: move.dose, action: read.action, own: known !== undefined };
    const said = saidDose(withRules(doses, rules), narrated.words, base);
    const right =
      other.length > 0
        ? saidDose(withRules(other, rules), narrated.words, { ...base, dose: said ?? move.dose, own: true })
        : null;
    const dose = said ?? move.dose;
    const sidePlan = planOf(read, sides, doses, changesIn(narrated, read));
    const rightDose =
      right && sidePlan === 'left_right' && JSON.stringify(right) !== JSON.stringify(dose) ? right : null;
    // Of the other side it is said while it is worked; talk comes behind.
    const parts = [words, wordsOfAll(narrated, from.slice(1)), wordsOfAll(narrated, along)].map((part) =>
      partedAt(part, MOST_TEXT),
    );
    const [before, during, after] = parts.map(([kept]) => kept) as [string, string, string];
    const step = stepOf(newId(), move, { dose, rightDose, sidePlan, narration: { before, during, after } });
    const leftOver = parts
      .map(([, rest]) => rest)
      .filter(Boolean)
      .join(' ');
    return { step, from, along, leftOver, doseSaid: said !== null, known: known !== undefined };
  });
}

/** What is said before the first step and after the last, and what is too long for either. */
export function around(
  narrated: Narrated,
  steps: readonly DraftStep[],
): { readonly opening: string; readonly closing: string; readonly leftOver: string } {
  const taken = new Set(steps.flatMap(({ from, along }) => [...from, ...along]));
  const first = Math.min(...taken, narrated.steps.length);
  const others = narrated.steps.flatMap((_, at) => (taken.has(at) ? [] : [at]));
  const [opening, more] = partedAt(
    wordsOfAll(
      narrated,
      others.filter((at) => at < first),
    ),
    MOST_TEXT,
  );
  const [closing, rest] = partedAt(
    wordsOfAll(
      narrated,
      others.filter((at) => at > first),
    ),
    MOST_TEXT,
  );
  return { opening, closing, leftOver: [more, rest].filter(Boolean).join(' ') };
}

/**
 * A lesson of a draft's steps; opening and closing hold what was said before the first and after the last.
 *
 * @param school the one that fits best when not given.
 * @example draftLesson(narrated, steps, 'Tide', 'id').opening // 'Good morning.'
 */
export function draftLesson(
  narrated: Narrated,
  steps: readonly DraftStep[],
  title: string,
  id: string,
  school?: SchoolId,
): Lesson {
  const { opening, closing } = around(narrated, steps);
  const minutes = narrated.promises.find((promise) => promise.kind === 'minutes');
  const lesson = lessonSchema.parse({
    format: LESSON_FORMAT,
    version: LESSON_VERSION,
    id,
    title,
    opening,
    closing,
    targetMs: minutes ? Math.min(7_200_000, Math.max(30_000, Math.round(minutes.high * 60_000))) : null,
    steps: steps.map((one) => one.step),
  });
  return { ...lesson, school: school ?? suggestSchool(lesson) };
}

/** A move as it was made before, or made now. */
function oneOf(made: Move[], move: Move): Move {
  const { name, region, action, tool } = move;
  const before = made.find(
    (one) => one.name === name && one.region === region && one.action === action && one.tool === tool,
  );
  if (!before) made.push(move);
  return before ?? move;
}

function same(a: FoundStep, b: FoundStep): boolean {
  return a.region === b.region && (a.action === b.action || a.action === 'unknown' || b.action === 'unknown');
}

function isOther(
  side: FoundStep['side'],
  drafts: readonly { read: FoundStep; sides: string[] }[],
  read: FoundStep,
): boolean {
  const opposite = side === 'left' ? 'right' : side === 'right' ? 'left' : null;
  return (
    opposite !== null &&
    drafts.some((one) => same(one.read, read) && one.sides.length === 1 && one.sides[0] === opposite)
  );
}

/** Whether the side changes in the middle of what was read as one step: a side now, and the other later. */
function changesIn({ swaps }: Narrated, { startMs, endMs }: FoundStep): boolean {
  return swaps.some(({ atMs }) => atMs >= startMs + NEAR_MS && atMs < endMs - NEAR_MS);
}

function planOf(read: FoundStep, sides: readonly string[], doses: readonly FoundDose[], changes: boolean): SidePlan {
  if (changes && SIDED.has(read.side)) return read.side === 'right' ? 'right_left' : 'left_right';
  if (sides.length > 1) return sides[0] === 'right' ? 'right_left' : 'left_right';
  if (doses.some((dose) => dose.scope === 'each_side')) return read.side === 'right' ? 'right_left' : 'left_right';
  switch (read.side) {
    case 'left':
      return 'left_only';
    case 'right':
      return 'right_only';
    case 'first':
    case 'second':
      return 'left_right';
    case 'alternating':
      return 'alternating';
    case 'midline':
      return 'midline';
    default:
      return 'both';
  }
}

/** Everything said in some read steps. */
function wordsOfAll(narrated: Narrated, read: readonly number[]): string {
  return read
    .map((at) => wordsOf(narrated, at))
    .filter(Boolean)
    .join(' ');
}

/**
 * Everything said in a read step, as it is written.
 *
 * @example wordsOf(narrated, 0) // 'Good morning, early shift.'
 */
export function wordsOf(narrated: Narrated, at: number): string {
  // Whatever stands before the first word that anything is read from is said as well.
  const from = at === 0 ? 0 : narrated.steps[at]!.evidence.from;
  const to = narrated.steps[at + 1]?.evidence.from ?? narrated.words.length;
  return wording(narrated.words, from, to);
}
