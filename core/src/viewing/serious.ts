/**
 * Whether words about discomfort call for "stop, and ask a professional": chosen words, not a diagnosis. A tick by the
 * viewer always counts, whatever the words are.
 *
 * @example soundsSerious('I felt dizzy') // true
 */
export function soundsSerious(words: string): boolean {
  return SERIOUS.some((pattern) => pattern.test(words));
}

const SERIOUS: readonly RegExp[] = [
  /\b(?:dizz\w*|faint\w*|black(?:ed)? out|pass(?:ed|ing) out)\b/i,
  /\b(?:numb\w*|tingl\w*|droop\w*|slurr\w*)\b/i,
  /\b(?:swollen|swelling|lump|bruis\w*|bleed\w*)\b/i,
  /\b(?:lock(?:ed|s|ing)?) (?:jaw|open|shut)\b|\bjaw (?:\w+ )?(?:lock\w*|stuck)\b/i,
  /\b(?:sharp|severe|stabbing|terrible|awful|unbearable) (?:\w+ )?(?:pain|ache|headache)\b/i,
  /\b(?:can(?:no|['’]?)t|cannot) (?:see\b(?! how| why| what| the point)|breathe|swallow)|double vision|(?:blurred|blurry|lost) (?:\w+ )?vision\b/i,
  /\bchest (?:pain|hurts)\b/i,
];
