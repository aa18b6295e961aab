import '../words/localize';
import { partsOf, type WorkedSide } from '../dose/dose';
import { isMove, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { listed } from '../speech/listed';
import { termOf } from '../words/terms';
import type { LogEntry } from '../take/log.document';

/** What a take shows of the plan's moves. */
export interface Covers {
  /** What it is told by: what is marked on it or, before that, what was pressed while it was filmed. */
  readonly by: 'marks' | 'log';
  /** In the plan's order; the sides that the plan asks for and it shows. */
  readonly moves: readonly { readonly stepId: string; readonly sides: readonly WorkedSide[] }[];
  /** Whether that is every side of every move. */
  readonly whole: boolean;
}

/**
 * Which moves a take shows, and which sides of them; null where nothing is marked on it and no log was kept.
 *
 * @param log the take's own, on its time.
 * @example coversOf(lesson, 't', []) // { by: 'marks', moves: [{ stepId: 'a', sides: ['left'] }], whole: false }
 */
export function coversOf(lesson: Lesson, takeId: string, log: readonly LogEntry[]): Covers | null {
  const marked = lesson.segments.some((one) => one.takeId === takeId);
  const shown = marked ? markedOn(lesson, takeId) : loggedIn(log);
  if (shown.size === 0) return null;
  const moves = lesson.steps.filter(isMove).flatMap((step) => {
    const sides = shown.get(step.id);
    if (!sides) return [];
    const own = plannedOf(step).filter((side) => sides.has(side));
    // What was done without a side being said was done as it is planned.
    return [{ stepId: step.id, sides: own.length > 0 ? own : plannedOf(step) }];
  });
  const planned = lesson.steps.filter(isMove).reduce((sum, step) => sum + plannedOf(step).length, 0);
  const whole = moves.reduce((sum, one) => sum + one.sides.length, 0) === planned;
  return moves.length === 0 ? null : { by: marked ? 'marks' : 'log', moves, whole };
}

/**
 * The same in words: “the whole lesson”, “a part: 1 to 3, 5 (left)”.
 *
 * @example coversWords(lesson, covers) // 'a part: 1 to 3, 5 (left)'
 */
export function coversWords(lesson: Pick<Lesson, 'steps'>, { moves, whole, by }: Covers): string {
  const logged = by === 'log' ? $localize`, by its log` : '';
  if (whole) return $localize`Shows the whole lesson${logged}`;
  const steps = lesson.steps.filter(isMove);
  const parts: { from: number; to: number; only: string }[] = [];
  for (const { stepId, sides } of moves) {
    const at = steps.findIndex((step) => step.id === stepId);
    const all = sides.length === plannedOf(steps[at]!).length;
    const only = all ? '' : sides.map(termOf).join(', ');
    const last = parts.at(-1);
    if (last?.to === at && last.only === '' && only === '') last.to = at + 1;
    else parts.push({ from: at + 1, to: at + 1, only });
  }
  const words = parts.map(({ from, to, only }) => {
    const range = to === from ? String(from) : to === from + 1 ? `${from}, ${to}` : $localize`${from} to ${to}`;
    return only ? `${range} (${only})` : range;
  });
  return moves.length === 1
    ? $localize`Shows a part, move ${listed(words, 'and')}${logged}`
    : $localize`Shows a part, moves ${listed(words, 'and')}${logged}`;
}

const plannedOf = (step: MoveStep): WorkedSide[] => [...new Set(partsOf(step.sidePlan))];

function markedOn(lesson: Lesson, takeId: string): Map<string, Set<WorkedSide | null>> {
  const all = new Map<string, Set<WorkedSide | null>>();
  for (const one of lesson.segments)
    if (one.takeId === takeId && one.stepId !== null && isWork(one.kind))
      all.set(one.stepId, (all.get(one.stepId) ?? new Set()).add(one.side));
  return all;
}

function loggedIn(log: readonly LogEntry[]): Map<string, Set<WorkedSide | null>> {
  const all = new Map<string, Set<WorkedSide | null>>();
  for (const { kind, stepId, side } of log)
    if (stepId !== null && (kind === 'dose' || kind === 'hold'))
      all.set(stepId, (all.get(stepId) ?? new Set()).add(side));
  return all;
}
