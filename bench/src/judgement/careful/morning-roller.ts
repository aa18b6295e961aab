import { lesson, passes, step, type Judged } from '../kit';

const roll = { action: 'roll', tool: 'roller', slip: true, temperature: 'cold', pressure: 'light' } as const;

export const morningRoller: Judged = {
  lesson: lesson(
    'morning-roller',
    {
      title: 'Morning roller',
      school: 'tool_glide',
      promise: 'Ten strokes of a cold roller.',
      opening:
        'The roller slept in the fridge. Put a generous layer of cream on first. One direction only, away from the middle, and always moving: if cold brings you out in hives or turns your fingers white, leave the fridge out of it. Please do not do this over fresh injections, after a laser or surgery, on rosacea that flares, or on sunburn. The neck is done feather-light and never over the pulse; not if you have a lump there or trouble with the thyroid. With contact lenses: take them out, and skip the eyes altogether after an eye operation. With a fever, a thrombosis or a weak heart, leave out the strokes that lead down to the collarbone, and talk to your doctor.',
      closing: 'Rinse the roller with soap. Once a day is plenty.',
    },
    [
      step(
        'chest',
        {
          name: 'Chest',
          region: 'chest',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'chest', to: 'shoulder', words: 'out' },
        },
        'From the breastbone out to the shoulder, three times on your left, three on your right.',
      ),
      step(
        'neck',
        {
          name: 'Side of the neck',
          region: 'neck',
          dose: passes(3, 5),
          sidePlan: 'left_right',
          ...roll,
          pressure: 'feather',
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'From the ear down the side of the neck, its own weight is enough. Left three times, then right.',
      ),
      step(
        'under',
        {
          name: 'Under the chin',
          region: 'under_chin',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'under_chin', to: 'jaw', words: 'out' },
        },
        'Under the chin, from the middle out towards the angle of the jaw. Three on your left, three on your right.',
      ),
      step(
        'jaw',
        {
          name: 'Jaw line',
          region: 'jaw',
          dose: passes(3, 6),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'chin', to: 'ear', words: 'out' },
        },
        'Chin to ear, three strokes on your left, three on your right.',
      ),
      step(
        'mouth',
        {
          name: 'Smile fold',
          region: 'mouth',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'mouth', to: 'ear', words: 'out' },
        },
        'From the corner of the mouth to the ear. Left three, right three.',
      ),
      step(
        'cheek',
        {
          name: 'Cheek bone',
          region: 'cheek',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'From the side of the nose to the ear, three, and three.',
      ),
      step(
        'eye',
        {
          name: 'Under the eye',
          region: 'eye',
          dose: passes(3, 7),
          sidePlan: 'left_right',
          ...roll,
          pressure: 'feather',
          direction: { from: 'nose', to: 'temple', words: 'out' },
        },
        'On the bone under the eye, from the inside out, no weight at all. Three left, three right.',
      ),
      step(
        'brow',
        {
          name: 'Brow',
          region: 'brow',
          dose: passes(3, 3),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'brow', to: 'temple', words: 'out' },
        },
        'Along the brow to the temple. Three left, three right.',
      ),
      step(
        'forehead',
        {
          name: 'Forehead',
          region: 'forehead',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'forehead', to: 'temple', words: 'out' },
        },
        'Middle of the forehead to the temple. Three, then the right, three.',
      ),
      step(
        'temple',
        {
          name: 'Temple to ear',
          region: 'temple',
          dose: passes(3, 3),
          sidePlan: 'left_right',
          ...roll,
          direction: { from: 'temple', to: 'ear', words: 'and away' },
        },
        'And from the temple to the ear, three on each side, to finish.',
      ),
    ],
  ),
  truth: [],
};
