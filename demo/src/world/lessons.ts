import { exactly } from '@limber/core/dose/dose';
import {
  type Lesson,
  LESSON_VERSION,
  lessonSchema,
  movesOf,
  type MoveStep,
  stepOf,
} from '@limber/core/lesson/lesson.schema';
import { moveNamed } from './moves';

function step(
  id: string,
  name: string,
  narration: Partial<MoveStep['narration']>,
  change: Partial<MoveStep> = {},
): MoveStep {
  return stepOf(id, moveNamed(name), { narration: { before: '', during: '', after: '', ...narration }, ...change });
}

const rope = moveNamed('Rope knead').dose;

/** Filmed, marked, shared and watched. Its footage is drawn and spoken by the generator. */
export function beforeTheEarlyBulletin(): Lesson {
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: LESSON_VERSION,
    id: 'before-the-early-bulletin',
    title: 'Before the early bulletin',
    concern: 'A tight jaw and a sleepy face before the first words on air',
    promise: 'Under four minutes, seven moves. You may notice a looser jaw for a while.',
    school: 'open_drains_first',
    targetMs: 210_000,
    opening:
      'Good morning, early shift. Seven short moves before you speak. Clean hands, two drops of oil. If your jaw clicks or locks, leave out number three.',
    closing: 'That is it. Feel your face for a moment. Every morning this week, if you like. Good bulletin.',
    steps: [
      step('harbour', 'Harbour mouth', {
        before: 'Flat fingers in the hollows above the collarbone. Press, and let go.',
      }),
      step('slipway', 'Slipway', { before: 'Now feather-light, from the ear down to the hollow. Left side first.' }),
      step(
        'rope',
        'Rope knead',
        {
          before: 'Knuckles into the jaw muscle, teeth apart. Eight slow kneads on each side.',
          during: 'Let the jaw hang.',
        },
        { rightDose: rope.form === 'reps' ? { ...rope, reps: { low: 5, planned: 6, high: 12 } } : null },
      ),
      step('foghorn', 'Foghorn', { before: 'Loose lips. Hum on one long breath, three times.' }),
      step('gull', 'Gull lift', { before: 'Smile with the cheeks only, against two fingertips. Hold for five.' }),
      step('lantern', 'Lantern eyes', { before: 'Ring fingers, around the bone of the eye, as light as you can.' }),
      step('ebb', 'Ebb line', { before: 'To close, from the ear, behind it, and down. Three a side.' }),
    ],
    // Beside what is shown by itself: where one is, and which one is the last.
    overrides: [
      { key: 'label', when: 'every' },
      { key: 'last', when: 'every' },
    ],
  });
}

/** One step of it filmed once more, both sides alike, and nothing else. */
export function ropeAgain(): Lesson {
  const lesson = beforeTheEarlyBulletin();
  const rope = movesOf(lesson.steps).find((one) => one.id === 'rope')!;
  return {
    ...lesson,
    id: 'rope-again',
    title: 'Rope knead, once more',
    opening: '',
    closing: '',
    steps: [{ ...rope, rightDose: null }],
  };
}

/** Filmed and not yet marked. */
export function coldMorningEyes(): Lesson {
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: LESSON_VERSION,
    id: 'cold-morning-eyes',
    title: 'Cold-morning eyes',
    concern: 'Puffy eyes after the boat ride in',
    promise: 'One minute that may help you look as awake as you sound.',
    school: 'upward_then_drain',
    targetMs: 75_000,
    opening: 'Morning. One minute for cold eyes.',
    closing: 'Thank you. Mind the step.',
    steps: [
      step(
        'drizzle',
        'Drizzle',
        { before: 'Light rain with all your fingertips, from the brows up.' },
        {
          dose: {
            form: 'timed',
            eachMs: { low: 8000, planned: 8000, high: 30_000 },
            ways: 1,
            sets: exactly(1),
            restMs: 0,
          },
        },
      ),
      step('lantern', 'Lantern eyes', { before: 'Ring fingers around the bone, feather-light.' }),
      step('ebb', 'Ebb line', { before: 'And down from the ear to the collarbone.' }),
    ],
  });
}

/** On paper only, with words still to write. */
export function afterTheNightShift(): Lesson {
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: LESSON_VERSION,
    id: 'after-the-night-shift',
    title: 'Collarbone to crown, after the night shift',
    concern: 'A heavy face and a stiff neck after eight hours in a headset',
    promise: 'Six minutes to come down after the night. You may sleep a little easier.',
    school: 'open_drains_first',
    targetMs: 360_000,
    opening:
      'You made it through the night. Sit down, take the headset off, and warm your hands. This one is slow. If you have a fever or anything swollen, leave the strokes out and ask a doctor first.',
    closing: 'Dim the lights and go home. Twice a week is plenty.',
    steps: [
      step('deck', 'Open deck', { before: 'One hand on the chest. Five seconds in, five seconds out.' }),
      step('harbour', 'Harbour mouth', {
        before: 'Fingers in the hollows above the collarbone. Press and let go, six times.',
      }),
      step('slipway', 'Slipway', {
        before: 'Down the side of the neck, feather-light, five on the left and five on the right.',
      }),
      step(
        'watch',
        'Night watch',
        { before: 'Fingertips behind the neck. Small kneads from the hairline down.' },
        {
          progression: {
            grows: 'repetitions',
            stages: [{ weeks: 2, amount: 4, daysAWeek: 2 }],
            thenDaysAWeek: 2,
          },
        },
      ),
      step('shells', 'Shell ears', {}),
      step(
        'headset',
        'Headset release',
        {},
        {
          progression: {
            grows: 'seconds',
            stages: [
              { weeks: 1, amount: 10, daysAWeek: 3.5 },
              { weeks: 2, amount: 15, daysAWeek: 3.5 },
            ],
            thenDaysAWeek: 7,
          },
        },
      ),
      step('calm', 'Flat calm', { before: 'Both palms, out from the middle of the forehead.' }),
      step('ebb', 'Ebb line', { before: 'To close, behind the ear and down to the collarbone.' }),
    ],
  });
}

/** Just begun. */
export function readingAloud(): Lesson {
  return lessonSchema.parse({
    format: 'limber-cheek/lesson',
    version: LESSON_VERSION,
    id: 'reading-aloud',
    title: 'Lips and tongue before reading aloud',
    concern: 'Stumbling over names in the first minutes',
    school: 'warm_work_soothe',
    level: 'gentle',
    targetMs: 300_000,
    steps: [step('storm', 'Storm glass', {}), step('net', 'Net mender', {})],
  });
}
