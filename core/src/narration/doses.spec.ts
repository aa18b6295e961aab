import { readNarration, readingOf } from './read';

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
