import '../words/localize';
import * as z from 'zod';
import { PARTS } from '../face/areas';
import { actionSchema, GRIPS, pressureSchema, regionSchema, TEMPERATURES, toolSchema } from '../move/move.schema';
import { SEVERITIES } from './severity';

const words = z.string().trim().max(300);
const severitySchema = z.enum(SEVERITIES);

/** What calls for a caution: everything that is given has to be so at once. */
export const triggerSchema = z.object({
  severity: severitySchema,
  /** How it is told: "goes over the middle of the throat". */
  because: words.min(1, $localize`A trigger needs words for what it looks for.`),
  /** One of these places is crossed; no part means every part of a region. Empty looks nowhere in particular. */
  areas: z
    .array(z.object({ region: regionSchema, part: z.enum(PARTS).nullable().default(null) }))
    .max(30)
    .default([]),
  /** With at least so much pressure there. */
  atLeast: pressureSchema.nullable().default(null),
  /** Both sides at once. */
  bothSides: z.boolean().default(false),
  /** Hands or a tool touch the skin; false looks at poses and breath too. */
  touch: z.boolean().default(true),
  /** The hand comes from one of `from`, and later to one of `to`. */
  from: z.array(regionSchema).max(20).default([]),
  to: z.array(regionSchema).max(20).default([]),
  actions: z.array(actionSchema).max(20).default([]),
  tools: z.array(toolSchema).max(20).default([]),
  grips: z.array(z.enum(GRIPS)).max(20).default([]),
  temperatures: z.array(z.enum(TEMPERATURES)).max(5).default([]),
  /** A named point is pressed. */
  points: z.boolean().default(false),
  /** It goes on until the breath is out. */
  open: z.boolean().default(false),
  /** One of these stands in the move's name, in how it goes, or in what is said at the step. */
  words: z.array(words.min(1)).max(40).default([]),
});
export type Trigger = z.infer<typeof triggerSchema>;

/** Wording that fits some tools, grips, temperatures or actions better than the usual one. */
const caseSchema = z.object({
  tools: z.array(toolSchema).max(20).default([]),
  grips: z.array(z.enum(GRIPS)).max(20).default([]),
  temperatures: z.array(z.enum(TEMPERATURES)).max(5).default([]),
  actions: z.array(actionSchema).max(20).default([]),
  say: words.min(1),
});

export const cautionSchema = z.object({
  id: z.string().regex(/^[a-z][a-z0-9-]{0,59}$/, $localize`An id is made of small letters, digits and hyphens.`),
  /** What it is about, in a word or two. */
  name: z
    .string()
    .trim()
    .min(1, $localize`A caution needs a name.`)
    .max(60),
  triggers: z
    .array(triggerSchema)
    .min(1, $localize`A caution needs something that calls for it.`)
    .max(20),
  /**
   * Words by which the danger is known in a sentence: each entry is one danger, `jaw + click` when both words have to
   * stand there. A word stands for everything that begins with it.
   */
  dangers: z
    .array(words.min(1))
    .min(1, $localize`Say by which words the danger is known.`)
    .max(60),
  /** What is said at the step; what is said in the opening when that differs. */
  say: words.min(1, $localize`Say what a teacher would say.`),
  opening: words.default(''),
  cases: z.array(caseSchema).max(20).default([]),
  /** In the list that viewers read first; and the question that they ask themselves. */
  readFirst: words.min(1, $localize`Say what viewers read.`),
  ask: words.default(''),
});
export type Caution = z.infer<typeof cautionSchema>;
