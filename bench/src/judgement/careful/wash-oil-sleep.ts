import { plainStepOf } from '@limber/core/lesson/lesson.schema';
import { lesson, passes, reps, seconds, step, type Judged } from '../kit';

export const washOilSleep: Judged = {
  lesson: lesson(
    'wash-oil-sleep',
    {
      title: 'Wash, oil, sleep',
      school: 'with_products',
      promise: 'A slow evening routine, about seven minutes.',
      opening:
        'Good evening. The lamp is low, the day is over. If you had injections or a peel lately, if your skin is raw or you have a cold sore, wait with this until it is quiet again. And when something hurts, stop.',
      closing: 'Sleep well. Every evening if you like, or whenever the wind was sharp.',
    },
    [
      plainStepOf('wash', 'product', {
        name: 'Milk cleanser',
        putOn: 'cleanser',
        lengthMs: 30_000,
        narration: { before: 'Two pumps of cleanser into wet hands.', during: '', after: 'Rinse, and pat dry.' },
      }),
      step(
        'circles',
        { name: 'Foam circles', region: 'cheek', action: 'circle', dose: reps(5, 3), sidePlan: 'both', slip: true },
        'Small circles over both cheeks, five of them, as soft as foam.',
      ),
      step(
        'brow',
        {
          name: 'Forehead wash',
          region: 'forehead',
          action: 'stroke',
          dose: passes(3, 3),
          sidePlan: 'both',
          slip: true,
          direction: { from: 'forehead', to: 'temple', words: 'outwards' },
        },
        'From the middle of the forehead out to the temples, three times.',
      ),
      plainStepOf('serum', 'product', {
        name: 'Serum',
        putOn: 'serum',
        lengthMs: 15_000,
        narration: { before: 'A few drops of serum, pressed in with flat palms.', during: '', after: '' },
      }),
      plainStepOf('oil', 'product', {
        name: 'Face oil',
        putOn: 'oil',
        narration: { before: 'Now the oil, four drops, warmed between the hands.', during: '', after: '' },
      }),
      step(
        'chin',
        {
          name: 'Along the jaw',
          region: 'jaw',
          action: 'stroke',
          dose: passes(3, 3),
          sidePlan: 'both',
          slip: true,
          direction: { from: 'chin', to: 'ear', words: 'out to the ear' },
        },
        'Flat hands from the chin along the jaw to the ears. Three slow ones.',
      ),
      step(
        'nose',
        {
          name: 'Beside the nose',
          region: 'cheek',
          action: 'stroke',
          dose: passes(3, 3),
          sidePlan: 'both',
          slip: true,
          direction: { from: 'nose', to: 'ear', words: 'outwards' },
        },
        'From beside the nose across the cheeks to the ears, three again.',
      ),
      step(
        'temples',
        { name: 'Temple rest', region: 'temple', action: 'circle', dose: reps(6, 2), sidePlan: 'both', slip: true },
        'Six lazy circles at the temples.',
      ),
      step(
        'palms',
        {
          name: 'Palm rest',
          region: 'cheek',
          action: 'press',
          dose: seconds(20),
          sidePlan: 'both',
          pressure: 'feather',
        },
        'Lay both palms on the face, and let the breath come and go for twenty seconds.',
      ),
      plainStepOf('look', 'comparison', {
        name: 'A look in the mirror',
        narration: { before: 'Look into the mirror, without judging.', during: '', after: '' },
      }),
    ],
  ),
  truth: [],
};
