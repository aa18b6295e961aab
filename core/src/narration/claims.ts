import type { ClaimAbout } from '../caution/wording';
import { clauses, claimedAt, type Clause } from './clauses';
import { patternOf } from './lexicon';
import type { FoundClaim, RuledRemark } from './reading';
import { CAUTIONED, STATED_CLAIMS } from './stated-claims';
import type { Stream } from './tokens';

/** What is claimed, by the words. A claim needs both: what it is about, and that the words promise something. */
const CLAIM_WORDS: readonly (readonly [ClaimAbout, string])[] = [
  ['detox', 'detox\\S*|toxins?|impurities|waste(?: products)?|cleans(?:e|es|ing) (?:the|your) (?:lymph|body|blood)'],
  [
    'drain',
    'de ?puff\\S*|puff(?:y|iness)|swelling|swollen(?= (?:face|eyes?|look))|less swollen|fluids?|water retention|bloat(?:ed|ing)?|lymph(?:atic)? (?:flow\\S*|system|fluid)|stagnant|eye bags|bags under|(?:eyes?|face) feels? lighter',
  ],
  [
    'nose_shape',
    '(?:smaller|slimmer|thinner|straighter|narrower|sharper) nose|straighten\\S* (?:the |your )?nose|nose (?:[^ .,]+ ){0,3}(?:smaller|slimmer|thinner|straighter|narrower|shape\\S*|job)|(?:slim|reshape|shape|lift)\\S* (?:the |your )?nose',
  ],
  [
    'bite_or_protrusion',
    'over ?bite|under ?bite|buck teeth|protru\\S+|crooked teeth|align\\S* (?:the |your )?(?:teeth|bite)|bite (?:correct\\S*|align\\S*)',
  ],
  [
    'slim_face',
    'slim(?:s|mer|ming)?|thinner face|v (?:shape|line|face)|v shaped|sculpt\\S*|chisel\\S*|contour\\S*|defin(?:e|ed|es|ing|ition)(?: [^ .,]+){0,2} (?:jaw\\S*|cheek\\S*|face)|(?:more )?defined|(?:face|facial|chin|cheek) fat|burns? (?:[^ .,]+ ){0,2}fat|melt\\S* (?:away|off|the|your|fat)|double chin|chubby|snatched',
  ],
  [
    'wrinkle',
    "wrinkles|wrinkle(?! (?:it|your|the|up|against|and))|fine lines?|crow'?s feet|nasolabial(?: folds?)?|smile lines|laugh lines|frown lines|fore ?head lines|marionette lines|neck lines|eleven lines|11 lines|deep lines|creases|(?:looks?|skin|area|line)(?: [^ .,]+){0,3} smoother|lines? (?:[^ .,]+ ){0,3}(?:soften\\S*|softer|fade\\S*)",
  ],
  [
    'younger',
    'younger|youthful\\S*|anti ?ag(?:e|e?ing)|ag(?:e?ing) (?:process|signs)|signs of ag(?:e?ing)|years off|turns? back|revers\\S+ (?:the )?(?:ag(?:e|e?ing)|time|years|clock)|botox|rejuvenat\\S*',
  ],
  [
    'lift',
    '(?:face|cheeks?|skin|brows?) lifts|sits? higher|(?:may|might|will|can|to) open (?:up )?(?:the|your) eyes?(?: area)?|(?:face ?lift|facelift|face lift)|lift(?:s|ed|ing)? (?:effect|look|up look)|(?:see|sees|notice) (?:a )?(?:little |slight |small )?lift|lifted(?! (?:smile|chin|tongue|arms?|hands?|shoulders?))|(?:will|help|helps|help to|really|natural|naturally|instant|instantly|gives? \\S+|can|also|it) lifts?(?: (?:and|up|the|your|those|these|this|everything|saggy|sagging|whole|entire)){0,3} (?:face|cheeks?|skin|brows?|eye ?brows?|eyes?|eyelids?|jaw\\S*|corners|neck|jowls)|lift(?:s|ing)(?: and [^ .,]+)? (?:the|your|those) (?:face|cheeks?|cheek ?bones?|skin|brows?|jaw\\S*)|lifts (?:the|your|those|my)|sagg\\S*|firm(?:s|er|ing)?(?: (?:and|up|the|your))* (?:skin|face|neck|cheeks|jaw\\S*)|tighten(?:s|ed|ing)|(?:will|can|to|and|help|helps) tighten|tight(?:er)? skin|droop\\S*',
  ],
  ['collagen', 'collagen|elastin|elasticity'],
  [
    'circulation',
    'circulation|blood ?flow|blood (?:flowing|moving|going|pumping|circulating)|blood supply|blood (?:rush\\S*|rising)|(?:bit|touch|some) (?:of )?colou?r|oxygen\\S*|glow\\S*|radian\\S+',
  ],
  [
    'pain_relief',
    '(?:relie\\S+|reduc\\S+|eas\\S+|help\\S*|cur\\S+|less|no more|get rid of|goodbye to|against|melts?|take \\S+ away)(?: [^ .,]+){0,5} (?:pain|headaches?|migraines?|tmj|tmd|tension|stiffness|clenching|toothache)|takes? the (?:edge|pressure|tension) off|releas\\S+ (?:[^ .,]+ ){0,3}(?:tension|stiffness)|(?:pain|headaches?|migraines?|tmj)(?: [^ .,]+){0,4} (?:gone|goes|away|better|less|disappears?|relief)',
  ],
  [
    'allergy',
    'allerg\\S+|sinus(?:es)?|congestion|stuffy|hay ?fever|blocked nose|nose (?:feels?|is|gets?) (?:[^ .,]+ )?(?:freer|free|clearer|open)',
  ],
  [
    'muscle',
    'train(?:s|ing)? the (?:[^ .,]+ ){0,2}(?:eye ?lids?|lids?|cheeks?|lips?)|(?:tone|tones|toned|toning|strengthen\\S*|train|trains|training|build|builds|building|activat\\S+|wak(?:es?|ing) up (?:the|your|those)|work out|workout)(?: [^ .,]+){0,4} (?:muscles?|face|cheeks|neck|jaw)|stronger muscles?',
  ],
  [
    'skin_condition',
    '(?:brighter|clearer|glassy) skin|skin (?:will be|gets?|becomes?|looks?) (?:[^ .,]+ )?(?:brighter|clearer)|(?:even|evens|remove|removes|fade|fades|reduce|reduces|banish|banishes|brighten|brightens|clear|clears|cure|cures|heal|heals|improve|improves|help|helps|treat|treats|calm|calms|fix|fixes|get rid of)(?: [^ .,]+){0,4} (?:acne|rosacea|eczema|psoriasis|pimples|breakouts|scars|pigmentation|complexion|skin tone|skin texture|dark circles|pores)',
  ],
  [
    'stress',
    'stress\\S*|anxiety|anxious|nervous system|vagus|sleep (?:[^ .,]+ ){0,2}(?:better|easier|deeper|calmer)|calm(?:ing|s|er)? (?:down|the mind|your|you)|calmer|mood',
  ],
];

