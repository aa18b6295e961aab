import { singlesOf } from '../lesson/as-one';
import { applyChange } from '../lesson/change';
import type { Change, SingleChange } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { checkLesson } from './check-lesson';
import type { Finding, Repair } from './finding';
import { isOfWords } from './replace-words';
import type { RuleId } from './rules';

/** What is said, and what is said instead. */
export interface OtherWords {
  readonly stepId: string | null;
  /** What was wrong with them, and what they become. */
  readonly message: string;
  readonly instead: string;
}

export interface WordsAlong {
  /** Other words that go along with a change of doses, in the order in which they are made. */
  readonly mended: readonly OtherWords[];
  readonly changes: readonly SingleChange[];
  /** What the change makes wrong and only she can put right. */
  readonly left: readonly Finding[];
}

/** What words may become wrong when a dose changes. */
const BY_DOSE: ReadonlySet<RuleId> = new Set([
  'said-not-planned',
  'own-rule',
  'field-unknown',
  'promise-minutes',
  'last-then-more',
  'talk-longer-than-dose',
]);

/** No more repairs than this are made by themselves. */
const MOST = 500;

/**
 * The words that a change of doses makes wrong: what can be said otherwise by itself, and what is left to her. Words
 * that were wrong before are not its business.
 *
 * @param doses a change of doses that is not made yet.
 * @example wordsAlong(lesson, doses).mended[0]?.instead // 'Say 4'
 */
export function wordsAlong(lesson: Lesson, doses: Change): WordsAlong {
  const before = new Set(checkLesson(lesson).map((one) => one.id));
  const wrong = (state: Lesson): Finding[] =>
    checkLesson(state).filter((one) => BY_DOSE.has(one.rule) && !before.has(one.id));
  const mended: OtherWords[] = [];
  const changes: SingleChange[] = [];
  let state = applyChange(lesson, doses);
  let left = wrong(state);
  while (mended.length < MOST) {
    const next = left.flatMap((finding) => {
      const repair = finding.repairs.find(isWordsAlone);
      return repair ? [{ finding, repair }] : [];
    })[0];
    if (!next) break;
    const after = applyChange(state, next.repair.change!);
    const still = wrong(after);
    // A repair that mends nothing would be made for ever.
    if (still.length >= left.length) break;
    mended.push({ stepId: next.finding.place.stepId, message: next.finding.message, instead: next.repair.label });
    changes.push(...singlesOf(next.repair.change!));
    [state, left] = [after, still];
  }
  return { mended, changes, left };
}

/** Whether a repair changes nothing but words. */
function isWordsAlone({ change }: Repair): boolean {
  return change !== null && singlesOf(change).every(isOfWords);
}
