import '../words/localize';
import * as z from 'zod';
import { schoolSchema, type School } from '../school/school.schema';
import { SCHOOLS } from '../school/schools';
import { CAUTIONS } from './built-in';
import { CUE_FIGURE_IDS, cueFigureSchema, type CueFigure } from './cue-figure';
import { cautionSchema, type Caution } from './caution.schema';
import { WORDINGS, wordingSchema, type Wording } from './wording';

export const RULES_FORMAT = 'limber-cheek/rules';
export const RULES_VERSION = 1;
/** How many entries each list of a studio's rules holds at most. */
export const MOST_RULES = {
  cautions: 200,
  silent: 200,
  wordings: WORDINGS.length,
  schools: 40,
  figures: CUE_FIGURE_IDS.length,
  texts: 20,
} as const;

export const silentSchema = z.object({ id: z.string().min(1).max(60) });

/** A text that stands under every description: where else she is, what supports her, a code for her viewers. */
export const standingTextSchema = z.object({
  /** By it they stand in their order: the oldest first. */
  id: z.string().min(1).max(60),
  text: z
    .string()
    .trim()
    .min(1, $localize`Write the text, or take it out.`)
    .max(1500),
});
export type StandingText = z.infer<typeof standingTextSchema>;

/** A studio's differences from the rules that the program brings; whatever it does not name is as it was brought. */
export const studioRulesSchema = z.object({
  format: z.literal(RULES_FORMAT),
  version: z.literal(RULES_VERSION),
  /** Cautions of its own, and built-in ones as it words them. */
  cautions: z.array(cautionSchema).max(MOST_RULES.cautions).default([]),
  /** Built-in cautions that it does not ask for. */
  silent: z.array(silentSchema).max(MOST_RULES.silent).default([]),
  wordings: z.array(wordingSchema).max(MOST_RULES.wordings).default([]),
  /** Schools as it follows them: their costs and exceptions too. */
  schools: z.array(schoolSchema).max(MOST_RULES.schools).default([]),
  /** What cues are held against, where it wants that otherwise. */
  figures: z.array(cueFigureSchema).max(MOST_RULES.figures).default([]),
  /** What stands under the description of every lesson. */
  texts: z.array(standingTextSchema).max(MOST_RULES.texts).default([]),
});
export type StudioRules = z.infer<typeof studioRulesSchema>;

export const NO_DIFFERENCE: StudioRules = {
  format: RULES_FORMAT,
  version: RULES_VERSION,
  cautions: [],
  silent: [],
  wordings: [],
  schools: [],
  figures: [],
  texts: [],
};

/**
 * What of a studio's rules goes along with a lesson: what it is judged by. Her standing texts and their codes stay. Null where
 * it is judged by what the program brings.
 *
 * @example goesAlong(NO_DIFFERENCE) // null
 */
export function goesAlong(rules: StudioRules | null): StudioRules | null {
  if (rules === null) return null;
  const { cautions, silent, wordings, schools, figures } = rules;
  const differs = [cautions, silent, wordings, schools, figures].some((list) => list.length > 0);
  return differs ? { ...rules, texts: [] } : null;
}

/** What a lesson is judged by. */
export interface Rules {
  /** Strongest first; a studio's own ones after those that the program brings. */
  readonly cautions: readonly Caution[];
  /** Cautions that viewers read all the same, though nobody is asked to say them. */
  readonly silent: readonly Caution[];
  readonly wordings: ReadonlyMap<Wording['id'], Wording>;
  readonly schools: ReadonlyMap<string, School>;
  /** What of cues is held against another figure than the program brings. */
  readonly figures: readonly CueFigure[];
}

const made = new WeakMap<StudioRules, Rules>();

/**
 * The rules that the program brings, with a studio's differences.
 *
 * @example rulesOf(null).cautions[0]?.id // 'drain'
 */
export function rulesOf(studio: StudioRules | null): Rules {
  const differences = studio ?? NO_DIFFERENCE;
  const known = made.get(differences);
  if (known) return known;
  const silent = new Set(differences.silent.map((one) => one.id));
  const all = everyCaution(differences);
  const rules: Rules = {
    cautions: all.filter((one) => !silent.has(one.id)),
    silent: all.filter((one) => silent.has(one.id) && one.triggers.some((trigger) => trigger.severity === 'must')),
    wordings: new Map([...WORDINGS, ...differences.wordings].map((one) => [one.id, one])),
    schools: new Map([...Object.values(SCHOOLS), ...differences.schools].map((one) => [one.id, one])),
    figures: differences.figures,
  };
  made.set(differences, rules);
  return rules;
}

/** Every caution that there is, as the studio words it, silent ones too. @example everyCaution(NO_DIFFERENCE)[0]?.id // 'drain' */
export function everyCaution({ cautions }: Pick<StudioRules, 'cautions'>): Caution[] {
  const changed = new Map(cautions.map((one) => [one.id, one]));
  return [...CAUTIONS.map((one) => changed.get(one.id) ?? one), ...cautions.filter((one) => !isBuiltIn(one.id))];
}

/** Whether the program brings a caution of this id. @example isBuiltIn('drain') // true */
export function isBuiltIn(id: string): boolean {
  return CAUTIONS.some((one) => one.id === id);
}
