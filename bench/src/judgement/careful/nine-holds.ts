import { hold, lesson, step, type Judged } from '../kit';

export const nineHolds: Judged = {
  lesson: lesson(
    'nine-holds',
    {
      title: 'Nine quiet holds',
      school: 'holds',
      opening:
        'Hello. Nine holds, every other day, with a mirror. Sit tall, lips loose. If your jaw clicks, locks or hurts, leave out the jaw ones and ask a dentist. With facial palsy, or after injections or dental work, ask first. Nothing here is forced: when it trembles, let go.',
      closing: 'Shake it out. Tomorrow rest, and the day after again.',
    },
    [
      step(
        'smile',
        { name: 'Small smile', region: 'cheek', action: 'hold', dose: hold(3, 5), sidePlan: 'both' },
        'A smile with the cheeks alone, the eyes stay soft. Three times, hold for five.',
      ),
      step(
        'apple',
        { name: 'Apple lift', region: 'cheek', action: 'hold', dose: hold(3, 6), sidePlan: 'both' },
        'Two fingertips on the apples of the cheeks, and lift against them. Three times, hold for six.',
      ),
      step(
        'oh',
        { name: 'Long oh', region: 'lips', action: 'hold', dose: hold(3, 5), sidePlan: 'midline', mouthBusy: true },
        'Lips into a long O over the teeth. Three times, five seconds each; I count for you on the screen.',
      ),
      step(
        'press',
        { name: 'Lip press', region: 'lips', action: 'hold', dose: hold(3, 5), sidePlan: 'midline', mouthBusy: true },
        'Lips softly together, as if on paper. Hold for five, three times.',
      ),
      step(
        'side',
        {
          name: 'One corner',
          region: 'mouth',
          action: 'hold',
          dose: hold(3, 4),
          sidePlan: 'left_right',
          mouthBusy: true,
        },
        'Draw your left corner out to the side and hold for four. Three times, then your right.',
      ),
      step(
        'nose',
        { name: 'Nose bridge', region: 'nose', action: 'hold', dose: hold(3, 4), sidePlan: 'both' },
        'Fingertips beside the nose, wrinkle it against them, and hold for four. Three times.',
      ),
      step(
        'lid',
        {
          name: 'Lower lids',
          region: 'eye',
          action: 'hold',
          dose: hold(4, 3),
          sidePlan: 'both',
          pressure: 'feather',
        },
        'Lenses out. Only the lower lids rise a little; fingers rest on the bone, never on the eyeball. Four times, hold for three.',
      ),
      step(
        'brow',
        { name: 'Brow against hand', region: 'brow', action: 'hold', dose: hold(3, 5), sidePlan: 'both' },
        'Flat fingers above the brows, lift against them without a crease. Three times, hold for five.',
      ),
      step(
        'rest',
        { name: 'Let it hang', region: 'jaw', action: 'hold', dose: hold(2, 8), sidePlan: 'midline' },
        'Teeth apart, let the jaw hang with its own weight. Twice, eight seconds, and breathe.',
      ),
    ],
  ),
  truth: [],
};
