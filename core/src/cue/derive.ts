import { repetitionsOf } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import type { Lesson } from '../lesson/lesson.schema';
import { type Passage } from '../assembly/passage';
import { doseFor } from '../schedule/schedule';
import { timelineOf, type Timeline } from '../schedule/timeline';
import { stepRunsOf } from '../assembly/step-runs';
import { captionChunks } from './captions';
import { cueKey, type Cue } from './cue';
import type { CueKind, CueOverride } from '../lesson/override.schema';
import { isWork } from '../lesson/segment-kind';

/** Above three a second counts cannot be read: then every nth is shown. */
const MOST_COUNTS_PER_SECOND = 3;
/** How early the next side is announced where the footage leaves no swap of its own. */
const SWAP_NOTICE_MS = 3000;

export interface DerivedCues {
  readonly cues: readonly Cue[];
  /** Overrides whose cue is gone. */
  readonly orphans: readonly CueOverride[];
}

/**
 * Every cue of a cut, in order of time: derived, then shaped by the instructor's overrides. Her times are times of the
 * full cut; of other cuts her words and what she hides hold.
 *
 * @example deriveCues(lesson, timelineOf(lesson, 'practice')!).cues.length // 54
 */
export function deriveCues(lesson: Lesson, { id, passages }: Timeline = timelineOf(lesson)!): DerivedCues {
  const derived = [
    ...labels(lesson, passages),
    ...sideBadges(passages),
    ...swapNotices(passages),
    ...counts(lesson, passages),
    ...captions(passages),
  ];
  return override(derived, lesson.overrides, id === 'full');
}

/** A step's name for as long as it runs; once for each time that it runs. */
function labels(lesson: Lesson, passages: readonly Passage[]): Cue[] {
  const names = new Map(lesson.steps.map((step) => [step.id, step.move.name]));
  const runs = new Map<string, number>();
  return stepRunsOf(passages).flatMap(({ stepId, startMs, endMs }) => {
    const name = names.get(stepId);
    if (name === undefined) return [];
    const index = runs.get(stepId) ?? 0;
    runs.set(stepId, index + 1);
    return [cue('label', stepId, null, index, startMs, endMs, name)];
  });
}

const SIDE_WORDS: Readonly<Record<string, string>> = {
  left: 'Your left',
  right: 'Your right',
  both: 'Both sides',
  alternating: 'One side, then the other',
};

/** The side that is worked, over each unbroken run of work on it. The midline needs no badge. */
function sideBadges(passages: readonly Passage[]): Cue[] {
  return sideRuns(passages)
    .filter((run) => run.side !== 'midline')
    .map((run) => cue('side', run.stepId, run.side, run.index, run.startMs, run.endMs, SIDE_WORDS[run.side]!));
}

interface SideRun {
  readonly stepId: string;
  readonly side: string;
  readonly index: number;
  readonly startMs: number;
  endMs: number;
}

function sideRuns(passages: readonly Passage[]): SideRun[] {
  const runs: SideRun[] = [];
  const known = new Map<string, number>();
  for (const one of passages) {
    if (!isWork(one.kind) || !one.stepId || !one.side) continue;
    const last = runs[runs.length - 1];
    if (last && last.stepId === one.stepId && last.side === one.side) last.endMs = one.endMs;
    else {
      const key = `${one.stepId}|${one.side}`;
      const index = known.get(key) ?? 0;
      known.set(key, index + 1);
      runs.push({ stepId: one.stepId, side: one.side, index, startMs: one.startMs, endMs: one.endMs });
    }
  }
  return runs;
}

/** "Now your right": over the swap before it, or over the last seconds of the side before. */
function swapNotices(passages: readonly Passage[]): Cue[] {
  const runs = sideRuns(passages);
  const swaps = passages.filter((one) => one.kind === 'swap');
  let next = 0;
  return runs.flatMap((run, at) => {
    const before = runs[at - 1];
    if (!before || before.stepId !== run.stepId || run.side === 'midline') return [];
    while (next < swaps.length && swaps[next]!.startMs < before.endMs - 1) next++;
    const swap = swaps[next] && swaps[next]!.endMs <= run.startMs + 1 ? swaps[next] : undefined;
    const startMs = swap ? swap.startMs : Math.max(before.startMs, run.startMs - SWAP_NOTICE_MS);
    const endMs = swap ? swap.endMs : run.startMs;
    return [cue('swap', run.stepId, run.side, run.index, startMs, endMs, `Now ${SIDE_WORDS[run.side]!.toLowerCase()}`)];
  });
}

/** Counts of repetitions, and seconds left of holds and timed movement. */
function counts(lesson: Lesson, passages: readonly Passage[]): Cue[] {
  const cues: Cue[] = [];
  const steps = new Map(lesson.steps.map((step) => [step.id, step]));
  const work = passages.filter((one) => isWork(one.kind) && one.stepId && steps.has(one.stepId));
  const doneBefore = new Map<string, number>();
  // A segment that plays twice is one segment: its dose is done twice, and not shared out.
  const segments = new Map<string, Set<unknown>>();
  for (const one of work) {
    const group = `${one.stepId}|${one.side}`;
    if (!segments.get(group)?.add(one.segmentId ?? one)) segments.set(group, new Set([one.segmentId ?? one]));
  }
  for (const one of work) {
    const step = steps.get(one.stepId!)!;
    const dose = doseFor(step, one.side);
    const group = `${step.id}|${one.side}`;
    const before = doneBefore.get(group) ?? 0;
    const made = passageCounts(dose, one, segments.get(group)!.size, before);
    cues.push(...made);
    doneBefore.set(group, before + made.length);
  }
  return cues;
}

