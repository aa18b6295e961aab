import * as z from 'zod';
import { doseSchema, sidePlanSchema } from '../dose/dose.schema';
import { progressionSchema } from '../dose/progression';
import { levelSchema, moveSchema } from '../move/move.schema';
import { ROLES } from '../school/roles';
import { schoolSchema } from '../school/school.schema';
import { SCHOOL_IDS } from '../school/schools';
import { filmAgainSchema } from './film-again.schema';
import { pieceSchema } from './piece.schema';
import { rejectedSchema, segmentSchema } from './segment.schema';
import { takeSchema } from './take.schema';
import { thumbnailSchema } from './thumbnail.schema';
import { waitingSchema } from './waiting.schema';
import { voiceOverSchema } from './voice-over.schema';
import { studioRulesSchema } from '../caution/studio-rules';
import { cueStyleSchema } from './cue-style.schema';
import { overrideSchema } from './override.schema';
import { setAsideSchema } from './set-aside.schema';

export const LESSON_FORMAT = 'limber-cheek/lesson';
export const LESSON_VERSION = 9;

/** How many letters a text of a lesson has at most. */
export const MOST_TEXT = 6000;
const text = z.string().max(MOST_TEXT);

/** What is said at a step: before its dose, over it, and after it. */
const narrationSchema = z.object({ before: text, during: text, after: text });
export type Narration = z.infer<typeof narrationSchema>;

/** The speaking rate and the pauses between the parts of a lesson. */
export const paceSchema = z.object({
  /** Syllables a minute while speaking, pauses not counted. */
  syllablesPerMinute: z.number().min(60).max(480),
  commaPauseMs: z.int().min(0).max(10_000),
  sentencePauseMs: z.int().min(0).max(10_000),
  /** Getting into position before a step's dose, ms. */
  settleMs: z.int().min(0).max(60_000),
  /** Changing from one side to the other, ms. */
  swapMs: z.int().min(0).max(60_000),
  /** Putting one tool down and taking the next, ms. */
  toolMs: z.int().min(0).max(60_000).default(4000),
  /** Putting oil, cream or serum on, and topping it up, ms. */
  applyMs: z.int().min(0).max(120_000).default(12_000),
  topUpMs: z.int().min(0).max(60_000).default(5000),
  /** How far speaking time is off from what it is estimated at, as a share (one standard deviation). */
  spread: z.number().min(0).max(1).default(0.08),
});
export type Pace = z.infer<typeof paceSchema>;

const PRODUCTS = ['none', 'apply', 'top_up'] as const;
const PRIORITIES = ['must', 'normal', 'may_go'] as const;
const CUE_SOUNDS = ['none', 'eyes_off', 'every'] as const;
export const HALVES = ['morning', 'evening'] as const;
export type Half = (typeof HALVES)[number];

/** What every step has, of whatever kind. */
const sharedFields = {
  narration: narrationSchema,
  /** Rest after the step, ms. */
  restAfterMs: z.int().min(0).max(600_000),
  /** What is cut last and first when the lesson has to get shorter. */
  priority: z.enum(PRIORITIES),
  /** Keeps its place when an order is suggested. */
  locked: z.boolean(),
  /** What it is in the lesson; null goes by the school. */
  role: z.enum(ROLES).nullable(),
  /** Of a lesson with a morning and an evening half; null belongs to both. */
  half: z.enum(HALVES).nullable(),
};

/** Of a step that is a move: its own copy of the move, so that a changed library changes no lesson silently. */
const moveFields = {
  move: moveSchema,
  dose: doseSchema,
  /** Another dose for the right side; null gives both sides the same. */
  rightDose: doseSchema.nullable(),
  sidePlan: sidePlanSchema,
  /** How the dose is built up over weeks; null when it is done as planned from the start. */
  progression: progressionSchema.nullable(),
  /** The words over the dose are spoken over the footage afterwards, not in front of the camera. */
  voiceOver: z.boolean(),
  /** Repetitions are counted aloud. */
  counted: z.boolean(),
  /** Oil, cream or serum is put on, or topped up, before the step. */
  product: z.enum(PRODUCTS),
  /** Time for the viewer to do it after a demonstration, ms. */
  nowYouMs: z.int().min(0).max(600_000),
  /** Neighbouring steps of the same bundle are done as a whole on one side, then as a whole on the other. */
  bundle: z.string().min(1).max(80).nullable(),
  /** Its second side is left out so that viewers compare. */
  compares: z.boolean(),
};

/** What is put on, in the order in which a routine uses it. */
export const PRODUCT_KINDS = ['cleanser', 'toner', 'serum', 'oil', 'cream', 'sunscreen'] as const;
export type ProductKind = (typeof PRODUCT_KINDS)[number];
/** Steps that are no moves. */
export const PLAIN_KINDS = ['product', 'question', 'check', 'comparison', 'talk'] as const;
export type PlainKind = (typeof PLAIN_KINDS)[number];

