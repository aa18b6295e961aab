import { lesson, passes, reps, seconds, step, type Judged } from '../kit';

export const rainGoesDown: Judged = {
  lesson: lesson(
    'rain-goes-down',
    {
      title: 'Rain goes down',
      school: 'downward',
      promise: 'From the hairline to the collarbone.',
      opening:
        'We go down like rain. Clean hands, a little serum if your skin is dry. Retinoids in use, a flaring rosacea, shingles or a facial palsy: ask your doctor before you begin. Also ask if you had a dental operation this month. Ill with fever, weak in heart or kidneys, or treated for cancer? Then leave the strokes down the neck to somebody who knows you. The neck is only ever brushed, one side after the other; with a thyroid that is out of hand, or a carotid that was narrowed, do not touch it at all. Contacts come out before the eyes.',
      closing: 'Stay seated for a moment. Three evenings a week.',
    },
    [
      step(
        'scalp',
        { name: 'Drizzle', region: 'scalp', action: 'tap', dose: seconds(15), sidePlan: 'both', pressure: 'light' },
        'Fingertips drum over the scalp for fifteen seconds.',
      ),
      step(
        'forehead',
        {
          name: 'Forehead rain',
          region: 'forehead',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'both',
          pressure: 'light',
          direction: { from: 'forehead', to: 'temple', words: 'out' },
        },
        'Both hands from the middle out, four times.',
      ),
      step(
        'temple',
        {
          name: 'Temple drops',
          region: 'temple',
          action: 'circle',
          dose: reps(6, 2),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Six circles at the temples.',
      ),
      step(
        'brow',
        { name: 'Brow drops', region: 'brow', action: 'tap', dose: seconds(10), sidePlan: 'both', pressure: 'feather' },
        'Tap along the brows for ten seconds.',
      ),
      step(
        'eye',
        {
          name: 'Round the eye',
          region: 'eye',
          action: 'tap',
          dose: seconds(10),
          sidePlan: 'both',
          pressure: 'feather',
          grip: 'ring_finger',
        },
        'Ring fingers walk along the bone around the eye, ten seconds, never on the eyeball itself.',
      ),
      step(
        'cheek',
        {
          name: 'Cheek rain',
          region: 'cheek',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'both',
          pressure: 'light',
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'From the nose out over the cheeks, four times.',
      ),
      step(
        'mouth',
        { name: 'Corners', region: 'mouth', action: 'press', dose: reps(5, 2), sidePlan: 'both', pressure: 'light' },
        'Press into the corners of the mouth and let go, five times.',
      ),
      step(
        'chin',
        {
          name: 'Chin rain',
          region: 'chin',
          action: 'circle',
          dose: reps(5, 2),
          sidePlan: 'midline',
          pressure: 'light',
        },
        'Five small circles on the chin.',
      ),
      step(
        'jaw',
        {
          name: 'Jaw line down',
          region: 'jaw',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'left_right',
          pressure: 'light',
          direction: { from: 'ear', to: 'jaw', words: 'down' },
        },
        'From the ear down the jaw, four on your left and four on your right.',
      ),
      step(
        'nape',
        { name: 'Nape', region: 'nape', action: 'knead', dose: reps(6, 3), sidePlan: 'both', pressure: 'medium' },
        'Six kneads of the nape, both hands.',
        {},
      ),
      step(
        'neck',
        {
          name: 'Down and out',
          region: 'neck',
          action: 'stroke',
          dose: passes(4, 4),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'And the side of the neck down to the collarbone. Four times on your left, four times on your right.',
      ),
    ],
  ),
  truth: [{ at: 'nape', fault: 'more pressure than the school' }],
};
