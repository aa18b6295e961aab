import type { SaidAnew } from '../align/align-lesson';
import type { Bout, Seen } from '../footage/analyse';
import { intersectSpans, lengthOf } from '../time/spans';
import type { Evidence } from './evidence';
import { BREATH_MS, isPress, LATE_MS, SAME_MS } from './instants';

/** Where a word was said is known to this, beside how far words can be moved about in their line. */
const AGAIN_MS = 400;
/** So much tells the repetition of a sentence for its having been broken off; with each end where speech begins, more. */
const SAID_ANEW = 7;
const WITH_SPEECH = 2;
/** So many ms beside the likeliest place of a word tell one against it. */
const BESIDE_MS = 2000;
/** An apology tells for work before it, or for a sentence; it comes so soon after the hands. */
const [WORK, SENTENCE] = [20, 4];
const APOLOGY_MS = 4000;
/** Nothing that is broken off is shorter: what tells of it tells of one stretch. */
const SHORTEST_MS = 1000;
/** After an apology it begins anew no later than this. */
const LATEST_MS = 1500;
/** What is said where it begins anew was not broken off: so much tells each second of it. */
const SAID_ON = -3;
/** So many ms beside where its sentence begins tell one against it. */
const SENTENCE_MS = 100;
/** A press tells that something was broken off, not since when; where words know that, it hardly began elsewhere. */
const [PRESSED, AT_A_BEGINNING, ELSEWHERE] = [4, 1, -3];
const LONG_AGO_MS = 6000;

/**
 * Work that is done once more after a few words tells so much. It was shorter the first time; the words come with its end,
 * take no longer, and hands are back so soon after them.
 */
const DONE_ANEW = 5;
const SHORTER = 0.97;
const WORDS_MS = 4000;
const [BEFORE_END_MS, AFTER_END_MS] = [400, 800];
const BACK_MS = 2500;
/**
 * Work that nobody sees is under way in so long a silence; words with shorter pauses end it together. It began when hands
 * had settled, so many ms after the last word before; so many beside that tell one against it.
 */
const UNDER_WAY_MS = 3000;
const JOINED_MS = 1000;
const SETTLED_MS = 1500;
const UNSEEN_MS = 500;

/**
 * What tells that a stretch was broken off and begun again: words that come a second time, an apology, a press, hands that
 * do it once more.
 *
 * @param seen by their middles.
 * @returns for the number of each instant at which it can end: how much tells for its having begun at another.
 */
