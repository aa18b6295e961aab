import { checkLesson } from '@limber/core/check/check-lesson';
import { mendAll } from '@limber/core/check/mend-all';
import { otherSchools } from '@limber/core/check/order-findings';
import { fitWithWords } from '@limber/core/check/fit-with-words';
import { sensesOf } from '@limber/core/cue/senses';
import { suggestOrder } from '@limber/core/solve/order';
import { givenBy } from '@limber/core/narration/put-right';
import { readNarration } from '@limber/core/narration/read';
import { answerQuestions } from '../shell/answer-questions';
import type { Question } from './plan-questions';

/** The heavy parts of planning, away from the screen. */
answerQuestions(answer);

function answer(asked: Question, progress: (share: number) => void): unknown {
  switch (asked.kind) {
    case 'check':
      return checkLesson(asked.lesson, sensesOf(asked.sensed));
    case 'mend-all':
      return mendAll(asked.lesson, asked.ids, sensesOf(asked.sensed));
    case 'other-schools':
      return otherSchools(asked.lesson, asked.finding);
    case 'fit':
      return fitWithWords(asked.lesson, asked.targetMs, asked.toleranceMs, progress);
    case 'order':
      return suggestOrder(asked.lesson, progress);
    case 'read':
      return readNarration(asked.text, givenBy(asked.said));
  }
}
