import type { Lesson, Pace } from '../lesson/lesson.schema';
import { filled } from './fields';
import { speakingMs, spokenParts } from './speaking-time';

/** A text and the time that it really took to say, ms. */
export interface Sample {
  readonly text: string;
  readonly ms: number;
}

/** Pauses inside sentences are so long against those at their end (common practice, no source). */
const COMMA_SHARE = 0.45;
/** So many samples are needed before pauses are told apart from speaking. */
const ENOUGH = 3;
const LEAST_SPREAD = 0.03;
const SLOWEST = 60;
const FASTEST = 480;

/**
 * The pace of an instructor from texts that were timed: a reading test, rehearsals, takes. Speaking rate and pauses are
 * the least-squares fit of `ms = syllables × a + pauses × b` on shares of each text's time; with fewer than three texts
 * the pauses stay as they are. The spread is the root mean square of the relative error.
 *
 * @throws Error when there is nothing that can be used: no words, or no time.
 * @example calibrate(samples, pace).syllablesPerMinute // 208
 */
export function calibrate(samples: readonly Sample[], pace: Pace): Pace {
  const rows = samples
    .map(({ text, ms }) => ({ ...spokenParts(text), ms }))
    .map((one) => ({
      syllables: one.syllables,
      pauses: one.stops + COMMA_SHARE * one.commas,
      ms: one.ms - one.silenceMs,
    }))
    .filter((one) => one.syllables > 0 && one.ms > 0);
  if (rows.length === 0) throw new Error('Nothing was timed. Read the text aloud between start and stop.');
  let pauseMs = pace.sentencePauseMs;
  let eachMs = NaN;
  if (rows.length >= ENOUGH) [eachMs, pauseMs] = twoFigures(rows);
  if (!(eachMs > 0 && pauseMs >= 0)) {
    pauseMs = pace.sentencePauseMs;
    const spoken = rows.reduce((sum, one) => sum + Math.max(0.3 * one.ms, one.ms - one.pauses * pauseMs), 0);
    eachMs = spoken / rows.reduce((sum, one) => sum + one.syllables, 0);
  }
  const found: Pace = {
    ...pace,
    syllablesPerMinute: Math.min(FASTEST, Math.max(SLOWEST, Math.round(60_000 / eachMs))),
    sentencePauseMs: Math.round(pauseMs),
    commaPauseMs: Math.round(pauseMs * COMMA_SHARE),
  };
  if (rows.length < ENOUGH) return found;
  const errors = samples.map(({ text, ms }) => (ms - speakingMs(text, found)) / speakingMs(text, found));
  const spread = Math.sqrt(errors.reduce((sum, one) => sum + one * one, 0) / errors.length);
  return { ...found, spread: Math.min(1, Math.max(LEAST_SPREAD, Math.round(spread * 1000) / 1000)) };
}

/** Weighted normal equations of the two figures, each text weighing the same whatever its length. */
function twoFigures(rows: readonly { syllables: number; pauses: number; ms: number }[]): [number, number] {
  let [ss, sp, pp, st, pt] = [0, 0, 0, 0, 0];
  for (const { syllables, pauses, ms } of rows) {
    const [s, p] = [syllables / ms, pauses / ms];
    ss += s * s;
    sp += s * p;
    pp += p * p;
    st += s;
    pt += p;
  }
  const determinant = ss * pp - sp * sp;
  // Texts that are all alike cannot tell one from the other.
  if (determinant < 1e-4 * ss * pp) return [NaN, NaN];
  return [(st * pp - pt * sp) / determinant, (ss * pt - sp * st) / determinant];
}

/**
 * What a marked take tells of speaking: every stretch in which a known text is spoken and nothing else happens.
 *
 * @example samplesFromTake(lesson)[0] // { words: 'Flat fingers …', ms: 5200 }
 */
export function samplesFromTake(lesson: Lesson): Sample[] {
  const steps = new Map(lesson.steps.map((step) => [step.id, step]));
  return lesson.segments.flatMap((segment): Sample[] => {
    const step = segment.stepId === null ? undefined : steps.get(segment.stepId);
    const text =
      segment.kind === 'teach' && step
        ? filled(step.narration.before, step)
        : segment.kind === 'talk' && step
          ? filled(step.narration.after, step)
          : segment.kind === 'intro'
            ? lesson.opening
            : segment.kind === 'outro'
              ? lesson.closing
              : '';
    return text.trim() ? [{ text, ms: segment.endMs - segment.startMs }] : [];
  });
}

/** About a minute of reading, of the kind that lessons are made of. */
export const READING_TEST =
  'Good morning. Before the harbour wakes, take two minutes for your face. Let the shoulders sink, and let the tongue lie ' +
  'loose behind the teeth. Now place two fingers below each ear, where the jaw begins, and wait. Feel how warm they are. ' +
  'Press, as lightly as a feather, and let go; press, and let go. Six times, without any hurry. Then follow the side of ' +
  'the neck with the flat of your hand, down to the hollow above the collarbone. Five slow strokes on the left, and five ' +
  'on the right. If anything hurts, stop, and leave it for today. Well done. Breathe out once more, longer than you ' +
  'breathed in, and look up. That was all.';
