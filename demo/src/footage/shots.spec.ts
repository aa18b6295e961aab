import { UNRATED } from '@limber/core/lesson/take.schema';
import { FRAMES } from '@limber/core/cue/frame';
import { showCues } from '@limber/core/cue/show';
import { viewAt } from '@limber/core/cue/shots';
import { stepOf, type Lesson } from '@limber/core/lesson/lesson.schema';
import { isWork } from '@limber/core/lesson/segment-kind';
import { afterTheNightShift, beforeTheEarlyBulletin, coldMorningEyes, readingAloud } from '../world/lessons';
import { MOVES } from '../world/moves';
import { poseAt } from './motion';
import type { HandPose } from './presenter';
import { layOut, type Truth } from './truth';

/** A lesson filmed as its truth says, in one take that plays whole. */
function filmed(lesson: Lesson): { lesson: Lesson; truth: Truth } {
  const truth = layOut(lesson, (text) => text.length * 60);
  const { durationMs } = truth;
  const frameRate = { numerator: 25, denominator: 1 };
  return {
    truth,
    lesson: {
      ...lesson,
      takes: [
        {
          ...UNRATED,
          id: 't',
          name: 'Take',
          pictureLeft: 'left',
          durationMs,
          width: 960,
          height: 540,
          frameRate,
          sources: [],
        },
      ],
      segments: truth.segments.map((segment) => ({ ...segment, takeId: 't' })),
      assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: durationMs }],
    },
  };
}

/** Where the tip of the longest finger is, as a share of the picture's width (see the shapes of hands). */
function tipOf({ x, angle }: HandPose, out: 1 | -1): number {
  return (x + 40 * Math.sin((angle * out * Math.PI) / 180)) / 960;
}

describe('an upright or a square film of drawn footage', () => {
  const many = MOVES.filter((move) => move.dose.form === 'reps');
  const lessons = [
    ...[beforeTheEarlyBulletin(), coldMorningEyes(), afterTheNightShift(), readingAloud()],
    // Every move of the library, eight in a lesson.
    ...Array.from({ length: Math.ceil(many.length / 8) }, (_, n): Lesson => ({
      ...beforeTheEarlyBulletin(),
      id: `all-${n}`,
      steps: many.slice(8 * n, 8 * n + 8).map((move, i) => stepOf(`s${i}`, move, {})),
    })),
  ];

  it('shows the fingers that work on every picture on which they work', () => {
    let [looked, moved, far] = [0, 0, 0];
    for (const { lesson, truth } of lessons.map(filmed))
      for (const frame of ['9:16', '1:1'] as const) {
        const { shots } = showCues(lesson, { frame });
        moved += shots.length - 1;
        far += shots.filter((shot) => shot.width > FRAMES[frame].shows).length;
        for (const { kind, startMs, endMs, stepId } of truth.segments.filter((one) => isWork(one.kind)))
          for (let ms = startMs; ms < endMs; ms += 120) {
            // The take plays whole, from its beginning.
            const { centre, width } = viewAt(shots, ms as number, FRAMES[frame]);
            const pose = poseAt(lesson, truth, ms, 0);
            for (const [hand, out] of [
              [pose.left, 1],
              [pose.right, -1],
            ] as const) {
              if (!hand) continue;
              looked += 1;
              const tip = tipOf(hand, out);
              if (Math.abs(tip - centre) > width / 2)
                fail(`${lesson.id} ${frame} ${stepId} ${kind} at ${ms}: ${tip} is outside ${centre} ± ${width / 2}`);
            }
          }
      }
    expect(looked).toBeGreaterThan(10_000);
    // Otherwise the middle alone would do, and nothing was tried.
    expect(moved).toBeGreaterThan(5);
    expect(far).toBeGreaterThan(3);
  });
});
