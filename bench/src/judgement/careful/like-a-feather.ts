import { breaths, lesson, passes, reps, step, type Judged } from '../kit';

const feather = { pressure: 'feather', action: 'stroke' } as const;

export const likeAFeather: Judged = {
  lesson: lesson(
    'like-a-feather',
    {
      title: 'Like a feather',
      school: 'open_drains_first',
      promise: 'Seven moves, feather-light.',
      opening:
        'Hello. Today nothing is pressed. This is not for you with a fever, with a thrombosis, with heart or kidney failure, with cancer or after nodes were taken out, unless your doctor says so. A lump at the neck that nobody has seen belongs to a doctor first. Freshly treated skin (filler, laser, a peel) waits. Always first your left, then your right, and every stroke three times.',
      closing: 'Drink something warm. Once a day is enough.',
    },
    [
      step(
        'breath',
        { name: 'Low breath', region: 'chest', action: 'breathe', dose: breaths(3), sidePlan: 'midline', tool: 'none' },
        'Three slow breaths into the belly.',
      ),
      step(
        'hollow',
        {
          name: 'Hollows',
          region: 'collarbone',
          action: 'press',
          dose: reps(3, 3),
          sidePlan: 'left_right',
          pressure: 'feather',
        },
        'Flat fingers in the hollow above the collarbone, let them sink and come back. Three times left, three times right.',
      ),
      step(
        'neck',
        {
          name: 'Down the side',
          region: 'neck',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...feather,
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'From the ear down to the hollow, three times left, then three times right.',
      ),
      step(
        'ear',
        { name: 'Round the ear', region: 'ear', dose: passes(3, 3), sidePlan: 'left_right', ...feather },
        'A fork of two fingers around the ear, three times, first the left.',
      ),
      step(
        'jaw',
        {
          name: 'Jaw to ear',
          region: 'jaw',
          dose: passes(3, 3),
          sidePlan: 'left_right',
          ...feather,
          direction: { from: 'jaw', to: 'ear', words: 'back' },
        },
        'From the jaw back to the ear. Three on your left, three on your right.',
      ),
      step(
        'cheek',
        {
          name: 'Cheek to ear',
          region: 'cheek',
          dose: passes(3, 3),
          sidePlan: 'left_right',
          ...feather,
          direction: { from: 'nose', to: 'ear', words: 'out' },
        },
        'From the nose over the cheek to the ear. Three, then the other cheek, three.',
      ),
      step(
        'forehead',
        {
          name: 'Forehead to ear',
          region: 'forehead',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          ...feather,
          direction: { from: 'forehead', to: 'ear', words: 'out and down' },
        },
        'From the middle of the forehead by the temple to the ear, three and three.',
      ),
      step(
        'close-ear',
        {
          name: 'Behind the ear',
          region: 'ear',
          action: 'drain',
          dose: passes(3, 3),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'ear', to: 'neck', words: 'down' },
        },
        'Behind the ear and down the side, three and three.',
      ),
      step(
        'close',
        {
          name: 'And home',
          region: 'neck',
          action: 'drain',
          dose: passes(3, 4),
          sidePlan: 'left_right',
          pressure: 'feather',
          direction: { from: 'ear', to: 'collarbone', words: 'down' },
        },
        'Once more all the way down to the hollow. Three left, three right, and rest.',
      ),
    ],
  ),
  truth: [],
};
