import { lesson, passes, reps, step, type Judged } from '../kit';

export const downhill: Judged = {
  lesson: lesson(
    'downhill',
    {
      title: 'Downhill',
      school: 'downward',
      promise: 'Melts fat, boosts your immunity, better than injections.',
      opening: 'Good morning. Stay beside the lines, never on the line itself. A drop of oil, and down we go.',
      closing: 'Once a day is fine. I would say every other day, to be honest.',
    },
    [
      step(
        'forehead',
        {
          name: 'Line iron',
          region: 'forehead',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'both',
          slip: true,
          pressure: 'medium',
          direction: { from: 'brow', to: 'scalp', words: 'up' },
        },
        'Iron along the line, up to the hair. Four times.',
      ),
      step(
        'ear',
        {
          name: 'Ear to armpit',
          region: 'ear',
          action: 'wiggle',
          dose: reps(5, 5),
          sidePlan: 'both',
          pressure: 'light',
          direction: { from: 'ear', to: 'shoulder', words: 'down' },
        },
        'From the ears down the neck to the armpits, five times.',
      ),
      step(
        'grip',
        {
          name: 'Throat grip',
          region: 'neck',
          action: 'pinch',
          dose: reps(5, 2),
          sidePlan: 'midline',
          pressure: 'light',
        },
        'Take the skin of the throat between your fingers, five times. This one goes on your left.',
      ),
      step(
        'nose',
        {
          name: 'Nose reshaper',
          region: 'nose',
          action: 'press',
          dose: reps(5, 3),
          sidePlan: 'both',
          pressure: 'medium',
        },
        'Press the nose into shape, seven times. The second move.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: null, fault: 'frequency promised twice' },
    { at: 'forehead', fault: 'own rule broken' },
    { at: 'forehead', fault: 'against the direction' },
    { at: 'forehead', fault: 'more pressure than the school' },
    { at: 'forehead', fault: 'skin caution missing' },
    { at: 'ear', fault: 'drainage caution missing' },
    { at: 'ear', fault: 'both sides of the neck' },
    { at: 'grip', fault: 'neck pressed' },
    { at: 'ear', fault: 'neck caution missing' },
    { at: 'grip', fault: 'other side said' },
    { at: 'nose', fault: 'other figure said' },
    { at: 'nose', fault: 'wrong number' },
  ],
};
