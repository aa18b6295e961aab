import '../words/localize';
import { parseOtio } from '../format/otio';
import { parseJson } from '../format/parse-json';
import type { SingleChange } from '../lesson/change.schema';
import { nameOfStep, type Lesson } from '../lesson/lesson.schema';
import type { Segment } from '../lesson/segment.schema';
import { clock } from '../time/clock';
import { termOf } from '../words/terms';

/**
 * What an editor moved of what is marked: markers of a timeline that were written for segments and begin or end elsewhere
 * now. One that is not there any more takes nothing away: editors let go of markers. Markers of others mean nothing here.
 *
 * @returns changes of the lesson's own segments, and what they are in sentences.
 * @throws FormatError with the path of what is wrong.
 * @example marksFrom(lesson, text).told // ['Slipway, left, begins at 0:21 of its take.']
 */
export function marksFrom(
  lesson: Pick<Lesson, 'segments' | 'steps' | 'takes'>,
  text: string,
): { readonly changes: readonly SingleChange[]; readonly told: readonly string[] } {
  const changes: SingleChange[] = [];
  const told: string[] = [];
  const known = new Set<string>();
  for (const { marks, piece } of parseOtio(parseJson(text)).clips)
    for (const { segment, startMs, endMs } of marks) {
      const now = lesson.segments.find((one) => one.id === segment?.id && one.takeId === segment.takeId);
      if (!segment || !piece || !now || known.has(now.id)) continue;
      const rate = lesson.takes.find((take) => take.id === now.takeId)!.frameRate;
      const frameMs = (1000 * rate.denominator) / rate.numerator;
      /** Where its piece ends a marker ends too, and says nothing of the segment. */
      const moved = (own: number, mark: number, edge: number): number | null =>
        Math.abs(mark - own) > 1.5 * frameMs && Math.abs(mark - edge) > 1.5 * frameMs ? mark : null;
      const from = moved(segment.startMs, startMs, piece.fromMs);
      const to = moved(segment.endMs, endMs, piece.toMs);
      if (from === null && to === null) continue;
      known.add(now.id);
      const next = { ...now, startMs: from ?? now.startMs, endMs: to ?? now.endMs };
      changes.push(...changesTo(now, next));
      told.push(inWords(lesson, next, from !== null, to !== null));
    }
  return { changes, told };
}

/** What makes one segment the other; beats that would lie outside of it go first. */
function changesTo(now: Segment, next: Segment): SingleChange[] {
  const of = { kind: 'set_segment', segmentId: now.id } as const;
  const beatsMs = now.beatsMs.filter((ms) => ms >= next.startMs && ms <= next.endMs);
  return [
    ...(beatsMs.length < now.beatsMs.length ? [{ ...of, field: 'beatsMs' as const, value: beatsMs }] : []),
    ...(next.startMs === now.startMs ? [] : [{ ...of, field: 'startMs' as const, value: next.startMs }]),
    ...(next.endMs === now.endMs ? [] : [{ ...of, field: 'endMs' as const, value: next.endMs }]),
  ];
}

function inWords({ steps }: Pick<Lesson, 'steps'>, next: Segment, begins: boolean, ends: boolean): string {
  const step = steps.find((one) => one.id === next.stepId);
  const name = [step ? nameOfStep(step) : termOf(next.kind), next.side ? termOf(next.side) : '']
    .filter(Boolean)
    .join(', ');
  const [from, to] = [clock(next.startMs), clock(next.endMs)];
  if (begins && ends) return $localize`${name} goes from ${from} to ${to} of its take.`;
  return begins ? $localize`${name} begins at ${from} of its take.` : $localize`${name} ends at ${to} of its take.`;
}
