import * as z from 'zod';
import { parentOf } from '../face/regions';
import { movesOf, type Lesson } from '../lesson/lesson.schema';
import type { CutMs } from '../time/clocks';
import type { Cue } from './cue';
import { override } from './overrides';

/** What is heard of a cue. Of two that come together the one that stands first here is heard. */
export const SOUND_KINDS = ['swap', 'end', 'begin', 'last', 'count'] as const;
export type SoundKind = (typeof SOUND_KINDS)[number];

export const cueSoundSchema = z.object({ kind: z.enum(SOUND_KINDS), atMs: z.int().min(0) });
/** A sound at a time of a cut, for those who cannot look: the cue that it stands for is shown at the same time. */
export type CueSound = Readonly<z.infer<typeof cueSoundSchema>>;

/** Two sounds within so long are one to the ear (common practice, no source). */
const TOGETHER_MS = 250;

/**
 * What is heard of counts, seconds left and changes of side, ascending: each repetition and its last one, where a hold or
 * timed movement begins and ends, and where the side changes; of every move, or of those with the eyes off the screen.
 * Glasses are off for work at the eye, and the screen with them (common practice, no source). What nobody is shown of a
 * kind is heard all the same; what she hid by name is wrong there.
 *
 * @param cues counts, seconds left and changes of side as they are derived.
 * @example cueSounds({ ...lesson, cueSounds: 'every' }, cues, 60_000)[0] // { kind: 'count', atMs: 12_000 }
 */
export function cueSounds(
  lesson: Pick<Lesson, 'steps' | 'cueSounds' | 'overrides'>,
  cues: readonly Cue[],
  durationMs: CutMs,
): CueSound[] {
  if (lesson.cueSounds === 'none') return [];
  const heard = new Set(
    movesOf(lesson.steps)
      .filter(({ move }) => lesson.cueSounds === 'every' || move.eyesOff || parentOf(move.region) === 'eye')
      .map((step) => step.id),
  );
  const own = cues.filter(({ stepId }) => stepId !== null && heard.has(stepId));
  return apart(override(own, lesson.overrides, durationMs).cues.flatMap(soundsOf));
}

function soundsOf({ kind, startMs, endMs, value, of }: Cue): CueSound[] {
  if (kind === 'swap') return [{ kind, atMs: startMs }];
  if (kind === 'count')
    return [
      // Nobody is told that the only one is the last.
      { kind: value === of && of !== 1 ? 'last' : kind, atMs: startMs },
      ...(value === of ? [{ kind: 'end', atMs: endMs } as const] : []),
    ];
  if (kind !== 'countdown') return [];
  return [
    ...(value === of ? [{ kind: 'begin', atMs: startMs } as const] : []),
    ...(value === 1 ? [{ kind: 'end', atMs: endMs } as const] : []),
  ];
}

/** Those that come together are one, the one that says most. */
function apart(sounds: readonly CueSound[]): CueSound[] {
  const rank = ({ kind }: CueSound): number => SOUND_KINDS.indexOf(kind);
  const kept: CueSound[] = [];
  for (const one of sounds.toSorted((a, b) => a.atMs - b.atMs || rank(a) - rank(b))) {
    const last = kept[kept.length - 1];
    if (!last || one.atMs - last.atMs >= TOGETHER_MS) kept.push(one);
    else if (rank(one) < rank(last)) kept[kept.length - 1] = one;
  }
  return kept;
}
