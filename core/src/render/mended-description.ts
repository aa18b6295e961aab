import { WORDINGS, type ClaimAbout, type Wording } from '../caution/wording';
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
/** Hosts show no fewer as chapters (common practice, no source); a time or two is something that she says. */
const LEAST_CHAPTERS = 3;

/**
 * What an instructor wrote under an old film: its list of chapters is taken out, because it is made anew, and each sentence
 * that promises something as certain is put in careful words. Everything else stays as it is, to the letter.
 *
 * @param fresh what stands under it anyway: paragraphs of it are not said twice.
 * @example mendedDescription('0:00 Hello\n0:20 Neck\n0:50 Jaw\n\nMelts your double chin away.').own // 'It may help your jaw feel looser.'
 */
export function mendedDescription(
  old: string,
  fresh = '',
  wordings: ReadonlyMap<ClaimAbout, Wording> = BUILT_IN,
): MendedDescription {
  const lines = old.replace(/\r\n?/g, '\n').split('\n');
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

const BUILT_IN: ReadonlyMap<ClaimAbout, Wording> = new Map(WORDINGS.map((one) => [one.id, one]));

/** "Chapters:" where nothing but chapters follows. */
function isHeading(lines: readonly string[], at: number): boolean {
  const next = lines.slice(at + 1).find((line) => line.trim() !== '');
  return CHAPTERS_HEADING.test(lines[at]!) && next !== undefined && CHAPTER.test(next);
}

/** A sentence in careful words, by what it claims as certain; null where it claims nothing of the kind. */
function carefulOf(sentence: string, wordings: ReadonlyMap<ClaimAbout, Wording>): Omit<MendedSentence, 'was'> | null {
  const certain = readWords(sentence).claims.filter(
    ({ strength, about }) => strength === 'strong' && about !== 'muscle',
  );
  const all = [...new Set(certain.map(({ about }) => wordings.get(about)!))];
  if (all.length === 0) return null;
  return { is: all.map(({ careful }) => `It ${careful[0]!}.`).join(' '), why: all.map(({ why }) => why).join(' ') };
}
