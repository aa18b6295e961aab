import { breaths, hold, lesson, step, type Judged } from '../kit';

export const loudLips: Judged = {
  // Mouths that are busy while somebody talks and counts.
  lesson: lesson(
    'loud-lips',
    {
      title: 'Loud lips before the news',
      school: 'holds',
      promise: 'Seven moves.',
      opening: 'Seven moves. You will look years younger by Friday, guaranteed.',
      closing: 'Bye.',
    },
    [
      step(
        'puff',
        {
          name: 'Puffed cheeks',
          region: 'cheek',
          action: 'puff',
          dose: hold(3, 5),
          sidePlan: 'midline',
          mouthBusy: true,
        },
        'Puff both cheeks and hold, five times.',
        { during: 'Talk along with me while you hold, say one, two, three.', counted: true },
      ),
      step(
        'tongue',
        {
          name: 'Tongue out',
          region: 'tongue',
          action: 'stretch',
          dose: hold(3, 4),
          sidePlan: 'midline',
          mouthBusy: true,
          eyesOff: true,
        },
        'Tongue out.',
        {
          during:
            'Further, further, and notice how the chin works, and while you are there, keep breathing, and keep the shoulders low, and do not forget the brow.',
        },
      ),
      step(
        'hum',
        {
          name: 'Empty hum',
          region: 'lips',
          action: 'vocalise',
          dose: breaths(3),
          sidePlan: 'midline',
          mouthBusy: true,
        },
        'Hum until you are quite empty. Number three of nine.',
      ),
      step(
        'chin',
        { name: 'Chin on fist', region: 'chin', action: 'hold', dose: hold(3, 6), sidePlan: 'midline' },
        'Press the chin against the fist, hold for eight. This is the last move.',
      ),
      step(
        'corner',
        { name: 'Corner pull', region: 'mouth', action: 'hold', dose: hold(4, 4), sidePlan: 'left_only' },
        'Pull the right corner out and hold for four.',
      ),
      step(
        'yawn',
        {
          name: 'Wide yawn',
          region: 'jaw',
          action: 'stretch',
          dose: hold(4, 6),
          sidePlan: 'midline',
          mouthBusy: true,
        },
        'Open as wide as you can.',
      ),
      step('smile', { name: 'Smile', region: 'cheek', action: 'hold', dose: hold(3, 5), sidePlan: 'both' }, ''),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: 'puff', fault: 'talk with a busy mouth' },
    { at: 'puff', fault: 'counted with a busy mouth' },
    { at: 'puff', fault: 'breath caution missing' },
    { at: 'puff', fault: 'other figure said' },
    { at: 'tongue', fault: 'talk with a busy mouth' },
    { at: 'hum', fault: 'wrong number' },
    { at: 'chin', fault: 'jaw caution missing' },
    { at: 'chin', fault: 'other figure said' },
    { at: 'chin', fault: 'last one that is not' },
    { at: 'corner', fault: 'second side left out' },
    { at: 'corner', fault: 'other side said' },
    { at: 'smile', fault: 'never described' },
  ],
};
