import { oneSideMs, partsOf, repetitionEnds, sidesIn, type WorkedSide } from '../dose/dose';
import { isImplement } from '../move/tool';
import { filled } from '../speech/fields';
import { slipDue } from './slip';
import { speakingMs } from '../speech/speaking-time';
import { lengthOf, unionSpans, type Span } from '../time/spans';
import { isMove, type Lesson, type MoveStep, type Pace, type PlainStep, type Step } from '../lesson/lesson.schema';
import { type Passage } from '../assembly/passage';
import { countFor, doseFor } from '../lesson/dose-for';
import { isWork } from '../lesson/segment-kind';

export interface StepTiming {
  readonly stepId: string;
  /** From its first to its last passage; steps of one bundle overlap. */
  readonly startMs: number;
  readonly endMs: number;
  /** The dose by itself: every side's time with the rests between sets, without settling, swaps or talk. */
  readonly doseMs: number;
  /** Everything said at the step. */
  readonly speechMs: number;
  /** By how much the words over the dose stretch it; 0 when they fit. */
  readonly stretchMs: number;
}

export interface Schedule {
  readonly totalMs: number;
  /** How far the length may be off because speaking is never quite as estimated (one standard deviation), ms. */
  readonly spreadMs: number;
  /** Start of the first dose; null when the lesson has none. */
  readonly firstMoveMs: number | null;
  /** Share of the lesson in which someone speaks, 0 to 1, talk over a dose and counting aloud included. */
  readonly talkShare: number;
  readonly steps: readonly StepTiming[];
  readonly passages: readonly Passage[];
}

/** How long one counted number takes to say (common practice, no source). */
const COUNT_MS = 600;

/**
 * How long a lesson runs, and when everything in it happens, by the arithmetic of dose and speech.
 *
 * A step that is a move is: product and tool made ready, words before, settling in, then each part of its side plan with a swap between
 * two sides, time for the viewer, words after, rest. Words over the dose begin with it; where they take longer, the last
 * part stretches until they end, as it does in front of a camera (not for words that are spoken over the footage
 * afterwards). Neighbouring steps of one bundle are all done on the first side, then all on the other.
 *
 * @example schedule(lesson).totalMs // 226_000
 */
export function schedule(lesson: Lesson): Schedule {
  const clock = new Clock(lesson.pace);
  clock.talk('intro', null, lesson.opening);
  const due = slipDue(lesson);
  let tool: string | null = null;
  for (const group of bundlesOf(lesson.steps)) {
    const [first] = group;
    if (!isMove(first!)) {
      clock.plain(first!);
      continue;
    }
    const steps = group as MoveStep[];
    const rounds = roundsOf(steps);
    for (const [round, parts] of rounds.entries()) {
      if (round > 0 && group.length > 1) clock.wait('swap', group[0]!.id, parts[0]![0]!, lesson.pace.swapMs);
      steps.forEach((step, at) => {
        if (round === 0) {
          const next = isImplement(step.move.tool) ? step.move.tool : null;
          // Taken up, changed, or put down: the hands have something else to do first.
          if (next !== tool) clock.wait('prep', step.id, null, lesson.pace.toolMs);
          tool = next;
        }
        // Oil that nobody planned and nobody speaks of is put on all the same.
        if (round === 0 && step === due) clock.wait('prep', step.id, null, lesson.pace.applyMs);
        clock.step(step, parts[at]!, round === 0, round === rounds.length - 1);
      });
    }
  }
  clock.talk('outro', null, lesson.closing);
  return clock.result(lesson);
}

/**
 * Runs of neighbouring steps that are done side by side as a whole; a step alone is a run of one.
 *
 * @example bundlesOf(lesson.steps).length // 7, where no step is bundled
 */
export function bundlesOf(steps: readonly Step[]): Step[][] {
  const groups: Step[][] = [];
  for (const step of steps) {
    const last = groups[groups.length - 1];
    const first = last?.[0];
    if (first && canBundle(step) && canBundle(first) && step.bundle === first.bundle) last.push(step);
    else groups.push([step]);
  }
  return groups;
}

