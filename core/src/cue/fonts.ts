import { FACES, hasLetter, type TypeName } from './text-width';
import widths from './widths.json' with { type: 'json' };

/** What a renderer of films needs to know of a font to set a line exactly where a browser does. */
export interface FontFace {
  /** The family as its own name table calls it, which is what a renderer goes by. */
  readonly family: string;
  /** Shares of the size of type. */
  readonly winAscent: number;
  readonly winDescent: number;
}

/** Fonts that come in where the two families of cues have no letters: one for each script that is known. */
const OTHERS: readonly { readonly letters: RegExp; readonly face: FontFace }[] = [
  {
    letters: /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\u3000-\u303f\u30fb-\u30ff\uff01-\uff60]/u,
    face: widths.others.japanese,
  },
  { letters: /[\p{sc=Hebrew}]/u, face: widths.others.hebrew },
  { letters: /[\p{sc=Arabic}]/u, face: widths.others.arabic },
  { letters: /[\p{sc=Greek}\p{sc=Cyrillic}\p{sc=Latin}\p{sc=Devanagari}]/u, face: widths.others.sans },
];

/** Letters that are set in one font. */
export interface FontRun {
  readonly text: string;
  readonly face: FontFace;
}

/**
 * Splits a line where its font changes. Spaces, signs and marks stay with what stands before them when no font has them
 * of its own.
 *
 * @example fontRuns('Jaw 顎', 'text').map((run) => run.text) // ['Jaw ', '顎']
 */
export function fontRuns(line: string, type: TypeName): FontRun[] {
  const runs: { text: string; face: FontFace }[] = [];
  for (const sign of line) {
    const last = runs[runs.length - 1];
    const face = faceOf(sign, type) ?? last?.face ?? FACES[type];
    if (last && last.face === face) last.text += sign;
    else runs.push({ text: sign, face });
  }
  return runs;
}

/**
 * Whether a line has letters that the two families of cues do not have.
 *
 * @example needsOthers('Jaw 顎', 'text') // true
 */
export function needsOthers(line: string, type: TypeName): boolean {
  return fontRuns(line, type).some(({ face }) => face !== FACES[type]);
}

function faceOf(sign: string, type: TypeName): FontFace | null {
  if (/\s/u.test(sign)) return null;
  if (hasLetter(sign, type)) return FACES[type];
  return OTHERS.find((one) => one.letters.test(sign))?.face ?? null;
}

/**
 * Leaves out the pictures in a text (emoji and the signs that join them): no font of a film has them, and a preview that
 * shows what a film does not is no preview.
 *
 * @example withoutPictures('Slow 🙂 now') // 'Slow now'
 */
export function withoutPictures(text: string): string {
  if (!PICTURE.test(text)) return text;
  return text
    .replace(PICTURES, '')
    .replace(/ {2,}/g, ' ')
    .replace(/ +(?=[.,;:!?])/g, '')
    .trim();
}

const SIGNS = String.raw`[\p{Extended_Pictographic}\p{Emoji_Modifier}\p{Regional_Indicator}\u200d\ufe0f\u20e3]`;
const PICTURE = new RegExp(SIGNS, 'u');
// What is a picture by its standard and a plain sign in every font stays.
const PICTURES = new RegExp(`(?![©®™↔↕↩↪‼⁉])${SIGNS}`, 'gu');
