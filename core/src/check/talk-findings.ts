import '../words/localize';
import { fullCut } from '../assembly/cuts';
import { cutTimesOf } from '../assembly/place';
import type { Heard } from '../cue/heard';
import { type Lesson, nameOfStep } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { Segment } from '../lesson/segment.schema';
import { lengthOf, subtractSpans, unionSpans, type Span } from '../time/spans';
import type { Found } from './finding';

/** Less talk than this between two marks is a word in passing. */
const LEAST_MS = 3000;

/**
 * Stretches of a recording that play, in which somebody talks for a while and which nobody has marked: what the lesson
 * says of its talk, and what the practice cut leaves out, goes by the marks.
 *
 * @param heard where someone speaks on each take; where nobody has looked, nothing is found.
 * @example talkFindings(lesson, heard)[0]?.message // 'Before Slipway somebody talks for 8 s, and it is not marked.'
 */
export function talkFindings(lesson: Lesson, heard?: Heard): Found[] {
  if (!heard || !lesson.segments.some((one) => isWork(one.kind))) return [];
  const cut = fullCut(lesson);
  return lesson.takes.flatMap((take) => {
    const speech = heard(take.id);
    const own = lesson.segments.filter((one) => one.takeId === take.id);
    if (!speech || own.length === 0) return [];
    const played = unionSpans(cut.pieces.flatMap((one) => (one.takeId === take.id ? [[one.fromMs, one.toMs]] : [])));
    const marked = unionSpans(own.map((one): Span => [one.startMs, one.endMs]));
    const free = subtractSpans(played, marked);
    return free.flatMap(([fromMs, toMs]): Found[] => {
      const spans = unionSpans(speech).filter(([start, end]) => start < toMs && end > fromMs);
      const said = spans.map(([start, end]): Span => [Math.max(start, fromMs), Math.min(end, toMs)]);
      const ms = lengthOf(said);
      if (ms < LEAST_MS || cutTimesOf(cut, take.id, said[0]![0]).length === 0) return [];
      const next = nextWork(own, fromMs);
      const step = lesson.steps.find((one) => one.id === next?.stepId) ?? null;
      const segment = talkSegment(lesson, take.id, said, next, own);
      return [
        {
          rule: 'talk-not-marked',
          place: { on: 'take', takeId: take.id, stepId: step?.id ?? null, startMs: said[0]![0], endMs: segment.endMs },
          message: $localize`${step ? $localize`Before ${nameOfStep(step)}` : $localize`At the end`} somebody talks for ${Math.round(ms / 1000)} s, and it is not marked.`,
          restsOn: [segment.startMs, segment.endMs],
          repairs: [{ label: $localize`Mark it as ${NAMES[segment.kind]}`, change: { kind: 'add_segment', segment } }],
        },
      ];
    });
  });
}

const NAMES: Partial<Record<SegmentKind, string>> = {
  intro: $localize`the opening`,
  outro: $localize`the closing`,
  teach: $localize`what is said before it`,
};

function nextWork(segments: readonly Segment[], ms: number): Segment | null {
  const later = segments.filter((one) => one.startMs >= ms && isWork(one.kind));
  return later.sort((a, b) => a.startMs - b.startMs)[0] ?? null;
}

/** From the first word to the last. */
function talkSegment(
  lesson: Lesson,
  takeId: string,
  said: readonly Span[],
  next: Segment | null,
  own: readonly Segment[],
): Segment {
  const [startMs, endMs] = [Math.round(said[0]![0]), Math.round(said[said.length - 1]![1])];
  const first = !own.some((one) => one.endMs <= startMs && isWork(one.kind));
  const opens = first && lesson.opening.trim() !== '' && !lesson.segments.some((one) => one.kind === 'intro');
  const kind: SegmentKind = next === null ? 'outro' : opens ? 'intro' : 'teach';
  return {
    id: `talk-${takeId}-${startMs}`.slice(0, 80),
    takeId,
    kind,
    stepId: kind === 'teach' ? next!.stepId : null,
    side: null,
    startMs,
    endMs,
    beatsMs: [],
  };
}
