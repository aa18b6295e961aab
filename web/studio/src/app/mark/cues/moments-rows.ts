import type { Finding } from '@limber/core/check/finding';
import type { Cue } from '@limber/core/cue/cue';
import { momentsSheet, thereAt, type MomentsRow } from '@limber/core/cue/sheet';
import { nameOfStep, type Lesson } from '@limber/core/lesson/lesson.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import type { Timeline } from '@limber/core/schedule/timeline';
import { termOf } from '@limber/core/words/terms';
import { sideWords } from '../../film/prompter/prompt-words';
import { DOUBT_NAMES } from './doubt-names';

/** A row as it is named, and all that was found at its doubt. */
export interface NamedRow extends MomentsRow {
  /** The same for as long as it is the same stretch, however often it plays. */
  readonly key: string;
  /** Of its step; empty where the row above is of the same. */
  readonly number: string;
  readonly name: string;
  readonly side: string;
  readonly found: readonly Finding[];
}

/** What was found so near to each other is seen at once, ms. */
const SEEN_MS = 400;

/**
 * The rows of the sheet of moments, with the names of their steps.
 *
 * @param findings of the whole lesson; those of what viewers see become doubts.
 */
export function namedRows(
  lesson: Pick<Lesson, 'assembly' | 'steps'>,
  timeline: Pick<Timeline, 'passages' | 'cut'>,
  cues: readonly Cue[],
  findings: readonly Finding[],
): NamedRow[] {
  const steps = new Map(lesson.steps.map((step, at) => [step.id, { name: nameOfStep(step), number: at + 1 }]));
  const doubts = findings.flatMap((finding) => {
    const { place, rule } = finding;
    if (place.on !== 'cut' || !DOUBT_NAMES[rule]) return [];
    return [{ atMs: thereAt(place), cue: place.cue ?? null, finding }];
  });
  const times = new Map<string, number>();
  let before: string | null = null;
  return momentsSheet(lesson, timeline, cues, doubts).map((row) => {
    const { kind, stepId, side, segmentId, pieceId, startMs, endMs } = row.passage;
    const own = [pieceId, segmentId, stepId, side].join('|');
    const nth = times.get(own) ?? 0;
    times.set(own, nth + 1);
    const step = steps.get(stepId ?? '');
    const doubt = row.moments.find((one) => one.instant === 'doubt');
    const number = step && stepId !== before ? String(step.number) : '';
    before = stepId;
    return {
      ...row,
      ...{ key: `${own}|${nth}`, number, name: step?.name ?? '', side: isWork(kind) ? sideWords(side) : termOf(kind) },
      found: doubts
        .filter(({ atMs }) => doubt && atMs >= startMs && atMs < endMs && seenWith(atMs, doubt.atMs))
        .map((one) => one.finding),
    };
  });
}

/** Whether one is looked at with the other. */
const seenWith = (ms: number, other: number): boolean => Math.abs(ms - other) < SEEN_MS;
