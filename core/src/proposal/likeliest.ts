import type { Lesson } from '../lesson/lesson.schema';
import type { SegmentKind } from '../lesson/segment-kind';
import type { ViewerSide } from '../lesson/take.schema';
import { intersectSpans, lengthOf } from '../time/spans';
import type { Evidence } from './evidence';
import { instantsOf } from './instants';
import { bestPath, sharpened, type Stretch } from './path';
import { Rhythm, syllableMsOf } from './rhythm';
import { slotsOf, type Slot } from './slots';
import { Weighing, type Beside } from './weighing';

/** Something else than what is planned takes no longer than this at a time; what is planned, no longer than so many times its length. */
const LONGEST_MS = 90_000;
const LONGER = 1.6;
const LONGEST_WAIT_MS = 6000;
/** What is weighed tells more than it seems to, on the takes that the method was made on. */
const SHARPER = 1.5;
/** How fast a voice speaks is seen on a way that few others are held against. */
const NARROW = 12;

/** The best way through a lesson's plan: its slots, the instants, and whose side the left of the picture is. */
export interface Likeliest {
  readonly slots: readonly Slot[];
  readonly atMs: readonly number[];
  readonly left: ViewerSide;
  readonly stretches: readonly Stretch<Beside>[];
  /** What told the words from each other, where nothing is known of them. */
  readonly rhythm?: Rhythm | undefined;
}

/**
 * The likeliest way through a lesson's plan. Where somebody is heard and nothing is known of the words, they are told by
 * their rhythm, once a first way says how fast this voice speaks.
 */
export function likeliest(lesson: Lesson, evidence: Evidence): Likeliest {
  const { slots, rows } = slotsOf(lesson);
  const waits = (kind: SegmentKind): number[] => [
    ...new Set(
      slots.flatMap((slot) => (slot.kind === kind && slot.plannedMs <= LONGEST_WAIT_MS ? [slot.plannedMs] : [])),
    ),
  ];
  const atMs = instantsOf(evidence, { settlesMs: waits('prep'), changesMs: waits('swap') });
  const longestMs = Math.max(
    LONGEST_MS,
    ...slots.map((slot) => LONGER * slot.plannedMs),
    ...evidence.agreed.map((one) => one.endMs - one.startMs),
  );
  const untold = evidence.heard && !evidence.said;
  const way = (left: ViewerSide, rhythm?: Rhythm): Likeliest & { weight: number } => {
    const weighing = sharpened(new Weighing(slots, rows, evidence, atMs, left, rhythm), SHARPER);
    const path = bestPath({ atMs, longestMs }, weighing, untold && !rhythm ? NARROW : undefined);
    return { slots, atMs, left, rhythm, ...path };
  };
  // Where nobody said whose side the left of the picture is, it is the one that more speaks for.
  const sides: readonly ViewerSide[] = evidence.pictureLeft ? [evidence.pictureLeft] : ['left', 'right'];
  const first = sides.map((left) => way(left)).reduce((a, b) => (b.weight > a.weight ? b : a));
  if (!untold) return first;
  return way(first.left, rhythmOf(first, evidence, 60_000 / lesson.pace.syllablesPerMinute));
}

function rhythmOf({ slots, atMs, stretches }: Likeliest, { speech }: Evidence, usualMs: number): Rhythm {
  const words = slots.map((slot) => (slot.work ? '' : slot.words));
  const told = stretches.flatMap(({ slot, from, to }) =>
    words[slot] ? [{ words: words[slot], spokenMs: lengthOf(intersectSpans(speech, [[atMs[from]!, atMs[to]!]])) }] : [],
  );
  return new Rhythm(words, atMs, speech, syllableMsOf(told, usualMs));
}