export function brokenOff(
  { said, log, speech }: Evidence,
  seen: readonly (Seen | Bout)[],
  atMs: readonly number[],
): ReadonlyMap<number, (from: number) => number> {
  const presses = log.filter((one) => one.kind === 'again').map((one) => one.atMs);
  const speechMs = speech.map(([start]) => start);
  const beginnings = new Set([...seen.map((one) => one.startMs), ...speechMs]);
  const anewByHand = doneAnew(seen, speech);
  /** How well an instant is where a word was said; null where it cannot be. */
  const isAt = (ms: number, saidMs: number, { earliestMs, latestMs }: SaidAnew['begins']): number | null =>
    Math.abs(ms - saidMs) <= AGAIN_MS || (ms >= earliestMs - SAME_MS && ms <= latestMs + SAME_MS)
      ? (speechMs.some((one) => isSame(one, ms)) ? WITH_SPEECH : 0) - Math.abs(ms - saidMs) / BESIDE_MS
      : null;
  /** Work that was just done. */
  const workBefore = (ms: number): Seen | Bout | undefined => {
    const work = seen.findLast((one) => one.startMs < ms);
    return work && ms - work.endMs < APOLOGY_MS ? work : undefined;
  };
  /** Where work can have begun that nobody saw: once hands had settled, in a silence that a few words ended just now. */
  const unseenBefore = (ms: number): number | null => {
    let at = speech.findLastIndex(([, end]) => end <= ms + LATE_MS);
    if (at < 0 || ms - speech[at]![1] > LATEST_MS) return null;
    while (at > 0 && speech[at]![0] - speech[at - 1]![1] < JOINED_MS) at--;
    const [startMs, quietMs] = [speech[at]![0], speech[at - 1]?.[1] ?? 0];
    return startMs - quietMs > UNDER_WAY_MS && !workBefore(startMs + LATE_MS) ? quietMs + BREATH_MS + SETTLED_MS : null;
  };
  const ofUnseen = (begunMs: number, fromMs: number): number => {
    const besideMs = Math.abs(fromMs - begunMs);
    return besideMs < LATEST_MS ? WORK - besideMs / UNSEEN_MS : -Infinity;
  };
  /** What an apology tells for what it is of to begin at an instant: work just before it, else a sentence. */
  const apologised = (sorryMs: number, fromMs: number, begunMs: number | null): number => {
    const work = workBefore(sorryMs);
    if (work) return isSame(work.startMs, fromMs) ? WORK : -Infinity;
    if (begunMs !== null) return ofUnseen(begunMs, fromMs);
    const sentence = said?.sentences.findLast((one) => one.endMs <= sorryMs + SAME_MS);
    const besideMs = sentence ? Math.abs(sentence.startMs - fromMs) : Infinity;
    return besideMs <= AGAIN_MS ? SENTENCE - besideMs / SENTENCE_MS : -Infinity;
  };

  const saidOn = (fromMs: number, toMs: number): number =>
    (SAID_ON * lengthOf(intersectSpans(speech, [[fromMs, toMs]]))) / 1000;

  const tells = new Map<number, (from: number) => number>();
  atMs.forEach((to, at) => {
    const anew = (said?.again ?? []).flatMap((one) => {
      const ends = isAt(to, one.endMs, one.anew);
      return ends === null ? [] : [{ ...one, ends: ends + saidOn(one.endMs, to) }];
    });
    /** How well it begins anew at the instant, after a press or an apology: hands settle first, and nothing is said. */
    const anewAfter = (ms: number, usualMs: number): number =>
      to < ms + LATEST_MS ? saidOn(ms, to) - Math.abs(to - ms - usualMs) / LATEST_MS : -Infinity;
    const pressed = Math.max(
      ...presses.map((ms) => (isPress(ms, to) ? 0 : to > ms ? anewAfter(ms - LATE_MS, LATE_MS) : -Infinity)),
    );
    const sorry = said?.apologies.find(({ endMs }) => to > endMs - SAME_MS && to < endMs + LATEST_MS);
    const done = anewByHand.filter(({ endMs }) => isSame(endMs, to));
    if (anew.length === 0 && pressed === -Infinity && !sorry && done.length === 0) return;
    const begunMs = anew.length === 0 ? unseenBefore(sorry?.endMs ?? to) : null;
    const workMs = anew.length === 0 ? workBefore(to - LATE_MS)?.startMs : undefined;
    const sorrow = sorry ? anewAfter(sorry.endMs + SAME_MS, BREATH_MS) : -Infinity;
    tells.set(at, (from) => {
      const fromMs = atMs[from]!;
      if (to - fromMs < SHORTEST_MS) return -Infinity;
      const known = anew.flatMap(({ startMs, endMs, begins, ends }) => {
        const starts = fromMs < endMs ? isAt(fromMs, startMs, begins) : null;
        return starts === null ? [] : [SAID_ANEW + starts + ends];
      });
      if (known.length > 0) return Math.max(...known);
      if (done.some(({ startMs }) => isSame(startMs, fromMs))) return DONE_ANEW;
      const apology = sorry && anew.length === 0 ? apologised(sorry.startMs, fromMs, begunMs) + sorrow : -Infinity;
      // Of work just before, however long it was; else of what begins there, most likely not long ago.
      const here = beginnings.has(fromMs) ? AT_A_BEGINNING : 0;
      const unseen = begunMs === null ? -Infinity : ofUnseen(begunMs, fromMs);
      const ofWork = workMs !== undefined && isSame(workMs, fromMs);
      const any = (fromMs - to) / LONG_AGO_MS + (anew.length > 0 ? ELSEWHERE : 0);
      const press = PRESSED + pressed + (unseen > -Infinity ? unseen : here + (ofWork ? WORK : any));
      return Math.max(apology + Math.max(0, PRESSED + pressed), press);
    });
  });
  return tells;
}

/** Where hands do the same twice in the same place, with a few words between: the first time, up to the last of them. */
function doneAnew(seen: readonly (Seen | Bout)[], speech: Evidence['speech']): Pick<Seen, 'startMs' | 'endMs'>[] {
  return seen.flatMap(({ startMs, endMs, half, region }, at) => {
    const next = seen[at + 1];
    if (next?.half !== half || next.region !== region || next.startMs < endMs) return [];
    if (endMs - startMs > SHORTER * (next.endMs - next.startMs)) return [];
    const words = speech.filter(([start, end]) => start > endMs - BEFORE_END_MS && end < next.startMs + SAME_MS);
    const [firstMs, lastMs] = [words[0]?.[0] ?? Infinity, words[words.length - 1]?.[1] ?? 0];
    const soon = firstMs < endMs + AFTER_END_MS && lastMs > next.startMs - BACK_MS;
    return soon && lastMs - firstMs < WORDS_MS ? [{ startMs, endMs: lastMs }] : [];
  });
}

const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_MS;
