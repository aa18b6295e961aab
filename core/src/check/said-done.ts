import '../words/localize';
import type { WorkedSide } from '../dose/dose';
import type { Bout, Seen } from '../footage/analyse';
import type { HeardAround } from '../footage/quiet';
import { singlesOf } from '../lesson/as-one';
import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { Proposal } from '../proposal/propose';
import type { TakeWords } from '../proposal/take-evidence';
import { schedule } from '../schedule/schedule';
import { shownAsMarked, shownOn, type Shown } from '../said-done/done';
import { rowsOf, type SaidDoneRow } from '../said-done/rows';
import { saidInWords, saidOnTake, type Said } from '../said-done/said';
import { clock } from '../time/clock';
import { sharedMs } from '../time/spans';
import { doneFindings, type Can } from './done-findings';
import { filmFindings } from './film-findings';
import { findingsOf, type Finding, type FindingPlace, type Found } from './finding';
import { promiseFindings } from './promise';
import { captionsOf } from './in-caption';
import { otherCounts } from './other-count';
import { isOfWords } from './replace-words';
import type { RuleId } from './rules';
import { standingFindings } from './standing-rules';
import { wordsFindings } from './words-findings';

/** What is known of a take: what it is proposed to show, what was seen on it, and the words that were said. */
export interface OnTake {
  readonly take: Lesson['takes'][number];
  readonly proposals: readonly Proposal[];
  readonly bouts: readonly Bout[];
  readonly holds: readonly Seen[];
  /** On the take's time; null where nobody knows what was said. */
  readonly words: TakeWords | null;
  /** What is heard and seen around the hands; null where nobody knows. */
  readonly around: HeardAround | null;
}

export interface SaidDone {
  /** By step and side, in the order of the plan. */
  readonly rows: readonly SaidDoneRow[];
  /** Worst first. */
  readonly findings: readonly Finding[];
}

/** Of everything that words can be wrong in, what viewers copy. Captions mishear some of it: on a take none of it is a must. */
const HEARD: ReadonlySet<RuleId> = new Set([
  'said-not-planned',
  'side-not-planned',
  'other-side-said',
  'step-number',
  'not-the-last',
  'last-then-more',
]);
/** Promises that a film keeps or breaks; how often to do it is none of them. */
const PROMISED: ReadonlySet<RuleId> = new Set(['promise-minutes', 'promise-moves']);

/**
 * What was planned, said and done, held against each other: as marked and written, or as a take shows it and as captions
 * have it.
 *
 * @param known of a take; null where only what is marked and written is to be compared.
 * @example saidDone(lesson, null).findings[0]?.message // 'Slipway, your right: you say “ten times”, and 8 are done.'
 */
export function saidDone(lesson: Lesson, known: OnTake | null): SaidDone {
  const shown = known ? shownOn(lesson, known.take, known.proposals, known) : shownAsMarked(lesson);
  const words = known?.words;
  const said = words ? saidOnTake(shown.lesson, known.take.id, words.lines, words.said) : saidInWords(shown.lesson);
  const rows = rowsOf(lesson, said, shown.done);
  const found = foundIn(said, shown, rows, canOn(lesson, known));
  const more = known ? notPlanned(known, shown) : [];
  const all = words ? found.map(withoutWords) : found;
  return { rows, findings: findingsOf(lesson, [...all, ...more]) };
}

/** What helps to repair the lesson as it is: what is only proposed cannot be changed yet. */
function canOn(lesson: Lesson, known: OnTake | null): Can {
  const around = known?.around;
  if (!around) return { inCaption: captionsOf(lesson) };
  return {
    other: otherCounts(lesson, known.take.id, around),
    inCaption: captionsOf(lesson, (takeId) => (takeId === known.take.id ? around.speech : null)),
  };
}

function foundIn(said: Said, shown: Shown, rows: readonly SaidDoneRow[], can: Can): Found[] {
  const { lesson } = said;
  const plan = schedule(lesson);
  const filmMs = shown.filmedMs === null ? plan.totalMs : playedMs(lesson);
  return overridden([
    ...wordsFindings(lesson)
      .filter((one) => HEARD.has(one.rule))
      .map((one) => (said.takeId === null ? one : { ...one, severity: 'should' as const })),
    ...promiseFindings(lesson, { ...plan, totalMs: filmMs }).filter((one) => PROMISED.has(one.rule)),
    ...standingFindings(lesson, shown),
    ...filmFindings(lesson, shown, can.other),
    ...doneFindings(lesson, said, shown, rows, can),
  ]);
}

/**
 * What is said and not done is told once: not as what is planned and not done, or said and not planned, as well.
 *
 * @example overridden([saidNotDone, filmedShort]) // [saidNotDone]
 */
export function overridden(found: readonly Found[]): Found[] {
  const told = found.filter((one) => one.rule === 'said-not-done').map(({ place }) => place);
  const isTold = ({ rule, place }: Found): boolean =>
    told.some(
      (one) =>
        one.stepId === place.stepId &&
        (rule === 'said-not-planned' || (rule === 'filmed-short' && sideAt(one) === sideAt(place))),
    );
  return found.filter((one) => !isTold(one));
}

const sideAt = (place: FindingPlace): WorkedSide | null => (place.on === 'cut' ? place.side : null);

/** How long a film runs without what is to be left out of it, ms. */
function playedMs({ assembly, segments }: Lesson): number {
  const out = segments.filter((one) => one.kind === 'cut');
  return assembly.reduce((sum, { takeId, fromMs, toMs }) => {
    const piece = { startMs: fromMs, endMs: toMs };
    const gone = out.filter((one) => one.takeId === takeId).reduce((ms, one) => ms + sharedMs(one, piece), 0);
    return sum + toMs - fromMs - gone;
  }, 0);
}

/** What was said on a take cannot be said otherwise by an edit: only repairs of the plan are left. */
function withoutWords(found: Found): Found {
  const ofWords = (change: Change | null): boolean => change !== null && singlesOf(change).some(isOfWords);
  return { ...found, repairs: found.repairs.filter(({ change }) => !ofWords(change)) };
}

/** Fewer repetitions than this are shown, not done. */
const SHOWN = 5;

/** What hands were seen to repeat where the plan has nothing. */
function notPlanned({ take, bouts }: OnTake, { lesson }: Shown): Found[] {
  const own = lesson.segments.filter((one) => one.takeId === take.id && (isWork(one.kind) || one.kind === 'cut'));
  return bouts
    .filter((one) => one.beatsMs.length >= SHOWN && !own.some((other) => sharedMs(one, other) > 0))
    .map(({ startMs, endMs, beatsMs }): Found => ({
      rule: 'work-not-planned',
      place: { on: 'take', takeId: take.id, stepId: null, startMs, endMs },
      message: $localize`Something is done ${beatsMs.length} times at ${clock(startMs)}, and the plan has nothing there.`,
      repairs: [],
    }));
}
