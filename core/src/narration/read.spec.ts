import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { readMarked } from './marked';
import { readNarration, readingOf } from './read';
import { f1, scores, type Score } from './score';
import { readTranscript } from './transcript';

const folder = join(dirname(fileURLToPath(import.meta.url)), 'development');
const doses = (text: string): unknown[] =>
  readingOf(readNarration(`[0:30] ${text}`)).doses.map(({ kind, low, high, scope }) => [kind, low, high, scope]);

// The shapes of narration are common practice, no source; every example is invented.
describe('doses in narration', () => {
  const cases: Record<string, [string, number, number, string][]> = {
    'Stroke down six times.': [['reps', 6, 6, 'here']],
    'Eight little circles.': [['reps', 8, 8, 'here']],
    'Three or four times is plenty.': [['reps', 3, 4, 'here']],
    'Look down for twelve seconds.': [['hold_s', 12, 12, 'here']],
    'Hold ten to twelve seconds on each side.': [['hold_s', 10, 12, 'each_side']],
    'Pull in, then out, seven seconds each time.': [['seconds_each', 7, 7, 'here']],
    'Hold it for a count of four.': [['count', 4, 4, 'here']],
    'So three more.': [['reps', 3, 3, 'here']],
    'Every move seven times, more if you like.': [['reps', 7, 7, 'every_move']],
    'Twelve in a row, four rounds.': [
      ['reps', 12, 12, 'here'],
      ['sets', 4, 4, 'here'],
    ],
    'We have eight more seconds.': [['remaining_s', 8, 8, 'here']],
    'After twenty seconds we do the left.': [['lookahead_s', 20, 20, 'here']],
    'Tap the forehead for thirty seconds.': [['seconds_each', 30, 30, 'here']],
    'Take five slow breaths.': [['breaths', 5, 5, 'here']],
    'Five long strokes.': [['swipes', 5, 5, 'here']],
    'Hold for 10s.': [['hold_s', 10, 10, 'here']],
    'Hold it. One, two, three, four, five, six.': [['count', 6, 6, 'here']],
    'Ten-second hold.': [['hold_s', 10, 10, 'here']],
    'Begin with four and build up to eight.': [['reps', 4, 8, 'here']],
    'Hold. Start with five seconds, then over the weeks go up to fifteen seconds.': [['hold_s', 5, 15, 'here']],
    'Two sets of ten.': [
      ['sets', 2, 2, 'here'],
      ['reps', 10, 10, 'here'],
    ],
    'Press for fifteen seconds. Eight more.': [
      ['hold_s', 15, 15, 'here'],
      ['remaining_s', 8, 8, 'here'],
    ],
    'Five strokes down the neck. Along the jaw, five again.': [
      ['swipes', 5, 5, 'here'],
      ['swipes', 5, 5, 'here'],
    ],
    'Circle ten times, and ten to the back.': [
      ['reps', 10, 10, 'here'],
      ['reps', 10, 10, 'here'],
    ],
    'Knead the muscle and stay there for forty seconds.': [['seconds_each', 40, 40, 'here']],
    'Small circles, twenty seconds one way, twenty the other way.': [
      ['seconds_each', 20, 20, 'here'],
      ['seconds_each', 20, 20, 'here'],
    ],
    'Three on each height.': [['reps', 3, 3, 'here']],
    'Hold. Ten seconds on, ten seconds off.': [['hold_s', 10, 10, 'here']],
    'Press into the temples with four fingers, six times. Hold one minute.': [
      ['reps', 6, 6, 'here'],
      ['hold_s', 60, 60, 'here'],
    ],
    'After fifteen seconds change sides.': [['lookahead_s', 15, 15, 'here']],
    'Stroke the cheek, three to five swipes per area.': [['swipes', 3, 5, 'here']],
    'Stroke the cheek. Let’s do three.': [['reps', 3, 3, 'here']],
    'Ten slow, ten fast.': [
      ['reps', 10, 10, 'here'],
      ['reps', 10, 10, 'here'],
    ],
    'Twenty little pulses, then hold for ten seconds.': [
      ['reps', 20, 20, 'here'],
      ['hold_s', 10, 10, 'here'],
    ],
    'Hold it. Eight, seven, six, five, four, three, two, one.': [['count', 8, 8, 'here']],
  };
  for (const [text, expected] of Object.entries(cases))
    it(`reads “${text}”`, () => expect(doses(text)).toEqual(expected));

  const none = [
    'I am forty seven and I have done this for eleven years.',
    'It is nearly seven o’clock, the ferry goes at 7:30.',
    'Hold the stone at forty five degrees.',
    'Use two fingers of each hand.',
    'Step four, and now number five.',
    'Divide the forehead into three sections.',
    'It works one hundred percent.',
    'A little redness is normal for ten minutes.',
    'The spoon was in the freezer for five minutes.',
    'I slept eight hours.',
    'Do this twice a day, or three times a week.',
    'There are over forty muscles in the face.',
    'Five drops of oil are enough.',
    'Ten seconds’ break.',
    'Ninety percent of people clench.',
    'Two of you asked me that.',
    'The first two are easy.',
    'I drank three coffees.',
    'On a scale of one to ten it should be a four, not more.',
    'Three times this week, please.',
    'Three, two, one, change.',
    'A stroke takes two or three seconds.',
    'I have four pinches along mine.',
  ];
  for (const text of none) it(`reads no dose in “${text}”`, () => expect(doses(text)).toEqual([]));
});

