import { propose } from '@limber/core/proposal/propose';
import { SURE } from '@limber/core/proposal/sheet';
import { filmedLesson, KNOWN, type Known } from './filmed';
import { scoreProposals, sumOfProposals, type ProposalScore } from './proposal-score';
import { saidLessons } from './said-lessons';

/** The takes of lessons that the method was not made on, simulated with their usual mishaps. */
describe('takes that somebody films', () => {
  const { unseen } = saidLessons();
  const scores = new Map<Known, ProposalScore>(
    KNOWN.map((known) => [
      known,
      sumOfProposals(
        unseen.map((lesson, i) => {
          const { said, evidence } = filmedLesson(lesson, 3000 + i, known);
          return scoreProposals(said.segments, propose(lesson, evidence));
        }),
      ),
    ]),
  );

  it('are proposed to show what they show, the better the more is known', () => {
    for (const [known, least, worked] of [
      ['seen', 0.78, 0.88],
      ['captions', 0.875, 0.875],
      ['log', 0.94, 0.96],
    ] as const) {
      const { boundaries, right, worked: ends, workedRight } = scores.get(known)!;
      expect(right / boundaries)
        .withContext(`${known}: every end`)
        .toBeGreaterThan(least);
      expect(workedRight / ends)
        .withContext(`${known}: ends of work`)
        .toBeGreaterThan(worked);
    }
  });

  it('are as sure as they are said to be: 95 in 100, and far fewer of those said to be unsure', () => {
    const all = [...scores.values()].flatMap((one) => [...one.sure]);
    const right = (of: typeof all): number => of.filter(([, is]) => is).length / of.length;
    const sure = all.filter(([confidence]) => confidence >= SURE);
    // A share: how many passages these lessons come to is the narrations' affair and the reader's.
    expect(sure.length / all.length).toBeGreaterThan(0.25);
    expect(right(sure)).toBeGreaterThanOrEqual(0.95);
    expect(right(all.filter(([confidence]) => confidence < 0.5))).toBeLessThan(0.5);
  });
});
