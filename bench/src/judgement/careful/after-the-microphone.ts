import { breaths, hold, lesson, reps, seconds, step, type Judged } from '../kit';

export const afterTheMicrophone: Judged = {
  lesson: lesson(
    'after-the-microphone',
    {
      title: 'After the microphone',
      school: 'warm_work_soothe',
      opening:
        'Six hours on air, and the jaw is stone. We warm, we work, we soothe. If your jaw clicks, locks or hurts, leave out the jaw moves and ask a dentist. With a fever or an infection, thrombosis, heart or kidney trouble, leave the downward strokes out and ask your doctor. After injections, surgery or dental work, ask whoever did it first; where it bruises or hurts, stop.',
      closing: 'Sip some water, and say something slowly. Daily is fine, twice on long days.',
    },
    [
      step(
        'warm',
        {
          name: 'Warm palms',
          region: 'cheek',
          action: 'press',
          dose: seconds(20),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Rub your palms warm and lay them on the cheeks. Nothing moves.',
      ),
      step(
        'circles',
        {
          name: 'Jaw circles',
          region: 'jaw',
          action: 'circle',
          dose: reps(8, 2.5),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Flat fingers on the jaw muscle, teeth apart, eight slow circles.',
      ),
      step(
        'knead',
        {
          name: 'Jaw knead',
          region: 'jaw',
          action: 'knead',
          dose: reps(6, 3),
          sidePlan: 'left_right',
          pressure: 'medium',
        },
        'Now knuckles, your left first. Six slow kneads into the muscle, never on the joint, then your right.',
      ),
      step(
        'soothe',
        {
          name: 'Jaw soothe',
          region: 'jaw',
          action: 'stroke',
          dose: reps(4, 3),
          sidePlan: 'both',
          pressure: 'feather',
          direction: { from: 'jaw', to: 'ear', words: 'outwards' },
        },
        'Smooth it out towards the ears, as light as a cloth. Four times.',
      ),
      step(
        'temple',
        {
          name: 'Temple circles',
          region: 'temple',
          action: 'circle',
          dose: reps(8, 2),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Up to the temples, eight small circles.',
      ),
      step(
        'press',
        {
          name: 'Temple press',
          region: 'temple',
          action: 'press',
          dose: hold(3, 5),
          sidePlan: 'both',
          pressure: 'light',
        },
        'Palms to the temples, press a little while you breathe out, five seconds, three times.',
      ),
      step(
        'lips',
        {
          name: 'Lip flutter',
          region: 'lips',
          action: 'vocalise',
          dose: breaths(3),
          sidePlan: 'midline',
          mouthBusy: true,
        },
        'Let the lips flutter on a loose breath, three times. Never force it, and stop when you feel dizzy.',
      ),
      step(
        'hang',
        { name: 'Loose jaw', region: 'jaw', action: 'hold', dose: hold(3, 5), sidePlan: 'midline' },
        'Tongue behind the lower teeth, the jaw hangs. Three times, five seconds.',
      ),
      step(
        'down',
        {
          name: 'Down and away',
          region: 'neck',
          action: 'drain',
          dose: reps(4, 4),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'ear', to: 'collarbone', words: 'down the side' },
        },
        'From the ear down the side of the neck to the collarbone, feather-light, one side at a time, never over the throat; leave it out with a lump or thyroid trouble. Four on your left, four on your right.',
      ),
    ],
  ),
  truth: [],
};
