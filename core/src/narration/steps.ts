import { parentOf, type Region } from '../face/regions';
import { placesIn, type Place } from './learned/begin-features';
import { bestBegins } from './learned/begins';
import begins from './learned/begins.json' with { type: 'json' };
import work from './learned/work.json' with { type: 'json' };
import type { LearnedWork } from './learned/work';
import { NOTHING_GIVEN, type Given } from './put-right';
import type { FoundStep } from './reading';
import type { PlacedSwap } from './swaps';
import { blank, WORKED, type Draft } from './step-draft';
import { finish } from './step-finish';
import { actionIn } from './step-action';
import {
  STRONG,
  LABEL_IN,
  LABEL,
  WEAK,
  TELLING,
  TELLS,
  GOES_ON,
  PLACING,
  OUTRO,
  OFTEN,
  PREP,
  WARM,
  REST,
  CONTINUES,
  ASIDE,
  ENDS,
  TITLES,
  LETS_GO,
  SIDED,
  LOOKS,
  HELPING,
  DOSED,
} from './step-words';
import type { Stream } from './tokens';
import { headOf, inSentence, sentenceOf, windows, type Window } from './windows';

/** So long a step may be explained before its dose, ms. */
const BEGINNING_MS = 9000;
/** Silence in which a dose may have been worked, ms. */
const WORKED_MS = 4500;

/** What lessons open with before the first technique. */
const WARMING: ReadonlySet<string> = new Set(['breathe']);

type Swaps = readonly PlacedSwap[];

/**
 * The steps of a narration: opening, preparation and closing where rules have them; the others begin where clauses are
 * judged to begin one, by what they say and by where the step before them began (`begins.json` says how that was learned).
 *
 * @example readSteps(streamOf(words), readSwaps(streamOf(words))).map((step) => step.kind) // ['intro', 'technique', 'outro']
 */
export function readSteps(stream: Stream, swaps: Swaps, given: Given = NOTHING_GIVEN): FoundStep[] {
  if (stream.tokens.length === 0) return [];
  const { drafts, places } = placesToBegin(stream, swaps);
  const found = bestBegins(places, begins);
  const begun = found.map(({ place, sure }, i): Draft => {
    const { region, action } = place;
    const swapped = place.swapped || swapsWithin(stream, swaps, place.token, found[i + 1]?.place.token);
    const ruled = announced(stream, drafts, place, found[i - 1]?.place ?? null);
    const kind = ruled?.kind === 'warmup' ? 'warmup' : 'technique';
    return { ...blank(ruled?.token ?? place.token), kind, region, action, swapped, sure };
  });
  const around = drafts.filter(({ kind }) => !WORKED.has(kind));
  const all = [...around, ...begun, ...firstSides(stream, swaps, begun)].sort((a, b) => a.token - b.token);
  return finish(stream, asGiven(stream, all, places, given), endOf(stream), WORK);
}

/**
 * First sides that no step was seen to begin with: what the same words tell of the other side later on is work, too. Where the
 * step that runs works in the same place, it has only been told for longer.
 */
function firstSides(stream: Stream, swaps: Swaps, begun: readonly Draft[]): Draft[] {
  return swaps.flatMap(({ token, first }): Draft[] => {
    if (first === undefined) return [];
    const second = begun.find((draft) => draft.swapped && Math.abs(draft.token - token) <= AROUND);
    const running = begun.findLast((draft) => draft.token <= first + AROUND);
    const known = begun.some((draft) => draft.token > first - AROUND && draft.token < token - AROUND);
    if (!second || known || running?.region === second.region) return [];
    // What has told no dose yet is only led up to: "now the cheek. From the left corner of the mouth …".
    if (running && !countsWithin(stream, running.token, first)) return [];
    return [{ ...blank(first), region: second.region, action: second.action, sure: FIRST_SIDE }];
  });
}
/** Tokens. */
const AROUND = 4;
const FIRST_SIDE = 0.6;

/** Whether the side changes after a step begins, and before anything is counted in it: "you look crooked. So, other side." */
function swapsWithin(stream: Stream, swaps: Swaps, from: number, next = stream.tokens.length): boolean {
  return swaps.some(({ token }) => token >= from && token < next && !countsWithin(stream, from, token));
}

/** Whether a number is told from a token on and before another. */
function countsWithin({ tokens }: Stream, from: number, to: number): boolean {
  return tokens.slice(from, to).some(({ text }) => text === '№');
}

