import { hold, lesson, passes, step, type Judged } from '../kit';

export const stoneInAHurry: Judged = {
  // An eye in passing, a stone that is never kept moving, tools over dry skin.
  lesson: lesson(
    'stone-in-a-hurry',
    {
      title: 'Stone in a hurry',
      school: 'tool_glide',
      promise: 'Erases wrinkles and gives you a sharper nose.',
      opening: 'Five moves with the stone.',
      closing:
        'Buy the stone under the link below, you will love it. Every morning and every evening. Or once a week, as you like.',
    },
    [
      step(
        'cheek',
        {
          name: 'Cheek and lid',
          region: 'cheek',
          action: 'stroke',
          dose: passes(4, 3),
          sidePlan: 'left_right',
          tool: 'stone',
          pressure: 'medium',
          slip: true,
          direction: { from: 'nose', to: 'eye', words: 'over the lower lid' },
        },
        'From the nose over the lower lid, four passes, your left and then your right.',
      ),
      step(
        'eye',
        {
          name: 'Lid press',
          region: 'eye',
          action: 'press',
          dose: hold(3, 6),
          sidePlan: 'both',
          tool: 'stone',
          pressure: 'medium',
        },
        'Press the cold stone onto the closed eyes and hold. Three times.',
      ),
      step(
        'forehead',
        {
          name: 'Forehead saw',
          region: 'forehead',
          action: 'stroke',
          dose: passes(6, 2),
          sidePlan: 'midline',
          tool: 'stone',
          backAndForth: true,
          slip: true,
        },
        'Back and forth, six passes.',
      ),
      step(
        'jaw',
        {
          name: 'Jaw edge',
          region: 'jaw',
          action: 'stroke',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          tool: 'stone',
          pressure: 'firm',
          slip: true,
          direction: { from: 'ear', to: 'chin', words: 'inwards' },
        },
        'From the ear in to the chin, five passes.',
      ),
      step(
        'shoulder',
        {
          name: 'Shoulder dig',
          region: 'shoulder',
          action: 'press',
          dose: hold(3, 6),
          sidePlan: 'right_only',
          tool: 'knuckle',
          pressure: 'firm',
        },
        'Dig into the top of the shoulder.',
      ),
    ],
  ),
  truth: [
    { at: null, fault: 'promises too much' },
    { at: null, fault: 'who pays' },
    { at: null, fault: 'frequency promised twice' },
    { at: 'cheek', fault: 'eye caution missing' },
    { at: 'cheek', fault: 'dragging caution missing' },
    { at: 'eye', fault: 'eye pressed' },
    { at: 'forehead', fault: 'back and forth' },
    { at: 'jaw', fault: 'against the direction' },
    { at: 'jaw', fault: 'jaw caution missing' },
    { at: 'jaw', fault: 'other figure said' },
    { at: 'shoulder', fault: 'second side left out' },
    { at: 'shoulder', fault: 'pregnancy caution missing' },
  ],
};
