import { REGIONS, type Region } from '../../face/regions';
import { ACTIONS, type Action, type Tool } from '../../move/move.schema';
import { ACTION_HINTS } from './action-hints';
import { ACTION_WORDS, mentions, REGION_WORDS, type Hit } from '../lexicon';
import type { Seen } from './likeliest';
import { actionIn } from '../step-action';
import type { Draft, Step } from '../step-draft';
import { sideOf } from '../step-sides';

/** What is known of the step before one, as far as it says what this one works. */
export type Before = Pick<Draft, 'region' | 'action' | 'side'>;
export type Side = Exclude<Step['side'], 'unknown'>;
const SIDES: readonly Side[] = ['left', 'right', 'first', 'second', 'both', 'alternating', 'midline'];
/** Sides that are known by their name alone. */
const NAMED: ReadonlySet<Side> = new Set(['left', 'right']);
/** After a change of side, which one comes after which. */
const OTHER: Readonly<Partial<Record<Step['side'], Side>>> = { left: 'right', right: 'left', first: 'second' };

/** The words of a step, from where it begins: so many letters of them say what is done. */
export const SAYS_MOST = 330;
/** So many words are those that it begins with, and so many are read for what goes with an action. */
const FIRST_WORDS = 12;
const ALL_WORDS = 45;
/** Named within so many letters, it is named soon, or at least near. */
const SOON = 60;
const NEAR = 140;

const NAMES: readonly (readonly [Action, string])[] = ACTION_WORDS.map(([action, , words]) => [action, words]);

/** What stands before a name, and so says what part it plays. */
const PARTS: readonly (readonly [name: string, before: RegExp])[] = [
  ['told', /^ $|(?: [.,]| and| then| now| to| you| we| just| gently| slowly) $/],
  ['a noun', / (?:a|an|the|small|little|tiny|№|one|some|your|big|slow) $/],
  ['to', / (?:to|into|towards?|until) (?:the |your )?$/],
  ['from', / (?:from|off) (?:the |your )?$/],
  ['at', / (?:on|along|over|under|across|around|round|below|above|beside) (?:the |your )?$/],
];

/** The words of a step and all that is named in them. */
export interface Told {
  readonly text: string;
  /** Where its first clause and its first sentence end. */
  readonly clauseEnd: number;
  readonly sentenceEnd: number;
  /** Of the place: the words it begins with, and all words that are read. */
  readonly words: readonly string[];
  readonly ruled: ReturnType<typeof actionIn>;
  readonly before: Before | null;
  /** Whether the side changes with it. */
  readonly swapped: boolean;
}

/**
 * @param text the words of a step between single spaces, as in a stream.
 * @param before the step before it, where there is one.
 * @param tool that is worked with, as far as one was named.
 * @example told(' knead the jaw , ', null, false, null).ruled.region // 'jaw'
 */
export function told(text: string, before: Before | null, swapped: boolean, tool: Tool | null): Told {
  const end = (stop: RegExp): number => {
    const at = text.slice(1).search(stop);
    return at < 0 ? text.length : at + 1;
  };
  const words = text.trim().split(' ');
  const among = (name: string, upTo: number): string[] =>
    [...new Set(words.slice(0, upTo))].flatMap((word) => (/^[.,]$/.test(word) ? [] : [`${name} ${word}`]));
  return {
    ...{ text, before, swapped },
    clauseEnd: end(/ [.,] /),
    sentenceEnd: end(/ \. /),
    words: ['any', `with ${tool ?? 'none'}`, ...among('first', FIRST_WORDS), ...among('in', ALL_WORDS)],
    ruled: actionIn(text),
  };
}

/** What speaks for each region. */
export function regionsSeen(of: Told): Seen<Region> {
  const hits = mentions(REGION_WORDS, of.text);
  const { ruled, before } = of;
  return {
    values: REGIONS,
    of: REGIONS.map((region) => [
      ...asRuled(region === ruled.region, ruled.place),
      ...asNamed(of, hits, region),
      ...asBefore(of, hits, before?.region === region),
    ]),
    place: [...of.words, `ruled ${ruled.action}`],
  };
}

