import { lesson, reps, seconds, step, type Judged } from '../kit';

export const saidInPassing: Judged = {
  // A caution that is a joke, one for another place, one that comes too late.
  lesson: lesson(
    'said-in-passing',
    {
      title: 'Said in passing',
      school: 'upward_then_drain',
      promise: 'Five moves. It drains toxins and cures grinding.',
      opening: 'Five moves. My dentist loves me. Be gentle with the cat, and drink something cold.',
      closing: 'Once a day. If you have a fever, by the way, ask a doctor before the downward strokes.',
    },
    [
      step(
        'jaw',
        {
          name: 'Jaw knead',
          region: 'jaw',
          action: 'knead',
          dose: reps(6, 3),
          sidePlan: 'left_right',
          pressure: 'medium',
        },
        'Knead the jaw muscle, six on your left, six on your right.',
      ),
      step(
        'neck',
        {
          name: 'Neck climb',
          region: 'neck',
          action: 'stroke',
          dose: reps(5, 3),
          sidePlan: 'both',
          pressure: 'light',
          slip: true,
          direction: { from: 'collarbone', to: 'chin', words: 'up the throat' },
        },
        'Both hands up the throat, five times, and never mind the weather.',
      ),
      step(
        'eye',
        { name: 'Eye tap', region: 'eye', action: 'tap', dose: seconds(20), sidePlan: 'both', pressure: 'light' },
        'Tap under the eyes. Feather pillows are nice, too.',
      ),
      step(
        'brow',
        {
          name: 'Brow pinch',
          region: 'brow',
          action: 'pinch',
          dose: reps(6, 2),
          sidePlan: 'left_right',
          pressure: 'medium',
          needsDry: true,
        },
        'Pinch along your left brow, six times, then four on your right.',
        { rightDose: reps(4, 2) },
      ),
      step(
        'drain',
        {
          name: 'Downhill',
          region: 'neck',
          action: 'drain',
          dose: reps(5, 3),
          sidePlan: 'left_right',
          pressure: 'feather',
          slip: true,
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'Down the neck. Seven on your left, five on your right.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: 'jaw', fault: 'jaw caution missing' },
    { at: 'neck', fault: 'neck caution missing' },
    { at: 'neck', fault: 'both sides of the neck' },
    { at: 'eye', fault: 'eye caution missing' },
    { at: 'brow', fault: 'sides unequal' },
    { at: 'brow', fault: 'grip on oil' },
    { at: 'drain', fault: 'drainage caution missing' },
    { at: 'drain', fault: 'other figure said' },
  ],
};
