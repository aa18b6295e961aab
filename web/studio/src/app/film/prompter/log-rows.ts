import type { Prompt } from '@limber/core/prompt/prompts';
import type { Session } from '@limber/core/prompt/session';
import { clock } from '@limber/core/time/clock';
import { kindWords, sideWords } from './prompt-words';

/** A line of the log as it writes itself: what was done when, and how long it took; what comes has no time yet. */
export interface LogRow {
  readonly at: string;
  readonly name: string;
  readonly took: string;
  readonly here: boolean;
}

/**
 * The log beside the prompter: a row for each side of each step, those that are done, the one that is under way, those to
 * come with what they are planned to take.
 */
export function logRows(prompts: readonly Prompt[], session: Session, nameOf: (stepId: string) => string): LogRow[] {
  const groups: { name: string; first: number; last: number; plannedMs: number }[] = [];
  prompts.forEach((one, at) => {
    const before = prompts[at - 1];
    // What leads to a side belongs to it, and what is said after the last one too.
    const goesOn =
      before && sameStep(before, one) && one.as !== 'change' && !(one.as === 'work' && before.as === 'work');
    if (!goesOn) {
      const name = one.stepId === null ? kindWords(one.kind) : nameOf(one.stepId);
      groups.push({ name, first: at, last: at, plannedMs: 0 });
    }
    const here = groups[groups.length - 1]!;
    here.last = at;
    here.plannedMs += one.endMs - one.startMs;
    if (one.as === 'work' && (one.side === 'left' || one.side === 'right'))
      here.name = `${nameOf(one.stepId!)}, ${sideWords(one.side)}`;
  });
  return groups.map(({ name, first, last, plannedMs }) => {
    const own = session.shown.filter((one) => one.prompt >= first && one.prompt <= last);
    const here = session.at >= first && session.at <= last && !session.ended;
    const from = own[0]?.fromMs ?? (here ? session.sinceMs : null);
    const done = own[own.length - 1];
    const took = here || !done ? clock(plannedMs) : clock(done.toMs - from!);
    return { name, at: from === null ? '' : clock(from), took: here ? `${took} …` : took, here };
  });
}

const sameStep = (a: Prompt, b: Prompt): boolean => a.stepId === b.stepId && (b.stepId !== null || a.kind === b.kind);
