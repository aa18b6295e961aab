import { hold, lesson, reps, step, type Judged } from '../kit';

export const noTimeToSoothe: Judged = {
  // Warm, work, soothe without the first and the last; talk that is longer than what it is said over.
  lesson: lesson(
    'no-time-to-soothe',
    {
      title: 'No time to soothe',
      school: 'warm_work_soothe',
      promise: 'Your nose gets slimmer and your bite gets straight.',
      opening: 'Four moves, no waiting.',
      closing: 'Done. Follow the link for my balm, it is the best there is.',
    },
    [
      step(
        'dig',
        {
          name: 'Jaw dig',
          region: 'jaw',
          action: 'press',
          dose: hold(2, 4),
          sidePlan: 'left_right',
          pressure: 'firm',
          tool: 'knuckle',
        },
        'Knuckles into the left jaw.',
        {
          during:
            'And here I want to tell you how I came to this, because one winter at the station the heating failed and all of us spoke with our teeth together for a week, and you can imagine how that felt in the end.',
        },
      ),
      step(
        'roll',
        {
          name: 'Skin roll',
          region: 'cheek',
          action: 'pinch',
          dose: reps(5, 3),
          sidePlan: 'left_right',
          pressure: 'medium',
          needsDry: true,
          slip: false,
        },
        'Roll the skin between thumb and finger, nine times.',
      ),
      step(
        'glide',
        {
          name: 'Cheek glide',
          region: 'cheek',
          action: 'stroke',
          dose: reps(5, 3),
          sidePlan: 'left_only',
          slip: true,
          direction: { from: 'nose', to: 'ear', words: 'outwards' },
        },
        'Glide out to the ear on this side, five times.',
        { product: 'apply' },
      ),
      step(
        'pinch',
        { name: 'Ear pinch', region: 'ear', action: 'pinch', dose: reps(6, 2), sidePlan: 'both', needsDry: true },
        'Pinch the ears, six times, the third move of four.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: null, fault: 'who pays' },
    { at: 'dig', fault: 'jaw caution missing' },
    { at: 'roll', fault: 'other figure said' },
    { at: 'glide', fault: 'second side left out' },
    { at: 'glide', fault: 'side without a name' },
    { at: 'pinch', fault: 'grip on oil' },
    { at: 'pinch', fault: 'wrong number' },
  ],
};
