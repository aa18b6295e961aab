import '../words/localize';
import { deriveCues } from '../cue/derive';
import type { Cue } from '../cue/cue';
import type { Heard } from '../cue/heard';
import type { Change } from '../lesson/change.schema';
import { partsOfKey, scopeOf, stepOfCue } from '../lesson/cue-key';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueOverride } from '../lesson/override.schema';
import { timelineOf } from '../schedule/timeline';
import type { Found, Repair } from './finding';

/**
 * Changes of cues whose cue is gone, and a film whose words nobody can read.
 *
 * @example cueFindings(lesson).map((one) => one.rule) // ['change-without-cue']
 */
export function cueFindings(lesson: Lesson, heard?: Heard): Found[] {
  if (lesson.overrides.length === 0 && lesson.segments.length === 0) return [];
  const timeline = timelineOf(lesson)!;
  const { cues, orphans } = deriveCues(lesson, timeline, heard);
  const findings = orphans.map((one) => withoutCue(one, cues, timeline.durationMs));
  if (timeline.cut !== null && !cues.some((cue) => cue.kind === 'caption') && !isHidden(lesson, 'caption'))
    findings.push({
      rule: 'no-captions',
      place: { on: 'cut', cutId: 'full', stepId: null, side: null, startMs: 0, endMs: timeline.durationMs },
      message: $localize`There are no captions: nothing is written down of what is said, or nobody is heard saying it.`,
      repairs: [],
    });
  return findings;
}

function isHidden({ overrides }: Lesson, kind: string): boolean {
  return overrides.some((one) => one.key === kind && one.hidden);
}

function withoutCue(one: CueOverride, cues: readonly Cue[], durationMs: number): Found {
  const { kind } = partsOfKey(one.key);
  const what = one.text ? ` (“${one.text}”)` : one.hidden ? ' (hidden)' : '';
  const forget: Repair = { label: $localize`Forget it`, change: { kind: 'clear_override', key: one.key } };
  const now = sameOnFilm(one, cues);
  return {
    rule: 'change-without-cue',
    place: {
      ...{ on: 'cut', cutId: 'full', stepId: stepOfCue(one.key), side: null, cue: one.key },
      ...{ startMs: now?.startMs ?? 0, endMs: now?.endMs ?? durationMs },
    },
    message: $localize`A change of yours${what} belongs to ${NAMES[kind] ?? 'something'} that is no longer shown.`,
    restsOn: one,
    repairs: now ? [{ label: $localize`Use it on the film`, change: movedTo(one, now.key) }, forget] : [forget],
  };
}

const NAMES: Readonly<Record<string, string>> = {
  count: $localize`a count`,
  countdown: $localize`a second of a hold`,
  side: $localize`a side`,
  swap: $localize`a change of side`,
  label: $localize`a name`,
  caption: $localize`a caption`,
};

/** What a change was made of in the plan, where that is filmed by now: the same number of the same kind, step and side. */
function sameOnFilm({ key }: CueOverride, cues: readonly Cue[]): Cue | null {
  const stepId = stepOfCue(key);
  if (stepId === null || scopeOf(key) !== 'cue') return null;
  const { kind, n } = partsOfKey(key);
  const side = key.split('|')[1];
  const own = cues.filter((cue) => cue.kind === kind && cue.stepId === stepId && (cue.side ?? '-') === side);
  return own.find((cue) => partsOfKey(cue.key).n === n && !cue.edited) ?? null;
}

function movedTo(one: CueOverride, key: string): Change {
  return {
    kind: 'batch',
    changes: [
      { kind: 'clear_override', key: one.key },
      { kind: 'set_override', override: { ...one, key } },
    ],
  };
}
