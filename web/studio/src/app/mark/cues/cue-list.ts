import type { Cue } from '@limber/core/cue/cue';
import type { PlacedCue } from '@limber/core/cue/place';
import { nameOfStep, type Lesson } from '@limber/core/lesson/lesson.schema';
import { ONE_NAMES } from './cue-names';

/** A cue as it is listed and edited: also one that is hidden. */
export interface ListedCue {
  readonly cue: Cue;
  /** As it would be without any change of it. */
  readonly plain: Cue;
  readonly hidden: boolean;
  /** What it is, or what became of it. */
  readonly state: string;
  /** The name of its step. */
  readonly step: string;
  readonly words: string;
}

/**
 * @param cues as they are shown.
 * @param plain what would be derived of the kinds that are shown.
 */
export function listedCues(
  { steps }: Pick<Lesson, 'steps'>,
  cues: readonly PlacedCue[],
  plain: readonly Cue[],
): ListedCue[] {
  const shaped = new Map(cues.map((cue) => [cue.key, cue]));
  const names = new Map(steps.map((step) => [step.id, nameOfStep(step)]));
  const known = new Set(plain.map((cue) => cue.key));
  // One that is shown although its kind is not.
  const beside = cues.filter((cue) => !known.has(cue.key));
  const all = [...plain, ...beside].sort((a, b) => a.startMs - b.startMs);
  return all.map((plain) => {
    const cue: Cue = shaped.get(plain.key) ?? plain;
    const hidden = !shaped.has(plain.key);
    const figure = cue.value !== 0 && (cue.kind === 'count' || cue.kind === 'countdown');
    return {
      cue,
      plain,
      hidden,
      state: hidden ? $localize`hidden` : cue.edited ? $localize`changed` : ONE_NAMES[cue.kind],
      step: names.get(cue.stepId ?? '') ?? '',
      words: figure ? $localize`${cue.text} of ${cue.of}` : cue.text,
    };
  });
}