function canBundle(step: Step): step is MoveStep {
  return isMove(step) && step.bundle !== null && (step.sidePlan === 'left_right' || step.sidePlan === 'right_left');
}

/** The parts of each step in each round: a step alone has one round with all its parts, a bundle one round a side. */
function roundsOf(group: readonly MoveStep[]): (readonly WorkedSide[])[][] {
  if (group.length === 1) return [[partsOf(group[0]!.sidePlan)]];
  return partsOf(group[0]!.sidePlan).map((side) => group.map(() => [side]));
}

/**
 * Time of a part of a step's side plan, ms.
 *
 * @example partMs(step, 'left') // 15_000, for five strokes of three seconds
 */
export function partMs(step: MoveStep, part: WorkedSide): number {
  if (part === 'alternating' && step.rightDose) return oneSideMs(step.dose) + oneSideMs(step.rightDose);
  return oneSideMs(doseFor(step, part)) * sidesIn(part);
}

/** The dose of a step by itself, over all its parts, ms. */
function stepDoseMs(step: Step): number {
  if (!isMove(step)) return 0;
  return partsOf(step.sidePlan).reduce((sum, part) => sum + partMs(step, part), 0);
}

/**
 * The kind of segment in which a step's dose is worked.
 *
 * @example workKind(step) // 'reps'
 */
export function workKind(step: Pick<MoveStep, 'dose' | 'move'>): 'hold' | 'reps' | 'drain' {
  if (step.dose.form === 'hold') return 'hold';
  return step.move.action === 'drain' ? 'drain' : 'reps';
}

interface Timing {
  startMs: number;
  endMs: number;
  speechMs: number;
  stretchMs: number;
}

/** Lays passages one after another. */
class Clock {
  private readonly passages: Passage[] = [];
  private readonly timings = new Map<string, Timing>();
  /** Speech that sets the length: talk between doses, and what stretches one. */
  private pacedMs = 0;
  private now = 0;

  constructor(private readonly pace: Pace) {}

  talk(kind: Passage['kind'], stepId: string | null, words: string): number {
    const lengthMs = speakingMs(words, this.pace);
    if (lengthMs === 0) return 0;
    this.put(kind, stepId, null, lengthMs, [[this.now, this.now + lengthMs]], words);
    this.pacedMs += lengthMs;
    return lengthMs;
  }

  wait(kind: Passage['kind'], stepId: string, side: WorkedSide | null, lengthMs: number): void {
    if (lengthMs > 0) this.put(kind, stepId, side, lengthMs);
  }

  /** A step that is no move: its words, then what it takes beside them. */
  plain(step: PlainStep): void {
    const timing = { startMs: this.now, endMs: this.now, speechMs: 0, stretchMs: 0 };
    this.timings.set(step.id, timing);
    const talks = step.kind === 'talk' || step.kind === 'question';
    const { before, during, after } = step.narration;
    timing.speechMs += this.talk(talks ? 'talk' : 'teach', step.id, before);
    // What is said while something is put on, or looked at, is said over it.
    const duringMs = speakingMs(during, this.pace);
    const lengthMs = Math.max(step.lengthMs, duringMs);
    timing.speechMs += duringMs;
    timing.stretchMs = Math.max(0, duringMs - step.lengthMs);
    this.pacedMs += timing.stretchMs;
    if (lengthMs > 0)
      this.put(
        step.kind === 'product' ? 'prep' : talks ? 'talk' : 'rest',
        step.id,
        null,
        lengthMs,
        duringMs > 0 ? [[this.now, this.now + duringMs]] : [],
        during,
      );
    timing.speechMs += this.talk('talk', step.id, after);
    this.wait('rest', step.id, null, step.restAfterMs);
    timing.endMs = this.now;
  }

