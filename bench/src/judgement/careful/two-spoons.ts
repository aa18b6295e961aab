import { lesson, passes, reps, seconds, step, type Judged } from '../kit';

const spoon = { tool: 'spoon', temperature: 'cold', slip: true, pressure: 'feather' } as const;

export const twoSpoons: Judged = {
  lesson: lesson(
    'two-spoons',
    {
      title: 'Two spoons',
      school: 'tool_glide',
      promise: 'Nine gentle glides with cold spoons for tired eyes, in about five minutes.',
      opening:
        'Two spoons, five minutes in the freezer, dried well. Serum on the skin, plenty of it. Are you one of those whose fingers go white in the cold? Then use them at room temperature. Take your lenses out now. If you have glaucoma, or if somebody has operated on your eyes, stay away from the eyes and enjoy the rest. New nickel rash? Put the spoons away. And do not do this on skin that was peeled or lasered this week.',
      closing: 'Wash the spoons, and your hands. Mornings only.',
    },
    [
      step(
        'chin',
        {
          name: 'Chin glide',
          region: 'chin',
          action: 'stroke',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'chin', to: 'jaw', words: 'out' },
        },
        'From the middle of the chin to the angle of the jaw. Three times on your left, three on your right.',
      ),
      step(
        'lip',
        {
          name: 'Lip corner',
          region: 'mouth',
          action: 'stroke',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'mouth', to: 'cheek', words: 'out' },
        },
        'Corner of the mouth to the cheek, three and three.',
      ),
      step(
        'nose',
        {
          name: 'Wing of the nose',
          region: 'nose',
          action: 'stroke',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'nose', to: 'cheek', words: 'out' },
        },
        'Beside the nose and out, three and three.',
      ),
      step(
        'cheek',
        {
          name: 'Cheek bowl',
          region: 'cheek',
          action: 'stroke',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'The bowl of the spoon over the whole cheek to the ear. Left three, right three.',
      ),
      step(
        'under',
        {
          name: 'Under the eye',
          region: 'eye',
          action: 'stroke',
          dose: passes(3, 8),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'nose', to: 'temple', words: 'out' },
        },
        'Below the eye on the bone, from the nose out. As slowly as honey. Three times left and three times right.',
      ),
      step(
        'over',
        {
          name: 'Over the lid bone',
          region: 'brow',
          action: 'stroke',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          ...spoon,
          direction: { from: 'nose', to: 'temple', words: 'out' },
        },
        'The same above, along the brow. Three and three.',
      ),
      step(
        'temple',
        { name: 'Temple dot', region: 'temple', action: 'circle', dose: reps(5, 3), sidePlan: 'both', ...spoon },
        'Five circles at both temples, the spoons never stand still.',
      ),
      step(
        'forehead',
        {
          name: 'Forehead wings',
          region: 'forehead',
          action: 'stroke',
          dose: passes(3, 5),
          sidePlan: 'both',
          ...spoon,
          direction: { from: 'forehead', to: 'temple', words: 'out' },
        },
        'Out from the middle with both spoons, three times.',
      ),
      step(
        'rest',
        {
          name: 'Warm again',
          region: 'cheek',
          action: 'press',
          dose: seconds(15),
          sidePlan: 'both',
          pressure: 'feather',
        },
        'Spoons away. Your own warm palms, for fifteen seconds.',
      ),
    ],
  ),
  truth: [],
};