/** How many repetitions a passage holds: its beats where there are any, else its share of the dose. */
function repetitionsIn(dose: Dose, one: Passage, siblings: number): number {
  if (one.beatsMs.length > 0) return one.beatsMs.length;
  const sides = one.side === 'alternating' ? 2 : 1;
  const whole = repetitionsOf(dose) * dose.sets.planned * sides;
  return Math.max(1, Math.round((whole / siblings) * one.share));
}

function passageCounts(dose: Dose, one: Passage, siblings: number, indexFrom: number): Cue[] {
  const repetitions = repetitionsIn(dose, one, siblings);
  const ends = one.beatsMs.length > 0 ? [...one.beatsMs] : evenly(one, repetitions);
  const starts = [one.startMs, ...ends.slice(0, -1)];
  if (dose.form === 'hold') {
    const share = dose.holdMs.planned / (dose.holdMs.planned + dose.releaseMs);
    return starts.flatMap((startMs, rep) => {
      const holdEnd = Math.round(startMs + (ends[rep]! - startMs) * share);
      return secondsLeft(one, startMs, holdEnd, indexFrom + rep * 1000);
    });
  }
  if (dose.form === 'timed')
    return starts.flatMap((startMs, way) => secondsLeft(one, startMs, ends[way]!, indexFrom + way * 1000));

  const usualMs = (ends[ends.length - 1]! - one.startMs) / ends.length;
  const every = Math.max(1, Math.ceil(1000 / MOST_COUNTS_PER_SECOND / usualMs));
  const cues: Cue[] = [];
  for (let first = 0; first < repetitions; first += every) {
    const last = Math.min(first + every, repetitions) - 1;
    const endMs = last === repetitions - 1 ? one.endMs : ends[last]!;
    cues.push(count(one, 'count', indexFrom + first, starts[first]!, endMs, last + 1, repetitions));
  }
  return cues.filter((each) => each.endMs > each.startMs);
}

function evenly(one: Passage, parts: number): number[] {
  const lengthMs = one.endMs - one.startMs;
  return Array.from({ length: parts }, (_, i) => one.startMs + Math.round(((i + 1) * lengthMs) / parts));
}

/** One cue a second, counted back from the end; a first part of under half a second joins the next. */
function secondsLeft(one: Passage, startMs: number, endMs: number, indexFrom: number): Cue[] {
  const seconds = Math.max(1, Math.round((endMs - startMs) / 1000));
  return Array.from({ length: seconds }, (_, i) => {
    const left = seconds - i;
    const from = i === 0 ? startMs : endMs - left * 1000;
    return count(one, 'countdown', indexFrom + i, from, endMs - (left - 1) * 1000, left, seconds);
  });
}

/** The planned words over the passages where they are spoken, in pieces that can be read. */
function captions(passages: readonly Passage[]): Cue[] {
  const cues: Cue[] = [];
  const used = new Map<string, number>();
  for (const one of passages) {
    if (!one.words.trim()) continue;
    const group = `${one.stepId ?? one.kind}|${one.side ?? '-'}`;
    const span = one.spoken[0] ?? [one.startMs, one.endMs];
    for (const chunk of captionChunks(one.words, span[0], span[1])) {
      const index = used.get(group) ?? 0;
      used.set(group, index + 1);
      const stepId = one.stepId ?? one.kind;
      cues.push(cue('caption', stepId, one.side, index, chunk.startMs, chunk.endMs, chunk.text));
    }
  }
  return cues;
}

function override(derived: readonly Cue[], overrides: readonly CueOverride[], itsTimes: boolean): DerivedCues {
  const byKey = new Map(overrides.map((one) => [one.key, one]));
  const cues: Cue[] = [];
  for (const one of derived) {
    const change = byKey.get(one.key);
    byKey.delete(one.key);
    if (change?.hidden) continue;
    const shaped = change
      ? {
          ...one,
          text: change.text ?? one.text,
          startMs: (itsTimes ? change.startMs : undefined) ?? one.startMs,
          endMs: (itsTimes ? change.endMs : undefined) ?? one.endMs,
          edited: true,
        }
      : one;
    if (shaped.endMs > shaped.startMs) cues.push(shaped);
  }
  cues.sort((a, b) => a.startMs - b.startMs || ORDER[a.kind] - ORDER[b.kind] || a.endMs - b.endMs);
  return { cues, orphans: [...byKey.values()] };
}

const ORDER: Record<CueKind, number> = { label: 0, side: 1, swap: 2, count: 3, countdown: 4, caption: 5 };

function cue(
  kind: CueKind,
  stepId: string | null,
  side: string | null,
  index: number,
  startMs: number,
  endMs: number,
  text: string,
): Cue {
  const key = cueKey(stepId, side, kind, index);
  return { key, kind, stepId, side, startMs, endMs, text, value: null, of: null, edited: false };
}

function count(
  one: Passage,
  kind: 'count' | 'countdown',
  index: number,
  startMs: number,
  endMs: number,
  value: number,
  of: number,
): Cue {
  return { ...cue(kind, one.stepId, one.side, index, startMs, endMs, String(value)), value, of };
}
