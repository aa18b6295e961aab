import '../words/localize';
import type { Severity } from '../caution/severity';

/** Where on the path of a lesson a rule looks. */
export type RuleStage = 'plan' | 'film' | 'mark' | 'cue' | 'share';

/** The checks that there are; each rule belongs to one. */
export type CheckName =
  | 'length'
  | 'balance'
  | 'caution'
  | 'voice'
  | 'words'
  | 'order'
  | 'promise'
  | 'claim'
  | 'film'
  | 'talk'
  | 'cue'
  | 'standing'
  | 'done';

export interface Rule {
  readonly stage: RuleStage;
  /** How bad it is as a rule; a finding may be milder. */
  readonly severity: Severity;
  readonly check: CheckName;
  /** How several of them are told as one; what mends all of them. Without it the first stands for all. */
  readonly many?: (count: number) => string;
  readonly mendAll?: string;
  /** Said before a lesson is shared, however bad it is. */
  readonly beforeSharing?: boolean;
}

const plan = (severity: Severity, check: CheckName, more: Partial<Rule> = {}): Rule => ({
  stage: 'plan',
  severity,
  check,
  ...more,
});
const film = (severity: Severity, more: Partial<Rule> = {}): Rule => ({
  stage: 'mark',
  severity,
  check: 'film',
  ...more,
});
const done = (severity: Severity, more: Partial<Rule> = {}): Rule => ({ ...film(severity, more), check: 'done' });
const cue = (severity: Severity, more: Partial<Rule> = {}): Rule => ({ stage: 'cue', severity, check: 'cue', ...more });
const claims = plan('should', 'claim', { many: (n) => $localize`${n} sentences promise too much.` });