/** Steps that begin where they are said to, and are what they are said to be. */
function asGiven(
  { tokens }: Stream,
  read: readonly Draft[],
  places: readonly Place[],
  { begins, joined, steps }: Given,
): Draft[] {
  const wordOf = ({ token }: Draft): number => tokens[token]!.word;
  const met = new Set(read.map(wordOf));
  const added = [...begins].flatMap((word): Draft[] => {
    const token = tokens.findIndex((one) => one.word <= word && word < one.end);
    if (token < 0 || met.has(tokens[token]!.word)) return [];
    const swapped = places.some((place) => place.token === token && place.swapped);
    return [{ ...blank(token), sure: 1, swapped }];
  });
  // What begins first has nothing before it that it could be one with.
  const kept = read.filter((draft, i) => i === 0 || !joined.has(wordOf(draft)));
  return [...kept, ...added]
    .sort((a, b) => a.token - b.token)
    .map((draft) => {
      const as = steps.get(wordOf(draft));
      const sure = as || begins.has(wordOf(draft)) ? 1 : draft.sure;
      return { ...draft, sure, ...(as ? { as, kind: as.kind ?? draft.kind } : {}) };
    });
}

/**
 * The same by the rules alone, for a stretch of words by itself: what its doses are of is all that is wanted there, and it
 * takes half the time.
 *
 * @example readStepsByRule(streamOf(words), []).map((step) => step.kind) // ['intro', 'technique']
 */
export function readStepsByRule(stream: Stream, swaps: Swaps): FoundStep[] {
  return stream.tokens.length === 0 ? [] : finish(stream, ruledSteps(stream, swaps), endOf(stream), null);
}

/** When the last word has been said, ms. */
function endOf({ tokens }: Stream): number {
  return tokens[tokens.length - 1]!.startMs + 1000;
}

/** So long a step may be announced before it is told, ms. */
const ANNOUNCED_MS = 7000;

/** Where the rules have a step begin that is recognised here: with its heading, before which nothing was worked. */
function announced(stream: Stream, drafts: readonly Draft[], { token, atMs }: Place, last: Place | null): Draft | null {
  const ruled = drafts.findLast((one) => one.token <= token && WORKED.has(one.kind));
  if (!ruled || (last && ruled.token <= last.token)) return null;
  const between = drafts.some((one) => !WORKED.has(one.kind) && one.token > ruled.token && one.token <= token);
  const soon = atMs - stream.tokens[ruled.token]!.startMs <= ANNOUNCED_MS;
  return soon && !between && !countsWithin(stream, ruled.token, token) ? ruled : null;
}

/** See `cli/src/write-learned.ts`. */

const WORK: LearnedWork = work;

/** Where steps may begin, up to the closing; and where the rules have them begin. */
export function placesToBegin(stream: Stream, swaps: Swaps): { drafts: Draft[]; places: Place[] } {
  const drafts = ruledSteps(stream, swaps);
  const closing = drafts.findLast(({ kind }) => kind === 'outro')?.token ?? Infinity;
  const taken = new Set(
    drafts.flatMap(({ kind, token }) => (kind !== 'intro' && !WORKED.has(kind) ? [token - 1, token, token + 1] : [])),
  );
  // The first words greet, unless the rules have the work begin at once.
  const greets = drafts[0]?.kind === 'intro' && drafts[1]?.token !== 0;
  const places = placesIn(stream, swaps, drafts).filter(
    ({ token }) => token < closing && !taken.has(token) && !(token === 0 && greets),
  );
  return { drafts, places };
}

/**
 * Steps as rules have them begin: where something new is announced, where another region is named as the place of work,
 * and where the side changes; before the first one lie opening and preparation, after the last the closing.
 */
