import '../words/localize';
import { lessonCuts } from '../assembly/cuts';
import type { Cut } from '../assembly/cut';
import { passagesOf } from '../assembly/passages';
import { stepRunsOf } from '../assembly/step-runs';
import { voicesIn } from '../assembly/voices';
import { readFirst } from '../check/read-first';
import { standingRules } from '../narration/standing';
import { deriveCues } from '../cue/derive';
import { seenAreas } from '../cue/seen-areas';
import { roundedBox, type Box } from '../cue/frame';
import { lightUnder } from '../cue/light-under';
import type { Senses } from '../cue/senses';
import { cueStyleOf } from '../cue/styles';
import type { WorkedArea } from '../cue/worked-area';
import { describeDose } from '../dose/dose';
import { type Lesson, movesOf } from '../lesson/lesson.schema';
import { isWork } from '../lesson/segment-kind';
import { placedCues } from './placed-cues';
import { PUBLISHED_FORMAT, PUBLISHED_VERSION, type PublishedCut, type PublishedLesson } from './published.schema';

/** A lesson that cannot be shared yet; the message says what is missing. */
export class NotReadyError extends Error {
  override readonly name = 'NotReadyError';
}

/**
 * What viewers get of a lesson, in all its cuts: derived once, then kept. Findings, plans and notes of the instructor
 * stay behind.
 *
 * @param senses what was heard and seen on each take, as far as it was analysed.
 * @throws NotReadyError when there is no footage, or none of what plays is marked.
 * @example publish(lesson, versionId).cuts.map((cut) => cut.id) // ['full', 'practice', 'step:slipway', …]
 */
export function publish(lesson: Lesson, versionId: string, senses: Senses = {}): PublishedLesson {
  const [full, ...others] = lessonCuts(lesson);
  if (!full || full.pieces.length === 0)
    throw new NotReadyError($localize`There is no footage yet. Bring in a take under Film, then share.`);
  const whole = publishedCut(lesson, full, senses);
  const played = new Set(whole.passages.filter((one) => isWork(one.kind)).map((one) => one.stepId));
  if (played.size === 0)
    throw new NotReadyError($localize`No step is marked on the footage yet. Mark its parts, then share.`);
  const takes = new Set(full.pieces.map((piece) => piece.takeId));
  return {
    format: PUBLISHED_FORMAT,
    version: PUBLISHED_VERSION,
    versionId,
    title: lesson.title,
    promise: lesson.promise,
    rules: [...new Set(standingRules(lesson).map((rule) => rule.words))],
    cueStyle: cueStyleOf(lesson),
    takes: lesson.takes
      .filter((take) => takes.has(take.id))
      .map(({ id, pictureLeft, sources }) => ({
        ...{ id, pictureLeft: pictureLeft ?? 'left' },
        // The room beside a log is nobody's to hear.
        sources: sources.filter((one) => one.role !== 'log'),
      })),
    steps: movesOf(lesson.steps)
      .filter((step) => whole.steps.some((run) => run.stepId === step.id))
      .map(({ id, move, dose }) => ({
        id,
        name: move.name,
        region: move.region,
        pressure: move.pressure,
        dose: describeDose(dose),
      })),
    cuts: [whole, ...others.map((cut) => publishedCut(lesson, cut, senses))],
  };
}

/** Every medium that a published lesson plays. @example mediaOf(published) // ['96ff00a3-…'] */
export function mediaOf({ takes, cuts }: PublishedLesson): string[] {
  return [
    ...new Set([
      ...takes.flatMap((take) => take.sources.map((source) => source.mediaId)),
      ...cuts.flatMap((cut) => cut.voices.map((voice) => voice.mediaId)),
    ]),
  ];
}

function publishedCut(lesson: Lesson, cut: Cut, { heard, seenOn }: Senses): PublishedCut {
  const passages = passagesOf(lesson, cut);
  const timeline = { id: cut.id, passages, durationMs: cut.durationMs, cut };
  const { cues, sounds } = deriveCues(lesson, timeline, heard);
  const areas = seenAreas(lesson, timeline, seenOn).map(frozen);
  return {
    id: cut.id,
    durationMs: cut.durationMs,
    cautions: readFirst(lesson, new Set(passages.flatMap((one) => one.stepId ?? []))),
    pieces: cut.pieces.map(({ id, takeId, fromMs, toMs }) => ({ id, takeId, fromMs, toMs })),
    steps: stepRunsOf(passages),
    passages: passages.map(({ kind, stepId, side, startMs, endMs }) => ({ kind, stepId, side, startMs, endMs })),
    cues: placedCues(cues, cueStyleOf(lesson), areas, lightUnder(cut, seenOn)),
    areas,
    sounds: [...sounds],
    voices: voicesIn(lesson, passages),
  };
}

/** As it is stored: to a ten-thousandth, which no cue is placed by. */
function frozen({ startMs, endMs, boxes, seen }: WorkedArea): WorkedArea {
  const stored = (box: Box): Box => roundedBox(box, 10_000);
  return { startMs, endMs, boxes: boxes.map(stored), seen: seen && stored(seen) };
}
