import { readNarration, readWords } from '../read';
import { readSteps } from '../steps';
import { readSwaps } from '../swaps';
import { parseLines } from '../lines';
import { streamOf } from '../tokens';
import { wordsOf } from '../words';

const worked = (text: string): string[] => {
  const stream = streamOf(wordsOf(parseLines(text)));
  return readSteps(stream, readSwaps(stream))
    .filter(({ kind }) => kind === 'technique')
    .map(({ region, action, side }) => `${action} ${region} ${side}`);
};
const lesson = (told: string): string =>
  `[0:00] Hello, and welcome to my kitchen.\n[0:20] ${told}\n[1:30] That's it for today, thank you for watching.`;

describe('what was learned of narrations', () => {
  it('knows an action by words that are no names of it', () => {
    expect(worked(lesson('Now comb the fingertips out over the forehead, six times.'))[0]).toContain('stroke forehead');
    expect(worked(lesson('Now nip along the left eyebrow, thumb below and finger above, six times.'))[0]).toContain(
      'pinch brow',
    );
    expect(
      worked(lesson('First fill the cheeks with air like a frog, and hold the air for ten seconds.'))[0],
    ).toContain('puff cheek');
  });

  it('takes the second side from the first, whatever is said in between', () => {
    const sides = worked(
      '[0:00] Hello.\n[0:10] First knead the left jaw with your knuckles, eight times.\n[0:30] Now the right side, eight times.\n[0:50] That is it, bye.',
    );
    expect(sides).toEqual(['knead jaw left', 'knead jaw right']);
  });

  it('takes no side for the left or the right one that is not named and follows from nothing', () => {
    const sides = worked(
      '[0:00] Hello.\n[0:10] The curved side on the cheek, eight times.\n[0:30] The flat side on the jaw, eight times.\n[0:50] Bye.',
    );
    expect(sides.filter((one) => / (?:left|right)$/.test(one))).toEqual([]);
  });

  it('knows doses whose unit is a noun of one’s own, and lets numbers of talk be', () => {
    const doses = (told: string): string[] =>
      readNarration(lesson(told)).doses.map(({ kind, low }) => `${kind} ${low}`);
    expect(doses('Now fold the ears forward and let them go, four tours.')).toEqual(['reps 4']);
    expect(
      doses('Now fold the ears and let them go. I had 2 children and about 90 wrinkles by then. Four rivers of that.'),
    ).toEqual(['reps 4']);
  });

  it('hears cautions in words that no rule has', () => {
    const about = (told: string): string[] => readNarration(lesson(told)).cautions.map((one) => one.about);
    expect(about('Now circle at the eye, six times. You are on bone, not on the ball.')).toContain('eye');
    expect(
      about('Press the jaw with two fingers, five breaths. You’re testing a peach, you’re not buying it.'),
    ).toContain('pressure');
  });

  it('is as sure as a share, and never of nothing', () => {
    const { doses, cautions, claims } = readNarration(
      lesson('Now knead the jaw very gently, six times. It will make you look ten years younger.'),
    );
    for (const { evidence } of [...doses, ...cautions, ...claims]) {
      expect(evidence.sure).toBeGreaterThan(0);
      expect(evidence.sure).toBeLessThanOrEqual(1);
      expect(evidence.to).toBeGreaterThan(evidence.from);
    }
    expect(doses.length * cautions.length * claims.length).toBeGreaterThan(0);
  });

  it('is not asked about a few words by themselves: the checks hold to what the rules say', () => {
    expect(readWords('Softly does it.').cautions).toEqual([]);
    expect(readWords('Six times.').doses).toEqual([
      jasmine.objectContaining({ kind: 'reps', low: 6, high: 6, scope: 'here' }),
    ]);
  });
});
