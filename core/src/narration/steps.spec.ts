import { readNarration, readingOf } from './read';

// The shapes of narration are common practice, no source; every example is invented.
describe('steps', () => {
  const steps = (...lines: string[]): unknown[] =>
    readingOf(readNarration(`[0:00] Hello, and welcome to the pier.\n${lines.join('\n')}`))
      .steps.filter((one) => one.kind !== 'intro')
      .map(({ startMs, kind, region, side }) => [startMs / 1000, kind, region, side]);

  it('begin with their heading, and where a paragraph names another place', () => {
    expect(
      steps(
        '[0:10] Left side. Make a loose fist and knead the jaw muscle, teeth apart, slowly up and down along it.',
        '[0:40] Corner of the mouth out to the ear with three flat fingers, lifting each time, six strokes.',
      ),
    ).toEqual([
      [10, 'technique', 'jaw', 'left'],
      [40, 'technique', 'cheek', 'left'],
    ]);
  });

  const worked: Record<string, string> = {
    'place your fingertips on your forehead and sweep out to the temples.': 'forehead stroke',
    'put your thumbs under your chin and slide along the jawline to your ears.': 'jaw stroke',
    'glide the stone from your chin to your earlobe.': 'jaw stroke',
    'drop your right ear to your right shoulder.': 'neck stretch',
    'lace your fingers behind your neck and pull gently.': 'nape stretch',
    'rub your palms together and cup them over your eyes.': 'eye press',
    'blow through your lips like a horse.': 'lips vocalise',
    'massage the lymph nodes behind your ears in small circles.': 'ear circle',
    'open your eyes wide and hold without wrinkling your forehead.': 'eye hold',
    'sweep from the corners of your mouth up to your ears.': 'cheek stroke',
    'press your tongue against the inside of your cheek.': 'tongue press',
  };
  for (const [words, expected] of Object.entries(worked))
    it(`know what is done where in “${words}”`, () => {
      const { steps: read } = readingOf(
        readNarration(`[0:00] Hello, this is short.\n[0:20] First, ${words} Ten times.\n[0:50] That’s it, bye.`),
      );
      const done = read.filter((one) => one.kind === 'technique');
      expect(done.map((one) => `${one.region} ${one.action}`)).toEqual([expected]);
    });

  it('keep a hand that helps, a lane, and parts of the whole face to themselves', () => {
    expect(
      steps(
        '[0:10] Slide from the side of the nose across the cheek to the ear, five strokes.',
        '[0:20] And hold the skin beside the nose with your other hand while you do.',
        '[0:30] The next lane, under the cheekbone.',
      ).length,
    ).toBe(1);
  });

  it('on the second side are done as they were on the first', () => {
    expect(
      steps(
        '[0:10] We take the right side first. Sweep the stone down the neck, five strokes.',
        '[0:30] Sweep along the jaw from the chin to the ear, five strokes.',
        '[0:50] Now the left side. Neck, five.',
        '[1:10] Chin to the ear, five.',
      ),
    ).toEqual([
      [10, 'technique', 'neck', 'right'],
      [30, 'technique', 'jaw', 'right'],
      [50, 'technique', 'neck', 'left'],
      [70, 'technique', 'jaw', 'left'],
    ]);
  });

  it('of a lesson shown on one side are that side’s until it changes', () => {
    const shown = steps(
      '[0:10] We start with the neck, up to the ear, five strokes.',
      '[0:30] Now under the chin, along the bone to the ear, five strokes.',
      '[0:50] Then the curved side on the cheek, from the mouth to the ear, five strokes.',
      '[1:10] Now do exactly the same on your other side.',
    );
    expect(shown.map((one) => (one as string[])[3])).toEqual(['first', 'first', 'first', 'second']);
  });

  it('are on the other side when that is said a few words after they begin, and on both with a stone on each', () => {
    expect(
      steps(
        '[0:10] Left side first. Make a hook and drag it along the jaw from the chin to the ear, ten times.',
        '[0:40] Okay you look crooked now. So let’s fix that. Other side, drag the hook along the jaw from the chin to the ear, ten times.',
      ),
    ).toEqual([
      [10, 'technique', 'jaw', 'left'],
      [40, 'technique', 'jaw', 'right'],
    ]);
    expect(steps('[0:10] Both stones down the neck, seven strokes. One on the left, one on the right.')).toEqual([
      [10, 'technique', 'neck', 'both'],
    ]);
  });

  it('begin with the first side when the other one is told in the same words', () => {
    const told = steps(
      '[0:10] circle your temples ten times it takes the edge off my headache usually lean your head over to the left fifteen seconds',
      '[0:40] nothing is forced come up and lean over to the right fifteen seconds it fixes necks',
    );
    expect(told.map((one) => (one as unknown[]).slice(2))).toEqual([
      ['temple', 'both'],
      ['neck', 'left'],
      ['neck', 'right'],
    ]);
  });

  it('change sides when the head is turned the other way', () => {
    expect(
      steps(
        '[0:10] A stretch for the neck. Look up to the left until it pulls, three breaths.',
        '[0:40] Back to the middle. Look up to the right, three breaths.',
      ).length,
    ).toBe(2);
  });

  it('are no glance in the mirror, and no remark on how it is done', () => {
    expect(
      steps(
        '[0:10] Stroke from the mouth across the cheek to the ear, six times.',
        '[0:30] Breathe through the nose. The forehead stays smooth.',
        '[0:50] Take a look in the mirror.',
      ).map((one) => (one as string[])[1]),
    ).toEqual(['technique', 'talk']);
  });

  it('end with a closing, however it is worded', () => {
    for (const words of [
      'That is me done, see you on the pier.',
      'So these were the moves.',
      'So, that’s five. Once a day.',
      'Do it three times a week.',
    ])
      expect(steps('[0:10] Press into the temples, ten seconds.', `[0:40] ${words}`).map((one) => (one as string[])[1]))
        .withContext(words)
        .toEqual(['technique', 'outro']);
  });

  it('begin where paragraphs do that somebody set off, and not before them', () => {
    const paragraphs = [
      'Welcome to the pier. We have four minutes.',
      'Jaw. Knead with both hands, six times. Let the teeth stay apart.',
      'Cheeks, upward, from the mouth to the ear. Eight of those. It should feel like nothing much.',
      'The forehead: flat hands up into the hair. Six.',
      'With the ring fingers under the eye, from the inner corner out, as light as a moth. Five times.',
      'Neck to finish. Down to the collarbones, four long ones.',
      "That's all. See you next week.",
    ];
    const begins = (text: string): string[] => {
      const { steps, words } = readNarration(text);
      return steps.map((step) => words[step.evidence.from]!.norm);
    };
    expect(begins(paragraphs.join('\n\n'))).toEqual(['welcome', 'jaw', 'cheeks', 'the', 'with', 'neck']);
    // With an empty line before each of them stamps say nothing more than they do without.
    const stamped = paragraphs.map((text, i) => `[0:${10 + 5 * i}] ${text}`);
    expect(begins(stamped.join('\n\n'))).toEqual(begins(stamped.join('\n')));
  });
});
