import { deriveCues } from '../cue/derive';
import type { Cue } from '../cue/cue';
import { partsOfKey, segmentOfCue } from '../lesson/cue-key';
import { LESSON_VERSION, lessonSchema } from '../lesson/lesson.schema';

type Json = Record<string, unknown>;

/**
 * Version 3 named a cue by step, side, kind and a number counted over the whole lesson, and held times of the full cut.
 * Version 4 names it by piece and segment, and holds how far it lies from where it is derived.
 */
export function lessonFrom3(lesson: Json): Json {
  const overrides = lesson['overrides'];
  if (!Array.isArray(overrides) || overrides.length === 0) return lesson;
  const plain = lessonSchema.safeParse({
    ...lesson,
    version: LESSON_VERSION,
    overrides: [{ key: 'label', when: 'every' }],
  });
  const cues = plain.success ? cuesByOlderKey(deriveCues(plain.data).cues) : new Map<string, Cue>();
  const known = new Set<string>();
  return {
    ...lesson,
    overrides: (overrides as Json[]).flatMap(({ startMs, endMs, ...rest }) => {
      const cue = cues.get(String(rest['key']));
      const one: Json = cue
        ? {
            ...rest,
            key: cue.key,
            ...(typeof startMs === 'number' ? { startOffsetMs: within(startMs - cue.startMs) } : {}),
            ...(typeof endMs === 'number' ? { endOffsetMs: within(endMs - cue.endMs) } : {}),
          }
        : rest;
      if (known.has(String(one['key']))) return [];
      known.add(String(one['key']));
      return [one];
    }),
  };
}

/** Cues were never moved by more than a minute on purpose. */
const within = (ms: number): number => Math.max(-60_000, Math.min(60_000, Math.round(ms)));

/** The cues by `stepId|side|kind|number` as version 3 counted: through all of a side's passages, in order of time. */
function cuesByOlderKey(cues: readonly Cue[]): Map<string, Cue> {
  const filmed = cues.some((cue) => segmentOfCue(cue.key) !== null);
  const byKey = new Map<string, Cue>();
  const groups = new Map<string, { passage: string; first: number; made: number; before: number }>();
  const sideNumbers = new Map<string, number>();
  for (const cue of cues) {
    // Of a film there were captions where talk was marked, and nowhere else.
    if (cue.kind === 'swap' || (cue.kind === 'caption' && filmed && segmentOfCue(cue.key) === null)) continue;
    const { passage, n } = partsOfKey(cue.key);
    const name = `${cue.stepId ?? '-'}|${cue.side ?? '-'}|${cue.kind}`;
    let group = groups.get(name);
    if (group?.passage !== passage) {
      group = { passage: passage!, first: n!, made: 0, before: group ? group.before + group.made : 0 };
      groups.set(name, group);
    }
    const counted = cue.kind === 'count' || cue.kind === 'countdown';
    const number = group.before + (counted ? n! - group.first : group.made);
    group.made++;
    if (cue.kind === 'side') sideNumbers.set(passage!, number);
    byKey.set(`${name}|${number}`, cue);
  }
  // A change of side had the number of the side that it announces.
  for (const cue of cues)
    if (cue.kind === 'swap')
      byKey.set(`${cue.stepId}|${cue.side}|swap|${sideNumbers.get(partsOfKey(cue.key).passage!) ?? 0}`, cue);
  return byKey;
}
