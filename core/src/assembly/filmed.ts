import type { Lesson } from '../lesson/lesson.schema';
import type { Passage } from './passage';
import type { Schedule } from '../schedule/schedule';
import type { Piece as StoredPiece } from '../lesson/piece.schema';

/** What the arithmetic needs of a piece. */
type Piece = Pick<StoredPiece, 'takeId' | 'fromMs' | 'toMs'>;

/** Length of the assembled lesson, ms; 0 when nothing is filmed. */
export function assemblyMs(assembly: readonly Piece[]): number {
  return assembly.reduce((sum, piece) => sum + piece.toMs - piece.fromMs, 0);
}

/** Where an instant of a take falls in the lesson; null when the assembly leaves it out. */
export function toLessonMs(assembly: readonly Piece[], takeId: string, takeMs: number): number | null {
  let at = 0;
  for (const piece of assembly) {
    if (piece.takeId === takeId && takeMs >= piece.fromMs && takeMs < piece.toMs) return at + takeMs - piece.fromMs;
    at += piece.toMs - piece.fromMs;
  }
  return null;
}

/** Which take plays at an instant of the lesson, and where in it; the last instant stands for all beyond the end. */
export function toTakeMs(assembly: readonly Piece[], lessonMs: number): { takeId: string; takeMs: number } | null {
  let at = 0;
  for (const piece of assembly) {
    const lengthMs = piece.toMs - piece.fromMs;
    if (lessonMs < at + lengthMs) return { takeId: piece.takeId, takeMs: piece.fromMs + Math.max(0, lessonMs - at) };
    at += lengthMs;
  }
  const last = assembly[assembly.length - 1];
  return last ? { takeId: last.takeId, takeMs: last.toMs } : null;
}

/**
 * The marked segments as passages of lesson time, in order. A segment that the assembly cuts appears once for each
 * piece that shows some of it; segments of kind `cut` do not appear.
 */
export function filmedPassages(lesson: Lesson): Passage[] {
  const passages: Passage[] = [];
  let at = 0;
  for (const piece of lesson.assembly) {
    const shift = at - piece.fromMs;
    for (const segment of lesson.segments) {
      if (segment.takeId !== piece.takeId || segment.kind === 'cut') continue;
      const startMs = Math.max(segment.startMs, piece.fromMs);
      const endMs = Math.min(segment.endMs, piece.toMs);
      if (endMs <= startMs) continue;
      passages.push({
        kind: segment.kind,
        stepId: segment.stepId,
        side: segment.side,
        startMs: startMs + shift,
        endMs: endMs + shift,
        beatsMs: segment.beatsMs.filter((ms) => ms > startMs && ms <= endMs).map((ms) => ms + shift),
        spoken: SPOKEN_KINDS.has(segment.kind) ? [[startMs + shift, endMs + shift]] : [],
        words: '',
      });
    }
    at += piece.toMs - piece.fromMs;
  }
  passages.sort((a, b) => a.startMs - b.startMs);
  return withWords(lesson, passages);
}

const SPOKEN_KINDS = new Set(['intro', 'teach', 'talk', 'outro']);

/** Gives each spoken passage the words that the plan has for it; they are shown once, at the first of its kind. */
function withWords(lesson: Lesson, passages: readonly Passage[]): Passage[] {
  const given = new Set<string>();
  return passages.map((one) => {
    const key = `${one.kind}/${one.stepId ?? ''}`;
    if (!SPOKEN_KINDS.has(one.kind) || given.has(key)) return one;
    const words = plannedWords(lesson, one);
    if (words) given.add(key);
    return { ...one, words };
  });
}

function plannedWords(lesson: Lesson, one: Passage): string {
  if (one.kind === 'intro') return lesson.opening;
  if (one.kind === 'outro') return lesson.closing;
  const narration = lesson.steps.find((step) => step.id === one.stepId)?.narration;
  return (one.kind === 'teach' ? narration?.before : narration?.after) ?? '';
}

export interface Drift {
  readonly stepId: string;
  readonly plannedStartMs: number;
  readonly filmedStartMs: number;
  /** Filmed length minus planned length of the step. */
  readonly stretchMs: number;
}

/** For each step that was filmed: when it starts in the plan and in the footage, and how much longer it became. */
export function driftOf(plan: Schedule, filmed: readonly Passage[]): Drift[] {
  const drift: Drift[] = [];
  for (const timing of plan.steps) {
    const own = filmed.filter((one) => one.stepId === timing.stepId);
    if (own.length === 0) continue;
    const startMs = Math.min(...own.map((one) => one.startMs));
    const endMs = Math.max(...own.map((one) => one.endMs));
    drift.push({
      stepId: timing.stepId,
      plannedStartMs: timing.startMs,
      filmedStartMs: startMs,
      stretchMs: endMs - startMs - (timing.endMs - timing.startMs),
    });
  }
  return drift;
}