function ruledSteps(stream: Stream, swaps: Swaps): Draft[] {
  const { tokens } = stream;
  const endMs = endOf(stream);
  const drafts: Draft[] = [{ ...blank(0), kind: 'intro' }];
  const pending = [...swaps];

  const all = windows(stream);
  for (const [at, window] of all.entries()) {
    const current = drafts[drafts.length - 1]!;
    const atMs = tokens[window.token]!.startMs;
    while (pending[0] && pending[0].token < window.token - 1) {
      const swap = pending.shift()!;
      if (
        current.kind !== 'intro' &&
        current.kind !== 'prep' &&
        tokens[swap.token]!.startMs - tokens[current.token]!.startMs > 3000
      )
        startSwapped(stream, drafts, swap.token);
    }
    const last = drafts[drafts.length - 1]!;
    const elapsed = atMs - tokens[last.token]!.startMs;
    const swap = pending[0] && inSentence(tokens, window.token, pending[0].token) ? pending[0] : undefined;
    if (swap && last.kind !== 'intro' && last.kind !== 'prep' && elapsed > 3000) {
      pending.shift();
      startSwapped(stream, drafts, window.token);
      continue;
    }
    if (swap) pending.shift();

    const words = window.text;
    // The first words greet, unless they begin the work at once.
    if (window.token === 0 && !(TELLING.test(words) && DOSED.test(paragraphAt(stream, 0)))) continue;
    if (last.kind === 'outro') {
      if (!STRONG.test(words) || !TELLING.test(words)) continue;
    } else if (
      (OUTRO.test(window.own) || OFTEN.test(words)) &&
      atMs > 0.55 * endMs &&
      last.kind !== 'intro' &&
      !STRONG.test(words)
    ) {
      drafts.push({ ...blank(closingAt(stream, window)), kind: 'outro', sure: 0.8 });
      continue;
    }
    const first = opening(last);
    const strong = STRONG.test(words);
    const telling = TELLING.test(words) || (first && TELLS.test(window.own));
    const aside = ASIDE.test(words) && !strong;
    const leads = strong || (!stream.punctuated && WEAK.test(words) && telling);
    const doing = actionIn(headOf(window, leads));
    if (REST.test(words) && window.lineGapMs > 6000 && last.kind !== 'intro') {
      drafts.push({
        ...blank(window.token),
        kind: 'rest',
        region: last.region,
        side: 'midline',
        tool: 'none',
        sure: 0.5,
      });
      continue;
    }
    if (
      PREP.test(sentenceOf(words)) &&
      !aside &&
      doing.score < 3 &&
      !(last.kind === 'technique' && doing.region !== null)
    ) {
      if (last.kind === 'intro' || (last.kind !== 'prep' && (strong || WEAK.test(words)) && elapsed > 5000))
        drafts.push({ ...blank(window.token), kind: 'prep', sure: 0.7 });
      continue;
    }
    const warm = WARM.test(window.own) && !/ before /.test(window.own);
    if (!aside && warm && doing.region === null && first) {
      drafts.push({ ...blank(window.token), kind: 'warmup', sure: 0.7 });
      continue;
    }
    if (LOOKS.test(words) && tokens[window.token]!.newLine && elapsed > 8000 && last.kind === 'technique') {
      drafts.push({ ...blank(window.token), kind: 'talk', region: last.region, action: last.action, sure: 0.6 });
      continue;
    }
    // "Now smooth everything upward": another action where the last one was worked.
    const changes = WEAK.test(words) && telling && doing.score >= 2 && doing.action !== last.action && elapsed > 12_000;
    if (aside || doing.region === null) {
      if (
        !(
          (strong || (changes && tokens[window.token]!.newLine)) &&
          (telling || doing.action !== 'unknown' || (first && GOES_ON.test(words)))
        ) ||
        aside
      )
        continue;
    }
    const elsewhere = (a: Region, b: Region): boolean =>
      strong || doing.place >= 2 ? a !== b : parentOf(a) !== parentOf(b);
    const moved =
      doing.region !== null &&
      (doing.place >= 1 || strong || WEAK.test(words)) &&
      (last.region === null || elsewhere(doing.region, last.region));
    const other = doing.action !== 'unknown' && doing.action !== last.action;
    const heading = /^ (?:(?!№)[^ .,]+ ){0,2}(?!№)[^ .,]+ [.,]/.test(words);
    const placing = PLACING.test(words) || heading;
    // What goes on at the same time, and one more of the same, is no new step.
    if (!first && CONTINUES.test(words) && !(strong && moved)) continue;
    // A new paragraph, or words after a silence in which was worked, are a place where something new is expected.
    const fresh = (tokens[window.token]!.newLine && stream.punctuated) || window.silenceMs > WORKED_MS;
    const begins = first
      ? (telling ||
          strong ||
          (placing && (last.kind === 'prep' || (doing.score >= 2 && doing.place >= 2) || SIDED.test(window.own))) ||
          (fresh && last.kind === 'prep' && doing.place >= 1.2 && DOSED.test(paragraphAt(stream, window.token))) ||
          warm) &&
        (doing.action !== 'unknown' || doing.region !== null || (strong && GOES_ON.test(words)))
      : (strong && (moved || other || telling || LABEL.test(words)) && elapsed > 3500) ||
        (warm && elapsed > 3500) ||
        (moved && (telling || placing || WEAK.test(words)) && elapsed > (fresh ? 3500 : 6500)) ||
        (moved && fresh && doing.place >= 1.2 && elapsed > 6500) ||
        (other &&
          (WEAK.test(words) || fresh) &&
          (telling || (heading && doing.place >= 1)) &&
          elapsed > 8500 &&
          doing.action !== 'breathe');
    if (!begins) continue;
    // "To the other side." and the place named after it are one step.
    const since = stream.text.slice(stream.offsetOf(last.token) - 1, window.offset + 1);
    if (last.swapped && !strong && elapsed < 14_000 && actionIn(since).region === null && !(fresh && / № /.test(since)))
      continue;
    // Letting go ends a step and begins none.
    if (!strong && LETS_GO.test(words)) continue;
    // What is told before any dose was named is still about how to begin.
    if (
      !first &&
      !strong &&
      !fresh &&
      elapsed < BEGINNING_MS &&
      !last.swapped &&
      !/ № /.test(since.replace(LABEL_IN, ''))
    )
      continue;
    // A hand that only holds on is no step of its own.
    if (HELPING.test(sentenceOf(words))) continue;
    // Resting goes on; all of the face has parts.
    if (!strong && last.kind === 'rest' && elapsed < 10_000) continue;
    if (!strong && last.region === 'whole_face' && last.kind === 'technique' && elapsed < 20_000) continue;
    // "First, …" said of a hand put down, and the stroke that follows it, are one step.
    if (!first && !strong && elapsed < 7500 && last.action === 'unknown' && !(fresh && last.swapped)) continue;
    drafts.push({
      ...blank(headed(stream, all, at, last)),
      region: doing.region,
      action: doing.action,
      kind: warm || (first && WARMING.has(doing.action)) ? 'warmup' : 'technique',
      sure: strong ? 0.85 : 0.6,
    });
  }
  for (const swap of pending) if (drafts[drafts.length - 1]!.kind !== 'intro') startSwapped(stream, drafts, swap.token);
  return drafts;
}

