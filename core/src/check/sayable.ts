import '../words/localize';
import { sentencesOf } from '../schedule/talk';
import type { Found, PlanPlace } from './finding';

/** A sentence of more words than this is hard to say in one breath (common practice, no source). */
const LONG_SENTENCE = 28;
const FILLER = /\b(?:you know|sort of|kind of|basically|literally|actually|just|really|like,|guys)\b/gi;
const PRODUCT =
  /\b(?:discount|code|affiliate|sponsor(?:ed)?|gift(?:ed)?|buy|shop|my (?:own )?(?:serum|oil|roller|stone|brand|balm|cream|lotion|brush|kit|set|book|course|shop)|from my (?:shop|store)|link (?:below|in|for|to|under))\b/i;
const DISCLOSED = /\b(?:gift|paid|ad\b|advert|sponsored|earn|commission|my own (?:brand|shop|product)|i sell)\b/i;

/**
 * Sentences too long to say, and fillers that come again and again.
 *
 * @example sayable('Just, just, just press.', { on: 'plan', stepId: null, part: 'opening' })[0]?.rule // 'filler'
 */
export function sayable(words: string, place: PlanPlace): Found[] {
  const findings: Found[] = [];
  for (const sentence of sentencesOf(words)) {
    const count = sentence.split(/\s+/).length;
    if (count > LONG_SENTENCE)
      findings.push({
        rule: 'long-sentence',
        place: { ...place, words: sentence },
        message: $localize`${count} words in one sentence are hard to say in one breath. Cut it in two.`,
        repairs: [],
      });
  }
  const fillers = words.match(FILLER) ?? [];
  const counts = new Map<string, number>();
  for (const one of fillers) counts.set(one.toLowerCase(), (counts.get(one.toLowerCase()) ?? 0) + 1);
  for (const [word, count] of counts)
    if (count >= 3)
      findings.push({
        rule: 'filler',
        place: { ...place, words: word },
        message: $localize`“${word.replace(',', '')}” comes ${count} times.`,
        repairs: [],
      });
  return findings;
}

/**
 * A product that is pointed to without a word on who pays for it.
 *
 * @example disclosure('Buy my serum.', { on: 'plan', stepId: null, part: 'closing' })[0]?.rule // 'disclosure'
 */
export function disclosure(words: string, place: PlanPlace): Found[] {
  const match = PRODUCT.exec(words);
  if (!match || DISCLOSED.test(words)) return [];
  return [
    {
      rule: 'disclosure',
      place: { ...place, words: match[0] },
      message: $localize`“${match[0]}” points to a product. Say plainly, right there, whether you earn from it or got it free.`,
      repairs: [],
    },
  ];
}
