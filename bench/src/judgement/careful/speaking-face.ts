import { breaths, hold, lesson, reps, seconds, step, type Judged } from '../kit';

const free = { tool: 'none' } as const;

export const speakingFace: Judged = {
  lesson: lesson(
    'speaking-face',
    {
      title: 'A face that speaks',
      school: 'holds',
      promise: 'Ten small exercises before you go on air.',
      opening:
        'Hello colleagues. Sit up, both feet on the floor. Some of these open the mouth far. If your jaw has ever locked, keep those small and talk to your dentist about it. If your neck is stiff or you get dizzy easily, stay with your eyes on the horizon in number nine. Had a tooth out or an injection into the face recently? Wait until it has healed.',
      closing: 'Good broadcast. Before every shift, if you want.',
    },
    [
      step(
        'brows',
        { name: 'Up and easy', region: 'brow', action: 'hold', dose: hold(5, 3), sidePlan: 'both', ...free },
        'Brows up for three seconds and easy. Five times.',
      ),
      step(
        'squint',
        { name: 'Into the sun', region: 'eye', action: 'hold', dose: hold(5, 3), sidePlan: 'both', ...free },
        'Squint into the sun, three seconds. Five of those.',
      ),
      step(
        'nose',
        { name: 'Bunny', region: 'nose', action: 'wiggle', dose: seconds(10), sidePlan: 'midline', ...free },
        'Wrinkle and loosen the nose for ten seconds.',
      ),
      step(
        'cheeks',
        { name: 'Smile on, smile off', region: 'cheek', action: 'hold', dose: hold(6, 3), sidePlan: 'both', ...free },
        'A lifted smile, hold it for three, and off. Six times.',
      ),
      step(
        'kiss',
        {
          name: 'Kiss and grin',
          region: 'lips',
          action: 'hold',
          dose: hold(6, 2),
          sidePlan: 'midline',
          ...free,
          mouthBusy: true,
        },
        'Kiss, two seconds, and a wide grin. Six times.',
      ),
      step(
        'vowels',
        {
          name: 'Big vowels',
          region: 'mouth',
          action: 'stretch',
          dose: reps(5, 4),
          sidePlan: 'midline',
          ...free,
          mouthBusy: true,
        },
        'Ah, as wide as is comfortable, then ooh. Five rounds.',
      ),
      step(
        'tongue',
        {
          name: 'Tongue tour',
          region: 'tongue',
          action: 'roll',
          dose: reps(6, 3),
          sidePlan: 'midline',
          ...free,
          mouthBusy: true,
        },
        'The tongue walks round behind the lips, three times one way and three times the other.',
      ),
      step(
        'jaw',
        {
          name: 'Cow',
          region: 'jaw',
          action: 'wiggle',
          dose: seconds(15),
          sidePlan: 'midline',
          ...free,
          mouthBusy: true,
        },
        'Chew an invisible toffee for fifteen seconds.',
      ),
      step(
        'neck',
        {
          name: 'Over the shoulder',
          region: 'neck',
          action: 'stretch',
          dose: hold(2, 8),
          sidePlan: 'left_right',
          ...free,
          eyesOff: true,
        },
        'Turn the head to your left, wait for eight seconds, I will count, and come back. Now to your right. Let go. Twice on each side.',
      ),
      step(
        'flutter',
        {
          name: 'Horse',
          region: 'lips',
          action: 'vocalise',
          dose: breaths(4),
          sidePlan: 'midline',
          ...free,
          mouthBusy: true,
        },
        'Four breaths through loose lips, like a horse.',
      ),
    ],
  ),
  truth: [],
};
