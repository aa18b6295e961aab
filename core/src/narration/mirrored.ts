import type { Stream } from './tokens';

/** A stretch that tells one thing, with the sides that it names. */
interface Telling {
  readonly start: number;
  readonly end: number;
  readonly text: string;
  readonly sides: Sides | null;
  readonly words: ReadonlySet<string>;
  /** What is joined to a thought before it: "and look over the right shoulder". */
  readonly joined: Telling | null;
}

/** The side that is named first, and the first that is no helping hand's. */
interface Sides {
  readonly first: string;
  readonly bodily: string;
}

/** The second side is told within so long after the first. */
const SINCE_MS = 90_000;
/** So much of what is told of the second side was told of the first. */
const ALIKE = 0.5;

/** Words that any telling has, and those that only lead from one side to the other. */
const EMPTY = new Set(
  (
    'a an the my your you i we it its is are this that one other and then now so again next once another more also same too as well ' +
    "for with at in into of on onto over to do go come let let's turn switch change swap back up through middle center centre release " +
    'return slowly gently okay good lovely after side time times left right'
  ).split(' '),
);
/** A side that is none: "all right", "right under the skin", "what is left", or both of them: "from left to right". */
const NO_SIDE =
  / (?:all|that's|what's|is|it's|other) (?=right |left )| right (?=under |above |here |there |next |below |behind |at |where |away |now |in |before |after )| left (?=over |behind )| left (?:and|to|or) (?:the )?right(?= )| right (?:and|to|or) (?:the )?left(?= )/g;

const SIDE_DOSED = / (?:left|right) (?:[^ .,]+ )*(?:, )?(?:[^ .,]+ )*№ /;

/** Where work is felt is not where it is done: "so you feel it on the left". These words lead to it. */
export const FELT_IN = / (?:feel|felt|breathe|stretch(?:es)?|pulls|opens?|long) (?:[^ .,]+ ){0,4}$/;
const FELT = new RegExp(`${FELT_IN.source.slice(0, -1)}(?:left|right)(?= )`, 'g');

/**
 * Where a stretch tells of one side, dose included, what the stretch before it told of the other: "let the head sink to the
 * left, five breaths", "then it sinks to the right, five breaths".
 *
 * @returns where each begins and ends in the text, and where the first side of it begins.
 */
export function mirrored(stream: Stream): { readonly start: number; readonly end: number; readonly first: number }[] {
  // Most texts that are checked name no side at all.
  if (!stream.text.includes(' left ') || !stream.text.includes(' right ')) return [];
  const all = tellings(stream);
  const startMs = ({ start }: Telling): number => stream.tokens[stream.tokenAt(start + 1)]!.startMs;
  const dosed = ({ text }: Telling): boolean => / № /.test(text);
  const answered = (second: Telling, i: number): Telling | null => {
    const next = all[i + 1];
    // "Eight to the right" is a way to go; "and to the right, eight" is a side.
    const told = second.words.size > 0 ? dosed(second) || (next && dosed(next)) : SIDE_DOSED.test(second.text);
    if (!second.sides || !told) return null;
    const k = all.findLastIndex(({ sides }, at) => at < i && sides !== null);
    const first = all[k];
    if (!first?.sides) return null;
    if (first.sides.first === second.sides.first && first.sides.bodily === second.sides.bodily) return null;
    if (startMs(second) - startMs(first) > SINCE_MS) return null;
    const between = all.slice(k, i);
    const known = new Set(between.flatMap(({ words }) => [...words]));
    const alike = [...second.words].filter((word) => known.has(word)).length;
    return between.some(dosed) && alike >= ALIKE * second.words.size ? first : null;
  };
  return all.flatMap((whole, i) => {
    for (const second of [whole, whole.joined]) {
      const first = second && answered(second, i);
      if (first) return [{ start: second.start, end: second.end, first: first.start }];
    }
    return [];
  });
}

/** Sentences, and what follows a dose and a comma in them. */
function tellings({ text }: Stream): Telling[] {
  const found: Telling[] = [];
  let start = 0;
  const telling = (from: number, end: number): Telling => {
    const part = `${text.slice(from, end)} `;
    const words = part
      .split(' ')
      .filter((word) => /^[\p{L}']{2,}$/u.test(word) && !EMPTY.has(word))
      .map((word) => word.slice(0, STEM));
    const sides = sidesOf(part.replace(NO_SIDE, ' ').replace(FELT, ' '));
    return { start: from, end, text: part, sides, words: new Set(words), joined: null };
  };
  const add = (end: number): void => {
    const whole = telling(start, end);
    const joint = JOINED.exec(whole.text)?.[0].length;
    found.push(joint ? { ...whole, joined: telling(start + joint, end) } : whole);
  };
  for (const match of text.matchAll(
    /(?: №(?: [^ .,]+){0,2} ,| № (?:times|seconds|breaths|counts|strokes)| [.])(?= )/g,
  )) {
    const end = match.index + match[0].length;
    add(end);
    start = end;
  }
  add(text.length);
  return found;
}

function sidesOf(text: string): Sides | null {
  const named = [...text.matchAll(/ (left|right)(?= (?:(hand|palm|fist|fingers?|thumb) )?)/g)];
  const first = named[0]?.[1];
  return first ? { first, bodily: named.find((side) => side[2] === undefined)?.[1] ?? first } : null;
}

/** Up to the last joint before the first side. */
const JOINED = /^(?:(?! (?:left|right) ).)+(?= (?:,|and) (?:(?!,|and)[^ .]+ )*?(?:left|right) )/;

/** Words that begin alike are one: "sink", "sinks". */
const STEM = 4;
