import { alignLesson, type Alignment } from '../align/align-lesson';
import { AlignError } from '../align/global';
import { heardLines, type Words } from '../align/words.document';
import type { Analysis } from '../footage/analysis.document';
import { lipsMove, type CellGrid } from '../footage/lips';
import type { HeardAround } from '../footage/quiet';
import type { Sound } from '../footage/sound.document';
import type { Lesson } from '../lesson/lesson.schema';
import { pictureOf, soundOf, type Take } from '../lesson/take.schema';
import { keptCaptions, type NarrationLine } from '../narration/lines';
import type { LogEntry } from '../take/log.document';
import { clipSpans, type Span } from '../time/spans';
import { noEvidence, type Evidence } from './evidence';

/** What is known of a take's media by now; null for what is not there, or not yet. Times are each recording's own. */
export interface TakeKnown {
  readonly analysis: Pick<Analysis, 'bouts' | 'holds' | 'sceneChangesMs'> | null;
  readonly sound: Pick<Sound, 'speech'> | null;
  /** What was heard to be said, by a machine that knows no better. */
  readonly words: Words['lines'] | null;
  /** Captions that somebody brought, as they were written: gone by before what a machine heard. */
  readonly captions: string | null;
  /** On the take's time. */
  readonly log: readonly LogEntry[];
  /** How much moves where, and faces: of the same recording as the analysis. */
  readonly moving?: { readonly grid: CellGrid; readonly faces: Analysis['faces'] } | null;
}

/** Words of a take, on its time, and where the lesson's steps are in them. */
export interface TakeWords {
  readonly lines: readonly NarrationLine[];
  readonly said: Alignment;
}

/**
 * What is known of a take, on its own time, with what is marked on it.
 *
 * @returns `words`: captions that are this lesson's; `fits`: whether the words are this lesson's, captions before what was
 *   heard; null where there are none; `around`: what is heard and seen around the hands; null where nobody listened.
 */
export function evidenceOf(
  lesson: Lesson,
  takeId: string,
  { analysis, sound, words, captions, log, moving }: TakeKnown,
): {
  readonly evidence: Evidence;
  readonly words: TakeWords | null;
  readonly fits: boolean | null;
  readonly around: HeardAround | null;
} {
  const take = lesson.takes.find((one) => one.id === takeId)!;
  const { durationMs, pictureLeft } = take;
  const heard = soundOf(take)?.offsetMs ?? 0;
  const picture = offsetOf(take);
  const speech = clipSpans(sound?.speech.map(([a, b]) => [a + heard, b + heard] as const) ?? [], durationMs);
  const inLines = (lines: readonly NarrationLine[] | null): TakeWords | null => {
    const own = lines?.map((line) => moved(line, heard)).filter((line) => line.endMs > 0);
    const said = own && aligned(lesson, own, speech);
    return said ? { lines: own, said } : null;
  };
  const brought = inLines(keptCaptions(captions));
  const gaveWords = brought?.said.fits ? brought : null;
  // What a machine heard says where things are; what was said word by word, it does not.
  const gone = gaveWords ?? inLines(words && heardLines(words));
  const sceneChangesMs = analysis?.sceneChangesMs ?? [];
  const own = <T extends { startMs: number; endMs: number }>(list: readonly T[]): T[] =>
    list.map((one) => moved(one, picture)).filter((one) => one.startMs >= 0 && one.endMs <= durationMs);
  return {
    words: gaveWords,
    around: sound && {
      ...{ speech, lines: gaveWords?.lines ?? null },
      lipsMove: moving
        ? (fromMs, toMs) => lipsMove(moving.grid, { ...moving, sceneChangesMs }, fromMs - picture, toMs - picture)
        : null,
    },
    fits: (brought ?? gone)?.said.fits ?? null,
    evidence: {
      ...noEvidence(durationMs),
      pictureLeft,
      ...{ speech, heard: sound !== null },
      bouts: own(analysis?.bouts ?? []).map((one) => ({ ...one, beatsMs: one.beatsMs.map((ms) => ms + picture) })),
      holds: own(analysis?.holds ?? []),
      sceneChangesMs: sceneChangesMs.map((ms) => ms + picture),
      said: gone?.said.fits ? gone.said : null,
      log,
      agreed: lesson.segments.filter((one) => one.takeId === takeId),
      rejected: lesson.rejected.filter((one) => one.takeId === takeId),
    },
  };
}

function offsetOf(take: Take): number {
  return take.sources.find((one) => one.mediaId === pictureOf(take))?.offsetMs ?? 0;
}

const moved = <T extends { startMs: number; endMs: number }>(one: T, byMs: number): T =>
  byMs === 0 ? one : { ...one, startMs: one.startMs + byMs, endMs: one.endMs + byMs };

/** Words that are too many to be held against the lesson tell nothing. */
function aligned(lesson: Lesson, lines: readonly NarrationLine[], speech: readonly Span[]): Alignment | null {
  try {
    return lines.length > 0 ? alignLesson(lesson, lines, speech) : null;
  } catch (error) {
    if (error instanceof AlignError) return null;
    throw error;
  }
}