/** Of a step that is no move. */
const plainFields = {
  name: z.string().trim().min(1, 'A step needs a name.').max(80),
  /** What is put on; null unless it is a product. */
  putOn: z.enum(PRODUCT_KINDS).nullable(),
  /** What it takes beside its words: putting on, looking in the mirror, feeling; ms. */
  lengthMs: z.int().min(0).max(600_000),
};

/** Every field of a step that an edit may set. */
export const stepFields = { ...sharedFields, ...moveFields, ...plainFields };

const sharedDefaults = {
  restAfterMs: sharedFields.restAfterMs.default(0),
  priority: sharedFields.priority.default('normal'),
  locked: sharedFields.locked.default(false),
  role: sharedFields.role.default(null),
  half: sharedFields.half.default(null),
};
const id = z.string().min(1).max(80);
const moveStepSchema = z.object({
  kind: z.literal('move'),
  id,
  ...sharedFields,
  ...moveFields,
  ...sharedDefaults,
  rightDose: moveFields.rightDose.default(null),
  progression: moveFields.progression.default(null),
  voiceOver: moveFields.voiceOver.default(false),
  counted: moveFields.counted.default(false),
  product: moveFields.product.default('none'),
  nowYouMs: moveFields.nowYouMs.default(0),
  bundle: moveFields.bundle.default(null),
  compares: moveFields.compares.default(false),
});
const plainStepSchema = z.object({
  kind: z.enum(PLAIN_KINDS),
  id,
  ...sharedFields,
  ...plainFields,
  ...sharedDefaults,
  narration: narrationSchema.default({ before: '', during: '', after: '' }),
  putOn: plainFields.putOn.default(null),
  lengthMs: plainFields.lengthMs.default(0),
});

/** What is placed in a lesson. Only a move has a move, a dose and a side plan. */
export const stepSchema = z.discriminatedUnion('kind', [moveStepSchema, plainStepSchema]);
export type Step = z.infer<typeof stepSchema>;
export type MoveStep = z.infer<typeof moveStepSchema>;
export type PlainStep = z.infer<typeof plainStepSchema>;

/** @example isMove(step) // false, for a product that is put on */
export function isMove(step: Step): step is MoveStep {
  return step.kind === 'move';
}

/** The steps of a lesson that are moves, in its order. @example movesOf(lesson.steps).length // 7 */
export function movesOf(steps: readonly Step[]): readonly MoveStep[] {
  const there = moves.get(steps);
  if (there) return there;
  const found = steps.filter(isMove);
  moves.set(steps, found);
  return found;
}
/** One list of moves for one list of steps, so that what is derived from it is made once. */
const moves = new WeakMap<readonly Step[], readonly MoveStep[]>();

/** What a step is called. @example nameOfStep(step) // 'Slipway' */
export function nameOfStep(step: Step): string {
  return isMove(step) ? step.move.name : step.name;
}

const musicSchema = z.object({ mediaId: z.string().min(1).max(80), name: z.string().max(200) });
const closingCardSchema = z.object({
  first: z.string().max(60),
  second: z.string().max(60),
  /** Where the code leads; without one there is no code. */
  link: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(300)]),
});
export type ClosingCard = z.infer<typeof closingCardSchema>;

export const lessonFields = {
  title: z.string().trim().min(1, 'A lesson needs a title.').max(160),
  concern: z.string().max(300),
  promise: z.string().max(600),
  level: levelSchema,
  school: z.enum(SCHOOL_IDS),
  /** An own copy of the school's rules; null follows the school as it is. */
  ownSchool: schoolSchema.nullable(),
  /** The text under the video. */
  description: text,
  targetMs: z.int().min(30_000).max(7_200_000).nullable(),
  /** How far the length may be off its target. */
  toleranceMs: z.int().min(0).max(600_000),
  pace: paceSchema,
  opening: text,
  closing: text,
  /** How cues look; null for the usual way. */
  cueStyle: cueStyleSchema.nullable(),
  /** Numbers run down to one instead of up to what is planned. */
  countsDown: z.boolean(),
  /** At which moves counts, ends and changes of side are heard as well: at none, where the eyes are off, at every one. */
  cueSounds: z.enum(CUE_SOUNDS),
  /** Finished films are made brighter and their white whiter, and their noise and hum are turned down. */
  brighter: z.boolean(),
  quieter: z.boolean(),
  /** What plays under finished films; null for nothing. */
  music: musicSchema.nullable(),
  /** Finished films begin with the title of the lesson, and end with two lines and a code that telephones read. */
  openingCard: z.boolean(),
  closingCard: closingCardSchema.nullable(),
  /** It is public somewhere where its film stays as it is: nothing is filmed for it any more. */
  publicElsewhere: z.boolean(),
  /** Where that is; empty where nobody said. */
  publicAddress: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(500)]),
  /** The picture with words that stands for it in lists there; null for one as proposed. */
  thumbnail: thumbnailSchema.nullable(),
};

