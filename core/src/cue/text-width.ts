import widths from './widths.json' with { type: 'json' };

/** The two families in which cues are set: headings (figures, sides, names) and text (captions). */
export type TypeName = 'head' | 'text';

/** How wide a family runs, in units of its own em. */
export interface FaceWidths {
  /** As its own name table calls it, which is what a renderer of films goes by. */
  readonly family: string;
  /** Shares of the size of type. */
  readonly ascent: number;
  readonly descent: number;
  readonly winAscent: number;
  readonly winDescent: number;
  readonly capHeight: number;
  readonly unitsPerEm: number;
  /** Files of the family; letters of two of them are never kerned with each other. */
  readonly parts: readonly {
    readonly letters: string;
    readonly advances: readonly number[];
    /** The class of each letter as the first and as the second of a pair, and what a pair of classes is moved by. */
    readonly left: readonly number[];
    readonly right: readonly number[];
    readonly kerning: readonly (readonly number[])[];
  }[];
}

export const FACES: Readonly<Record<TypeName, FaceWidths>> = { head: widths.head, text: widths.text };

/** Of a letter that the shipped fonts do not have another font is taken: so wide, as shares of the size. */
const OTHER_WIDTH = 0.62;
const WIDE_WIDTH = 1;
const WIDE =
  /[\u1100-\u115f\u2e80-\u9fff\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe4f\uff00-\uff60\uffe0-\uffe6]|\p{Extended_Pictographic}/u;

interface Letter {
  readonly part: number;
  readonly advance: number;
  readonly left: number;
  readonly right: number;
}

const LETTERS: Readonly<Record<TypeName, ReadonlyMap<string, Letter>>> = {
  head: lettersOf('head'),
  text: lettersOf('text'),
};

function lettersOf(name: TypeName): Map<string, Letter> {
  const letters = new Map<string, Letter>();
  FACES[name].parts.forEach(({ letters: own, advances, left, right }, part) =>
    [...own].forEach((letter, i) =>
      letters.set(letter, { part, advance: advances[i]!, left: left[i]!, right: right[i]! }),
    ),
  );
  return letters;
}

/**
 * How wide a line of text runs, as a multiple of the size of its type: advances and kerning of the shipped fonts
 * (`widths.json`, made from them by `cli/src/write-widths.ts`). Letters that these do not have are estimated.
 *
 * @example textWidth('Your left', 'head') // 4.4
 */
export function textWidth(text: string, type: TypeName): number {
  const { unitsPerEm, parts } = FACES[type];
  let units = 0;
  let before: Letter | null = null;
  for (const sign of text) {
    const letter = LETTERS[type].get(sign) ?? null;
    if (letter) {
      units += letter.advance;
      if (before && before.part === letter.part) units += parts[letter.part]!.kerning[before.left]![letter.right]!;
    } else if (!/\p{M}|\p{C}/u.test(sign)) units += unitsPerEm * (WIDE.test(sign) ? WIDE_WIDTH : OTHER_WIDTH);
    before = letter;
  }
  return units / unitsPerEm;
}

/** Whether a family has a letter. @example hasLetter('顎', 'text') // false */
export function hasLetter(letter: string, type: TypeName): boolean {
  return LETTERS[type].has(letter);
}
