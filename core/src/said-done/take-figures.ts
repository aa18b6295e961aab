import { layBeside, weightOf, weightsOf } from '../align/global';
import { plainWords } from '../align/plain-words';
import { shownBy } from '../assembly/runs';
import { partsOf } from '../dose/dose';
import type { Analysis } from '../footage/analysis.document';
import { peakAt, peakMs, type Sound } from '../footage/sound.document';
import { countFor } from '../lesson/dose-for';
import { isWork } from '../lesson/segment-kind';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { pictureOf, soundOf, type Take } from '../lesson/take.schema';
import type { NarrationLine } from '../narration/lines';
import { filled } from '../speech/fields';
import { intersectSpans, type Span } from '../time/spans';

/** How good a take of a step is, by what was measured: null for what nobody measured. */
export interface TakeFigures {
  /** Marked repetitions, of how many that are planned. */
  readonly count: number | null;
  readonly planned: number | null;
  /** How loud the voice is while it speaks, dBFS: the mean square of the peaks. */
  readonly voiceDb: number | null;
  /** Share of the instants that were looked at in which a face is in the picture whole. */
  readonly inPicture: number | null;
  /** How far the head goes from its usual place: one standard deviation, in widths of the face. */
  readonly sway: number | null;
  /** Share of the step's written words that are heard, rare ones weighing more. */
  readonly heard: number | null;
}

/** What is known of a take's media. Times are each recording's own. */
export interface TakeMade {
  readonly sound: Pick<Sound, 'speech' | 'peaks'> | null;
  readonly analysis: Pick<Analysis, 'faces'> | null;
  readonly lines: readonly NarrationLine[] | null;
}

/** A face is in the picture whole when its box keeps so far from the edge, as a share of the picture. */
const EDGE = 0.01;
/** Fewer faces than this say nothing of how still a head is. */
const FEW_FACES = 4;

/**
 * How good a take of a step is, where the take shows it.
 *
 * @example takeFigures(lesson, take, step, { sound, analysis, lines }).count // 16
 */
export function takeFigures(lesson: Lesson, take: Take, step: MoveStep, made: TakeMade): TakeFigures {
  const runs = shownBy(lesson.segments, take.id, step.id, null).map(({ startMs, endMs }): Span => [startMs, endMs]);
  const work = lesson.segments.filter(
    (one) => one.takeId === take.id && one.stepId === step.id && isWork(one.kind) && one.beatsMs.length > 0,
  );
  const counts = step.dose.form !== 'timed';
  const own = (offsetMs: number): Span[] => runs.map(([from, to]): Span => [from - offsetMs, to - offsetMs]);
  const heardAt = own(soundOf(take)?.offsetMs ?? 0);
  const seenAt = own(take.sources.find((one) => one.mediaId === pictureOf(take))?.offsetMs ?? 0);
  return {
    count: counts && work.length > 0 ? work.reduce((sum, one) => sum + one.beatsMs.length, 0) : null,
    planned: counts ? partsOf(step.sidePlan).reduce((sum, side) => sum + countFor(step, side), 0) : null,
    voiceDb: made.sound && voiceDb(made.sound, heardAt),
    ...facesIn(made.analysis?.faces ?? null, seenAt),
    heard: made.lines && heardShare(step, made.lines, heardAt),
  };
}

const isWithin = (spans: readonly Span[], ms: number): boolean => spans.some(([from, to]) => ms >= from && ms < to);

function voiceDb({ speech, peaks }: Pick<Sound, 'speech' | 'peaks'>, spans: readonly Span[]): number | null {
  const each = peakMs(peaks);
  let [sum, n] = [0, 0];
  for (const [from, to] of intersectSpans(speech, spans))
    for (let at = Math.ceil(from / each); at < Math.min(peaks.length, to / each); at++) {
      sum += peakAt(peaks, at) ** 2;
      n++;
    }
  return n > 0 && sum > 0 ? 10 * Math.log10(sum / n) : null;
}

function facesIn(faces: Analysis['faces'] | null, spans: readonly Span[]): Pick<TakeFigures, 'inPicture' | 'sway'> {
  const own = (faces ?? []).filter((face) => isWithin(spans, face.atMs));
  if (own.length === 0) return { inPicture: null, sway: null };
  const whole = own.filter(({ box: [x, y, w, h] }) => x >= EDGE && y >= EDGE && x + w <= 1 - EDGE && y + h <= 1 - EDGE);
  const width = mean(own.map(({ box }) => box[2]));
  const spread = (of: (face: (typeof own)[number]) => number): number => {
    const middle = mean(own.map(of));
    return mean(own.map((face) => (of(face) - middle) ** 2));
  };
  const sway = Math.sqrt(spread(({ box: [x, , w] }) => x + w / 2) + spread(({ box: [, y, , h] }) => y + h / 2));
  return { inPicture: whole.length / own.length, sway: own.length < FEW_FACES || width === 0 ? null : sway / width };
}

const mean = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;

function heardShare(step: MoveStep, lines: readonly NarrationLine[], spans: readonly Span[]): number | null {
  const { before, during, after } = step.narration;
  const written = [before, during, after].flatMap((text) => plainWords(filled(text, step)));
  if (written.length === 0) return null;
  const own = lines.filter((line) => isWithin(spans, (line.startMs + line.endMs) / 2));
  const pairs = layBeside(
    written,
    own.flatMap((line) => plainWords(line.text)),
  );
  const weights = weightsOf(written);
  return weightOf(pairs, weights) / weights.reduce((sum, one) => sum + one, 0);
}

/** What is better about a take than about another one: figures that differ by more than they vary by themselves. */
export function betterIn(one: TakeFigures, other: TakeFigures): ReadonlySet<keyof TakeFigures> {
  const more = (a: number | null, b: number | null, by: number): boolean => a !== null && b !== null && a - b > by;
  const { planned } = one;
  const reached = ({ count }: TakeFigures): number | null =>
    count === null || planned === null ? null : -Math.abs(planned - count);
  const better: [keyof TakeFigures, boolean][] = [
    ['count', more(reached(one), reached(other), 0)],
    ['voiceDb', more(one.voiceDb, other.voiceDb, 3)],
    ['inPicture', more(one.inPicture, other.inPicture, 0.05)],
    ['sway', more(other.sway, one.sway, 0.05)],
    ['heard', more(one.heard, other.heard, 0.1)],
  ];
  return new Set(better.flatMap(([name, is]) => (is ? [name] : [])));
}
