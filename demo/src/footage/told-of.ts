import { UNRATED } from '@limber/core/lesson/take.schema';
import { alignLesson } from '@limber/core/align/align-lesson';
import { saidDone } from '@limber/core/check/said-done';
import type { Finding } from '@limber/core/check/finding';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { parseLines } from '@limber/core/narration/lines';
import { noEvidence } from '@limber/core/proposal/evidence';
import { propose } from '@limber/core/proposal/propose';
import { speechOf } from './filmed';
import { sayLesson } from './said';
import { seenAs } from './seen-as';

const TAKE = {
  ...{ id: 'take', name: 'Take', pictureLeft: 'left' as const, sources: [], ...UNRATED },
  ...{ width: 1280, height: 720, frameRate: { numerator: 25, denominator: 1 } },
};

/**
 * What is told of what was planned, said and done, by captions and simulated eyes.
 *
 * @param filmed the lesson as somebody said and did it.
 */
export function toldOf(lesson: Lesson, filmed: Lesson, seed: number, freedom: number): readonly Finding[] {
  const said = sayLesson(filmed, seed, { layout: 'lines', freedom });
  const seen = seenAs(said, filmed, seed, 'left');
  const lines = parseLines(said.captions);
  const speech = speechOf(said);
  const words = { lines, said: alignLesson(lesson, lines, speech) };
  if (!words.said.fits) return [];
  const { durationMs } = said;
  const bare: Lesson = { ...lesson, takes: [], assembly: [], segments: [], rejected: [] };
  const evidence = {
    ...noEvidence(durationMs),
    ...seen,
    speech,
    heard: true,
    pictureLeft: 'left' as const,
  };
  const proposals = propose(bare, { ...evidence, said: words.said });
  return saidDone(bare, { take: { ...TAKE, durationMs }, proposals, ...seen, words, around: null }).findings;
}