/** The words make something happen, or say what it is good for. */
const PROMISING =
  / (?:will|takes|clears?|corrects?|revers\S+|turns?|burns?|straighten\S*|opens?|evens?|fades?|brighten\S*|trains|better|slimmer|smaller|straighter|rush\S*|help|helps|helping|makes?|gives?|reduc\S+|improv\S+|increas\S+|boost\S*|stimulat\S+|promot\S+|prevent\S*|get(?:s|ting)? rid|eras\S+|remov\S+|smooth(?:s|ing)? out|smooth\S*|soften\S*|for|great|good|best|perfect|amazing|brings?|against|works|lifts?|lifting|tighten\S*|firm\S*|sculpt\S*|slims?|melts?|drains?|flush\S*|away|out|goodbye|gone|disappear\S*|less|fewer|more|look|looks|see|notice|feel|feels|can|may|might|target\S*|fight\S*|tackle|treat\S*|cure\S*|heal\S*|natural|secret|without surgery|stronger|tone\S*|strengthen\S*|activat\S+|train|reliev\S+|releas\S+|ease\S*|calm\S*|unwind\S*|instant\S*|effect\S*|results?) /;
export const HEDGED =
  / (?:may|might|could|can help|many people|i find|i feel|feels?|perhaps|maybe|kind of|usually|a touch|can make|can look|a little|a bit(?! of)|a touch|for some people|some people|slightly|for a while|for an hour|can make you feel|seems?|tends? to|supposed|not promise|no promises|some say|if you are lucky|sometimes|possibly|temporar\S+|help you feel) /;
/** Only what the moves are for is named: "what I do for my double chin". */
const TOPIC =
  / (?:exercises?|moves?|massage|routine|what i do|something|this(?: one)? is|these are|good|great|nice|lovely) (?:for|against) (?:[^ .,]+ ){0,2}$/;
