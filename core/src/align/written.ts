import { saidAnew } from './begun-anew';
import type { HeardWord } from './heard';

/** What a word tells for its being written in the lesson, when it was laid beside one that is, and when it was not. */
const [LAID, ALONE] = [1.5, -1];
/** What it takes to come from what is written to what is told beside it, and back: at a sentence, after a pause, within. */
const [AT_A_SENTENCE, AFTER_A_PAUSE, WITHIN] = [-1.5, -2, -4];
const PAUSE_MS = 300;

/**
 * Which of the words that were said are written in the lesson, more or less, and which are told beside it. Captions do not
 * always say where a sentence ends, and single words are misheard: it is the best way through both (Viterbi), on which one
 * goes over into the other seldom, and where sentences begin.
 *
 * @param laid words that were laid beside one that is written.
 * @example areWritten(heard, new Set([0, 1, 3])) // [true, true, true, true, false, false, false]
 */
export function areWritten(
  heard: readonly Pick<HeardWord, 'opens' | 'startMs' | 'endMs'>[],
  laid: ReadonlySet<number>,
): boolean[] {
  let [written, beside] = [0, 0];
  /** Whether each way stays what it was before a word: the one that is written after it, and the one that is not. */
  const stays = heard.map(({ opens, startMs }, at) => {
    const before = heard[at - 1];
    const turn = !before ? 0 : opens ? AT_A_SENTENCE : startMs - before.endMs > PAUSE_MS ? AFTER_A_PAUSE : WITHIN;
    const own = { written: written >= beside + turn, beside: beside >= written + turn };
    const tells = laid.has(at) ? LAID : ALONE;
    [written, beside] = [Math.max(written, beside + turn) + tells, Math.max(beside, written + turn)];
    return own;
  });
  const are = new Array<boolean>(heard.length);
  let is = written >= beside;
  for (let at = heard.length - 1; at >= 0; at--) {
    are[at] = is;
    if (!stays[at]![is ? 'written' : 'beside']) is = !is;
  }
  return are;
}

/**
 * Words that were laid beside what is written, and those that are the same said a second time: of what was broken off and
 * begun anew only one is laid there.
 *
 * @param broken from the first word of what was broken off up to the first one of the second time.
 */
export function laidTwice(
  laid: readonly number[],
  said: readonly string[],
  broken: readonly (readonly [from: number, to: number])[],
): ReadonlySet<number> {
  const all = new Set(laid);
  for (const [from, to] of broken)
    for (const { written: first, said: second } of saidAnew(said, [from, to], to))
      if (all.has(from + first) || all.has(to + second)) all.add(from + first).add(to + second);
  return all;
}
