import {
  LESSON_FORMAT,
  LESSON_VERSION,
  lessonSchema,
  stepOf,
  type Lesson,
  type MoveStep,
} from '../lesson/lesson.schema';
import { STARTER_MOVES } from '../library/starter/starter';

/**
 * A short lesson made from the starter set, for a first look at what a lesson is: planned, worded, and with something
 * left to mend.
 *
 * @example firstLesson('a').steps.length // 6
 */
export function firstLesson(id: string): Lesson {
  return lessonSchema.parse({
    format: LESSON_FORMAT,
    version: LESSON_VERSION,
    id,
    title: 'A look around: jaw and cheeks before a broadcast',
    concern: 'A tight jaw and a sleepy face before the first words on air',
    promise: 'Six short moves. You may notice a looser jaw for a while.',
    school: 'warm_work_soothe',
    targetMs: 240_000,
    opening:
      'Good morning. Clean hands, and sit comfortably. If your jaw clicks, locks or hurts, leave out the jaw moves and ask a dentist. After injections, surgery or dental work ask whoever did it first; where it bruises or hurts, stop.',
    closing: 'That is it. Feel your face for a moment. Once a day is plenty.',
    steps: [
      step('warm', 'Palms over the face', { before: 'Rub your palms warm, and lay them on your cheeks.' }),
      step('taps', 'Forehead tapping', { before: 'Fingertips on the forehead, light as rain.' }),
      step('jaw', 'Jaw kneading', {
        before: 'Knuckles into the jaw muscle, teeth apart. {reps} slow kneads, your {side} first.',
        during: 'Let the jaw hang.',
      }),
      step('hum', 'Long hum', { before: 'Loose lips. Hum on one long breath.' }),
      step('apple', 'Apple lift', { before: 'Smile with the cheeks only, and hold.' }),
      step('cheeks', 'Cheeks, out', {}),
    ],
  });
}

function step(id: string, name: string, narration: Partial<MoveStep['narration']>): MoveStep {
  const move = STARTER_MOVES.find((one) => one.name === name);
  if (!move) throw new Error(`The starter set has no move “${name}”.`);
  return stepOf(id, move, { narration: { before: '', during: '', after: '', ...narration } });
}
