import type { Word } from '../words';
import { isJoint, type Spoken } from './end-features';

/** An “and” within a sentence that somebody ended. */
export interface Joint {
  /** The word before it. */
  readonly at: number;
  /**
   * What tells whether two thoughts are joined there: words of the sentence before and behind it and in all; how many of these there
   * are; words since the one before it and until the next; whether a comma stands there; and how many there are for every stop of
   * the text, as some join much.
   */
  readonly tells: readonly number[];
}

/** A sentence of fewer words is hardly two: “begin with four and build up to eight”. */
const LEAST_WORDS = 9;
/** How many there usually are for every stop, which a few sentences do not tell better. */
const USUAL = 0.2;
const FEW = 5;

/**
 * Every “and” within a sentence that somebody ended, where two thoughts may be joined.
 *
 * @example jointsIn(spoken, words).map(({ at }) => at) // [3], of "Press it six times and then let go again."
 */
export function jointsIn(spoken: readonly Spoken[], words: readonly Word[]): Joint[] {
  const sentences = sentencesIn(spoken, words).map(([from, to]) => ({
    ...{ from, to },
    joints: to - from < LEAST_WORDS ? [] : placesIn([from, to]).filter((at) => isJoint(spoken, at)),
  }));
  const all = sentences.reduce((sum, { joints }) => sum + joints.length, 0);
  const forEachStop = (all + FEW * USUAL) / (sentences.length + FEW);
  return sentences.flatMap(({ from, to, joints }) =>
    joints.map((at, i) => ({
      at,
      tells: [
        ...[at + 1 - from, to - at - 2, to - from, joints.length],
        ...[at - (joints[i - 1] ?? from - 1), (joints[i + 1] ?? to - 1) - at],
        ...[words[spoken[at]!.word]!.pause === ',' ? 1 : 0, forEachStop],
      ],
    })),
  );
}

/** Words from one up to another, without that. */
export type Stretch = readonly [from: number, to: number];

/** Words of a stretch after which something may end within it: all but the last. */
export function placesIn([from, to]: Stretch): number[] {
  return Array.from({ length: Math.max(0, to - from - 1) }, (_, i) => from + i);
}

/** Where each sentence begins and ends that somebody wrote. */
export function sentencesIn(spoken: readonly Spoken[], words: readonly Word[]): Stretch[] {
  const ends = spoken.flatMap(({ word }, at) => (words[word]!.pause === '.' ? [at + 1] : []));
  if (ends[ends.length - 1] !== spoken.length) ends.push(spoken.length);
  return ends.map((to, i) => [ends[i - 1] ?? 0, to]);
}