/** Every rule of every stage: a closed list. */
export const RULES = {
  'off-target': plan('should', 'length'),
  'long-opening': plan('should', 'length'),

  'uneven-sides': plan('must', 'balance', {
    many: (n) => $localize`${n} moves give one side more than the other.`,
    mendAll: $localize`Make all of them even`,
  }),
  'second-side-missing': plan('must', 'balance', {
    many: (n) => $localize`${n} moves are done on one side only.`,
    mendAll: $localize`Add the other side to all`,
  }),
  'one-region-most': plan('note', 'balance'),

  // One rule for every caution: which one, and how bad, its row in the cautions says.
  caution: plan('must', 'caution'),

  'mouth-busy': plan('must', 'voice', {
    many: (n) => $localize`Words stand over ${n} moves during which nobody can talk.`,
    mendAll: $localize`Speak all of them over the footage afterwards`,
  }),
  'count-and-words': plan('should', 'voice', {
    many: (n) => $localize`${n} moves are counted aloud while the mouth has something else to do.`,
    mendAll: $localize`Count none of them aloud`,
  }),
  'talk-longer-than-dose': plan('should', 'voice', {
    many: (n) => $localize`The words over ${n} moves take longer than the moves.`,
    mendAll: $localize`Say all of them before`,
  }),
  'not-heard': plan('should', 'voice', {
    many: (n) => $localize`${n} things are only on the screen while nobody looks at it.`,
    mendAll: $localize`Say all of them`,
  }),

  'field-unknown': plan('must', 'words', { many: (n) => $localize`${n} fields mean nothing where they stand.` }),
  'said-not-planned': plan('must', 'words', {
    many: (n) => $localize`${n} times you say another figure than is planned.`,
    mendAll: $localize`Say what is planned, everywhere`,
  }),
  'asking-in-dose': plan('should', 'words', { many: (n) => $localize`${n} requests stand in the middle of a move.` }),
  'only-in-the-picture': plan('should', 'words', {
    many: (n) => $localize`${n} times the words say nothing without the picture.`,
    mendAll: $localize`Say all of them in words`,
  }),
  'never-described': plan('should', 'words', {
    many: (n) => $localize`${n} moves are never described.`,
    mendAll: $localize`Describe all of them from their own fields`,
  }),
  'side-not-planned': plan('should', 'words', {
    many: (n) => $localize`${n} times you name a side that is not worked.`,
  }),
  'other-side-said': plan('must', 'words', {
    many: (n) => $localize`${n} times you name the wrong side.`,
    mendAll: $localize`Say the side that comes first, everywhere`,
  }),
  'side-unnamed': plan('should', 'words', {
    many: (n) => $localize`${n} times you say “this side” and not which.`,
    mendAll: $localize`Name the side everywhere`,
  }),
  'step-number': plan('must', 'words', {
    many: (n) => $localize`${n} moves are given a number that is not theirs.`,
    mendAll: $localize`Number all of them right`,
  }),
  'not-the-last': plan('must', 'words'),
  'last-then-more': plan('must', 'words', {
    many: (n) => $localize`${n} times a last one is not the last.`,
    mendAll: $localize`Leave the last ones out`,
  }),
  'long-sentence': plan('note', 'words', { many: (n) => $localize`${n} sentences are hard to say in one breath.` }),
  filler: plan('note', 'words', { many: (n) => $localize`${n} words come again and again.` }),
  disclosure: plan('should', 'words', {
    many: (n) => $localize`${n} products are pointed to without a word on who pays.`,
  }),

  'drain-not-opened': plan('should', 'order', {
    many: (n) => $localize`${n} moves lead down to what was not opened before.`,
  }),
  'opened-late': plan('should', 'order', {
    many: (n) => $localize`${n} openings come after the work has begun.`,
    mendAll: $localize`Move all of them to the front`,
  }),
  'no-closing': plan('should', 'order'),
  'closing-upward': plan('note', 'order', { many: (n) => $localize`The closing goes up again ${n} times.` }),
  'jump-back': plan('note', 'order', { many: (n) => $localize`The order goes back ${n} times.` }),
  'tool-again': plan('note', 'order', { many: (n) => $localize`A tool is put down and taken up again ${n} times.` }),
  'framing-again': plan('note', 'order', { many: (n) => $localize`The framing goes back ${n} times.` }),
  'grip-after-slip': plan('should', 'order', { many: (n) => $localize`${n} moves need dry skin and come after oil.` }),
  'back-and-forth': plan('should', 'order', {
    many: (n) => $localize`${n} moves go back and forth, against your school.`,
  }),
  pressure: plan('should', 'order', { many: (n) => $localize`${n} moves press more than your school does.` }),
  'neck-pressure': plan('must', 'order', {
    many: (n) => $localize`${n} moves press the neck. Only feather strokes are safe there.`,
  }),
  'neck-both-sides': plan('must', 'order', { many: (n) => $localize`${n} moves work both sides of the neck at once.` }),
  'eye-pressure': plan('must', 'order', { many: (n) => $localize`${n} moves press near the eye.` }),
  'slip-missing': plan('should', 'order'),
  'product-early': plan('note', 'order', { many: (n) => $localize`${n} openings have oil on the skin.` }),
  'other-tool': plan('note', 'order', {
    many: (n) => $localize`${n} moves take a tool that your school does without.`,
  }),
  direction: plan('should', 'order', { many: (n) => $localize`${n} moves go against your school’s direction.` }),
  'no-slip': plan('note', 'order', { many: (n) => $localize`${n} moves glide without oil.` }),

  'own-rule': plan('should', 'standing', {
    many: (n) => $localize`${n} times the lesson breaks a rule that it states itself.`,
  }),

  'promise-minutes': plan('must', 'promise'),
  'promise-moves': plan('must', 'promise'),
  'promise-frequency': plan('should', 'promise'),
  'promise-frequency-missing': plan('note', 'promise'),

  'claim-detox': claims,
  'claim-lift': claims,
  'claim-wrinkle': claims,
  'claim-younger': claims,
  'claim-collagen': claims,
  'claim-circulation': claims,
  'claim-drain': claims,
  'claim-slim-face': claims,
  'claim-pain-relief': claims,
  'claim-allergy': claims,
  'claim-nose-shape': claims,
  'claim-bite-or-protrusion': claims,
  'claim-skin-condition': claims,
  'claim-stress': claims,
  'claim-certainty': claims,
  'claim-safety': claims,
  'claim-dark-circles': claims,
  'claim-eyes': claims,
  'claim-lips': claims,
  'claim-volume': claims,
  'claim-asymmetry': claims,
  'claim-cheekbones': claims,
  'claim-grinding': claims,
  'claim-nerve': claims,
  'claim-adhesions': claims,
  'claim-hormones': claims,
  'claim-immunity': claims,
  'claim-hair': claims,
  'claim-injections': claims,

  'step-not-marked': film('should', {
    many: (n) => $localize`${n} moves are marked nowhere on the film.`,
    beforeSharing: true,
  }),
  'side-not-filmed': film('must', {
    many: (n) => $localize`${n} moves are on the film with one side only.`,
    beforeSharing: true,
  }),
  'filmed-sides-uneven': film('must', {
    many: (n) => $localize`${n} moves give one side more than the other on the film.`,
    beforeSharing: true,
  }),
  'filmed-short': film('should', {
    many: (n) => $localize`${n} sides have fewer on the film than are planned.`,
    mendAll: $localize`Plan as many as are on the film`,
  }),
  drift: film('note', {
    many: (n) => $localize`${n} sides run longer or shorter on the film than planned.`,
    mendAll: $localize`Plan them as they were filmed`,
  }),
  'said-not-done': done('must', {
    many: (n) => $localize`${n} sides are not done as often as you say.`,
    mendAll: $localize`Plan as many as are done`,
    beforeSharing: true,
  }),
  'held-not-as-said': done('must', {
    many: (n) => $localize`${n} sides are not held as long as you say.`,
    beforeSharing: true,
  }),
  'not-when-said': done('should', { many: (n) => $localize`${n} times it ends otherwise than you say.` }),
  'last-not-last': done('must', { many: (n) => $localize`${n} last ones are not the last.`, beforeSharing: true }),
  'order-not-planned': done('should', { many: (n) => $localize`${n} moves are done out of their turn.` }),
  'work-not-planned': done('note', { many: (n) => $localize`${n} times something is done that is not planned.` }),
  'talk-not-marked': {
    stage: 'mark',
    severity: 'note',
    check: 'talk',
    many: (n) => $localize`Somebody talks in ${n} stretches that are not marked.`,
    mendAll: $localize`Mark all of them as talk`,
  },

  'change-without-cue': {
    stage: 'cue',
    severity: 'should',
    check: 'cue',
    many: (n) => $localize`${n} changes of yours belong to what is no longer shown.`,
    mendAll: $localize`Forget all of them`,
  },
  'cue-other-side': cue('must', { many: (n) => $localize`${n} times the other side is named.` }),
  'cue-over-cue': cue('should', { many: (n) => $localize`${n} times one thing stands over another.` }),
  'cue-over-work': cue('should', { many: (n) => $localize`${n} times something stands over where you work.` }),
  'cue-unsafe': cue('should', {
    many: (n) => $localize`${n} times something stands outside of what every screen shows.`,
  }),
  'cue-beside-movement': cue('should', {
    many: (n) => $localize`The numbers of ${n} stretches are beside the movement.`,
  }),
  'cue-said-otherwise': cue('should', {
    many: (n) => $localize`${n} times another number is said than is shown.`,
  }),
  'cue-flashes': cue('should', { many: (n) => $localize`${n} times numbers change faster than can be followed.` }),
  'cue-at-once': cue('should', { many: (n) => $localize`${n} times two captions stand at once.` }),
  'cue-too-much': cue('should', { many: (n) => $localize`${n} times too much stands at once.` }),
  'cue-too-short': cue('should', { many: (n) => $localize`${n} things stand too short to be read.` }),
  'cue-small': cue('should', { many: (n) => $localize`${n} kinds of what is shown are too small on a telephone.` }),
  'cue-contrast': cue('should', { many: (n) => $localize`${n} colours are hard to tell from what they stand on.` }),
  'cue-lines': cue('should', { many: (n) => $localize`${n} captions take too many lines.` }),
  'cue-too-fast': cue('note', { many: (n) => $localize`${n} things are faster than most people read.` }),
  'cue-too-long': cue('note', { many: (n) => $localize`${n} things stand longer than they are read.` }),
  'cue-gap': cue('note', { many: (n) => $localize`${n} gaps between captions flicker.` }),
  'cue-over-jump': cue('note', { many: (n) => $localize`${n} things stand while the film jumps.` }),
  'caption-hole': cue('note', { many: (n) => $localize`${n} stretches of talk have no captions.` }),
  'no-captions': { stage: 'share', severity: 'should', check: 'cue', beforeSharing: true },
} as const satisfies Record<string, Rule>;

export type RuleId = keyof typeof RULES;

/** A rule of the list. @example ruleOf('drift').severity // 'note' */
export function ruleOf(id: RuleId): Rule {
  return RULES[id];
}
