import '../words/localize';
import { captionTexts } from '../cue/caption-texts';
import { deriveCues } from '../cue/derive';
import type { Cue } from '../cue/cue';
import type { Heard } from '../cue/heard';
import type { Lesson } from '../lesson/lesson.schema';
import { timelineOf } from '../schedule/timeline';
import type { Repair } from './finding';

/** Whether the caption of some words says already what is right instead, and else the repair that lets it. */
export interface InCaption {
  readonly isRight: boolean;
  readonly repairs: readonly Repair[];
}

/** The same of some words of a step, with what is right instead. */
export type SaysInCaption = (stepId: string, words: string, right: string) => InCaption;

export const NOT_IN_CAPTION: SaysInCaption = () => ({ isRight: false, repairs: [] });

/**
 * What is said on a film cannot be said otherwise any more, but its caption can add what is right: the words stay as they
 * are heard, with the right figure behind them in brackets.
 *
 * @param heard where someone speaks on the takes, as far as it was analysed.
 * @example captionsOf(lesson)('slipway', 'Ten times', '8 here').repairs[0]?.label // 'Put it right in the caption'
 */
export function captionsOf(lesson: Lesson, heard?: Heard): SaysInCaption {
  let known: readonly Cue[] | null = null;
  return (stepId, words, right) => {
    // Many checks find nothing, and need none.
    known ??= captionsIn(lesson, heard);
    return inCaption(lesson, known, { stepId, words, right });
  };
}

/** Captions of a film as they are derived. */
function captionsIn(lesson: Lesson, heard?: Heard): Cue[] {
  const timeline = timelineOf(lesson)!;
  return timeline.cut
    ? deriveCues({ ...lesson, overrides: [] }, timeline, heard).cues.filter((cue) => cue.kind === 'caption')
    : [];
}

function inCaption(
  lesson: Lesson,
  captions: readonly Cue[],
  { stepId, words, right }: { stepId: string; words: string; right: string },
): InCaption {
  const said = words.toLowerCase();
  const own = captions.find((cue) => cue.stepId === stepId && cue.text.toLowerCase().includes(said));
  if (!own) return NOT_IN_CAPTION(stepId, words, right);
  const text = own.text.replace(/[.!?…]?["”'’]?$/, (end) => ` (${right})${end}`);
  // What no two lines hold is no caption.
  if (captionTexts(text).length > 1) return NOT_IN_CAPTION(stepId, words, right);
  const was = lesson.overrides.find((one) => one.key === own.key);
  if (was?.text === text && !was.hidden) return { isRight: true, repairs: [] };
  const change = { kind: 'set_override', override: { ...was, key: own.key, text } } as const;
  return { isRight: false, repairs: [{ label: $localize`Put it right in the caption`, change, single: true }] };
}
