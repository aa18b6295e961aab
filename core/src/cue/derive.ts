import { goesRightOn } from '../assembly/goes-on';
import type { Passage } from '../assembly/passage';
import { cueKey, partsOfKey } from '../lesson/cue-key';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import { captions } from './captions';
import { counts } from './counts';
import type { Cue } from './cue';
import { override } from './overrides';
import { labels, sideBadges, swapNotices } from './sides';
import type { Heard } from './heard';

export interface DerivedCues {
  readonly cues: readonly Cue[];
  /** Overrides whose cue is gone; of a cut that leaves things out, also those of what it leaves out. */
  readonly orphans: readonly CueOverride[];
}

/** Those that begin together stand in this order. */
const ORDER: Record<CueKind, number> = { label: 0, side: 1, swap: 2, count: 3, countdown: 4, caption: 5 };

/**
 * Every cue of a cut, in order of time: derived, then shaped by the instructor's overrides.
 *
 * @param heard where someone speaks on each take, as far as it was analysed.
 * @example deriveCues(lesson, timelineOf(lesson, 'practice')!).cues.length // 54
 */
export function deriveCues(lesson: Lesson, timeline: Timeline = timelineOf(lesson)!, heard?: Heard): DerivedCues {
  const passages = joined(timeline.passages);
  const derived = distinct([
    ...labels(lesson, passages),
    ...sideBadges(passages),
    ...swapNotices(passages),
    ...counts(lesson, passages),
    ...captions(lesson, { ...timeline, passages }, heard),
  ]);
  const { cues, orphans } = override(derived, lesson.overrides, timeline.durationMs);
  cues.sort((a, b) => a.startMs - b.startMs || ORDER[a.kind] - ORDER[b.kind] || a.endMs - b.endMs);
  return { cues, orphans };
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
