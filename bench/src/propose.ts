import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alignLesson } from '@limber/core/align/align-lesson';
import { scriptOf } from '@limber/core/align/script';
import { heardLines } from '@limber/core/align/words.document';
import type { Lesson } from '@limber/core/lesson/lesson.schema';
import { parseLines } from '@limber/core/narration/lines';
import { noEvidence } from '@limber/core/proposal/evidence';
import { propose } from '@limber/core/proposal/propose';
import { schedule } from '@limber/core/schedule/schedule';
import { filmedLesson, filmedTakes, KNOWN } from '@limber/demo/footage/filmed';
import { logOf } from '@limber/demo/footage/log-of';
import { performed } from '@limber/demo/footage/performed';
import { scoreProposals, sumOfProposals, type ProposalScore } from '@limber/demo/footage/proposal-score';
import { lessonAsLongAs, saidLessons } from '@limber/demo/footage/said-lessons';
import { analyseFilm } from '@limber/server/media/analyse';
import { soundOf } from '@limber/server/media/make';
import { probe } from '@limber/server/media/probe';
import { hearWords } from '@limber/server/media/words';

import { medians, report } from './compare';

/** How much of a take is proposed rightly, how sure that is, and how fast. */
export async function proposing(): Promise<void> {
  const { madeOn, unseen } = saidLessons();
  for (const [name, lessons, seed] of [
    ['lessons it was made on', madeOn, 2000],
    ['lessons unseen', unseen, 3000],
  ] as const)
    for (const known of KNOWN)
      tell(
        `${name}, simulated, ${known}`,
        sumOfProposals(
          filmedTakes(lessons, seed, known).map(({ lesson, said, evidence }) =>
            scoreProposals(said.segments, propose(lesson, evidence)),
          ),
        ),
      );
  await drawn('drawn and spoken, made on', madeOn.slice(0, 3), 11);
  await drawn('drawn and spoken, unseen', unseen.slice(0, 3), 21);
  await speed(madeOn);
}

function tell(name: string, score: ProposalScore): void {
  const share = (part: number, whole: number): string => (part / Math.max(1, whole)).toFixed(2);
  const sure = score.sure.filter(([confidence]) => confidence >= 0.95);
  process.stdout.write(
    `propose · ${name} · within half a second: ${share(score.right, score.boundaries)} of ${score.boundaries} ends, of work ` +
      `${share(score.workedRight, score.worked)} of ${score.worked}; sides worked whole ${share(score.worksRight, score.works)} of ${score.works} · ` +
      `sure of ${sure.length} of ${score.sure.length}, ${sure.filter(([, right]) => right).length} right\n`,
  );
}

/** Lessons that were really drawn and spoken, looked at and listened to as a take of the studio is. */
async function drawn(name: string, lessons: readonly Lesson[], seed: number): Promise<void> {
  const scores: Record<string, ProposalScore[]> = {};
  for (const [i, whole] of lessons.entries()) {
    const lesson = { ...whole, steps: whole.steps.slice(0, 5) };
    const { file, said } = await performed(lesson, seed + i, '.data/performed');
    const media = await probe(file);
    const scratch = mkdtempSync(join(tmpdir(), 'limber-propose-'));
    const making = { media, original: file, scratch, progress: () => undefined, signal: new AbortController().signal };
    const seen = await analyseFilm(file, media);
    const { speech } = await soundOf(making);
    const words = scriptOf(lesson).words.map((word) => word.text);
    const heard = alignLesson(lesson, heardLines(await hearWords(making, words)), speech);
    const captions = alignLesson(lesson, parseLines(said.captions), speech);
    rmSync(scratch, { recursive: true });
    const evidence = { ...noEvidence(media.durationMs), ...seen, speech, heard: true, pictureLeft: 'left' as const };
    for (const [known, more] of [
      ['seen', {}],
      ['seen and heard', { said: heard.fits ? heard : null }],
      ['captions', { said: captions.fits ? captions : null }],
      ['log', { said: captions.fits ? captions : null, log: logOf(said, seed + i) }],
    ] as const)
      (scores[known] ??= []).push(scoreProposals(said.segments, propose(lesson, { ...evidence, ...more })));
  }
  for (const [known, own] of Object.entries(scores)) tell(`${name}, ${known}`, sumOfProposals(own));
}

/** Proposing for lessons of five minutes and an hour, against reading their schedule. */
async function speed(lessons: readonly Lesson[]): Promise<void> {
  for (const minutes of [5, 60])
    for (const known of ['seen', 'log'] as const) {
      const lesson = lessonAsLongAs(lessons, minutes * 60_000);
      const { evidence } = filmedLesson(lesson, 1, known);
      const [ours, reference] = await medians(
        () => propose(lesson, evidence),
        () => schedule(lesson),
        3,
        1,
      );
      report(
        'propose',
        `${minutes} minutes, ${lesson.steps.length} steps, ${known}`,
        ours,
        'their schedule',
        reference,
      );
    }
}
