import type { Cut } from '../assembly/cut';
import { fullCut } from '../assembly/cuts';
import type { Passage } from '../assembly/passage';
import { placeAt } from '../assembly/place';
import type { Lesson } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import type { CutMs, TakeMs } from '../time/clocks';
import type { Timeline } from '../schedule/timeline';
import { changesAtOnce, type Cue } from './cue';
import { beginningIn } from './track';

/** What is looked at of a passage. */
export type Instant = 'begins' | 'middle' | 'last' | 'release' | 'change' | 'doubt';

/** One instant of a passage at which its cues are judged. */
export interface Moment {
  readonly instant: Instant;
  readonly atMs: CutMs;
  /** The cue that it is about; null where nothing is shown then. */
  readonly cue: string | null;
  /** What plays then, at the instant of which there is a still; null where nothing does. */
  readonly still: { readonly takeId: string; readonly takeMs: TakeMs } | null;
}

/** A passage on the sheet of moments. */
export interface MomentsRow {
  readonly passage: Passage;
  readonly moments: readonly [Moment, Moment, Moment];
}

/** What is found at an instant, and of which cue. */
export interface Doubt {
  readonly atMs: CutMs;
  readonly cue: string | null;
}

/** Stills lie so far apart at least, ms: marks that move by less need no new ones. */
export const STILL_STEP_MS = 100;
/** Until then what comes is wholly there, ms. */
const THERE_MS = 400;

/**
 * The sheet on which the cues of a whole lesson are judged by looking down one page: for each passage of work how it
 * begins, its middle and its last figure, or the release or the change that comes after it. What was found takes the
 * place of the nearest of them; where nothing is worked, only what was found has a row.
 *
 * @param cues in order of their start.
 * @param doubts worst first: of several in a passage the first is shown.
 * @example momentsSheet(lesson, timeline, cues)[0]?.moments.map((one) => one.instant) // ['begins', 'middle', 'change']
 */
export function momentsSheet(
  lesson: Pick<Lesson, 'assembly'>,
  { passages, cut }: Pick<Timeline, 'passages' | 'cut'>,
  cues: readonly Cue[],
  doubts: readonly Doubt[] = [],
): MomentsRow[] {
  // Before anything is marked, what is planned is shown on the footage as it plays.
  const plays = cut ?? fullCut(lesson);
  const within = beginningIn(cues.filter((cue) => cue.kind !== 'caption'));
  const doubtIn = ({ startMs, endMs }: Passage): Doubt | undefined =>
    doubts.find((one) => one.atMs >= startMs && one.atMs < endMs);
  const withStill = (one: Placeless): Moment => ({ ...one, still: stillAt(plays, one.atMs) });
  return passages
    .map((passage) => ({ passage, doubt: doubtIn(passage) }))
    .filter(({ passage, doubt }) => passage.endMs > passage.startMs && (isWork(passage.kind) || doubt))
    .map(({ passage, doubt }) => {
      const moments = instantsOf(passage, within(passage));
      if (doubt) moments[nearest(moments, doubt.atMs)] = { instant: 'doubt', atMs: doubt.atMs, cue: doubt.cue };
      const [first, middle, last] = moments;
      return { passage, moments: [withStill(first), withStill(middle), withStill(last)] };
    });
}

type Placeless = Omit<Moment, 'still'>;

function instantsOf(passage: Passage, cues: readonly Cue[]): [Placeless, Placeless, Placeless] {
  const figures = cues.filter((cue) => changesAtOnce(cue.kind) && cue.value !== 0);
  const [first, middle, last] = [figures[0], figures[figures.length >> 1], figures[figures.length - 1]];
  if (!first || !middle || !last || figures.length < 3) return withoutFigures(passage, cues);
  const after = cues.findLast((cue) => cue.kind === 'swap') ?? cues.findLast((cue) => cue.value === 0);
  const end = at('last', last, passage);
  const told = after ? at(after.kind === 'swap' ? 'change' : 'release', after, passage) : end;
  // With the last figure, where both are seen at once.
  return [
    at('begins', first, passage),
    at('middle', middle, passage),
    { ...told, atMs: Math.max(told.atMs, end.atMs) },
  ];
}

/** What has no figures, or hardly any, is looked at as it begins, in its middle and at its end. */
function withoutFigures({ startMs, endMs }: Passage, cues: readonly Cue[]): [Placeless, Placeless, Placeless] {
  const there = Math.min(THERE_MS, (endMs - startMs) / 4);
  const shown = (atMs: CutMs): string | null =>
    cues.findLast((cue) => cue.startMs <= atMs && atMs < cue.endMs)?.key ?? null;
  const look = (instant: Instant, ms: CutMs): Placeless => {
    const atMs = Math.floor(ms);
    return { instant, atMs, cue: shown(atMs) };
  };
  return [look('begins', startMs + there), look('middle', (startMs + endMs) / 2), look('last', endMs - there)];
}

/**
 * The still of an instant of what plays, the nearest of which there may be one; null where nothing plays.
 *
 * @example stillAt(cutOf('full', [{ id: 'p', takeId: 't', fromMs: 2000, toMs: 5000 }]), 120) // { takeId: 't', takeMs: 2100 }
 */
export function stillAt(plays: Cut, atMs: CutMs): Moment['still'] {
  const place = atMs < plays.durationMs ? placeAt(plays, atMs) : null;
  return place && { takeId: place.takeId, takeMs: Math.round(place.takeMs / STILL_STEP_MS) * STILL_STEP_MS };
}

/** When what is shown for a while is wholly there. @example thereAt({ startMs: 2000, endMs: 5000 }) // 2400 */
export function thereAt({ startMs, endMs }: { readonly startMs: CutMs; readonly endMs: CutMs }): CutMs {
  return Math.floor(startMs + Math.min(THERE_MS, (endMs - startMs) / 2));
}

/** A cue when it is wholly there, as long as its passage lasts. */
function at(instant: Instant, cue: Cue, passage: Passage): Placeless {
  return { instant, atMs: Math.floor(Math.min(thereAt(cue), passage.endMs - 1)), cue: cue.key };
}

function nearest(moments: readonly Placeless[], ms: CutMs): number {
  const far = moments.map(({ atMs }) => Math.abs(atMs - ms));
  return far.indexOf(Math.min(...far));
}
