import { saidDone, type SaidDone } from '@limber/core/check/said-done';
import type { Repair } from '@limber/core/check/finding';
import { otherCountOfRow } from '@limber/core/check/other-count';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { propose, type Proposal } from '@limber/core/proposal/propose';
import { sheetOf } from '@limber/core/proposal/sheet';
import { evidenceOf, type TakeKnown } from '@limber/core/proposal/take-evidence';
import { answerQuestions } from '../../shell/answer-questions';

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
  /** What lets a row have as many as planned, by its key. */
  readonly otherCounts: ReadonlyMap<string, Repair>;
}

/** What a take most likely shows, away from the screen. */
answerQuestions(({ lesson, takeId, known }: ProposeQuestion): Proposed => {
  const { evidence, words, fits, around } = evidenceOf(lesson, takeId, known);
  const proposals = propose(lesson, evidence);
  const { bouts, holds } = evidence;
  const take = lesson.takes.find((one) => one.id === takeId)!;
  const held = saidDone(lesson, { take, proposals, bouts, holds, words, around });
  const otherCounts = new Map(
    (around ? sheetOf(lesson, takeId, proposals) : []).flatMap((row) => {
      const repair = row.doubt && otherCountOfRow(lesson, takeId, row, proposals, around!, newId);
      return repair ? [[row.key, repair] as const] : [];
    }),
  );
  return { proposals, fits, saidDone: held, otherCounts };
});

const newId = (): string => crypto.randomUUID();
