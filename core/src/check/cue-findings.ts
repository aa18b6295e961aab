import '../words/localize';
import { seamsOf } from '../assembly/cut';
import { deriveCues } from '../cue/derive';
import { cueTimes } from '../cue/when';
import { FRAMES } from '../cue/frame';
import { lightUnder } from '../cue/light-under';
import { placeCues } from '../cue/place';
import { seenAreas } from '../cue/seen-areas';
import type { Senses } from '../cue/senses';
import { cueStyleOf } from '../cue/styles';
import { heardIn } from '../cue/heard';
import type { Cue } from '../cue/cue';
import type { Change } from '../lesson/change.schema';
import { partsOfKey, scopeOf, stepOfCue } from '../lesson/cue-key';
import type { Lesson } from '../lesson/lesson.schema';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { timelineOf, type Timeline } from '../schedule/timeline';
import { perSecond } from '../time/frames';
import { cueChecks } from './cue-checks';
import type { SeenCues } from './seen-cues';
import { profileOf } from './cue-profile';
import type { Found, Repair } from './finding';

/**
 * Changes of cues whose cue is gone, a film whose words nobody can read, and what of its cues could not be followed.
 *
 * @example cueFindings(lesson).map((one) => one.rule) // ['change-without-cue']
 */
export function cueFindings(lesson: Lesson, senses: Senses = {}): Found[] {
  if (lesson.overrides.length === 0 && lesson.segments.length === 0) return [];
  const timeline = timelineOf(lesson)!;
  const { cues, orphans } = deriveCues(lesson, timeline, senses.heard);
  const findings = orphans.map((one) => withoutCue(one, cues, timeline.durationMs));
  if (timeline.cut !== null && !cues.some((cue) => cue.kind === 'caption') && cueTimes(lesson)('caption') !== 'never')
    findings.push({
      rule: 'no-captions',
      place: { on: 'cut', cutId: 'full', stepId: null, side: null, startMs: 0, endMs: timeline.durationMs },
      message: $localize`There are no captions: nothing is written down of what is said, or nobody is heard saying it.`,
      repairs: [],
    });
  return timeline.cut === null
    ? findings
    : [...findings, ...cueChecks(seenCues(lesson, timeline, cues, senses), profileOf(lesson))];
}

/**
 * The cues of a film as they are seen, wide and on an upright telephone.
 *
 * @example cueChecks(seenCues(lesson, timeline, deriveCues(lesson, timeline).cues)).length // 0
 */
export function seenCues(
  lesson: Lesson,
  timeline: Timeline,
  cues: readonly Cue[],
  { heard, seenOn }: Senses = {},
): SeenCues {
  const style = cueStyleOf(lesson);
  const areas = seenAreas(lesson, timeline, seenOn);
  const light = lightUnder(timeline.cut, seenOn);
  const take = lesson.takes.find((one) => one.id === timeline.cut?.pieces[0]?.takeId);
  return {
    ...{ style, areas, overrides: lesson.overrides, edges: seamsOf(timeline.cut) },
    cues: placeCues(cues, style, FRAMES['16:9'], areas, light),
    page: placeCues(cues, style, FRAMES.page, areas, light),
    speech: timeline.cut && heard ? heardIn(timeline.cut, heard).speech : [],
    rate: take ? perSecond(take.frameRate) : USUAL_RATE,
  };
}

const USUAL_RATE = 25;

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
    message: $localize`A change of yours${what} belongs to ${NAMES[kind as CueKind]} that is no longer shown.`,
    restsOn: one,
    repairs: now ? [{ label: $localize`Use it on the film`, change: movedTo(one, now.key) }, forget] : [forget],
  };
}

const NAMES: Readonly<Record<CueKind, string>> = {
  count: $localize`a count`,
  countdown: $localize`a second of a hold`,
  set: $localize`the beginning of a set`,
  halfway: $localize`a half`,
  last: $localize`a last one`,
  next: $localize`what comes next`,
  breath: $localize`a second of a breath`,
  pressure: $localize`how firmly and which way`,
  form: $localize`how to do it`,
  caution: $localize`a caution`,
  felt: $localize`where it is felt`,
  check: $localize`what to check`,
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
