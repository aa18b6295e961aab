const ONES = (
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen ' +
  'seventeen eighteen nineteen'
).split(' ');
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'];

/**
 * A whole number from 0 to 999,999 as it is spoken in English; larger ones digit by digit.
 *
 * @example spokenNumber(128) // "one hundred and twenty-eight"
 */
export function spokenNumber(value: number): string {
  if (!Number.isInteger(value) || value < 0 || value > 999_999)
    return [...String(value)].map((digit) => ONES[Number(digit)] ?? '').join(' ');
  if (value < 20) return ONES[value]!;
  if (value < 100) return TENS[Math.floor(value / 10)]! + (value % 10 ? `-${ONES[value % 10]}` : '');
  if (value < 1000)
    return `${ONES[Math.floor(value / 100)]} hundred${value % 100 ? ` and ${spokenNumber(value % 100)}` : ''}`;
  const rest = value % 1000;
  const and = rest < 100 ? ' and' : '';
  return `${spokenNumber(Math.floor(value / 1000))} thousand${rest ? `${and} ${spokenNumber(rest)}` : ''}`;
}

const SPOKEN: readonly (readonly [RegExp, string])[] = [
  [/\be\.\s?g\./gi, 'for example'],
  [/\bi\.\s?e\./gi, 'that is'],
  [/\betc\./gi, 'et cetera'],
  [/\bapprox\./gi, 'approximately'],
  [/\bDr\./g, 'Doctor'],
  [/\bvs\.?/gi, 'versus'],
  [/(\d)\s*(?:s|secs?|sec\.)(?![a-z])/gi, '$1 seconds'],
  [/(\d)\s*(?:mins?\.?)(?![a-z])/gi, '$1 minutes'],
  [/(\d)\s*%/g, '$1 per cent'],
  [/(\d)\s*[x×]/gi, '$1 times'],
  [/(\d)\s*°/g, '$1 degrees'],
  [/(\d)\s*[–-]\s*(\d)/g, '$1 to $2'],
  [/&/g, ' and '],
];

/**
 * Text as it is read aloud: abbreviations, units and numbers in words. For English.
 *
 * @example readAloud('12 times') // 'twelve times'
 */
export function readAloud(text: string): string {
  let spoken = text;
  for (const [pattern, words] of SPOKEN) spoken = spoken.replace(pattern, words);
  spoken = spoken.replace(/(\d)\.(\d+)/g, (_, whole: string, part: string) => `${whole} point ${[...part].join(' ')}`);
  return spoken.replace(/\d[\d,]*/g, (digits) => spokenNumber(Number(digits.replace(/,/g, ''))));
}
