import type { Passage } from '../assembly/passage';
import { passageKey } from '../lesson/cue-key';
import type { Lesson, Step } from '../lesson/lesson.schema';
import { isWork, type SegmentKind } from '../lesson/segment-kind';
import { filled } from '../speech/fields';
import { speakingMs } from '../speech/speaking-time';
import type { Timeline } from '../schedule/timeline';
import type { CutMs } from '../time/clocks';
import { clipSpans, intersectSpans, lengthOf, subtractSpans, type Span } from '../time/spans';
import { captionTexts, CHARACTERS_PER_SECOND } from './caption-texts';
import { nameOf, newCue, type Cue } from './cue';
import { heardIn, type Heard, type HeardInCut } from './heard';

/** Words of which less than this share of their speaking time can have been said there were not said there. */
const LEAST_SAID = 0.4;

/** Words of the plan that are said together. */
interface Said {
  readonly part: 'opening' | 'before' | 'during' | 'after' | 'closing';
  readonly stepId: string | null;
  readonly words: string;
}

/**
 * What is said, in pieces that can be read: the planned words where talk is marked, else where someone was heard before,
 * over and between the work, else where the plan would have them said. Of a plan alone: where the plan has them.
 *
 * @example captions(lesson, timelineOf(lesson)!).map((cue) => cue.text) // ['Good morning.', …]
 */
export function captions(lesson: Lesson, timeline: Timeline, heard?: Heard): Cue[] {
  if (timeline.cut === null) return plannedCaptions(timeline.passages);
  const spoken = heardIn(timeline.cut, heard ?? (() => null));
  const film = new Film(lesson, timeline, spoken);
  return film.captions();
}

function plannedCaptions(passages: readonly Passage[]): Cue[] {
  return passages.flatMap((one) => {
    if (!one.words.trim()) return [];
    const part = partOf(one.kind);
    const spans = one.spoken.length > 0 ? [one.spoken[0]!] : [[one.startMs, one.endMs] as const];
    return laid({ part, stepId: one.stepId, words: one.words }, spans, one.endMs, null);
  });
}

/** Over the dose unless it is a kind of talk. */
function partOf(kind: SegmentKind): Said['part'] {
  const parts: Partial<Record<SegmentKind, Said['part']>> = {
    intro: 'opening',
    outro: 'closing',
    teach: 'before',
    talk: 'after',
  };
  return parts[kind] ?? 'during';
}

/** Numbers of a step's captions: each part has its own thousand, so that one does not move the other's. */
const FIRST: Readonly<Record<Said['part'], number>> = { opening: 0, before: 0, during: 1000, after: 2000, closing: 0 };

/** Captions of words over stretches in which they are said, in order; on screen as long as they need to be read. */
function laid(said: Said, spans: readonly Span[], untilMs: CutMs, marked: Passage | null): Cue[] {
  const name = marked ? nameOf(marked) : passageKey(said.stepId ?? (said.part === 'opening' ? 'intro' : 'outro'), '-');
  const texts = captionTexts(said.words);
  const whole = texts.reduce((sum, one) => sum + one.weight, 0);
  const edges = [0];
  for (const { weight } of texts) edges.push(edges[edges.length - 1]! + weight / whole);
  const startsMs = texts.map((_, i) => instantAt(spans, edges[i]!, 'start'));
  return texts
    .map(({ text }, i) => {
      const startMs = startsMs[i]!;
      const saidMs = instantAt(spans, edges[i + 1]!, 'end');
      const readMs = startMs + Math.round((text.length / CHARACTERS_PER_SECOND) * 1000);
      const endMs = Math.max(saidMs, Math.min(readMs, startsMs[i + 1] ?? Math.max(untilMs, saidMs)));
      const of = { stepId: said.stepId ?? (said.part === 'opening' ? 'intro' : 'outro'), side: null, startMs, endMs };
      return newCue('caption', name, marked ? i : FIRST[said.part] + i, of, text);
    })
    .filter((cue) => cue.endMs > cue.startMs);
}

/** Where a share of the time of some spans is reached. */
function instantAt(spans: readonly Span[], share: number, edge: 'start' | 'end'): CutMs {
  let left = share * lengthOf(spans);
  for (const [start, end] of spans) {
    const length = end - start;
    if (left < length - 0.5 || (edge === 'end' && left <= length + 0.5)) return Math.round(start + left);
    left -= length;
  }
  return spans[spans.length - 1]![1];
}

/** A cut of footage whose words are looked for. */
class Film {
  private readonly steps: ReadonlyMap<string, Step>;
  private readonly given = new Set<string>();
  private readonly taken: Span[] = [];

  constructor(
    private readonly lesson: Lesson,
    private readonly timeline: Timeline,
    private readonly heard: HeardInCut,
  ) {
    this.steps = new Map(lesson.steps.map((step) => [step.id, step]));
  }

  captions(): Cue[] {
    return [...this.marked(), ...this.between(), ...this.overWork()];
  }

  /** Words of talk that is marked, at each play that shows more than half of it; given to one segment of each part. */
  private marked(): Cue[] {
    const segmentOf = new Map<string, string>();
    return this.timeline.passages.flatMap((one) => {
      if (!['intro', 'teach', 'talk', 'outro'].includes(one.kind) || one.share <= 0.5) return [];
      const said = this.saidAt(partOf(one.kind), one.stepId);
      if (!said) return [];
      const name = nameOfPart(said);
      if (!segmentOf.has(name)) segmentOf.set(name, one.segmentId!);
      if (segmentOf.get(name) !== one.segmentId) return [];
      this.given.add(name);
      const span: Span = [one.startMs, one.endMs];
      this.taken.push(span);
      const spoken = intersectSpans(this.heard.speech, [span]);
      return laid(said, lengthOf(spoken) > 0 ? spoken : [span], one.endMs, one);
    });
  }

