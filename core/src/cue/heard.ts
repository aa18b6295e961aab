import type { Cut } from '../assembly/cut';
import { intersectSpans, unionSpans, type Span } from '../time/spans';

/** Where someone speaks on a take, take time; null while its sound was not looked at. */
export type Heard = (takeId: string) => readonly Span[] | null;

/** Speech along a cut, and where the sound was looked at at all; cut time, sorted and disjoint. */
export interface HeardInCut {
  readonly known: readonly Span[];
  readonly speech: readonly Span[];
}

/**
 * Brings what was heard on takes onto a cut.
 *
 * @example heardIn(cut, () => [[2500, 3000]]).speech // [[500, 1000]], where the cut begins at 2000 of the take
 */
export function heardIn(cut: Cut, heard: Heard): HeardInCut {
  const known: Span[] = [];
  const speech: Span[] = [];
  for (const { takeId, fromMs, toMs, startMs } of cut.pieces) {
    const spans = heard(takeId);
    if (!spans) continue;
    known.push([startMs, startMs + toMs - fromMs]);
    for (const [from, to] of intersectSpans(unionSpans(spans), [[fromMs, toMs]]))
      speech.push([startMs + from - fromMs, startMs + to - fromMs]);
  }
  return { known: unionSpans(known), speech: unionSpans(speech) };
}
