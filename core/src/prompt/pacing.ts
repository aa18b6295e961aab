import '../words/localize';
import type { Cue } from '../cue/cue';
import type { Line, Prompt } from './prompts';
import { timeIn, type Session } from './session';

/** Nearer to the plan than this is on time, ms. */
const ON_TIME_MS = 1500;

/**
 * How far ahead of the plan one is; below 0 behind it, ms. A sentence that takes longer than planned counts at once.
 *
 * @example aheadMs(prompts, session, 4000) // -1200
 */
export function aheadMs(prompts: readonly Prompt[], session: Session, atMs: number): number {
  const { startMs, endMs } = prompts[session.at]!;
  const now = timeIn(session, atMs);
  return startMs + Math.min(endMs - startMs, now - session.sinceMs) - now;
}

/** The same in words. @example aheadWords(-4200) // '4 s behind the plan' */
export function aheadWords(ms: number): string {
  const seconds = Math.round(Math.abs(ms) / 1000);
  if (Math.abs(ms) < ON_TIME_MS) return $localize`on time`;
  return ms > 0 ? $localize`${seconds} s ahead of the plan` : $localize`${seconds} s behind the plan`;
}

/** What of the work that is under way stands on the screen. */
export interface Now {
  /** The number that viewers will see at this instant of the plan; null before the first and where nothing is counted. */
  readonly count: Cue | null;
  /** A hold is over, and what follows it has not begun. */
  readonly letsGo: boolean;
  /** What is said over it now; null where nothing more is. */
  readonly line: Line | null;
}

/**
 * The number and the sentence of a prompt at an instant.
 *
 * @example nowIn(prompts, session, 14_000).count?.text // '3'
 */
export function nowIn(prompts: readonly Prompt[], session: Session, atMs: number): Now {
  const prompt = prompts[session.at]!;
  const at = prompt.startMs + timeIn(session, atMs) - session.sinceMs;
  const { counts, over } = prompt;
  const count = counts.findLast((cue) => cue.startMs <= at) ?? null;
  // Nothing is left of it, or it is over and what comes next has not begun.
  const letsGo = prompt.kind === 'hold' && count !== null && (count.value === 0 || at >= count.endMs);
  return {
    count: letsGo ? null : count,
    letsGo,
    line: over.find((line) => at < line.endMs) ?? null,
  };
}
