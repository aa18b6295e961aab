import type { Senses } from '../cue/senses';
import type { Lesson } from '../lesson/lesson.schema';
import { schedule, type Schedule } from '../schedule/schedule';
import { balanceFindings } from './balance';
import { cautionFindings } from './cautions';
import { claimFindings } from './claims';
import { cueFindings } from './cue-findings';
import { captionsOf } from './in-caption';
import { doneFindings } from './done-findings';
import { filmFindings } from './film-findings';
import { findingsOf, type Finding, type Found } from './finding';
import { lengthFindings } from './length';
import { orderFindings } from './order-findings';
import { promiseFindings } from './promise';
import { overridden } from './said-done';
import { shownAsMarked, type Shown } from '../said-done/done';
import { saidInWords } from '../said-done/said';
import type { CheckName } from './rules';
import { standingFindings } from './standing-rules';
import { talkFindings } from './talk-findings';
import { voiceFindings } from './voice-findings';
import { wordsFindings } from './words-findings';

/** What is checked, with what is computed of it once. */
interface Given {
  readonly lesson: Lesson;
  readonly plan: Schedule;
  readonly shown: Shown;
  readonly senses: Senses;
}

const given = (lesson: Lesson, senses: Senses = {}): Given => ({
  ...{ lesson, senses, plan: schedule(lesson), shown: shownAsMarked(lesson) },
});

/** Every check there is; which rules belong to which stands in the list of rules. */
const CHECKS: Readonly<Record<CheckName, (given: Given) => Found[]>> = {
  length: ({ lesson, plan }) => lengthFindings(lesson, plan),
  balance: ({ lesson }) => balanceFindings(lesson),
  caution: ({ lesson }) => cautionFindings(lesson),
  voice: ({ lesson, plan }) => voiceFindings(lesson, plan),
  words: ({ lesson }) => wordsFindings(lesson),
  order: ({ lesson }) => orderFindings(lesson),
  promise: ({ lesson, plan }) => promiseFindings(lesson, plan),
  standing: ({ lesson, shown }) => standingFindings(lesson, shown),
  claim: ({ lesson }) => claimFindings(lesson),
  film: ({ lesson, shown }) => filmFindings(lesson, shown),
  done: ({ lesson, shown, senses }) =>
    doneFindings(lesson, saidInWords(lesson), shown, undefined, {
      inCaption: captionsOf(lesson, senses.heard),
    }),
  talk: ({ lesson, senses }) => talkFindings(lesson, senses.heard),
  cue: ({ lesson, senses }) => cueFindings(lesson, senses),
};

/**
 * Everything found in a lesson, in its plan, on its takes and along its cuts, worst first. What was set aside is among it.
 *
 * @param senses what was heard and seen on the takes, as far as they were analysed.
 * @example checkLesson(lesson)[0]?.severity // 'must'
 */
export function checkLesson(lesson: Lesson, senses?: Senses): Finding[] {
  const all = given(lesson, senses);
  return findingsOf(lesson, overridden(Object.values(CHECKS).flatMap((check) => check(all))));
}

/**
 * What each check tells of by itself: for the tests of the list of rules.
 *
 * @example foundBy('balance', lesson).map((one) => one.rule) // ['uneven-sides']
 */
export function foundBy(check: CheckName, lesson: Lesson, senses?: Senses): Found[] {
  return CHECKS[check](given(lesson, senses));
}
