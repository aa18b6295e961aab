import '../words/localize';
import { nameOfStep, type Lesson } from '../lesson/lesson.schema';
import { sentencesOf } from '../schedule/talk';
import type { Found } from './finding';
import { workOf } from '../lesson/work';
import { replaceWords } from './replace-words';

const PARTS = ['before', 'during', 'after'] as const;

/** "The last move" is only true at the end. @example lastOnes(lesson)[0]?.rule // 'not-the-last' */
export function lastOnes(lesson: Lesson): Found[] {
  const { steps } = lesson;
  const findings: Found[] = [];
  // What closes a lesson may follow its last move.
  const work = workOf(lesson);
  steps.forEach((step, at) => {
    for (const part of PARTS) {
      const match = /\b(?:the )?(?:last|final) (?:move|exercise|step|technique)\b/i.exec(step.narration[part]);
      if (!match) continue;
      const more = work.filter((one) => steps.indexOf(one) > at).length;
      if (more > 0)
        findings.push({
          rule: 'not-the-last',
          place: { on: 'plan', stepId: step.id, part, words: match[0] },
          message: $localize`You say “${match[0]}”, and ${more} more ${more === 1 ? $localize`follows` : $localize`follow`}.`,
          repairs: [],
        });
    }
  });
  return findings;
}

export const LAST =
  /\b(?:(?:that|this|it) (?:was|is) (?:the )?last(?: one)?|(?:the |and |now )?(?:last|final) (?:one|time)|one last time)\b/i;
const MORE = /\b(?:(?:and )?(?:one|two|three|a few|just one) more|once more|and again|another one|one last)\b/i;

/**
 * "That was the last one. One more.": within a step, what is counted on after its last one.
 *
 * @example lastThenMore(lesson)[0]?.message // '“That was the last one”, and then “One more”.'
 */
export function lastThenMore(lesson: Lesson): Found[] {
  const findings: Found[] = [];
  for (const step of lesson.steps) {
    const said = PARTS.flatMap((part) => sentencesOf(step.narration[part]).map((sentence) => ({ part, sentence })));
    said.forEach(({ part, sentence }, at) => {
      const last = LAST.exec(sentence);
      if (!last) return;
      const within = MORE.exec(sentence.slice(last.index + last[0].length));
      const next = said[at + 1];
      const more = within?.[0] ?? (next && MORE.exec(next.sentence)?.[0]);
      if (!more) return;
      const place = { on: 'plan', stepId: step.id, part, words: last[0] } as const;
      const out = within ? null : replaceWords(lesson, place, sentence, '');
      findings.push({
        rule: 'last-then-more',
        place,
        message: $localize`“${last[0]}”, and then “${more}”: ${nameOfStep(step)} goes on after its last one.`,
        repairs: out ? [{ label: $localize`Leave out “${sentence}”`, change: out }] : [],
      });
    });
  }
  return findings;
}
