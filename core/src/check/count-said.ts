import '../words/localize';
import type { Cue } from '../cue/cue';
import { NUMBER_NAMES } from '../speech/number-names';
import type { Found } from './finding';
import { placeOf } from './seen-cues';

/** Numbers that are written in words. */
const IN_WORDS = new Map(NUMBER_NAMES.map((name, i) => [name, i + 1]));
/** What is said between numbers while they are counted. */
const BETWEEN = new Set(['and', 'then', 'breathe', 'in', 'out', 'slow', 'slowly', 'good', 'again']);
const MOST_COUNTED = 200;

/**
 * Numbers that are counted aloud, as captions have them, where the figure shows others. Whoever counts says a number a
 * little before or after its movement: so far as one figure stands, nothing is told.
 *
 * @example countSaid([count('3'), caption('Six, seven.')]).map((one) => one.rule) // ['cue-said-otherwise']
 */
export function countSaid(cues: readonly Cue[]): Found[] {
  const figures = cues.filter((cue) => cue.kind === 'count' && /^\d+$/.test(cue.text));
  return cues.flatMap((caption): Found[] => {
    const said = caption.kind === 'caption' ? countedIn(caption.text) : [];
    if (said.length === 0) return [];
    const near = figures.filter((figure) => {
      const stands = figure.endMs - figure.startMs;
      return figure.startMs - stands < caption.endMs && figure.endMs + stands > caption.startMs;
    });
    const shown = near.map((figure) => Number(figure.text));
    if (near.length === 0 || said.every((number) => shown.includes(number))) return [];
    const now = near.filter((figure) => figure.startMs < caption.endMs && figure.endMs > caption.startMs);
    const figure = now[0] ?? near[0]!;
    return [
      {
        rule: 'cue-said-otherwise',
        place: { ...placeOf(figure), startMs: caption.startMs, endMs: caption.endMs },
        message: $localize`“${caption.text}” is said where the number shows ${figure.text}.`,
        restsOn: [caption.text, shown],
        repairs: [],
      },
    ];
  });
}

/** The numbers of words that do nothing but count; none where anything else is said. */
function countedIn(text: string): number[] {
  const numbers: number[] = [];
  for (const word of text.toLowerCase().match(/[\p{L}\d]+/gu) ?? []) {
    if (BETWEEN.has(word)) continue;
    const number = IN_WORDS.get(word) ?? (/^\d+$/.test(word) ? Number(word) : null);
    if (number === null || number > MOST_COUNTED) return [];
    numbers.push(number);
  }
  return numbers;
}
