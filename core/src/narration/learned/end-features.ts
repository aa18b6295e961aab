/** A word as it is looked at: any number is as good as another. */
export interface Spoken {
  readonly text: string;
  /** Index of its last word. */
  readonly word: number;
}

/**
 * What is known of a few words that follow each other, at a place before or behind the end of a sentence: how much they speak
 * for that end, as the logarithm of odds; how often they were said there; and how often a sentence ended.
 */
export type KnownRun = readonly [odds: number, said: number, ended: number];

/** Before the first word and after the last. */
const NONE = '·';
/** Words around a place that are looked at together: from so far behind the last word on, and how many. */
const RUNS: readonly (readonly [from: number, length: number])[] = [
  ...([-2, -1, 0, 1, 2, 3] as const).map((from) => [from, 1] as const),
  ...([-1, 0, 1, 2] as const).map((from) => [from, 2] as const),
  ...([-1, 0, 1, -2] as const).map((from) => [from, 3] as const),
];
/** What is true everywhere. */
export const ANYWHERE = 'any';

/**
 * The words around a place, alone and together, as they are known.
 *
 * @param joined whether the word that follows only joins one thought to the next, and is no word of either.
 * @example runsAt([{ text: 'let' }, { text: 'go' }], 1)[2] // '0 go'
 */
export function runsAt(spoken: readonly Pick<Spoken, 'text'>[], at: number, joined = false): string[] {
  return RUNS.map(([from, length]) => {
    let name = `${from}`;
    for (let off = from; off < from + length; off++)
      name += ` ${spoken[at + off + (joined && off > 0 ? 1 : 0)]?.text ?? NONE}`;
    return name;
  });
}

/** How often a sentence ends after a word of which nothing is known, and as how many cases that counts. */
const SHARE = 0.11;
const CASES = 2;
/** More cases tell no more. */
const MOST_SAID = 20;
/** So many places on each side are looked at as well. */
const BESIDE = 4;
/** An end that is likely, and one that may be, as odds; and how many words off one is looked for. */
const OPEN = [0, -2] as const;
const FURTHEST = 40;
const NEARBY = 6;
/** What the first and the last word of all are beside. */
const SURE = 8;

/** What may join two thoughts that would have been a sentence each. */
const AND = 'and';

/** Whether what follows a word may join one thought to the next. */
export const isJoint = (spoken: readonly Spoken[], at: number): boolean => spoken[at + 1]?.text === AND;

/** Each of what tells of an end is cut at so many values. */
export const CUTS = 31;

/**
 * What tells of the end of a sentence, as numbers, for any place that is asked for: of each run of words how often a sentence
 * ends there and how well that is known; how much all of them speak for an end here and at the places around; how far the
 * likely ends before and behind are.
 *
 * @param punctuated whether somebody wrote stops elsewhere: an “and” joins what would have had one, and is looked at as if it was
 * not there.
 */
export function endFeatures(
  spoken: readonly Spoken[],
  punctuated: boolean,
  runs: ReadonlyMap<string, KnownRun>,
): (at: number) => number[] {
  const anywhere = runs.get(ANYWHERE)?.[0] ?? 0;
  // Places are beside many others, and of a text with stops only some are asked for.
  const known: (readonly (KnownRun | undefined)[])[] = [];
  const knownAt = (at: number): (typeof known)[number] =>
    (known[at] ??= runsAt(spoken, at, punctuated && isJoint(spoken, at)).map((name) => runs.get(name)));
  const sums: number[] = [];
  const oddsAt: OddsAt = (at) =>
    spoken[at] && (sums[at] ??= knownAt(at).reduce((sum, run) => sum + (run?.[0] ?? 0), anywhere));
  return (at) => {
    const told: number[] = [];
    for (const run of knownAt(at)) {
      const [, said, ended] = run ?? [0, 0, 0];
      const share = (ended + CASES * SHARE) / (said + CASES);
      told.push(Math.log(share / (1 - share)), Math.min(said, MOST_SAID));
    }
    for (let off = -BESIDE; off <= BESIDE; off++) told.push(oddsAt(at + off) ?? SURE);
    for (const open of OPEN) for (const way of [-1, 1]) told.push(wordsTo(oddsAt, at, way, open));
    for (const way of [-1, 1]) told.push(mostNearby(oddsAt, at, way));
    return told;
  };
}

/** How much all that is known speaks for an end at a place; nothing before the first and after the last. */
type OddsAt = (at: number) => number | undefined;

/** How many words off the next place is where an end is so likely. */
function wordsTo(oddsAt: OddsAt, at: number, way: number, open: number): number {
  let off = 1;
  while (off < FURTHEST && (oddsAt(at + way * off) ?? Infinity) < open) off++;
  return off;
}

/** How likely an end is at the likeliest of the places nearby. */
function mostNearby(oddsAt: OddsAt, at: number, way: number): number {
  let most = -Infinity;
  for (let off = 1; off <= NEARBY; off++) most = Math.max(most, oddsAt(at + way * off) ?? SURE);
  return most;
}
