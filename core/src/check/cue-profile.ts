import type { CueFigureId } from '../caution/cue-figure';
import { rulesOf } from '../caution/studio-rules';
import { TELEPHONE } from '../cue/frame';
import { LEAST } from '../cue/contrast';
import type { Lesson } from '../lesson/lesson.schema';
import { CHARACTERS_PER_SECOND, LINE_CHARACTERS, LONGEST_MS } from '../cue/caption-texts';

/** What the checks of cues hold against, each figure as {@link CUE_FIGURES} tells. */
export type CueProfile = Readonly<Record<CueFigureId, number>>;

/**
 * Published figures, where there are any: timed-text guides of broadcasters and streamers (from memory; 20 characters a
 * second for adults, 17 at a calm pace, 5/6 s, 7 s, two pictures, two lines of 42), WCAG 2.2 for contrast (1.4.3, 1.4.11)
 * and for flashing (2.3.1, three times in any second), ITU-R BT.1359-1 for when sound and picture are noticed to be apart
 * (from memory; 45 ms early, 125 ms late), taken for numbers and movement. Size at arm's length, how much at once, and
 * holes: common practice, no source.
 */
export const CUE_PROFILE: CueProfile = {
  charactersPerSecond: CHARACTERS_PER_SECOND,
  saidPerSecond: 20,
  leastMs: 833,
  mostMs: LONGEST_MS,
  gapPictures: 2,
  lineCharacters: LINE_CHARACTERS,
  lines: 2,
  leastPx: TELEPHONE.leastPx,
  ...LEAST,
  changesPerSecond: 3,
  atOnce: 4,
  earlyMs: 45,
  lateMs: 125,
  holeMs: 4000,
};

/** The same as a studio wants it. @example profileOf({ rules: null }).lines // 2 */
export function profileOf({ rules }: Pick<Lesson, 'rules'>): CueProfile {
  return { ...CUE_PROFILE, ...Object.fromEntries(rulesOf(rules).figures.map(({ id, value }) => [id, value])) };
}
