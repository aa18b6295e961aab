import { goesRightOn } from '../assembly/goes-on';
import type { Passage } from '../assembly/passage';
import { cueKey, partsOfKey } from '../lesson/cue-key';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import type { CutMs } from '../time/clocks';
import type { Span } from '../time/spans';
import { captions } from './captions';
import { counts } from './counts';
import type { Cue } from './cue';
import { cueSounds, type CueSound } from './cue-sounds';
import type { Heard } from './heard';
import { breaths } from './breaths';
import { moments } from './moments';
import { isNote, notes } from './notes';
import { override } from './overrides';
import { labels, nextOnes, sideBadges, sideRuns, swapNotices, type SideRun } from './sides';
import { cueTimes } from './when';

export interface DerivedCues {
  readonly cues: readonly Cue[];
  /** What is heard of them; also of those that are not shown. */
  readonly sounds: readonly CueSound[];
  /** Overrides whose cue is gone; of a cut that leaves things out, also those of what it leaves out. */
  readonly orphans: readonly CueOverride[];
}

/** Those that begin together stand in this order. */
const ORDER: readonly CueKind[] = [
  ...(['label', 'side', 'swap', 'next', 'count', 'countdown', 'breath', 'set', 'halfway', 'last'] as const),
  ...(['caution', 'pressure', 'form', 'felt', 'check', 'caption'] as const),
];

/**
 * Every cue of a cut, in order of time: derived, then shaped by the instructor's overrides. Of each kind only those that
 * are shown: every time, or the first time that a move is done.
 *
 * @param heard where someone speaks on each take, as far as it was analysed.
 * @example deriveCues(lesson, timelineOf(lesson, 'practice')!).cues.length // 54
 */
export function deriveCues(lesson: Lesson, timeline: Timeline = timelineOf(lesson)!, heard?: Heard): DerivedCues {
  const passages = joined(timeline.passages);
  const runs = sideRuns(passages);
  const when = cueTimes(lesson);
  const againMs = againFrom(lesson, runs);
  const isShown = ({ kind, stepId, startMs }: Cue): boolean =>
    when(kind) === 'every' || (when(kind) === 'first' && startMs < (againMs.get(stepId ?? '') ?? Infinity));
  const figures = counts(lesson, passages);
  const said = moments(lesson, runs, figures);
  const swaps = swapNotices(passages, runs);
  const derived = distinct([
    ...labels(lesson, passages),
    ...sideBadges(runs),
    ...swaps,
    ...nextOnes(lesson, runs),
    ...figures,
    ...breaths(lesson, passages, figures),
    ...said,
    ...notes(lesson, { passages, runs }, when, said.filter(isShown).map(spanOf)),
    ...captions(lesson, { ...timeline, passages }, heard),
  ]);
  // What is told once chose its own time already.
  const chosen = (cue: Cue): boolean => isNote(cue.kind) || isShown(cue);
  const { cues, orphans } = override(derived, lesson.overrides, timeline.durationMs, chosen);
  cues.sort((a, b) => a.startMs - b.startMs || ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || a.endMs - b.endMs);
  // Of a kind that is not told nothing is derived that a change could belong to.
  return {
    cues,
    sounds: cueSounds(lesson, [...figures, ...swaps], timeline.durationMs),
    orphans: orphans.filter(({ key }) => when(partsOfKey(key).kind as CueKind) !== 'never'),
  };
}

const spanOf = ({ startMs, endMs }: Cue): Span => [startMs, endMs];

/** From when on the move of each step is done for another time: on its other side, in another step, played again. */
function againFrom({ steps }: Pick<Lesson, 'steps'>, runs: readonly SideRun[]): ReadonlyMap<string, CutMs> {
  const moves = new Map(movesOf(steps).map((step) => [step.id, step.move.id]));
  const begins = new Map<string, number[]>();
  for (const { stepId, startMs } of runs) {
    const move = moves.get(stepId) ?? stepId;
    if (!begins.get(move)?.push(startMs)) begins.set(move, [startMs]);
  }
  return new Map(steps.map(({ id }) => [id, begins.get(moves.get(id) ?? id)?.[1] ?? Infinity]));
}

/** A segment that goes on across the edge of two pieces is one passage. */
function joined(passages: readonly Passage[]): Passage[] {
  const whole: Passage[] = [];
  /** Where the last passage of each segment stands. */
  const lastOf = new Map<string, number>();
  for (const one of passages) {
    const at = one.segmentId === null ? undefined : lastOf.get(one.segmentId);
    const last = at === undefined ? undefined : whole[at]!;
    if (last && goesRightOn(last, one))
      whole[at!] = {
        ...last,
        endMs: one.endMs,
        share: last.share + one.share,
        beatsMs: [...last.beatsMs, ...one.beatsMs],
        spoken: [...last.spoken, ...one.spoken],
      };
    else {
      if (one.segmentId !== null) lastOf.set(one.segmentId, whole.length);
      whole.push(one);
    }
  }
  return whole;
}

/** The same stretch that plays twice in one piece's name gets two names. */
function distinct(cues: readonly Cue[]): Cue[] {
  const known = new Set<string>();
  return cues.map((cue) => {
    let { key } = cue;
    for (let { passage, kind, n } = partsOfKey(key); known.has(key); n!++) key = cueKey(passage!, kind, n! + 1);
    known.add(key);
    return key === cue.key ? cue : { ...cue, key };
  });
}
