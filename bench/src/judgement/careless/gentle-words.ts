import { lesson, passes, reps, step, type Judged } from '../kit';

export const gentleWords: Judged = {
  lesson: lesson(
    'gentle-words',
    {
      title: 'Gentle words',
      school: 'open_drains_first',
      promise: 'Drains your face and gets rid of dark circles for good.',
      opening:
        'Welcome. Everything is gentle, soft and light as a feather today. My doctor said I have a heart of gold. Nobody has ever been hurt by this, it is safe for everyone.',
      closing: 'Three times a day.',
    },
    [
      step(
        'jaw',
        {
          name: 'Jaw to throat',
          region: 'jaw',
          action: 'stroke',
          dose: passes(5, 3),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'jaw', to: 'collarbone', words: 'down' },
        },
        'Softly from the jaw along the throat to the collarbone. Five on the left, four on the right.',
        { rightDose: passes(4, 3) },
      ),
      step(
        'throat',
        {
          name: 'Throat strokes',
          region: 'neck',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'midline',
          pressure: 'light',
        },
        'Gently over the throat, up and down, four times.',
      ),
      step(
        'hollow',
        {
          name: 'Pumps',
          region: 'collarbone',
          action: 'press',
          dose: reps(8, 2),
          sidePlan: 'both',
          pressure: 'feather',
        },
        'Ten pumps above the collarbones.',
      ),
      step(
        'eye',
        {
          name: 'Temple slide',
          region: 'temple',
          action: 'stroke',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          pressure: 'light',
          direction: { from: 'nose', to: 'temple', words: 'out' },
        },
        'From the nose under the eye out to the temple, three times on this side.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: 'jaw', fault: 'drainage caution missing' },
    { at: 'jaw', fault: 'sides unequal' },
    { at: 'jaw', fault: 'not opened before' },
    { at: 'throat', fault: 'neck caution missing' },
    { at: 'throat', fault: 'more pressure than the school' },
    { at: 'hollow', fault: 'other figure said' },
    { at: 'hollow', fault: 'opened late' },
    { at: 'eye', fault: 'eye caution missing' },
    { at: 'eye', fault: 'side without a name' },
  ],
};
