import { lesson, passes, reps, seconds, step, type Judged } from '../kit';

export const shoulderStorm: Judged = {
  lesson: lesson(
    'shoulder-storm',
    {
      title: 'Shoulder storm',
      school: 'upward_then_drain',
      promise: 'Three minutes. Five moves.',
      opening: 'Five moves, each one six times, and first the right, then the left.',
      closing: 'Order my shoulder oil with the code STORM, and come back tomorrow.',
    },
    [
      step(
        'shoulder',
        {
          name: 'Storm grip',
          region: 'shoulder',
          action: 'press',
          dose: reps(6, 4),
          sidePlan: 'left_right',
          pressure: 'firm',
        },
        'Press firmly into the top of the shoulder, six times.',
      ),
      step(
        'chin',
        {
          name: 'Chin drop',
          region: 'cheek',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'right_left',
          slip: true,
          direction: { from: 'eye', to: 'jaw', words: 'down' },
        },
        'From under the eye down to the jaw.',
      ),
      step(
        'pinch',
        {
          name: 'Cheek pinch',
          region: 'cheek',
          action: 'pinch',
          dose: reps(6, 1),
          sidePlan: 'both',
          pressure: 'medium',
          needsDry: true,
        },
        '',
      ),
      step(
        'device',
        {
          name: 'Buzz',
          region: 'jaw',
          action: 'stroke',
          dose: seconds(20),
          sidePlan: 'left_right',
          tool: 'device',
          direction: { from: 'chin', to: 'ear', words: 'out' },
        },
        'Switch it on and go along the jaw, twenty seconds, your left side first. We are at move five.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'moves promised wrong' },
    { at: null, fault: 'who pays' },
    { at: null, fault: 'no closing' },
    { at: 'shoulder', fault: 'pregnancy caution missing' },
    { at: 'shoulder', fault: 'skin caution missing' },
    { at: 'shoulder', fault: 'own rule broken' },
    { at: 'shoulder', fault: 'more pressure than the school' },
    { at: 'chin', fault: 'against the direction' },
    { at: 'chin', fault: 'own rule broken' },
    { at: 'chin', fault: 'eye caution missing' },
    { at: 'pinch', fault: 'never described' },
    { at: 'pinch', fault: 'grip on oil' },
    { at: 'pinch', fault: 'bruising caution missing' },
    { at: 'device', fault: 'device caution missing' },
    { at: 'device', fault: 'wrong number' },
  ],
};
