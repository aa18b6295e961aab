import { UNRATED } from '@limber/core/lesson/take.schema';
import { saidDone as saidDoneIn, type OnTake } from '@limber/core/check/said-done';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { propose } from '@limber/core/proposal/propose';
import { noEvidence, type Evidence } from '@limber/core/proposal/evidence';
import type { Done, Measured } from '@limber/core/said-done/done';
import { aligned, linesOf, NOT_ITS_WORDS } from './align';
import type { ReadFile } from './input';
import { evidenceIn } from './seen';
import { shown } from './shown';

/** Something that is no film, but stands in for the one that was looked at. */
const TAKE = {
  ...{ id: 'recording', name: 'Recording', pictureLeft: 'left' as const, sources: [], ...UNRATED },
  ...{ width: 1280, height: 720, frameRate: { numerator: 25, denominator: 1 } },
};

/**
 * Planned, said and done by step and side, and what does not agree: as a recording shows it, where its analysis is given;
 * else as the lesson's own takes are marked. What is said is what captions of the recording have, else the lesson's words.
 *
 * @param files an analysis (`.json`), captions, or both in that order.
 * @throws InputError when one of them cannot be used.
 */
export async function saidDone(lesson: Lesson, files: readonly string[], read: ReadFile): Promise<unknown> {
  const analysis = files.find((file) => file.toLowerCase().endsWith('.json'));
  const captions = files.find((file) => file !== analysis);
  const lines = captions === undefined ? [] : await linesOf(captions, read);
  const seen = analysis === undefined ? null : await evidenceIn(analysis, read);
  const said = captions === undefined ? null : aligned(lesson, lines, seen?.speech);
  const words = said?.fits ? { lines, said } : null;
  const known = seen ? onRecording(lesson, { ...seen, said: words?.said ?? null }, words) : onItsTake(lesson, words);
  const { rows, findings } = saidDoneIn(known.lesson, known.onTake);
  return {
    findings: findings.map(shown),
    rows: rows.map(({ done, ...row }) => ({ ...row, done: done && rounded(done) })),
    ...(said && !said.fits ? { detail: NOT_ITS_WORDS } : {}),
  };
}

interface Known {
  readonly lesson: Lesson;
  readonly onTake: OnTake | null;
}

/** A recording that the lesson knows nothing of: what it has of other takes does not count. */
function onRecording(lesson: Lesson, evidence: Evidence, words: OnTake['words']): Known {
  const bare: Lesson = { ...lesson, takes: [], assembly: [], segments: [], rejected: [] };
  const { bouts, holds, durationMs } = evidence;
  const take = { ...TAKE, durationMs: Math.round(durationMs) };
  return { lesson: bare, onTake: { take, proposals: propose(bare, evidence), bouts, holds, words, around: null } };
}

/** Captions of the take that the lesson begins with, as it is marked; of a lesson without one, words without a film. */
function onItsTake(lesson: Lesson, words: OnTake['words']): Known {
  if (!words) return { lesson, onTake: null };
  const { bouts, holds } = noEvidence(0);
  const own = lesson.takes.find((one) => one.id === lesson.assembly[0]?.takeId) ?? lesson.takes[0];
  const take = own ?? { ...TAKE, durationMs: Math.max(1, ...words.lines.map((line) => Math.round(line.endMs))) };
  return { lesson, onTake: { take, proposals: [], bouts, holds, words, around: null } };
}

const whole = (one: Measured | null): Measured | null =>
  one && { value: Math.round(one.value), low: Math.round(one.low), high: Math.round(one.high) };

const rounded = (done: Done): Done => ({ ...done, heldMs: whole(done.heldMs) });
