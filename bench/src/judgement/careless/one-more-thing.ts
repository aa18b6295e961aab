import { hold, lesson, passes, reps, seconds, step, type Judged } from '../kit';

export const oneMoreThing: Judged = {
  lesson: lesson(
    'one-more-thing',
    {
      title: 'One more thing',
      school: 'warm_work_soothe',
      promise: 'Ten minutes, eight moves.',
      opening: 'Eight moves. Every hold for five seconds. After fillers or a peel, wait a while.',
      closing: 'That was it.',
    },
    [
      step(
        'tap',
        { name: 'Tap', region: 'forehead', action: 'tap', dose: seconds(15), sidePlan: 'both', pressure: 'light' },
        'Tap for thirty seconds.',
      ),
      step(
        'lift',
        { name: 'Lift', region: 'cheek', action: 'hold', dose: hold(3, 8), sidePlan: 'both', pressure: 'light' },
        'Lift the cheeks, three times.',
      ),
      step(
        'talk',
        {
          name: 'Cheek press',
          region: 'cheek',
          action: 'press',
          dose: reps(3, 2),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Press three times.',
        {
          during:
            'While we are here, sleep matters, and so does salt, and so does the pillow that you sleep on, and my aunt, who ran the ferry for thirty years, always said that a face is nothing but weather, and she was right about that as about so many things.',
        },
      ),
      step(
        'ear',
        {
          name: 'Ear pinch',
          region: 'ear',
          action: 'pinch',
          dose: reps(6, 2),
          sidePlan: 'right_only',
          pressure: 'light',
        },
        'Pinch the right ear, six times. That was the final exercise.',
      ),
      step(
        'slide',
        {
          name: 'Slide',
          region: 'cheek',
          action: 'stroke',
          dose: passes(3, 3),
          sidePlan: 'both',
          slip: true,
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'Slide out over the cheeks, your left first, three times.',
      ),
      step(
        'nape',
        {
          name: 'Nape turn',
          region: 'nape',
          action: 'stretch',
          dose: hold(2, 10),
          sidePlan: 'left_right',
          tool: 'none',
          eyesOff: true,
        },
        'Turn your head and look behind you.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'moves promised wrong' },
    { at: null, fault: 'minutes promised wrong' },
    { at: 'tap', fault: 'other figure said' },
    { at: 'lift', fault: 'own rule broken' },
    { at: 'talk', fault: 'more words than dose' },
    { at: 'ear', fault: 'second side left out' },
    { at: 'ear', fault: 'bruising caution missing' },
    { at: 'ear', fault: 'last one that is not' },
    { at: 'slide', fault: 'dragging caution missing' },
    { at: 'slide', fault: 'other side said' },
    { at: 'nape', fault: 'seen while nobody looks' },
  ],
};
