import type { Change } from '../lesson/change.schema';
import type { Lesson, Pace } from '../lesson/lesson.schema';
import { schedule } from '../schedule/schedule';
import { calibrate, type Sample } from '../speech/calibrate';
import type { Prompt } from './prompts';
import type { Shown } from './session';

/** A step as it was rehearsed beside what was planned, ms; the opening and the closing have no step. */
export interface RehearsedStep {
  readonly stepId: string | null;
  readonly kind: 'step' | 'opening' | 'closing';
  readonly plannedMs: number;
  readonly doneMs: number;
}

/** What a rehearsal says of a plan. */
export interface Rehearsed {
  readonly steps: readonly RehearsedStep[];
  readonly plannedMs: number;
  readonly doneMs: number;
  /** The pace that it came to; null where too little was gone through by hand. */
  readonly pace: Pace | null;
  /** How long the whole lesson would run at that pace, ms. */
  readonly thenMs: number | null;
  /** The edit that takes it over. */
  readonly change: Change | null;
}

/** So many sentences make a pace. */
const ENOUGH = 3;
/** A wait that was measured is taken between these, ms. */
const LONGEST_MS = 60_000;

/**
 * What was rehearsed against what was planned, step by step, and the pace that it came to: speaking rate and pauses by
 * the sentences that were ended by a press, settling and changes of side by the middle of those that were. What went on
 * by the clock says nothing.
 *
 * @example rehearsed(lesson, prompts, session.shown).pace?.swapMs // 4100
 */
export function rehearsed(lesson: Lesson, prompts: readonly Prompt[], shown: readonly Shown[]): Rehearsed {
  const steps: { -readonly [K in keyof RehearsedStep]: RehearsedStep[K] }[] = [];
  for (const { prompt, fromMs, toMs } of shown) {
    const { stepId, kind: part, startMs, endMs } = prompts[prompt]!;
    const kind = stepId !== null ? 'step' : part === 'outro' ? 'closing' : 'opening';
    let one = steps.find((each) => each.stepId === stepId && each.kind === kind);
    if (!one) steps.push((one = { stepId, kind, plannedMs: 0, doneMs: 0 }));
    one.doneMs += toMs - fromMs;
    // Seen twice, it is planned once.
    if (shown.find((each) => each.prompt === prompt)!.fromMs === fromMs) one.plannedMs += endMs - startMs;
  }
  const pace = paceOf(lesson, prompts, shown);
  return {
    steps,
    plannedMs: steps.reduce((sum, one) => sum + one.plannedMs, 0),
    doneMs: steps.reduce((sum, one) => sum + one.doneMs, 0),
    pace,
    thenMs: pace && schedule({ ...lesson, pace }).totalMs,
    change: pace && { kind: 'set_lesson', field: 'pace', value: pace },
  };
}

function paceOf(lesson: Lesson, prompts: readonly Prompt[], shown: readonly Shown[]): Pace | null {
  const byHand = shown
    .filter((one) => one.pressed)
    .map((one) => ({ ...prompts[one.prompt]!, ms: one.toMs - one.fromMs }));
  const said = byHand.filter((one) => one.as === 'say' && one.ms > 0).map(({ text, ms }): Sample => ({ text, ms }));
  const settled = middle(byHand.filter((one) => one.kind === 'prep' && isSettling(lesson, one)).map((one) => one.ms));
  const swapped = middle(byHand.filter((one) => one.kind === 'swap').map((one) => one.ms));
  if (said.length < ENOUGH && settled === null && swapped === null) return null;
  const spoken = said.length < ENOUGH ? lesson.pace : calibrate(said, lesson.pace);
  return { ...spoken, settleMs: settled ?? spoken.settleMs, swapMs: swapped ?? spoken.swapMs };
}

/** Waits for hands to settle, not for oil or a tool: those are as long as the pace has it. */
const isSettling = ({ pace }: Lesson, { startMs, endMs }: Prompt): boolean => endMs - startMs === pace.settleMs;

function middle(lengths: readonly number[]): number | null {
  const sorted = [...lengths].sort((a, b) => a - b);
  if (sorted.length === 0) return null;
  const half = (sorted.length - 1) / 2;
  return Math.min(LONGEST_MS, Math.round((sorted[Math.floor(half)]! + sorted[Math.ceil(half)]!) / 2));
}
