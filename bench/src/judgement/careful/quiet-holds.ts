import { hold, lesson, step, type Judged } from '../kit';

export const quietHolds: Judged = {
  lesson: lesson(
    'quiet-holds',
    {
      title: 'Quiet holds',
      school: 'holds',
      promise: 'Nine holds, for every other day.',
      opening:
        'Sit tall, shoulders low, teeth a little apart. Everything is held for a count and let go again. If your jaw cracks or hurts, see your dentist before you do number six and seven. Did somebody treat your face with filler or botulinum in the last weeks? Then ask there first. Nothing here should hurt; if it does, stop.',
      closing: 'That is all. Every other day for the first two weeks, then as you like.',
    },
    [
      step(
        'forehead',
        {
          name: 'Flat forehead',
          region: 'forehead',
          action: 'hold',
          dose: hold(3, 6),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Hands flat on the forehead. The brows try to rise, and the hands say no. Hold for six, three times.',
      ),
      step(
        'brows',
        { name: 'Brow frame', region: 'brow', action: 'hold', dose: hold(3, 6), sidePlan: 'both', pressure: 'light' },
        'Fingertips on the brow bone, and the brows draw together against them. Six again, three times.',
      ),
      step(
        'lids',
        { name: 'Low sun', region: 'eye', action: 'hold', dose: hold(4, 4), sidePlan: 'both', tool: 'none' },
        'As if the sun were low: only the lower lids come up. Four times, hold for four. Nobody touches anything.',
      ),
      step(
        'nose',
        { name: 'Wide nostrils', region: 'nose', action: 'hold', dose: hold(3, 4), sidePlan: 'midline', tool: 'none' },
        'Make the nostrils wide, keep them wide for four, and let go. Three times.',
      ),
      step(
        'cheeks',
        { name: 'High cheeks', region: 'cheek', action: 'hold', dose: hold(5, 6), sidePlan: 'both', pressure: 'light' },
        'Smile with the cheeks alone, against two fingertips. Five times, six each.',
      ),
      step(
        'jaw',
        { name: 'Slow door', region: 'jaw', action: 'hold', dose: hold(3, 5), sidePlan: 'midline', pressure: 'light' },
        'Number six: the jaw opens slowly against the flat of the hand, a finger wide, and holds for five. Three times.',
      ),
      step(
        'tongue',
        {
          name: 'Roof press',
          region: 'tongue',
          action: 'hold',
          dose: hold(3, 6),
          sidePlan: 'midline',
          tool: 'none',
          mouthBusy: true,
        },
        'Number seven: the whole tongue against the roof of the mouth, for six, three times.',
      ),
      step(
        'lips',
        {
          name: 'Pencil lips',
          region: 'lips',
          action: 'hold',
          dose: hold(3, 5),
          sidePlan: 'midline',
          tool: 'none',
          mouthBusy: true,
        },
        'Purse the lips as if around a pencil and hold for five. Three times.',
      ),
      step(
        'neck',
        { name: 'Long nape', region: 'nape', action: 'hold', dose: hold(3, 8), sidePlan: 'midline', pressure: 'light' },
        'Hands laced behind the head, and the head grows back into them. Eight seconds, three times, and breathe.',
      ),
    ],
  ),
  truth: [],
};
