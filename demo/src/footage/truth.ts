import { partsOf, repetitionsOf, type WorkedSide } from '@limber/core/dose/dose';
import { type Lesson, movesOf, type MoveStep } from '@limber/core/lesson/lesson.schema';
import { doseFor } from '@limber/core/lesson/dose-for';
import { workKind } from '@limber/core/schedule/schedule';
import type { Segment } from '@limber/core/lesson/segment.schema';
import { seeded } from '@limber/core/solve/seeded';
import { seedOf } from '../seed-of';

/** What happens in the drawn footage, exactly: the truth that every analysis of it can be held against. */
export interface Truth {
  readonly durationMs: number;
  readonly segments: readonly Omit<Segment, 'takeId'>[];
  /** Where which words are spoken. */
  readonly lines: readonly { readonly startMs: number; readonly text: string }[];
}

export interface SpokenLine {
  readonly text: string;
  readonly lengthMs: number;
}

const FRAME_MS = 40;
const onFrame = (ms: number): number => Math.max(FRAME_MS, Math.round(ms / FRAME_MS) * FRAME_MS);

/** The lines that have to be spoken before the truth can be laid out. */
export function linesOf(lesson: Lesson): string[] {
  const perStep = lesson.steps.flatMap((step) => [step.narration.before, step.narration.during, step.narration.after]);
  return [lesson.opening, ...perStep, lesson.closing].filter((text) => text.trim() !== '');
}

/**
 * Lays a lesson out as a person would film it: words as long as the voice takes, repetitions a little off their tempo,
 * a breath here and there. Everything falls on whole frames of 25 a second. Seeded by the lesson's id.
 */
export function layOut(lesson: Lesson, lengthOfLine: (text: string) => number): Truth {
  const random = seeded(seedOf(lesson.id));
  const between = (low: number, high: number): number => low + random() * (high - low);
  const segments: Omit<Segment, 'takeId'>[] = [];
  const lines: { startMs: number; text: string }[] = [];
  let now = 600;
  const add = (
    kind: Segment['kind'],
    stepId: string | null,
    side: WorkedSide | null,
    lengthMs: number,
    beats: number[] = [],
  ): void => {
    const id = `true-${segments.length + 1}`;
    segments.push({ id, kind, stepId, side, startMs: now, endMs: now + lengthMs, beatsMs: beats });
    now += lengthMs;
  };
  const say = (kind: Segment['kind'], stepId: string | null, text: string): void => {
    if (!text.trim()) return;
    lines.push({ startMs: now + 120, text });
    add(kind, stepId, null, onFrame(lengthOfLine(text) + between(250, 500)));
  };

  say('intro', null, lesson.opening);
  for (const step of movesOf(lesson.steps)) {
    say('teach', step.id, step.narration.before);
    add('prep', step.id, null, onFrame(between(800, 1400)));
    if (step.narration.during.trim()) lines.push({ startMs: now + 1200, text: step.narration.during });
    partsOf(step.sidePlan).forEach((part, i) => {
      if (i > 0) add('swap', step.id, part, onFrame(between(1400, 2200)));
      const beats = beatsOf(step, part, now, between);
      add(workKind(step), step.id, part, beats[beats.length - 1]! - now, beats);
    });
    say('talk', step.id, step.narration.after);
    now += onFrame(between(200, 500));
  }
  say('outro', null, lesson.closing);
  return { durationMs: now + 800, segments, lines };
}

function beatsOf(
  step: MoveStep,
  part: WorkedSide,
  startMs: number,
  between: (low: number, high: number) => number,
): number[] {
  const dose = doseFor(step, part);
  const repetitions = repetitionsOf(dose) * dose.sets.planned * (part === 'alternating' ? 2 : 1);
  const usualMs = repetitionMs(dose);
  // A tempo of one's own for the side, and a little unevenness from one repetition to the next.
  const tempo = dose.form === 'timed' ? 1 : between(0.97, 1.08);
  const beats: number[] = [];
  let at = startMs;
  for (let i = 0; i < repetitions; i++) {
    at += onFrame(usualMs * tempo * (dose.form === 'timed' ? 1 : between(0.96, 1.05)));
    beats.push(at);
  }
  return beats;
}

function repetitionMs(dose: MoveStep['dose']): number {
  switch (dose.form) {
    case 'hold':
      return dose.holdMs.planned + dose.releaseMs;
    case 'timed':
      return dose.eachMs.planned;
    case 'breaths':
      return dose.cycleMs.planned;
    default:
      return dose.tempoMs.planned;
  }
}
