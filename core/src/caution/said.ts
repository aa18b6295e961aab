/** The start of a clause, where what to do stands. */
const START = String.raw`(?:^|[,;:–—-]\s*|\b(?:and|please|then|so|or|but|just|first|out)\s+)(?:please\s+)?`;
const DO = "leave|skip|stop|ask|avoid|wait|stay|do not|don[’']?t|never|pass|miss|no|not|wash";
/** Advice wherever it stands in a sentence. */
const ADVICE = [
  String.raw`leave (?:it|this|that|them|out|the|these|those)`,
  String.raw`leaves (?:it|this|that|them|out|the|these|those)`,
  String.raw`(?:skips|avoids|stops) (?:it|this|that|them|the|these|those|here)`,
  String.raw`(?:has|have) to (?:wait|rest)|waits\b|\bwait (?:and|until|with|a)`,
  'asks? (?:your|a|whoever|first|there|before|their)',
  String.raw`is (?:not|nothing) for`,
  String.raw`(?:not|nothing|no \w+|never) (?:with|if|when|on|over|for|while|until|after|without|near|to)`,
  'without a doctor',
  'should|must|have to|need to|had better',
  'only (?:with|if|as far|after|when|on|over)',
  'stop (?:if|when|as soon)',
  'lenses? (?:are |come |stay )?(?:out|off)',
  'belongs? (?:to|with) (?:a|your)',
  'first ask',
  String.raw`(?:is|are) left out`,
  'sits? (?:this|it) out',
  '(?:see|talk to|speak to|check with) (?:a|your|the)',
  String.raw`keep (?:off|away|it \w+|them \w+|the [\w ]+moving)`,
  String.raw`take (?:out )?your (?:contact )?lens`,
  'feather-light (?:or|only)',
];
const WHAT_TO_DO = new RegExp(`${START}(?:${DO})\\b|\\b(?:${ADVICE.join('|')})`, 'i');

/**
 * Whether a sentence says what to do, and does not only speak of something: "leave this one out", "ask your doctor
 * first", "lenses out". A doctor in a joke is no advice.
 *
 * @example saysWhatToDo('My jaw never clicks.') // false
 */
export function saysWhatToDo(sentence: string): boolean {
  return WHAT_TO_DO.test(sentence);
}

const patterns = new Map<string, readonly RegExp[]>();

/**
 * Whether a sentence names a danger: all words of `jaw + click`, each standing for what begins with it.
 *
 * @example names('If your jaw is clicking, stop.', 'jaw + click') // true
 */
export function names(sentence: string, danger: string): boolean {
  let words = patterns.get(danger);
  if (!words) {
    words = danger
      .split('+')
      .map((one) => one.trim())
      .filter(Boolean)
      .map((one) => new RegExp(`(?<![\\p{L}])${one.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, 'iu'));
    patterns.set(danger, words);
  }
  return words.length > 0 && words.every((one) => one.test(sentence));
}

/**
 * Whether a sentence is a caution: one of the dangers and what to do stand in it together.
 *
 * @example isSaid('If your jaw clicks, leave this one out.', ['jaw + click']) // true
 */
export function isSaid(sentence: string, dangers: readonly string[]): boolean {
  return dangers.some((danger) => names(sentence, danger)) && saysWhatToDo(sentence);
}

const NEGATED = /\b(?:never|not|no|without|nothing|instead of|rather than|n[’']t)\b[^.!?;:]*$|n[’']t\b[^.!?;:]*$/i;

/**
 * Whether words stand in a text as something that is done: not after a "never" of the same clause. Of `jaw + sideways`
 * all have to stand in one sentence.
 *
 * @example speaksOf('Open wide, like a hatch.', 'open + wide') // true
 */
export function speaksOf(text: string, words: string): boolean {
  const all = words.split('+').map((one) => one.trim());
  if (all.length === 1) return stands(text, all[0]!);
  return text.split(/[.!?…\n]/).some((sentence) => all.every((one) => stands(sentence, one)));
}

function stands(text: string, words: string): boolean {
  for (let at = text.indexOf(words); at >= 0; at = text.indexOf(words, at + 1)) {
    if (at > 0 && /\p{L}/u.test(text[at - 1]!)) continue;
    if (!NEGATED.test(text.slice(Math.max(0, at - 80), at))) return true;
  }
  return false;
}