/** What speaks for each action, where a region is worked. */
export function actionsSeen(of: Told, region: Region): Seen<Action> {
  const hits = mentions(NAMES, of.text);
  const hints = mentions(ACTION_HINTS, of.text);
  const { ruled, before } = of;
  return {
    values: ACTIONS,
    of: ACTIONS.map((action) => [
      ...asRuled(action === ruled.action, ruled.score),
      ...asNamed(of, hits, action),
      ...asHinted(of, hints, hits, action),
      ...asBefore(of, hits, before?.action === action),
    ]),
    place: [...of.words, `at ${region}`],
  };
}

/**
 * What speaks for each side, where it is known what is worked.
 *
 * @param draft the step as far as it is known.
 * @param earlier the steps before it.
 */
export function sidesSeen(of: Told, draft: Draft, earlier: readonly Draft[], before: Draft | undefined): Seen<Side> {
  const ruled = sideOf(of.text, draft, earlier, before);
  const other = before && OTHER[before.side];
  const goes = of.swapped ? 'swapped' : 'goes on';
  // "The curved side on the cheek" is not the right one: a side is named, or follows from what was. The other than the one
  // that is named may be meant: "ear to the left shoulder".
  const follows: ReadonlySet<Step['side'] | undefined> = new Set([ruled, before?.side, other]);
  const values = SIDES.filter((side) => !NAMED.has(side) || follows.has(side) || / (?:left|right) /.test(of.text));
  return {
    values,
    of: values.map((side) => [
      ...(side === ruled ? ['ruled', `ruled, ${goes}`] : []),
      ...(side === before?.side ? ['as before', `as before, ${goes}`] : []),
      ...(side === other ? ['the other of before', `the other of before, ${goes}`] : []),
    ]),
    place: [
      ...of.words,
      ...[`ruled ${ruled}`, goes, `at ${draft.region}`, `by ${draft.action}`, `after ${before?.side}, ${goes}`],
    ],
  };
}

function asRuled(is: boolean, plainly: number): string[] {
  if (!is) return [];
  return ['ruled', ...(plainly >= 2 ? ['ruled, plainly'] : []), ...(plainly >= 3 ? ['ruled, very plainly'] : [])];
}

function asNamed<T>(of: Told, hits: readonly Hit<T>[], value: T): string[] {
  const first = hits.find((hit) => hit.value === value);
  if (!first) return ['not named'];
  const before = of.text.slice(Math.max(0, first.at - 30), first.at);
  return [
    'named',
    `named in ${reach(of, first.at)}`,
    ...(first === hits[0] ? ['named first'] : []),
    ...(hits[hits.length - 1]!.value === value ? ['named last'] : []),
    ...(hits.filter((hit) => hit.value === value).length > 1 ? ['named more than once'] : []),
    ...(hits.every((hit) => hit.value === value) ? ['alone named'] : []),
    ...(first.at < SOON ? ['named soon'] : first.at < NEAR ? ['named near'] : []),
    ...PARTS.flatMap(([name, is]) => (is.test(before) ? [`named, ${name}`] : [])),
  ];
}

function asHinted<T>(of: Told, hints: readonly Hit<T>[], named: readonly Hit<T>[], value: T): string[] {
  const own = hints.filter((hit) => hit.value === value);
  if (own.length === 0) return [];
  return [
    'hinted',
    `hinted in ${reach(of, own[0]!.at)}`,
    ...(own.length > 1 ? ['hinted more than once'] : []),
    ...(named.length === 0 ? ['hinted, nothing named'] : []),
    ...(named.length > 0 && named.every((hit) => hit.value !== value) ? ['hinted, another named'] : []),
  ];
}

function asBefore<T>(of: Told, hits: readonly Hit<T>[], same: boolean): string[] {
  if (!same) return [];
  return [
    'as before',
    ...(hits.length === 0 ? ['as before, nothing named'] : []),
    ...(of.swapped ? ['as before, other side'] : []),
    ...(of.swapped && hits.every((hit) => hit.at >= of.sentenceEnd) ? ['as before, other side, nothing named'] : []),
  ];
}

function reach(of: Told, at: number): string {
  return at < of.clauseEnd ? 'its clause' : at < of.sentenceEnd ? 'its sentence' : 'what follows';
}
