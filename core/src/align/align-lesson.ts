import type { Lesson } from '../lesson/lesson.schema';
import type { NarrationLine } from '../narration/lines';
import { readLines } from '../narration/read';
import type { FoundDose } from '../narration/reading';
import type { Span } from '../time/spans';
import { layBeside, weightOf, weightsOf, type Pair } from './global';
import { captionWords, timed, type CaptionWord, type HeardWord } from './heard';
import { naturalMs } from './natural';
import { begunAnew, overlap } from './begun-anew';
import { saidAgain } from './said-again';
import { outOfTurn } from './out-of-turn';
import { Placing, type AlignedStep, type Instant } from './placing';
import { scriptOf, type Script } from './script';
import { areWritten, laidTwice } from './written';

/** A dose that is said at a step. */
export interface AlignedDose extends Pick<FoundDose, 'kind' | 'low' | 'high' | 'scope'>, Instant {
  readonly stepId: string;
}

/** What captions say of a lesson. */
export interface Alignment {
  /** Whether these are the words of this lesson at all; of others nothing is said. */
  readonly fits: boolean;
  /** How much of what was said is written in the lesson, 0 to 1, rare words weighing more. */
  readonly share: number;
  readonly steps: readonly AlignedStep[];
  /** Sides of steps that what was said leaves no room for. */
  readonly missing: readonly Pick<AlignedStep, 'stepId' | 'side'>[];
  readonly doses: readonly AlignedDose[];
  /** What was begun, broken off and said again: up to where it begins anew. */
  readonly again: readonly SaidAnew[];
  /** Where somebody says that something was spoilt, without saying any of it again: it may be work that was. */
  readonly apologies: readonly Stretch[];
  /** When each word of the captions was said, by its number among them; nothing for one that is not spoken. */
  readonly words: readonly (Stretch | undefined)[];
  /** What was said, sentence by sentence: whether it is written in the lesson, more or less, or told beside it. */
  readonly sentences: readonly (Stretch & { readonly written: boolean })[];
}

interface Stretch {
  readonly startMs: number;
  readonly endMs: number;
}

/** What was begun, broken off and said again, and when it can have begun, and have begun anew, ms. */
export interface SaidAnew extends Stretch {
  readonly begins: Pick<Instant, 'earliestMs' | 'latestMs'>;
  readonly anew: Pick<Instant, 'earliestMs' | 'latestMs'>;
}

/** Fewer words of a lesson than this share, and it is another lesson's captions: see the benchmark of alignment. */
const FITS = 0.3;
/** Words further apart than this belong to different stretches; a stretch that weighs less than this is chance. */
const APART = 8;
const CHANCE = 3;

/**
 * Puts a lesson on the clock by its captions: when each side of each step starts. What was said is laid beside what is
 * written; a step starts with its first word, the second side where its change is said, and what nobody spoke of stands
 * where the plan has it between its neighbours, with little confidence.
 *
 * @param speech where somebody is heard to speak, sorted and disjoint; it says when words were said within their line.
 * @throws AlignError when the captions are too long for the lesson.
 * @example alignLesson(lesson, parseLines(captions)).steps[0] // { stepId: 'harbour', side: 'both', startMs: 12_400, … }
 */
export function alignLesson(lesson: Lesson, lines: readonly NarrationLine[], speech: readonly Span[] = []): Alignment {
  const script = scriptOf(lesson);
  const said = captionWords(lines);
  const written = script.words.map((word) => word.text);
  const weights = weightsOf(written);
  const texts = said.map((word) => word.text);
  const beside = layBeside(written, texts);
  const { pairs, broken: repeated } = saidAgain(withoutChance(beside, script, weights), script.words, weights, said);
  const { broken: spoilt, apologies } = begunAnew(said);
  // What is told to be spoilt is known better than what only seems to be said twice.
  const broken = [...repeated.filter((one) => !spoilt.some((other) => overlap(one, other))), ...spoilt].sort(
    ([a], [b]) => a - b,
  );
  const share = shareOf(pairs, said.length, weights);
  if (share < FITS || pairs.length === 0)
    return {
      fits: false,
      share,
      steps: [],
      missing: [],
      doses: [],
      again: [],
      apologies: [],
      words: [],
      sentences: [],
    };
  const heard = timed(lines, said, plannedSilence(script, said, pairs), speech);
  const laid = [...beside, ...pairs].flatMap((one) => (one.likeness > 0 ? [one.said] : []));
  const narrated = readLines(lines);
  const elsewhere = outOfTurn(script, heard, pairs, weights, narrated.swaps);
  const found = new Placing(script, heard, pairs, narrated.swaps)
    .rows()
    .map((one, at) => (elsewhere.has(at) ? elsewhere.get(at)! : one));
  const steps = oneAfterAnother(found.flatMap((one) => (one ? [one] : [])));
  return {
    fits: true,
    share,
    steps,
    missing: script.rows.filter((_, at) => !found[at]).map(({ stepId, side }) => ({ stepId, side })),
    doses: narrated.doses.flatMap(({ kind, low, high, scope, evidence }): AlignedDose[] => {
      const word = heard.find((one) => one.word >= evidence.from);
      const step = word && steps.findLast((one) => one.startMs <= word.startMs);
      if (!word || !step) return [];
      const { startMs: atMs, earliestMs, latestMs } = word;
      return [{ stepId: step.stepId, kind, low, high, scope, atMs, confidence: evidence.sure, earliestMs, latestMs }];
    }),
    again: broken.map(([from, to]) => {
      const [begins, anew] = [heard[beginningOf(heard, from)]!, heard[to]!];
      return { startMs: begins.startMs, endMs: anew.startMs, begins: couldBe(begins), anew: couldBe(anew) };
    }),
    apologies: apologies.map(([from, to]) => ({
      startMs: heard[from]!.startMs,
      endMs: heard[endOf(heard, to) - 1]!.endMs,
    })),
    words: timesOf(heard),
    sentences: sentencesOf(heard, areWritten(heard, laidTwice(laid, texts, broken))),
  };
}

