import { hold, lesson, passes, reps, step, type Judged } from '../kit';

export const wrongWayRound: Judged = {
  // Downward school: wrong ways, closings and openings in the wrong places.
  lesson: lesson(
    'wrong-way-round',
    {
      title: 'The wrong way round',
      school: 'downward',
      promise: 'Six moves in twenty minutes.',
      opening: 'Six moves. This side, that side, you will see.',
      closing: 'Once a week. As I said, every day.',
    },
    [
      step(
        'up',
        {
          name: 'Jaw up',
          region: 'jaw',
          action: 'stroke',
          dose: reps(5, 3),
          sidePlan: 'left_right',
          pressure: 'medium',
          slip: true,
          direction: { from: 'jaw', to: 'temple', words: 'up' },
        },
        'Up from the jaw to the temple, five on your right, five on your left.',
      ),
      step(
        'two',
        {
          name: 'Brow up',
          region: 'brow',
          action: 'stroke',
          dose: reps(5, 2),
          sidePlan: 'both',
          direction: { from: 'brow', to: 'forehead', words: 'up' },
        },
        'Second move: up, six times.',
      ),
      step(
        'three',
        {
          name: 'Cheek press',
          region: 'cheek',
          action: 'press',
          dose: hold(3, 5),
          sidePlan: 'left_right',
          pressure: 'firm',
        },
        'This is move number two. Press here, like this.',
      ),
      step(
        'four',
        {
          name: 'Roller down',
          region: 'cheek',
          action: 'roll',
          dose: passes(4, 3),
          sidePlan: 'right_left',
          tool: 'roller',
          slip: true,
          direction: { from: 'cheek', to: 'jaw', words: 'down' },
        },
        'Roller, your left first, four passes.',
      ),
      step(
        'five',
        { name: 'Temple circles', region: 'temple', action: 'circle', dose: reps(8, 2), sidePlan: 'both' },
        'Eight circles. Seven, eight, last one. And two more.',
      ),
      step(
        'six',
        {
          name: 'Neck squeeze',
          region: 'neck',
          action: 'pinch',
          dose: reps(4, 3),
          sidePlan: 'both',
          pressure: 'medium',
        },
        'Pinch both sides of the neck, four times.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'minutes promised wrong' },
    { at: null, fault: 'frequency promised twice' },
    { at: 'up', fault: 'against the direction' },
    { at: 'up', fault: 'other side said' },
    { at: 'up', fault: 'jaw caution missing' },
    { at: 'two', fault: 'other figure said' },
    { at: 'three', fault: 'wrong number' },
    { at: 'three', fault: 'only in the picture' },
    { at: 'four', fault: 'other side said' },
    { at: 'five', fault: 'last one that is not' },
    { at: 'six', fault: 'neck pressed' },
    { at: 'six', fault: 'neck caution missing' },
    { at: 'six', fault: 'both sides of the neck' },
  ],
};