export const DENIED =
  / (?:won't|will not|does not|doesn't|don't|do not|cannot|can't|not|never|no|nothing|isn't|haven't|hasn't|nobody|myth|is not|gets not)(?: [^ .,]+){0,5} $/;

/** "If you wake up puffy, …" says whom it is for; "if you keep it up" still promises. */
const CONDITION =
  /(?<! as) (?:if|when|whenever|until|unless) (?!you (?:keep|do|practi[sc]e|train|repeat|stick))(?:[^ .,]+ ){0,12}$/;

/** A claim that rules found. */
export type RuledClaim = RuledRemark<ClaimAbout> & { readonly strength: FoundClaim['strength'] };

/**
 * Claims as they are worded, at most one of a kind in a sentence; strong when nothing hedges it, none when it is denied.
 *
 * @example ruledClaims(streamOf(words))[0]?.about // 'detox'
 */
export function ruledClaims(stream: Stream): RuledClaim[] {
  return clauses(stream)
    .flatMap((clause, number) => {
      const own = [...statedIn(clause), ...namedIn(clause)];
      return own
        .filter((one, i) => own.findIndex((x) => x.about === one.about) === i)
        .map(({ about, index, text, at }) => {
          const { word } = stream.tokens[stream.tokenAt(clause.start + index + 1)]!;
          const { end } = stream.tokens[stream.tokenAt(clause.start + index + text.length - 1)]!;
          // What hedges a claim stands near it.
          const near = ` ${clause.text.slice(Math.max(0, index - 80), index + text.length + 60)} `;
          const before = `${clause.text.slice(0, index)} `;
          const mild = HEDGED.test(near) || (TOPIC.test(before) && !/^ \S+ing /.test(`${text} `));
          const strength: FoundClaim['strength'] = mild ? 'mild' : 'strong';
          const evidence = { from: word, to: end, sure: 0.7 };
          return { atMs: claimedAt(stream, clause, at), about, strength, clause: number, evidence };
        });
    })
    .sort((a, b) => a.atMs - b.atMs);
}

/** What is claimed of cautions themselves stays a claim in one. */
const CERTAIN: ReadonlySet<ClaimAbout> = new Set(['certainty', 'safety', 'injections']);
/** Claims that are made by a no: no risk, no crease left, never a cold again. */
const BY_NOT: ReadonlySet<ClaimAbout> = new Set([
  'safety',
  'certainty',
  'wrinkle',
  'immunity',
  'grinding',
  'injections',
  'drain',
  'skin_condition',
  'slim_face',
]);
/** What does not go is no claim: "pain that does not go away". */
const STAYS =
  / (?:doesn't|don't|does not|do not|isn't|is not|won't|will not) (?:\S+ )?(?:go|goes|gone|fade|disappear|vanish|melt|heal|stop)(?: away)?$/;

/** Words of a clause that claim something, and where they stand in it. */
interface Claiming {
  readonly about: ClaimAbout;
  readonly index: number;
  readonly text: string;
  /** Where what it is about stands, for its time. */
  readonly at: number;
}

function matchIn(clause: Clause, words: string): { index: number; text: string; before: string } | null {
  const pattern = patternOf(words);
  pattern.lastIndex = 0;
  const match = pattern.exec(clause.text);
  pattern.lastIndex = 0;
  return match && { index: match.index, text: match[0], before: `${clause.text.slice(0, match.index)} ` };
}

/** Whether a clause takes care of what it names, and so claims nothing of it. */
export function inCaution(clause: string, about: ClaimAbout): boolean {
  return !CERTAIN.has(about) && CAUTIONED.test(`${clause} `);
}

/** What is stated outright. */
function statedIn(clause: Clause): Claiming[] {
  return STATED_CLAIMS.flatMap(({ about, named, words }): Claiming[] => {
    if (named !== null && !matchIn(clause, named)) return [];
    const match = matchIn(clause, words);
    return match &&
      !inCaution(clause.text, about) &&
      !CONDITION.test(match.before) &&
      !DENIED.test(match.before) &&
      !STAYS.test(match.text) &&
      (BY_NOT.has(about) || !/ (?:not|no|never) /.test(match.text))
      ? [{ about, index: match.index, text: match.text, at: match.index + match.text.length - 1 }]
      : [];
  });
}

/** What is named in a sentence that promises something. */
function namedIn(clause: Clause): Claiming[] {
  return CLAIM_WORDS.flatMap(([about, words]): Claiming[] => {
    const match = matchIn(clause, words);
    if (!match || !PROMISING.test(`${clause.text} `)) return [];
    const { index, text, before } = match;
    if (CONDITION.test(before) || / (?:doesn't|don't|won't|not|never) /.test(text)) return [];
    if (DENIED.test(before) && !/ (?:not only|no more) /.test(before)) return [];
    if (/ without $/.test(before)) return [];
    if (
      about === 'slim_face' &&
      /double chin/.test(text) &&
      !/ (?:get rid|reduc\S+|less|lose|goodbye|melt\S*|against|for|tighten\S*|away|remov\S+) /.test(clause.text)
    )
      return [];
    if (
      about === 'stress' &&
      !/ (?:help\S*|reduc\S+|reliev\S+|releas\S+|for|calm\S*|better|easier|less|away|good) /.test(clause.text)
    )
      return [];
    return [{ about, index, text, at: index }];
  });
}
