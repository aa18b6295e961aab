import type { Found, PlanPlace } from './finding';
import type { RuleId } from './rules';
import { replaceWords } from './replace-words';
import { sentencesOf } from '../schedule/talk';
import type { Lesson } from '../lesson/lesson.schema';
import { readWords } from '../narration/read';
import { saidBy } from '../narration/words';
import type { CLAIMS } from '../narration/reading';

type About = (typeof CLAIMS)[number];

/**
 * Why a claim promises too much, and careful wording to choose from. Claims about health need competent and reliable
 * scientific evidence (FTC Endorsement Guides, 16 CFR 255; memory); for these there is none of that kind.
 */
const WORDING: Readonly<Record<About, readonly [why: string, careful: readonly string[]]>> = {
  detox: ['Massage is not known to remove toxins.', ['may help you feel lighter for a while']],
  lift: [
    'That a face is lifted by it is not shown.',
    ['may help your face feel fresher', 'may bring fuller cheeks with months of practice, as one small trial saw'],
  ],
  wrinkle: [
    'Nothing of this kind makes lines go away for certain.',
    ['may help the area look a little softer for a while'],
  ],
  younger: ['Years are not taken off by it.', ['may help you look rested']],
  collagen: ['That it builds collagen is not shown.', ['feels good on the skin']],
  circulation: [
    'Blood flow rises for minutes, and that is all that can be said.',
    ['may bring some warmth and colour for a while'],
  ],
  drain: ['Puffiness may go down for a while; more is not shown.', ['may help you notice less puffiness for a while']],
  slim_face: ['A face does not lose fat or change its shape by it.', ['may help your jaw feel looser']],
  pain_relief: ['Pain belongs to a professional; relief cannot be promised.', ['may help you let go of tension']],
  allergy: ['An allergy is not treated by it.', ['may feel freeing when your nose is stuffy']],
  nose_shape: ['Bone and cartilage do not change by it.', ['relaxes the muscles beside the nose']],
  bite_or_protrusion: ['Teeth and bite do not change by it.', ['leaves teeth and bite to your dentist']],
  muscle: [
    'Muscles can be trained; what that does to the look of a face is not certain.',
    ['trains the muscles of the cheeks'],
  ],
  skin_condition: ['A skin condition is not treated by it.', ['leaves skin that flares up to a dermatologist']],
  stress: ['Calm can be hoped for, not promised.', ['is calming for many people']],
};

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
  return texts.flatMap(([place, text]) => {
    if (!text.trim()) return [];
    const heard = readWords(text);
    return heard.claims
      .filter((claim) => claim.strength === 'strong' && claim.about !== 'muscle')
      .map((claim): Found => {
        const words = saidBy(heard, claim.evidence);
        const [why, careful] = WORDING[claim.about];
        return {
          rule: `claim-${claim.about.replace(/_/g, '-')}` as RuleId,
          place: { ...place, words },
          message: `“${words}” promises too much. ${why}`,
          repairs: careful.map((one) => {
            const sentence = sentencesOf(text).find((each) => each.includes(words)) ?? text;
            return { label: `Say “It ${one}.”`, change: replaceWords(lesson, place, sentence, `It ${one}.`) };
          }),
        };
      });
  });
}