  /** Words of which no talk is marked, before the first work, between one and the next, and after the last. */
  private between(): Cue[] {
    const { passages, durationMs } = this.timeline;
    const work = passages.filter((one) => isWork(one.kind));
    const lastOf = new Map(work.map((one, at) => [one.stepId, at]));
    const begun = new Set<string | null>();
    const ended: (string | null)[] = [];
    let fromMs = 0;
    const cues: Cue[] = [];
    for (let at = 0; at <= work.length; at++) {
      const next = work[at];
      const texts: (Said | null)[] = ended.splice(0).map((stepId) => this.saidAt('after', stepId));
      if (at === 0) texts.unshift(this.saidAt('opening', null));
      if (next && !begun.has(next.stepId)) texts.push(this.saidAt('before', next.stepId));
      if (!next) texts.push(this.saidAt('closing', null));
      const gap: Span = [fromMs, next?.startMs ?? durationMs];
      cues.push(...this.inGap(gap, texts, at === 0 ? 'end' : 'start'));
      if (!next) break;
      begun.add(next.stepId);
      if (lastOf.get(next.stepId) === at) ended.push(next.stepId);
      fromMs = Math.max(fromMs, next.endMs);
    }
    return cues;
  }

  private inGap(gap: Span, texts: readonly (Said | null)[], towards: 'start' | 'end'): Cue[] {
    const open = texts.filter((said): said is Said => said !== null && !this.given.has(nameOfPart(said)));
    if (open.length === 0 || gap[1] <= gap[0]) return [];
    const free = subtractSpans([gap], this.takenNow());
    const needs = open.map((said) => speakingMs(said.words, this.lesson.pace));
    const neededMs = needs.reduce((sum, ms) => sum + ms, 0);
    const known = lengthOf(subtractSpans(free, this.heard.known)) === 0;
    const spans = known ? intersectSpans(this.heard.speech, free) : guessed(free, neededMs, towards);
    if (lengthOf(spans) < LEAST_SAID * neededMs) return [];
    let from = 0;
    return open.flatMap((said, i) => {
      const to = from + needs[i]! / neededMs;
      const own = shareOf(spans, from, to);
      from = to;
      this.given.add(nameOfPart(said));
      return laid(said, own, gap[1], null);
    });
  }

  /** Words over a dose, from where it begins. */
  private overWork(): Cue[] {
    const { passages } = this.timeline;
    const spans = new Map<string, [number, number]>();
    for (const one of passages) {
      if (!one.stepId || !isWork(one.kind)) continue;
      const known = spans.get(one.stepId);
      if (!known) spans.set(one.stepId, [one.startMs, one.endMs]);
    }
    return [...spans].flatMap(([stepId, span]) => {
      const said = this.saidAt('during', stepId);
      if (!said) return [];
      const neededMs = speakingMs(said.words, this.lesson.pace);
      const over: Span = [span[0], Math.max(span[1], this.endOfRun(stepId, span[0]))];
      const known = lengthOf(subtractSpans([over], this.heard.known)) === 0;
      const spoken = known ? intersectSpans(this.heard.speech, [over]) : [];
      const enough = lengthOf(spoken) >= LEAST_SAID * neededMs;
      if (known && !enough) return [];
      return laid(said, enough ? spoken : guessed([over], neededMs, 'start'), over[1], null);
    });
  }

  /** Where the first run of a step's work ends, changes of side in between included. */
  private endOfRun(stepId: string, fromMs: CutMs): CutMs {
    let endMs = fromMs;
    for (const one of this.timeline.passages) {
      if (one.startMs < fromMs) continue;
      if (one.stepId === stepId && isWork(one.kind)) endMs = one.endMs;
      else if (one.kind !== 'swap' && one.kind !== 'rest') break;
    }
    return endMs;
  }

  private takenNow(): Span[] {
    return clipSpans(this.taken, this.timeline.durationMs).sort((a, b) => a[0] - b[0]);
  }

  private saidAt(part: Said['part'], stepId: string | null): Said | null {
    const step = this.steps.get(stepId ?? '');
    const written =
      part === 'opening' ? this.lesson.opening : part === 'closing' ? this.lesson.closing : step?.narration[part];
    if (!written?.trim()) return null;
    const own = part === 'opening' || part === 'closing';
    return { part, stepId: own ? null : stepId, words: step && !own ? filled(written, step) : written };
  }
}

const nameOfPart = ({ part, stepId }: Said): string => `${part}/${stepId ?? ''}`;

/** As much of some free time as words need, from its start or up to its end. */
function guessed(free: readonly Span[], neededMs: number, towards: 'start' | 'end'): Span[] {
  const whole = lengthOf(free);
  if (whole <= neededMs) return [...free];
  return towards === 'start' ? shareOf(free, 0, neededMs / whole) : shareOf(free, 1 - neededMs / whole, 1);
}

/** The part of some spans between two shares of their time. */
function shareOf(spans: readonly Span[], from: number, to: number): Span[] {
  return intersectSpans(spans, [[instantAt(spans, from, 'start'), instantAt(spans, to, 'end')]]);
}
