import { exactly } from '@limber/core/dose/dose';
import type { Region } from '@limber/core/face/regions';
import type { Dose } from '@limber/core/dose/dose.schema';
import type { RuleId } from '@limber/core/check/rules';
import {
  LESSON_VERSION,
  lessonSchema,
  stepOf,
  type Lesson,
  type MoveStep,
  type Step,
} from '@limber/core/lesson/lesson.schema';
import { moveFrom1 } from '@limber/core/move/older';
import { moveSchema, type Move } from '@limber/core/move/move.schema';

/** Lessons whose truth is known: what a careful teacher would say of them. All are invented. */
export interface Judged {
  readonly lesson: Lesson;
  /** What was put into it on purpose; of a careful lesson what may be said of it all the same. */
  readonly truth: readonly Planted[];
}

/** A fault at a step, or in the opening, the closing or the whole where `at` is null. */
export interface Planted {
  readonly at: string | null;
  readonly fault: Fault;
}

/** Kinds of faults, and the rules that find them. */
export const FAULTS = {
  'sides unequal': ['uneven-sides'],
  'second side left out': ['second-side-missing'],
  'jaw caution missing': ['caution jaw'],
  'neck caution missing': ['caution neck'],
  'head back caution missing': ['caution head-back'],
  'drainage caution missing': ['caution drain'],
  'eye caution missing': ['caution eye'],
  'cold caution missing': ['caution cold'],
  'breath caution missing': ['caution breath'],
  'dragging caution missing': ['slip-missing'],
  'pregnancy caution missing': ['caution pregnancy'],
  'device caution missing': ['caution device'],
  'bruising caution missing': ['caution bruising'],
  'mouth caution missing': ['caution in-the-mouth'],
  'skin caution missing': ['caution skin'],
  'own rule broken': ['own-rule'],
  'neck pressed': ['neck-pressure'],
  'both sides of the neck': ['neck-both-sides'],
  'eye pressed': ['eye-pressure'],
  'more pressure than the school': ['pressure'],
  'talk with a busy mouth': ['mouth-busy'],
  'counted with a busy mouth': ['count-and-words'],
  'more words than dose': ['talk-longer-than-dose'],
  'seen while nobody looks': ['not-heard'],
  'other figure said': ['said-not-planned'],
  'other side said': ['other-side-said', 'side-not-planned'],
  'side without a name': ['side-unnamed'],
  'wrong number': ['step-number'],
  'last one that is not': ['not-the-last', 'last-then-more'],
  'only in the picture': ['only-in-the-picture'],
  'never described': ['never-described'],
  'who pays': ['disclosure'],
  'not opened before': ['drain-not-opened'],
  'opened late': ['opened-late'],
  'no closing': ['no-closing'],
  'grip on oil': ['grip-after-slip'],
  'back and forth': ['back-and-forth'],
  'against the direction': ['direction'],
  'glides without slip': ['no-slip'],
  'minutes promised wrong': ['promise-minutes'],
  'moves promised wrong': ['promise-moves'],
  'frequency promised twice': ['promise-frequency'],
  'promises too much': [
    'claim-detox',
    'claim-lift',
    'claim-wrinkle',
    'claim-younger',
    'claim-collagen',
    'claim-circulation',
    'claim-drain',
    'claim-slim-face',
    'claim-pain-relief',
    'claim-allergy',
    'claim-nose-shape',
    'claim-bite-or-protrusion',
    'claim-skin-condition',
    'claim-stress',
    'claim-certainty',
    'claim-safety',
    'claim-dark-circles',
    'claim-eyes',
    'claim-lips',
    'claim-volume',
    'claim-asymmetry',
    'claim-cheekbones',
    'claim-grinding',
    'claim-nerve',
    'claim-adhesions',
    'claim-hormones',
    'claim-immunity',
    'claim-hair',
    'claim-injections',
  ],
} as const satisfies Record<string, readonly (RuleId | `caution ${string}`)[]>;
export type Fault = keyof typeof FAULTS;

const once = { sets: exactly(1), restMs: 0 };
export const reps = (n: number, seconds: number): Dose => ({
  form: 'reps',
  reps: exactly(n),
  tempoMs: exactly(Math.round(seconds * 1000)),
  ...once,
});
export const passes = (n: number, seconds: number, lanes = 1): Dose => ({
  form: 'passes',
  lanes: exactly(lanes),
  passes: exactly(n),
  tempoMs: exactly(Math.round(seconds * 1000)),
  ...once,
});
export const hold = (n: number, seconds: number): Dose => ({
  form: 'hold',
  reps: exactly(n),
  holdMs: exactly(seconds * 1000),
  releaseMs: 2000,
  ...once,
});
export const seconds = (n: number): Dose => ({ form: 'timed', eachMs: exactly(n * 1000), ways: 1, ...once });
export const breaths = (n: number): Dose => ({ form: 'breaths', breaths: exactly(n), cycleMs: exactly(9000), ...once });

/** A way from one place to another is written short. */
type Given = Pick<Move, 'name' | 'region' | 'action' | 'dose' | 'sidePlan'> &
  Partial<Move> & { readonly direction?: { readonly from: Region; readonly to: Region; readonly words: string } };

/** A step: its move, and what is said before, over and after it. */
export function step(
  id: string,
  move: Given,
  before: string,
  { during = '', after = '', ...change }: Partial<MoveStep> & { during?: string; after?: string } = {},
): Step {
  const parsed = moveSchema.parse(moveFrom1({ id, revision: 1, ...move }));
  return stepOf(id, parsed, { narration: { before, during, after }, ...change });
}

export function lesson(
  id: string,
  fields: Pick<Lesson, 'title' | 'school' | 'opening' | 'closing'> & Partial<Lesson>,
  steps: readonly Step[],
): Lesson {
  return lessonSchema.parse({ format: 'limber-cheek/lesson', version: LESSON_VERSION, id, ...fields, steps });
}
