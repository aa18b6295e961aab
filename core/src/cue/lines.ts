import { textWidth, type TypeName } from './text-width';

/**
 * Breaks text into lines: as few as fit a width, then as even as can be, rather after a sign than before it. Breaks that
 * the text has are kept; a word that is wider than the width stands alone, and is never cut.
 *
 * The cost is that of lines of text (the squares of what each leaves free of the widest, Knuth and Plass 1981 in small),
 * found over all places to break.
 *
 * @param most width of a line, as a multiple of the size of type.
 * @param letters most characters of a line.
 * @example brokenInto('Slow on the way up, and let the hand float down.', 'text', 14) // ['Slow on the way up,', 'and let the hand float down.']
 */
export function brokenInto(text: string, type: TypeName, most: number, letters = Infinity): string[] {
  return text.split('\n').flatMap((part) => brokenLine(part.trim(), type, most, letters));
}

/** So much worse a break is that does not follow a sign, as a share of the width squared. */
const NO_SIGN = 0.08;

function brokenLine(text: string, type: TypeName, most: number, letters: number): string[] {
  if (textWidth(text, type) <= most && text.length <= letters) return [text];
  const words = text.split(/\s+/);
  /** Wider than any line when it has too many letters. */
  const width = (from: number, to: number): number => {
    const line = words.slice(from, to).join(' ');
    return line.length > letters ? Infinity : textWidth(line, type);
  };
  const count = fewest(words.length, (from, to) => to === from + 1 || width(from, to) <= most);
  // best[lines][end]: the least cost of laying the first `end` words into `lines` lines, and where the last one begins.
  let best: { cost: number; starts: number[] }[] = words.map(() => ({ cost: Infinity, starts: [] }));
  best.unshift({ cost: 0, starts: [] });
  for (let line = 1; line <= count; line++) {
    best = best.map((_, end) => {
      let found = { cost: Infinity, starts: [] as number[] };
      for (let start = end - 1; start >= line - 1; start--) {
        const runs = width(start, end);
        if (runs > most && start < end - 1) break;
        const left = best[start]!;
        if (left.cost === Infinity) continue;
        const free = Math.max(0, most - Math.min(runs, most));
        const sign = end === words.length || /[,;:.!?…—]$/.test(words[end - 1]!) ? 0 : NO_SIGN * most * most;
        const cost = left.cost + free * free + sign;
        if (cost < found.cost) found = { cost, starts: [...left.starts, start] };
      }
      return found;
    });
  }
  const { starts } = best[words.length]!;
  return starts.map((start, i) => words.slice(start, starts[i + 1]).join(' '));
}

/** How few lines will do, laid from the front. */
function fewest(words: number, fits: (from: number, to: number) => boolean): number {
  let lines = 0;
  for (let from = 0; from < words; lines++) {
    let to = from + 1;
    while (to < words && fits(from, to + 1)) to++;
    from = to;
  }
  return lines;
}
