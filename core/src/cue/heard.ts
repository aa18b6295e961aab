import type { Cut } from '../assembly/cut';
import { soundOf, type Take } from '../lesson/take.schema';
import { intersectSpans, unionSpans, type Span } from '../time/spans';

/** Where someone speaks on a take, take time; null while its sound was not looked at. */
export type Heard = (takeId: string) => readonly Span[] | null;

/**
 * What is heard on takes, from what was found in the sound of their media.
 *
 * @param speech where someone speaks by the medium, its own time; media that were not looked at are not in it.
 * @example heardOn(lesson.takes, new Map([['m', [[500, 900]]]]))('t') // [[500, 900]]
 */
export function heardOn(takes: readonly Take[], speech: ReadonlyMap<string, readonly Span[]>): Heard {
  const sources = new Map(takes.map((take) => [take.id, soundOf(take)]));
  return (takeId) => {
    const source = sources.get(takeId);
    const spans = source && speech.get(source.mediaId);
    return spans ? spans.map(([start, end]): Span => [start + source.offsetMs, end + source.offsetMs]) : null;
  };
}

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
