import { oneSideMs, partsOf, sidesIn, type WorkedSide } from '../dose/dose';
import { speakingMs } from '../speech/speaking-time';
import { lengthOf, unionSpans, type Span } from '../time/spans';
import type { Lesson, Step } from './lesson.schema';
import { isWork, type Passage } from './passage';

export interface StepTiming {
  readonly stepId: string;
  readonly startMs: number;
  readonly endMs: number;
  /** The dose by itself: every side's time with the rests between sets, without settling, swaps or talk. */
  readonly doseMs: number;
  /** Everything said at the step. */
  readonly speechMs: number;
}

export interface Schedule {
  readonly totalMs: number;
  /** Start of the first dose; null when the lesson has none. */
  readonly firstMoveMs: number | null;
  /** Share of the lesson in which someone speaks, 0 to 1, talk over a dose included. */
  readonly talkShare: number;
  readonly steps: readonly StepTiming[];
  readonly passages: readonly Passage[];
}

/**
 * How long a lesson runs, and when everything in it happens, by the arithmetic of dose and speech.
 *
 * A step is: words before, settling in, then each part of its side plan with a swap between two sides, then words
 * after. Words over the dose begin with it; where they take longer, the last part stretches until they end, as it does
 * in front of a camera.
 */
export function schedule(lesson: Lesson): Schedule {
  const passages: Passage[] = [];
  const steps: StepTiming[] = [];
  let now = 0;
  const talk = (kind: Passage['kind'], stepId: string | null, words: string): number => {
    const lengthMs = speakingMs(words, lesson.pace);
    if (lengthMs === 0) return 0;
    passages.push(passage(kind, stepId, null, now, now + lengthMs, [[now, now + lengthMs]], words));
    now += lengthMs;
    return lengthMs;
  };

  talk('intro', null, lesson.opening);
  for (const step of lesson.steps) {
    const startMs = now;
    let speechMs = talk('teach', step.id, step.narration.before);
    const during = speakingMs(step.narration.during, lesson.pace);
    const work = workPassages(step, now, lesson.pace, during);
    passages.push(...work);
    now = work[work.length - 1]!.endMs;
    speechMs += during + talk('talk', step.id, step.narration.after);
    const doseMs = partsOf(step.sidePlan).reduce((sum, part) => sum + partMs(step, part), 0);
    steps.push({ stepId: step.id, startMs, endMs: now, doseMs, speechMs });
  }
  talk('outro', null, lesson.closing);

  const spoken = lengthOf(unionSpans(passages.flatMap((one) => [...one.spoken])));
  return {
    totalMs: now,
    firstMoveMs: passages.find((one) => isWork(one.kind))?.startMs ?? null,
    talkShare: now === 0 ? 0 : spoken / now,
    steps,
    passages,
  };
}

/** The dose that a side of a step gets. */
export function doseFor(step: Step, side: WorkedSide | null): Step['dose'] {
  return side === 'right' && step.rightDose ? step.rightDose : step.dose;
}

function partMs(step: Step, part: WorkedSide): number {
  if (part === 'alternating' && step.rightDose) return oneSideMs(step.dose) + oneSideMs(step.rightDose);
  return oneSideMs(doseFor(step, part)) * sidesIn(part);
}

function workPassages(step: Step, startMs: number, pace: Lesson['pace'], duringMs: number): Passage[] {
  const passages: Passage[] = [];
  let now = startMs;
  if (pace.settleMs > 0) {
    passages.push(passage('prep', step.id, null, now, now + pace.settleMs));
    now += pace.settleMs;
  }
  const doseStart = now;
  const parts = partsOf(step.sidePlan);
  parts.forEach((part, index) => {
    if (index > 0 && pace.swapMs > 0) {
      passages.push(passage('swap', step.id, part, now, now + pace.swapMs));
      now += pace.swapMs;
    }
    const last = index === parts.length - 1;
    const endMs = last ? Math.max(now + partMs(step, part), doseStart + duringMs) : now + partMs(step, part);
    passages.push(passage(workKind(step), step.id, part, now, endMs));
    now = endMs;
  });
  if (duringMs === 0) return passages;
  const speech: Span = [doseStart, doseStart + duringMs];
  let first = true;
  return passages.map((one) => {
    const spoken: Span = [Math.max(one.startMs, speech[0]), Math.min(one.endMs, speech[1])];
    if (spoken[1] <= spoken[0]) return one;
    const words = first ? step.narration.during : '';
    first = false;
    return { ...one, spoken: [spoken], words };
  });
}

/** The kind of segment in which a step's dose is worked. */
export function workKind(step: Pick<Step, 'dose' | 'move'>): 'hold' | 'reps' | 'drain' {
  if (step.dose.form === 'hold') return 'hold';
  return step.move.action === 'drain' ? 'drain' : 'reps';
}

function passage(
  kind: Passage['kind'],
  stepId: string | null,
  side: WorkedSide | null,
  startMs: number,
  endMs: number,
  spoken: readonly Span[] = [],
  words = '',
): Passage {
  return { kind, stepId, side, startMs, endMs, beats: [], spoken, words };
}