  step(step: MoveStep, parts: readonly WorkedSide[], opens: boolean, closes: boolean): void {
    const timing = this.timings.get(step.id) ?? { startMs: this.now, endMs: this.now, speechMs: 0, stretchMs: 0 };
    this.timings.set(step.id, timing);
    if (opens) {
      if (step.product !== 'none')
        this.wait('prep', step.id, null, step.product === 'apply' ? this.pace.applyMs : this.pace.topUpMs);
      timing.speechMs += this.talk('teach', step.id, filled(step.narration.before, step));
    }
    this.wait('prep', step.id, null, this.pace.settleMs);
    this.work(step, parts, opens ? filled(step.narration.during, step) : '', timing);
    if (closes) {
      this.wait('rest', step.id, null, step.nowYouMs);
      timing.speechMs += this.talk('talk', step.id, filled(step.narration.after, step));
      this.wait('rest', step.id, null, step.restAfterMs);
    }
    timing.endMs = this.now;
  }

  private work(step: MoveStep, parts: readonly WorkedSide[], words: string, timing: Timing): void {
    const from = this.passages.length;
    const doseStart = this.now;
    const duringMs = speakingMs(words, this.pace);
    parts.forEach((part, index) => {
      if (index > 0) this.wait('swap', step.id, part, this.pace.swapMs);
      const lengthMs = partMs(step, part);
      const last = index === parts.length - 1;
      const stretchMs = last && !step.voiceOver ? Math.max(0, doseStart + duringMs - this.now - lengthMs) : 0;
      timing.stretchMs += stretchMs;
      this.pacedMs += stretchMs;
      const start = this.now;
      this.put(workKind(step), step.id, part, lengthMs + stretchMs);
      if (step.counted) this.saySpans(countSpans(step, part, start), '');
    });
    timing.speechMs += duringMs;
    if (duringMs === 0) return;
    // Said over several passages; the words stand at the first of them.
    let said = words;
    for (let at = from; at < this.passages.length; at++) {
      const one = this.passages[at]!;
      const span: Span = [Math.max(one.startMs, doseStart), Math.min(one.endMs, doseStart + duringMs)];
      if (span[1] <= span[0]) continue;
      this.passages[at] = { ...one, spoken: unionSpans([...one.spoken, span]), words: said };
      said = '';
    }
  }

  private saySpans(spans: readonly Span[], words: string): void {
    const at = this.passages.length - 1;
    this.passages[at] = { ...this.passages[at]!, spoken: spans, words };
  }

  private put(
    kind: Passage['kind'],
    stepId: string | null,
    side: WorkedSide | null,
    lengthMs: number,
    spoken: readonly Span[] = [],
    words = '',
  ): void {
    const startMs = this.now;
    this.now += lengthMs;
    // Written out: as a spread this was the dearest part of a schedule, which is made at every press.
    this.passages.push({
      kind,
      stepId,
      side,
      pieceId: null,
      segmentId: null,
      share: 1,
      shareBefore: 0,
      beatsMs: [],
      beatsBefore: 0,
      beatCount: 0,
      startMs,
      endMs: this.now,
      spoken,
      words,
    });
  }

  result(lesson: Lesson): Schedule {
    const spoken = lengthOf(unionSpans(this.passages.flatMap((one) => [...one.spoken])));
    return {
      totalMs: this.now,
      spreadMs: Math.round(this.pacedMs * this.pace.spread),
      firstMoveMs: this.passages.find((one) => isWork(one.kind))?.startMs ?? null,
      talkShare: this.now === 0 ? 0 : spoken / this.now,
      steps: lesson.steps.map((step) => ({ stepId: step.id, ...this.timings.get(step.id)!, doseMs: stepDoseMs(step) })),
      passages: this.passages,
    };
  }
}

/** Where the numbers fall that are counted aloud over a part. */
function countSpans(step: MoveStep, part: WorkedSide, startMs: number): Span[] {
  const dose = doseFor(step, part);
  const count = countFor(step, part);
  const lengthMs = partMs(step, part);
  const ends = repetitionEnds(dose, count);
  return ends.map((end, i): Span => {
    const at = Math.round(startMs + lengthMs * (ends[i - 1] ?? 0));
    return [at, Math.min(at + COUNT_MS, Math.round(startMs + lengthMs * end))];
  });
}