describe('changes of side', () => {
  const swaps = (text: string): number =>
    readingOf(readNarration(`[0:00] Hello. [0:10] Stroke down the left side of the neck, five times. ${text}`)).swaps
      .length;

  it('are heard in the ways that they are said', () => {
    for (const text of [
      'And the other side.',
      'Switch sides.',
      'Now the right side.',
      'Three, two, one, change.',
      'Same thing over here on the right.',
      'We give the right what the left had.',
      'Like that, nobody goes out: right side, five again.',
      'And right.',
      'Let’s do the right-hand side.',
      'Left eye open, right eye still in bed. Then the right side.',
      'Left eye open. Right one now.',
      'Onto the right side.',
      'Right this time.',
      'We’ll go over to the right.',
      'All of that on the right.',
      'The right side deserves it too.',
      'Let’s not forget the right side.',
      'Right side next.',
      'Let’s do the same on the other.',
      'Okay, flip sides.',
      'And the back of the left hand, down the right side.',
    ])
      expect(swaps(`\n[0:30] ${text}`))
        .withContext(text)
        .toBe(1);
  });

  it('are not heard where a hand, a lane or a later time is meant', () => {
    for (const text of [
      'Help with the other hand.',
      'Stay with that same side.',
      'Now the lane next to it.',
      'After twenty seconds we do the other side.',
      'Does it feel different from the other side?',
      'Before we switch, breathe.',
      'Send the air to the other cheek, and back.',
      'It sits right under the skin.',
      'With your right hand hold the skin.',
      'Use the other hand.',
      'Move from left to right.',
      'Tilt your head to the right.',
      'Then we will do the right in a moment.',
      'The left side is softer now than the right.',
      'That’s right, slowly.',
      'Left, right, left, right.',
      'Some people start with the right.',
      'Not on the right yet.',
      'Eight to the right.',
      'Right eyebrow, from the nose outwards, four times.',
      'Forehead, right half, up into the hair.',
      'Push the air into the left cheek, the right cheek, above the lip.',
    ])
      expect(swaps(`\n[0:30] ${text}`))
        .withContext(text)
        .toBe(0);
  });
});

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
    'rub your palms together and cup them over your eyes.': 'eye hold',
    'blow through your lips like a horse.': 'lips vocalise',
    'massage the lymph nodes behind your ears in small circles.': 'ear knead',
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
});

describe('cautions', () => {
  const about = (text: string): string[] => readingOf(readNarration(`[0:10] ${text}`)).cautions.map((one) => one.about);
  const cases: Record<string, string[]> = {
    'Just the weight of the stone.': ['pressure'],
    'Under the eye, hardly touching.': ['eye'],
    'The skin should not wrinkle in front of your fingers.': ['no_drag'],
    'Drop the jaw so that the teeth don’t touch.': ['teeth'],
    'Don’t bend the head backwards.': ['neck'],
    'Listen to your own body.': ['own_level'],
    'A bit of muscle ache the day after is normal.': ['soreness'],
    'After injections ask whoever did them.': ['refer_professional'],
    'If it turns red you press too much.': ['pressure', 'redness'],
    'Like you are stroking a bird.': ['pressure'],
    'Keep away from the middle, where the windpipe is.': ['neck'],
    'Let the forehead go soft.': ['brow_tension'],
    'My dentist sends me birthday cards.': [],
    'You do not need a lot of pressure.': ['pressure'],
    'Go easy on the pressure.': ['pressure'],
    'You should not see a dent in the skin.': ['pressure'],
    'Never do this on dry skin.': ['no_drag'],
    'Be careful with your neck here.': ['neck'],
    'Jaw unclenched please.': ['teeth'],
    'Lips closed, teeth slightly open.': ['teeth'],
    'Skip this if you have a cold sore.': ['skin_condition'],
    'With sensitive skin do a patch test.': ['skin_condition'],
    'You may feel it the next day.': ['soreness'],
    'Do as many as you can.': ['own_level'],
    'If five is too many do three.': ['own_level'],
    'Freshly cleansed skin.': ['hygiene'],
    'Extra light under the eyes.': ['eye'],
    'Watch that you don’t frown.': ['brow_tension'],
    'This is not medical advice.': ['refer_professional'],
    'Bite your lower lip.': [],
    'Stroke up to the temple.': [],
  };
  for (const [text, expected] of Object.entries(cases)) it(`in “${text}”`, () => expect(about(text)).toEqual(expected));
});