/** Where the sentence begins that was broken off, when a few words led up to those that come again. */
function beginningOf(heard: readonly HeardWord[], from: number): number {
  const opens = heard.findLastIndex((word, at) => at <= from && word.opens);
  return from - opens <= REST ? opens : from;
}

/** A sentence goes on for no more words after an apology is known by its first ones. */
const REST = 3;

/** Where the sentence ends that something is said in, when that is soon. */
function endOf(heard: readonly HeardWord[], to: number): number {
  const end = heard.findIndex((word, at) => at >= to && word.opens);
  return end >= 0 && end - to <= REST ? end : to;
}

/** Where a sentence begins, and where what is written goes over into what is not. */
function sentencesOf(heard: readonly HeardWord[], written: readonly boolean[]): Alignment['sentences'] {
  const sentences: { startMs: number; endMs: number; written: boolean }[] = [];
  for (let from = 0; from < heard.length;) {
    let to = from + 1;
    while (to < heard.length && !heard[to]!.opens && written[to] === written[from]) to++;
    sentences.push({ startMs: heard[from]!.startMs, endMs: heard[to - 1]!.endMs, written: written[from]! });
    from = to;
  }
  return sentences;
}

function timesOf(heard: readonly HeardWord[]): Alignment['words'] {
  const times: (Stretch | undefined)[] = [];
  for (const { word, startMs, endMs } of heard) times[word] = { startMs: times[word]?.startMs ?? startMs, endMs };
  return times;
}

const couldBe = ({ earliestMs, latestMs }: HeardWord): SaidAnew['begins'] => ({ earliestMs, latestMs });

/** In the order in which they were said: what was said out of its turn ends what it stands in. */
function oneAfterAnother(steps: readonly AlignedStep[]): AlignedStep[] {
  const sorted = [...steps].sort((a, b) => a.startMs - b.startMs);
  return sorted.map((one, at) => {
    const next = sorted[at + 1];
    return next && next.startMs < one.endMs ? { ...one, endMs: next.startMs } : one;
  });
}

/**
 * Pairs in stretches, and pairs of one row: those that are too light happened by chance, and say nothing. What has few
 * words counts when half of them were said.
 */
function withoutChance(pairs: readonly Pair[], { words }: Script, weights: Float64Array): Pair[] {
  const stretches = grouped(pairs, (a, b) => b.written - a.written <= APART && b.said - a.said <= APART).filter(
    (own) => weightOf(own, weights) >= CHANCE,
  );
  const wholes = new Map<number, number>();
  words.forEach(({ row }, at) => wholes.set(row, (wholes.get(row) ?? 0) + weights[at]!));
  const rowOf = ({ written }: Pair): number => words[written]!.row;
  return grouped(stretches.flat(), (a, b) => rowOf(a) === rowOf(b))
    .filter((own) => weightOf(own, weights) >= Math.min(CHANCE, wholes.get(rowOf(own[0]!))! / 2))
    .flat()
    .filter((pair) => pair.likeness > 0);
}

function grouped<T>(list: readonly T[], together: (a: T, b: T) => boolean): T[][] {
  const groups: T[][] = [];
  for (const one of list) {
    const last = groups[groups.length - 1];
    if (last && together(last[last.length - 1]!, one)) last.push(one);
    else groups.push([one]);
  }
  return groups;
}

/** How much of the shorter of the two, what was said and what is written, has its counterpart. */
function shareOf(pairs: readonly Pair[], said: number, weights: Float64Array): number {
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = all / Math.max(1, weights.length);
  return Math.min(1, weightOf(pairs, weights) / Math.max(1, Math.min(all, said * mean)));
}

/**
 * The silence that is planned after each word that was said, ms: between two words of the script that were said, and
 * there where sentences begin.
 */
function plannedSilence({ words }: Script, said: readonly CaptionWord[], pairs: readonly Pair[]): Float64Array {
  const silence = new Float64Array(said.length);
  for (let at = 1; at < pairs.length; at++) {
    const [a, b] = [pairs[at - 1]!, pairs[at]!];
    const spoken = naturalMs(words.slice(a.written, b.written).map((word) => word.text));
    const plannedMs = words[b.written]!.plannedMs - words[a.written]!.plannedMs - spoken[spoken.length - 1]!;
    if (plannedMs <= 0) continue;
    const between = Array.from({ length: b.said - a.said }, (_, i) => a.said + i);
    const opening = between.filter((word) => said[word + 1]!.opens);
    const places = opening.length > 0 ? opening : [b.said - 1];
    for (const word of places) silence[word]! += plannedMs / places.length;
  }
  return silence;
}
