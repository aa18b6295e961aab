import { hold, lesson, reps, seconds, step, type Judged } from '../kit';

export const forgeAndFire: Judged = {
  lesson: lesson(
    'forge-and-fire',
    {
      title: 'Forge and fire',
      school: 'warm_work_soothe',
      promise: 'Nine short rounds, thirty seconds at most.',
      opening:
        'Warm up, work, cool down. Pinching is not for you on blood thinners; you will bruise. Whoever has high blood pressure leaves out the puffing. A jaw that pops or locks: skip the wide one, please, and let a dentist look. Fresh fillers, threads or surgery? Wait and ask. And at the end we stroke down the neck: not if you are feverish, had a clot, or your heart or kidneys are weak.',
      closing: 'Good work. Daily, up to twice.',
    },
    [
      step(
        'tap',
        { name: 'Sparks', region: 'cheek', action: 'tap', dose: seconds(15), sidePlan: 'both', pressure: 'light' },
        'Fifteen seconds of sparks, all over the cheeks.',
      ),
      step(
        'pinch',
        { name: 'Tongs', region: 'jaw', action: 'pinch', dose: reps(8, 1), sidePlan: 'both', pressure: 'light' },
        'Eight little pinches along the jaw line.',
      ),
      step(
        'puff',
        {
          name: 'Bellows',
          region: 'cheek',
          action: 'puff',
          dose: hold(3, 5),
          sidePlan: 'both',
          tool: 'none',
          mouthBusy: true,
        },
        'Cheeks full of air for five seconds, three times, and breathe normally between. If your head swims, stop.',
      ),
      step(
        'wide',
        {
          name: 'Furnace door',
          region: 'mouth',
          action: 'stretch',
          dose: hold(3, 5),
          sidePlan: 'midline',
          tool: 'none',
          mouthBusy: true,
        },
        'Open as wide as is comfortable, hold for five, and close slowly. Three times.',
      ),
      step(
        'lift',
        { name: 'Lift', region: 'cheek', action: 'hold', dose: hold(4, 6), sidePlan: 'both', pressure: 'light' },
        'Lift the cheeks towards the eyes, six seconds, four times.',
      ),
      step(
        'knead',
        {
          name: 'Anvil',
          region: 'jaw',
          action: 'knead',
          dose: seconds(20),
          sidePlan: 'left_right',
          pressure: 'medium',
        },
        'Twenty seconds of kneading on your left jaw, then twenty on your right.',
      ),
      step(
        'circle',
        { name: 'Embers', region: 'temple', action: 'circle', dose: seconds(20), sidePlan: 'both', pressure: 'light' },
        'Twenty seconds of slow circles at the temples.',
      ),
      step(
        'smooth',
        {
          name: 'Quench',
          region: 'cheek',
          action: 'stroke',
          dose: reps(6, 3),
          sidePlan: 'both',
          pressure: 'light',
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'Six long strokes from the nose to the ears.',
      ),
      step(
        'down',
        {
          name: 'Smoke',
          region: 'neck',
          action: 'drain',
          dose: reps(3, 5),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'One long stroke down the side, three times left, three times right.',
      ),
    ],
  ),
  truth: [],
};
