import { saidDone, type SaidDone } from '@limber/core/check/said-done';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { propose, type Proposal } from '@limber/core/proposal/propose';
import { evidenceOf, type TakeKnown } from '@limber/core/proposal/take-evidence';
import type { Told } from '../../shell/work-queue';

export interface ProposeQuestion {
  readonly lesson: Lesson;
  readonly takeId: string;
  readonly known: TakeKnown;
}

export interface Proposed {
  readonly proposals: readonly Proposal[];
  /** Whether the words that come first are this lesson's; null where there are none. */
  readonly fits: boolean | null;
  readonly saidDone: SaidDone;
}

/** What a take most likely shows, away from the screen. */
addEventListener('message', ({ data: asked }: MessageEvent<ProposeQuestion & { readonly id: number }>) => {
  const tell = (told: Told): void => postMessage(told);
  try {
    const { lesson, takeId, known } = asked;
    const { evidence, words, fits } = evidenceOf(lesson, takeId, known);
    const proposals = propose(lesson, evidence);
    const { bouts, holds } = evidence;
    const take = lesson.takes.find((one) => one.id === takeId)!;
    const held = saidDone(lesson, { take, proposals, bouts, holds, words });
    tell({ id: asked.id, done: { proposals, fits, saidDone: held } satisfies Proposed });
  } catch (error) {
    tell({ id: asked.id, failed: error instanceof Error ? error.message : $localize`That could not be computed.` });
  }
});
