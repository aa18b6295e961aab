import * as fontkit from 'fontkit';
import type { FaceWidths, TypeName } from '@limber/core/cue/text-width';

/** The static fonts in which cues are set; each comes in files that share the alphabet out. */
const FACES: Readonly<Record<TypeName, readonly string[]>> = {
  head: ['latin', 'latin-ext'].map((part) => file('bricolage-grotesque', part, 800)),
  text: ['latin', 'latin-ext'].map((part) => file('atkinson-hyperlegible-next', part, 600)),
};

function file(family: string, part: string, weight: number): string {
  return `node_modules/@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff2`;
}

/** The fonts that come in for other scripts: of these the measures are needed, not the widths of their letters. */
const OTHERS: Readonly<Record<'japanese' | 'hebrew' | 'arabic' | 'sans', string>> = {
  japanese: file('noto-sans-jp', 'japanese', 600),
  hebrew: file('noto-sans-hebrew', 'hebrew', 600),
  arabic: file('noto-sans-arabic', 'arabic', 600),
  sans: file('noto-sans', 'cyrillic', 600),
};

type Widths = Record<TypeName, FaceWidths> & { readonly others: Record<keyof typeof OTHERS, Measures> };
type Measures = Omit<FaceWidths, 'parts'>;

/** Advances and kerning of every letter of the shipped fonts, as the shaping of each pair gives them. */
export function widthsOf(): Widths {
  const others = Object.entries(OTHERS).map(([name, path]) => [name, measuresOf(path)]);
  return {
    head: faceOf(FACES.head),
    text: faceOf(FACES.text),
    others: Object.fromEntries(others) as Widths['others'],
  };
}

function faceOf(files: readonly string[]): FaceWidths {
  const known = new Set<number>();
  const parts = files.map((path) => {
    const font = fontkit.openSync(path) as fontkit.Font;
    const codes = font.characterSet.filter((code) => isLetter(code) && !known.has(code));
    codes.forEach((code) => known.add(code));
    return partOf(font, codes);
  });
  return { ...measuresOf(files[0]!), parts };
}

function measuresOf(path: string): Measures {
  const font = fontkit.openSync(path) as fontkit.Font;
  const upm = font.unitsPerEm;
  const { ascent, descent } = font;
  const { winAscent, winDescent } = font['OS/2'];
  return {
    family: font.familyName,
    ascent: ascent / upm,
    descent: -descent / upm,
    winAscent: winAscent / upm,
    winDescent: winDescent / upm,
    capHeight: font.capHeight / upm,
    unitsPerEm: upm,
  };
}

/** Letters, figures and signs; marks that stand on others take no room of their own. */
function isLetter(code: number): boolean {
  return code >= 32 && code !== 127 && code < 0xfb00 && !/\p{M}|\p{C}/u.test(String.fromCodePoint(code));
}

function partOf(font: fontkit.Font, codes: readonly number[]): FaceWidths['parts'][number] {
  const advance = (text: string): number => Math.round(font.layout(text).advanceWidth);
  const letters = codes.map((code) => String.fromCodePoint(code));
  const advances = letters.map(advance);
  const rows = letters.map((a, i) => letters.map((b, j) => advance(a + b) - advances[i]! - advances[j]!));
  const columns = letters.map((_, j) => rows.map((row) => row[j]!));
  const [first, leftOf] = classesOf(rows);
  const [firstColumn, rightOf] = classesOf(columns);
  return {
    letters: letters.join(''),
    advances,
    left: leftOf,
    right: rightOf,
    kerning: first.map((row) => firstColumn.map((column) => rows[row]![column]!)),
  };
}

/** Which of the lists are alike: the first of each class, and the class of each. */
function classesOf(lists: readonly (readonly number[])[]): [first: number[], classOf: number[]] {
  const classes = new Map<string, number>();
  const first: number[] = [];
  const classOf = lists.map((list, at) => {
    const name = list.join();
    if (!classes.has(name)) {
      classes.set(name, first.length);
      first.push(at);
    }
    return classes.get(name)!;
  });
  return [first, classOf];
}
