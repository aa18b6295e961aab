import { mentions, REGION_WORDS } from '../lexicon';
import type { Seen } from './likeliest';

/** Whether a clause is a remark about something: a caution, or a claim. */
export type IsRemark = 'no' | 'yes';
const ANSWERS: readonly IsRemark[] = ['no', 'yes'];

const NEGATED =
  / (?:not|don't|never|no|nothing|without|isn't|doesn't|mustn't|shouldn't|nobody|less|only|just|avoid|careful|won't|can't|couldn't) /;
const CONDITION = / (?:if|when|whoever|who|should|unless|those|anybody|somebody|anyone) /;
const OF_ONESELF = / (?:my|i|i'm|i'd|me|mine|she|he|her|his|was|were|said|asked|says) /;
const HEDGED =
  / (?:may|might|could|perhaps|maybe|a bit|a little|some|feels?|seems?|looks?|sometimes|usually|for me|find|touch) /;
const TO_COME = / (?:will|won't|going to|gonna|after|in № weeks?|soon|by the) /;
const SHORT = 12;

/** What a clause says, and what its words hint at. */
export interface Remark<T extends string> {
  readonly text: string;
  readonly words: readonly string[];
  readonly regions: readonly string[];
  /** The region that was named last, in it or before it. */
  readonly near: string | null;
  /** Where in the clause each thing is hinted at. */
  readonly hints: ReadonlyMap<T, readonly number[]>;
  readonly ruled: ReadonlySet<T>;
}

/**
 * @param text of a clause, between single spaces.
 * @param hints words that go with each thing.
 * @param ruled what the rules find in the clause.
 * @param before the clause before it, where there is one.
 * @example remarkOf(' softly does it ', CAUTION_HINTS, new Set(), null).hints.has('pressure') // true
 */
export function remarkOf<T extends string>(
  text: string,
  hints: readonly (readonly [T, string])[],
  ruled: ReadonlySet<T>,
  before: Pick<Remark<T>, 'near'> | null,
): Remark<T> {
  const hinted = new Map<T, readonly number[]>();
  // Each by itself: one word may hint at several.
  for (const entry of hints)
    for (const { value, at } of mentions([entry], `${text} `)) hinted.set(value, [...(hinted.get(value) ?? []), at]);
  const regions = mentions(REGION_WORDS, `${text} `).map(({ value }) => value);
  return {
    ...{ text, ruled, hints: hinted },
    words: wordsSaid(text),
    regions: [...new Set(regions)],
    near: regions[regions.length - 1] ?? before?.near ?? null,
  };
}

/**
 * The words of a clause and every two that follow each other, as they are judged.
 *
 * @example wordsSaid(' softly does it ') // ['said softly', 'said does', 'said it', 'said softly does', 'said does it']
 */
export function wordsSaid(text: string): string[] {
  const words = text
    .trim()
    .split(' ')
    .filter((word) => !/^[.,]$/.test(word));
  const pairs = words.slice(1).map((word, i) => `${words[i]!} ${word}`);
  return [...new Set([...words, ...pairs])].map((word) => `${SAID}${word}`);
}

/** All that a clause may be a remark about: what it hints at, and what the rules find in it. */
export function aboutOf<T extends string>({ hints, ruled }: Remark<T>): T[] {
  return [...new Set([...ruled, ...hints.keys()])];
}

/**
 * What speaks for a clause being a remark about something.
 *
 * @param before what the clause before it was a remark about.
 */
export function remarkSeen<T extends string>(of: Remark<T>, about: T, before: ReadonlySet<T>): Seen<IsRemark> {
  const words = ` ${of.text.trim()} `;
  const times = of.hints.get(about)?.length ?? 0;
  const others = [...of.hints.keys()].filter((one) => one !== about).length;
  const also = (name: string, is: boolean): string[] =>
    is ? [name, `${about}, ${name}`, ...(times > 1 ? [`hinted more than once, ${name}`] : [])] : [];
  const names = [
    'any',
    `about ${about}`,
    ...of.words.flatMap((word) => [word, `${about}, ${word}`]),
    ...of.regions.map((region) => `${about}, at ${region}`),
    ...(of.near ? [`${about}, near ${of.near}`] : []),
    ...[...of.hints.keys()].flatMap((other) =>
      other === about
        ? []
        : [`${about}, also ${other}`, ...(of.near ? [`${about}, also ${other}, near ${of.near}`] : [])],
    ),
    ...(of.ruled.has(about) ? ['ruled', `ruled ${about}`] : of.ruled.size > 0 ? ['another ruled'] : []),
    ...(times > 1 ? ['hinted more than once'] : times === 0 ? ['not hinted'] : []),
    ...(others === 0 ? ['alone hinted'] : others > 2 ? ['much hinted'] : []),
    ...also('negated', NEGATED.test(words)),
    ...also('where', CONDITION.test(words)),
    ...also('of oneself', OF_ONESELF.test(words)),
    ...also('hedged', HEDGED.test(words)),
    ...also('to come', TO_COME.test(words)),
    ...also('with a number', / № /.test(words)),
    ...also('short', of.words.length < 2 * SHORT),
    ...(before.has(about) ? ['just said'] : []),
  ];
  return { values: ANSWERS, of: [[], names], place: [] };
}

/** Before a word in the name of what is true where it is said. */
export const SAID = 'said ';