/** How many entries each list of a lesson holds at most. */
export const MOST = {
  steps: 1000,
  takes: 200,
  assembly: 1000,
  segments: 5000,
  rejected: 5000,
  filmAgain: 500,
  waiting: 200,
  voiceOver: 1000,
  overrides: 5000,
  setAside: 2000,
} as const;

/**
 * A lesson: one JSON document, and at once the **lesson bundle**, the open format in which a lesson leaves and enters
 * the studio with everything but its media. All times are integer milliseconds.
 */
export const lessonSchema = z.object({
  format: z.literal(LESSON_FORMAT),
  version: z.literal(LESSON_VERSION),
  id: z.string().min(1).max(80),
  language: z.literal('en').default('en'),
  ...lessonFields,
  concern: lessonFields.concern.default(''),
  promise: lessonFields.promise.default(''),
  level: lessonFields.level.default('standard'),
  school: lessonFields.school.default('open_drains_first'),
  ownSchool: lessonFields.ownSchool.default(null),
  description: lessonFields.description.default(''),
  targetMs: lessonFields.targetMs.default(null),
  toleranceMs: lessonFields.toleranceMs.default(5000),
  pace: lessonFields.pace.default({
    syllablesPerMinute: 220,
    commaPauseMs: 200,
    sentencePauseMs: 450,
    settleMs: 1500,
    swapMs: 2500,
    toolMs: 4000,
    applyMs: 12_000,
    topUpMs: 5000,
    spread: 0.08,
  }),
  opening: lessonFields.opening.default(''),
  closing: lessonFields.closing.default(''),
  cueStyle: lessonFields.cueStyle.default(null),
  countsDown: lessonFields.countsDown.default(false),
  cueSounds: lessonFields.cueSounds.default('none'),
  brighter: lessonFields.brighter.default(false),
  quieter: lessonFields.quieter.default(false),
  music: lessonFields.music.default(null),
  openingCard: lessonFields.openingCard.default(false),
  closingCard: lessonFields.closingCard.default(null),
  publicElsewhere: lessonFields.publicElsewhere.default(false),
  publicAddress: lessonFields.publicAddress.default(''),
  thumbnail: lessonFields.thumbnail.default(null),
  /** In a bundle the studio's own rules, which the lesson is judged by; null where the studio has them, or none. */
  rules: studioRulesSchema.nullable().default(null),
  steps: z.array(stepSchema).max(MOST.steps).default([]),
  takes: z.array(takeSchema).max(MOST.takes).default([]),
  assembly: z.array(pieceSchema).max(MOST.assembly).default([]),
  segments: z.array(segmentSchema).max(MOST.segments).default([]),
  rejected: z.array(rejectedSchema).max(MOST.rejected).default([]),
  filmAgain: z.array(filmAgainSchema).max(MOST.filmAgain).default([]),
  waiting: z.array(waitingSchema).max(MOST.waiting).default([]),
  voiceOver: z.array(voiceOverSchema).max(MOST.voiceOver).default([]),
  overrides: z.array(overrideSchema).max(MOST.overrides).default([]),
  setAside: z.array(setAsideSchema).max(MOST.setAside).default([]),
});
export type Lesson = z.infer<typeof lessonSchema>;

/**
 * A step of a move with everything else at its default.
 *
 * @example stepOf('a', move, { counted: true }).kind // 'move'
 */
export function stepOf(id: string, move: MoveStep['move'], change: Partial<MoveStep> = {}): MoveStep {
  return {
    ...moveStepSchema.parse({
      kind: 'move',
      id,
      move,
      dose: move.dose,
      sidePlan: move.sidePlan,
      narration: { before: '', during: '', after: '' },
    }),
    ...change,
  };
}

/**
 * What a step that is no move is called and how long it takes when nothing else is said: putting on oil 20 to 25 s
 * (common practice, no source).
 */
const PLAIN_DEFAULTS: Readonly<Record<PlainKind, Pick<PlainStep, 'name' | 'lengthMs' | 'putOn'>>> = {
  product: { name: 'Put on oil', lengthMs: 22_000, putOn: 'oil' },
  question: { name: 'A question answered', lengthMs: 0, putOn: null },
  check: { name: 'Where do you feel it?', lengthMs: 5000, putOn: null },
  comparison: { name: 'Compare your sides', lengthMs: 6000, putOn: null },
  talk: { name: 'Talk', lengthMs: 0, putOn: null },
};

/**
 * A step that is no move, with everything at its default.
 *
 * @example plainStepOf('a', 'product').putOn // 'oil'
 */
export function plainStepOf(id: string, kind: PlainKind, change: Partial<PlainStep> = {}): PlainStep {
  return { ...plainStepSchema.parse({ kind, id, ...PLAIN_DEFAULTS[kind] }), ...change };
}
