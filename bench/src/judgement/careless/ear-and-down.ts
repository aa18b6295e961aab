import { hold, lesson, passes, reps, step, type Judged } from '../kit';

export const earAndDown: Judged = {
  // Neck and drainage under other names, nothing said of either.
  lesson: lesson(
    'ear-and-down',
    {
      title: 'Ears like shells',
      school: 'open_drains_first',
      promise: 'Six moves, melts away face fat.',
      opening:
        'Hello! Nine moves today, in two minutes, and your face is detoxed. My doctor is a funny man, by the way.',
      closing: 'See you tomorrow. Do it three times a week.',
    },
    [
      step(
        'cheek',
        {
          name: 'Cheek push',
          region: 'cheek',
          action: 'stroke',
          dose: reps(5, 3),
          sidePlan: 'left_right',
          slip: false,
          direction: { from: 'nose', to: 'ear', words: 'outwards' },
        },
        'Push the cheek out to the ear. Five on your left, six on your right.',
        {
          rightDose: reps(6, 3),
        },
      ),
      step(
        'ear',
        {
          name: 'Ear shell',
          region: 'ear',
          action: 'press',
          dose: reps(5, 3),
          sidePlan: 'both',
          pressure: 'firm',
          direction: { from: 'ear', to: 'collarbone', words: 'along the neck' },
        },
        'Both hands, firmly down from the ears along the neck to the collarbones. Eight times.',
      ),
      step(
        'throat',
        {
          name: 'Throat roll',
          region: 'neck',
          action: 'roll',
          dose: passes(4, 3),
          sidePlan: 'midline',
          tool: 'roller',
          pressure: 'medium',
          slip: true,
        },
        'Roll the throat up and down, move number five.',
      ),
      step(
        'hollow',
        { name: 'Hollow pumps', region: 'collarbone', action: 'press', dose: reps(6, 2), sidePlan: 'left_only' },
        'Pump this side. Six times. And one more, that was the last one.',
      ),
      step(
        'jawline',
        {
          name: 'Jaw to hollow',
          region: 'jaw',
          action: 'drain',
          dose: reps(4, 4),
          sidePlan: 'left_right',
          direction: { from: 'chin', to: 'collarbone', words: 'down' },
        },
        'From the chin down to the hollow, your right first.',
      ),
      step(
        'back',
        { name: 'Sky gaze', region: 'neck', action: 'stretch', dose: hold(3, 8), sidePlan: 'midline', eyesOff: true },
        '',
        { during: 'Look at the screen and copy what I am doing here.' },
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'moves promised wrong' },
    { at: null, fault: 'minutes promised wrong' },
    { at: null, fault: 'promises too much' },
    { at: 'cheek', fault: 'sides unequal' },
    { at: 'ear', fault: 'neck caution missing' },
    { at: 'ear', fault: 'drainage caution missing' },
    { at: 'ear', fault: 'neck pressed' },
    { at: 'ear', fault: 'both sides of the neck' },
    { at: 'ear', fault: 'other figure said' },
    { at: 'throat', fault: 'neck pressed' },
    { at: 'throat', fault: 'wrong number' },
    { at: 'hollow', fault: 'second side left out' },
    { at: 'hollow', fault: 'side without a name' },
    { at: 'hollow', fault: 'last one that is not' },
    { at: 'hollow', fault: 'opened late' },
    { at: 'jawline', fault: 'other side said' },
    { at: 'back', fault: 'head back caution missing' },
    { at: 'back', fault: 'only in the picture' },
    { at: 'back', fault: 'seen while nobody looks' },
  ],
};
