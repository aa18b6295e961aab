import '../words/localize';
import type { Found, PlanPlace } from './finding';
import type { RuleId } from './rules';
import { replaceWords } from './replace-words';
import { sentencesOf } from '../schedule/talk';
import type { Lesson } from '../lesson/lesson.schema';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import { rulesOf } from '../caution/studio-rules';
import { promisesTooMuch } from '../caution/wording';

/**
 * Mild wording is left alone; certain wording is marked with its reason.
 *
 * @example claimFindings(lesson)[0]?.place.words // 'flushes toxins out'
 */
export function claimFindings(lesson: Lesson): Found[] {
  const texts: [PlanPlace, string][] = [
    [{ on: 'plan', stepId: null, part: 'title' }, lesson.title],
    [{ on: 'plan', stepId: null, part: 'promise' }, lesson.promise],
    [{ on: 'plan', stepId: null, part: 'description' }, lesson.description],
    [{ on: 'plan', stepId: null, part: 'opening' }, lesson.opening],
    ...lesson.steps.flatMap(({ id, narration }) =>
      (['before', 'during', 'after'] as const).map((part): [PlanPlace, string] => [
        { on: 'plan', stepId: id, part },
        narration[part],
      ]),
    ),
    [{ on: 'plan', stepId: null, part: 'closing' }, lesson.closing],
  ];
  const { wordings } = rulesOf(lesson.rules);
  return texts.flatMap(([place, text]) => {
    if (!text.trim()) return [];
    const heard = readWords(text);
    return heard.claims.filter(promisesTooMuch).map((claim): Found => {
      const words = saidBy(heard, claim.evidence);
      const { why, careful } = wordings.get(claim.about)!;
      return {
        rule: `claim-${claim.about.replace(/_/g, '-')}` as RuleId,
        place: { ...place, words },
        message: $localize`“${words}” promises too much. ${why}`,
        repairs: careful.map((one) => {
          const sentence = sentencesOf(text).find((each) => each.includes(words)) ?? text;
          return { label: `Say “It ${one}.”`, change: replaceWords(lesson, place, sentence, `It ${one}.`) };
        }),
      };
    });
  });
}