describe('claims and promises', () => {
  const read = (text: string) => readingOf(readNarration(`[0:05] ${text}`));

  it('are strong when nothing hedges them, mild when something does, and none when they are denied', () => {
    expect(read('This will erase your wrinkles.').claims.map((one) => [one.about, one.strength])).toEqual([
      ['wrinkle', 'strong'],
    ]);
    expect(read('It may help you look a little less puffy for an hour.').claims.map((one) => one.strength)).toEqual([
      'mild',
    ]);
    expect(read('It will not flush toxins out.').claims).toEqual([]);
    expect(read('If you wake up with a puffy face, this is for you.').claims).toEqual([]);
    expect(read('See a dentist about pain that doesn’t go away.').claims).toEqual([]);
  });

  const claimed: Record<string, string> = {
    'It reverses ageing.': 'younger strong',
    'It burns face fat.': 'slim_face strong',
    'This releases so much tension in the jaw.': 'pain_relief strong',
    'It clears your sinuses.': 'allergy strong',
    'It corrects your overbite.': 'bite_or_protrusion strong',
    'It evens out your skin tone.': 'skin_condition strong',
    'This lifts the cheeks.': 'lift strong',
    'You might notice that the brows look lifted.': 'lift mild',
    'It may make the jaw look a bit more defined.': 'slim_face mild',
    'Great for nasolabial folds.': 'wrinkle mild',
    'I can’t promise that you look younger.': '',
    'Stroke along the smile lines.': '',
    'Smile and lift the corners.': '',
  };
  for (const [text, expected] of Object.entries(claimed))
    it(`are read in “${text}”`, () =>
      expect(
        read(text)
          .claims.map((one) => `${one.about} ${one.strength}`)
          .join(),
      ).toBe(expected));

  it('are not of another lesson, and not looked for in the whole text', () => {
    const { promises } = readingOf(
      readNarration('[0:02] It’s about eight minutes long.\n[0:30] Press the temples.\n[1:00] Sleep well.'),
    );
    expect(promises.map(({ kind, low }) => [kind, low])).toEqual([['minutes', 8]]);
  });

  it('tell minutes, moves, how often and after how long', () => {
    const { promises } = read(
      'Five moves in under six minutes, twice a day. You may see a difference in two to three weeks.',
    );
    expect(promises.map(({ kind, low, high, unit }) => [kind, low, high, unit])).toEqual([
      ['moves', 5, 5, 'moves'],
      ['minutes', 6, 6, 'minutes'],
      ['frequency', 2, 2, 'per_day'],
      ['onset', 2, 3, 'weeks'],
    ]);
  });
});

describe('a transcript', () => {
  it('is WebVTT, SubRip or stamped text, with times per line', () => {
    const vtt = 'WEBVTT\n\nNOTE made by hand\n\n1\n00:01.000 --> 00:03.500 line:1\n<v Marit>Breathe &amp; hold.</v>\n';
    expect(readTranscript(vtt)).toEqual([{ startMs: 1000, endMs: 3500, text: 'Breathe & hold.', timed: true }]);
    const srt = '1\n00:00:01,000 --> 00:00:02,000\nPress.\n\n2\n00:00:02,000 --> 00:00:04,250\nLet go.\n';
    expect(readTranscript(srt).map((line) => [line.startMs, line.endMs])).toEqual([
      [1000, 2000],
      [2000, 4250],
    ]);
    expect(readTranscript('[1:02] Press.\n[1:10] Let go.').map((line) => line.startMs)).toEqual([62_000, 70_000]);
    expect(readTranscript('[1:02] Press. [1:10] Let go at 7:30.').map((line) => line.text)).toEqual([
      'Press.',
      'Let go at 7:30.',
    ]);
  });

  it('of captions that roll up says nothing twice', () => {
    const text =
      'WEBVTT\n\n00:00.000 --> 00:02.000\nplace two fingers here\n\n00:02.000 --> 00:04.000\nplace two fingers here and press gently\n';
    expect(readTranscript(text).map((line) => line.text)).toEqual(['place two fingers here', 'and press gently']);
  });

  it('without a word is refused in words', () => {
    for (const text of ['', '  \n', 'WEBVTT\n\n']) expect(() => readTranscript(text)).toThrowError(/no words/);
  });
});

describe('the development set', () => {
  const total: Record<string, Score> = {};
  for (const file of readdirSync(folder)) {
    const { text, truth } = readMarked(readFileSync(join(folder, file), 'utf8'));
    for (const [kind, score] of Object.entries(scores(truth, readingOf(readNarration(text))))) {
      const sum = total[kind] ?? { truth: 0, found: 0, right: 0 };
      total[kind] = { truth: sum.truth + score.truth, found: sum.found + score.found, right: sum.right + score.right };
    }
  }

  // What is wanted of narrations that nobody has seen is wanted of these all the more.
  const wanted = { doses: 0.95, swaps: 0.9, steps: 0.8, cautions: 0.9, claims: 0.9, promises: 0.9 };
  for (const [kind, least] of Object.entries(wanted))
    it(`is read with an F1 of at least ${least} for ${kind}`, () =>
      expect(f1(total[kind]!)).toBeGreaterThanOrEqual(least));
});
