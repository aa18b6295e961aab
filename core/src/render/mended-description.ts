import type { Rules } from '../caution/studio-rules';
import { promisesTooMuch } from '../caution/wording';
import { LEAST_CHAPTERS } from '../format/chapter-files';
import { readWords } from '../narration/read';
import { sentencesOf } from '../schedule/talk';

/** A sentence that promised too much, and what stands in its place. */
export interface MendedSentence {
  readonly was: string;
  readonly is: string;
  readonly why: string;
}

/** A description as it stands under an old film, put right. */
export interface MendedDescription {
  /** Her own words, without chapters and with careful wording. */
  readonly own: string;
  readonly mended: readonly MendedSentence[];
}

/** A line of a list of chapters: it begins with a time, or with a mark and a time. */
const CHAPTER = /^\s*[^\p{L}\d]{0,4}(?:\d{1,2}:)?\d{1,2}:\d{2}(?!\d)(?:\s|[^\p{L}\d]|$)/u;
const CHAPTERS_HEADING = /^\s*(?:chapters?|time ?stamps?|contents?|in this (?:video|lesson))\s*[:：]?\s*$/i;

/**
 * What an instructor wrote under an old film: its list of chapters is taken out, because it is made anew, and each sentence
 * that promises something as certain is put in careful words. Everything else stays as it is, to the letter.
 *
 * @param fresh what stands under it anyway: paragraphs of it are not said twice.
 * @param wordings what may be said instead, as the studio words it.
 * @example mendedDescription('Melts your double chin away.', '', rulesOf(null)).own // 'It may help your jaw feel looser.'
 */
export function mendedDescription(
  old: string,
  fresh: string,
  { wordings }: Pick<Rules, 'wordings'>,
): MendedDescription {
  const lines = old.replace(/\r\n?/g, '\n').split('\n');
  // A time or two is something that she says.
  const listed = lines.filter((line) => CHAPTER.test(line)).length >= LEAST_CHAPTERS;
  const mended: MendedSentence[] = [];
  const kept = lines
    .filter((line, i) => !listed || !(CHAPTER.test(line) || isHeading(lines, i)))
    .map((line) => {
      const found = sentencesOf(line).flatMap((was) => {
        const careful = carefulOf(was, wordings);
        return careful ? [{ was, ...careful }] : [];
      });
      mended.push(...found);
      return found.reduce((text, { was, is }) => text.replace(was, () => is), line);
    });
  const known = new Set(fresh.split(/\n{2,}/).map((one) => one.trim()));
  const own = kept
    .join('\n')
    .split(/\n{2,}/)
    .filter((one) => !known.has(one.trim()))
    .join('\n\n')
    .trim();
  return { own, mended };
}

/** "Chapters:" where nothing but chapters follows. */
function isHeading(lines: readonly string[], at: number): boolean {
  const next = lines.slice(at + 1).find((line) => line.trim() !== '');
  return CHAPTERS_HEADING.test(lines[at]!) && next !== undefined && CHAPTER.test(next);
}

/** A sentence in careful words, by what it claims as certain; null where it claims nothing of the kind. */
function carefulOf(sentence: string, wordings: Rules['wordings']): Omit<MendedSentence, 'was'> | null {
  const certain = readWords(sentence).claims.filter(promisesTooMuch);
  const all = [...new Set(certain.map(({ about }) => wordings.get(about)!))];
  if (all.length === 0) return null;
  return { is: all.map(({ careful }) => `It ${careful[0]!}.`).join(' '), why: all.map(({ why }) => why).join(' ') };
}