/** The line of the narration that a token stands in, from there on. */
function paragraphAt(stream: Stream, token: number): string {
  let end = token + 1;
  while (end < stream.tokens.length && !stream.tokens[end]!.newLine) end++;
  return stream.text.slice(stream.offsetOf(token) - 1, stream.offsetOf(end));
}

/** Where the closing begins: in captions without punctuation, with the line that says so. */
function closingAt(stream: Stream, window: Window): number {
  const words = OUTRO.exec(window.own);
  if (stream.punctuated || !words) return window.token;
  let token = stream.tokenAt(window.offset + words.index + 2);
  while (token > window.token && !stream.tokens[token]!.newLine) token--;
  return token;
}

/** Where a step begins that was recognised at a window: with the short heading before it, if there is one. */
function headed(stream: Stream, all: readonly Window[], at: number, last: Draft): number {
  const { token } = all[at]!;
  const heading = all[at - 1];
  if (!heading || heading.token <= last.token) return token;
  // A heading is of its own paragraph.
  for (let one = heading.token + 1; one <= token; one++) if (stream.paragraphs.has(one)) return token;
  const words = sentenceOf(heading.text);
  const length = token - heading.token;
  const short = length <= (TITLES.test(words) ? 10 : 6) && words.trim().endsWith('.');
  const soon =
    stream.tokens[token]!.startMs - stream.tokens[heading.token]!.startMs < (TITLES.test(words) ? 8000 : 4000);
  return short && soon && !ENDS.test(words) && !/ № /.test(words) && !/[?!]/.test(words) ? heading.token : token;
}

function opening(draft: Draft): boolean {
  return draft.kind === 'intro' || draft.kind === 'prep';
}

function startSwapped(stream: Stream, drafts: Draft[], token: number): void {
  const last = drafts[drafts.length - 1]!;
  if (last.kind === 'outro') return;
  if (stream.tokens[token]!.startMs - stream.tokens[last.token]!.startMs < 2500) return;
  drafts.push({
    ...blank(token),
    kind: last.kind === 'rest' || last.kind === 'talk' ? 'technique' : last.kind,
    swapped: true,
    sure: 0.75,
  });
}
