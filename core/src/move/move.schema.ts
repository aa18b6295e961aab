import * as z from 'zod';
import { PARTS } from '../face/areas';
import { REGIONS } from '../face/regions';
import { doseSchema, sidePlanSchema } from '../dose/dose.schema';

export const MOVE_FORMAT = 'limber-cheek/move';
export const MOVE_VERSION = 2;
export const LIBRARY_FORMAT = 'limber-cheek/library';
export const LIBRARY_VERSION = 2;
/** How many moves a library holds at most. */
export const MOST_MOVES = 5000;

export const ACTIONS = [
  'hold',
  'stroke',
  'roll',
  'circle',
  'tap',
  'press',
  'pinch',
  'knead',
  'wiggle',
  'stretch',
  'puff',
  'vocalise',
  'breathe',
  'drain',
] as const;
export const TOOLS = ['hand', 'knuckle', 'stone', 'roller', 'spoon', 'brush', 'device', 'none'] as const;
export const PRESSURES = ['feather', 'light', 'medium', 'firm'] as const;
export const LEVELS = ['gentle', 'standard', 'strong'] as const;

export const POSTURES = ['any', 'seated', 'standing', 'lying'] as const;
export const FRAMINGS = ['face', 'face_neck', 'face_chest'] as const;
export const GRIPS = [
  'flat_hand',
  'fingertips',
  'ring_finger',
  'knuckles',
  'fist',
  'thumb',
  'between_fingers',
  'hook',
  'in_mouth',
] as const;
export const TEMPERATURES = ['cold', 'cool', 'warm'] as const;
export const EDGES = ['flat', 'curved', 'notched', 'toothed', 'tip', 'bowl', 'rounded_end'] as const;
export const WAYPOINT_SIDES = ['worked', 'middle', 'other'] as const;
const VARIANT_KINDS = ['easier', 'long_nails', 'no_tool', 'seated', 'skip'] as const;

export const regionSchema = z.enum(REGIONS);
export const actionSchema = z.enum(ACTIONS);
export const toolSchema = z.enum(TOOLS);
export const pressureSchema = z.enum(PRESSURES);
export const levelSchema = z.enum(LEVELS);
const postureSchema = z.enum(POSTURES);
const framingSchema = z.enum(FRAMINGS);
const temperatureSchema = z.enum(TEMPERATURES);
const gripSchema = z.enum(GRIPS);

/** How many waypoints a route has at most. */
export const MOST_STOPS = 24;
/** A waypoint of a route, and how the hand gets there from the one before. */
export const stopSchema = z.object({
  region: regionSchema,
  /** Front, side or back of the neck; over or under the eye. Null where it has none, or goes by the side plan. */
  part: z.enum(PARTS).nullable().default(null),
  /** On the worked half, in the middle, or on the other half. */
  side: z.enum(WAYPOINT_SIDES).default('worked'),
  /** Of the leg that leads here; null as everywhere else. */
  pressure: pressureSchema.nullable().default(null),
  /** In with the lift, out with the release: the breath of the leg that leads here. */
  breath: z.enum(['in', 'out']).nullable().default(null),
  /** A named point at which the hand stays, and for how long, ms. */
  point: z
    .object({ name: z.string().max(60), ms: z.int().min(0).max(60_000) })
    .nullable()
    .default(null),
});
export type Posture = z.infer<typeof postureSchema>;
export type Framing = z.infer<typeof framingSchema>;
export type Action = z.infer<typeof actionSchema>;
export type Tool = z.infer<typeof toolSchema>;
export type Pressure = z.infer<typeof pressureSchema>;
export type Level = z.infer<typeof levelSchema>;
export type Temperature = z.infer<typeof temperatureSchema>;
export type Grip = z.infer<typeof gripSchema>;
export type Stop = z.infer<typeof stopSchema>;

/** One technique of the library, with its default dose, directions and cautions. */
export const moveSchema = z.object({
  id: z.string().min(1).max(80),
  revision: z.int().min(1),
  name: z.string().trim().min(1, 'A move needs a name.').max(80),
  /** The region it works on and is found by. */
  region: regionSchema,
  action: actionSchema,
  dose: doseSchema,
  sidePlan: sidePlanSchema,
  tool: toolSchema.default('hand'),
  pressure: pressureSchema.default('light'),
  level: levelSchema.default('standard'),
  /** How it goes, in one line. */
  how: z.string().max(300).default(''),
  /**
   * Its route: where the hand goes, from waypoint to waypoint, up and down again if so. One waypoint says on which part
   * of its region it stays; none, that it stays on the region. Its lanes and its rounds are the dose's passes and sets.
   */
  route: z.array(stopSchema).max(MOST_STOPS).default([]),
  /** The route in the instructor's words: "always down". */
  routeWords: z.string().max(120).default(''),
  /** Softer or firmer where it passes another region: under the eye, over the brow. */
  pressureBy: z.partialRecord(regionSchema, pressureSchema).default({}),
  /** Whether it goes back and forth, which some schools forbid. */
  backAndForth: z.boolean().default(false),
  /** One hand follows the other on the same side. Sides that take turns are a side plan. */
  handOverHand: z.boolean().default(false),
  /** How the hand is held; null as is usual for the action and the tool. */
  grip: gripSchema.nullable().default(null),
  /** Of the tool; null where nothing is said, which is never taken for cold. */
  temperature: temperatureSchema.nullable().default(null),
  /** Which edge of the tool touches, and at which angle to the skin, degrees. */
  edge: z.enum(EDGES).nullable().default(null),
  angleDeg: z.int().min(0).max(90).nullable().default(null),
  /** Whether hands or tool need oil, cream or serum. */
  slip: z.boolean().default(false),
  /** A grip that slips off oily skin: it has to come before any slip. */
  needsDry: z.boolean().default(false),
  posture: postureSchema.default('any'),
  /** How much of the body has to be in the picture; null goes by the region. */
  framing: framingSchema.nullable().default(null),
  /** Nobody can talk while doing it: lips rolled in, cheeks puffed, tongue out. */
  mouthBusy: z.boolean().default(false),
  /** Nobody sees the screen while doing it: head back or turned, eyes closed. */
  eyesOff: z.boolean().default(false),
  formCues: z.array(z.string().max(160)).max(8).default([]),
  /** Where it should be felt, and how to check that. */
  feltAt: z.string().max(300).default(''),
  mistakes: z.array(z.string().max(200)).max(8).default([]),
  cautions: z.array(z.string().max(300)).max(8).default([]),
  /** What may be said of it, and on what ground. */
  evidence: z.string().max(300).default(''),
  variants: z
    .array(z.object({ kind: z.enum(VARIANT_KINDS), words: z.string().max(200) }))
    .max(8)
    .default([]),
  /** An own move that is no longer offered; lessons that use it keep their copy. */
  archived: z.boolean().default(false),
});
export type Move = z.infer<typeof moveSchema>;
export type Variant = Move['variants'][number];
