import type { Reading } from './reading';

type Kind = Reading['doses'][number]['kind'];

/** A pause that may stand anywhere inside a shape. */
const P = '(?: ,)?';
/** Numbers that are no dose, by the words around them; they are taken out before doses are looked for. */
export const NO_DOSE: readonly string[] = [
  // Labels and order.
  '(?<!(?:every|each|per) )(?:step|number|exercise|drill|question|move|technique|part|level|chapter|day|week|episode|point|phase|stage|tip|movement|area|zone|spf|factor|position) (?:one|№)(?! (?:times|seconds?|reps))',
  '(?:stomach|large intestine|small intestine|bladder|gallbladder|st|li|gb|si|ub|du|gv|cv|ren) (?:one|№)',
  // Ages, years, clock times, dates, money, parts of a hand, shares.
  "(?:i'm|i am|she's|she is|he's|he is|who is|who's|they're|turned|turning|aged?|born in|since|until|nearly|almost at) №(?! (?:seconds?|times|going|doing|more))",
  "(?:at|by|before|around|after) №(?: (?:a ?m|p ?m|am|pm|o'?clock))",
  '(?:am|pm|at) №(?= [,./])',
  '(?:over|under|past|in (?:my|your|their|our)) (?:№|twenties|thirties|forties|fifties|sixties)(?= [,./]| and)',
  "№ (?:[^ .,]+ )?(?:year|years|yr|yrs|decades?|o'?clock|a m|p m|am|pm|percent|per cent|%|degrees?|euros?|dollars?|pounds?|bucks|cents?|hours?|months?|hertz|people|friends|clients|students|women|men|kids|children|videos?|dogs?|cats?|boats?|episodes?|subscribers?|views)",
  '№ (?:[^ .,]+ ){0,2}(?:fingers?|finger ?tips?|thumbs?|knuckles?|hands?|palms?|toes|fists|nails)',
  '№ (?:(?!per|each|every|on|seconds?|times|more)[^ .,]+ ){0,2}(?:muscles?|points?|sections?|parts?|lanes?|lines|rows|areas?|zones?|layers?|regions?|spots?|places?|stages?|levels?|types?|kinds?|ways|things?|reasons?|tips?|benefits?|steps?|eyes|eye ?brows?|brows|cheeks|lips|corners|sides|ears|bones?|teeth|lungs)(?! each)',
  '№ (?:[^ .,]+ )?(?:drops?|pumps? of|spoons?|teaspoons?|glasses|cups|litres?|liters?|ml|grams?|millimet\\S+|mm|centimet\\S+|cm|inch(?:es)?|met(?:er|re)s?|miles?|fingers? wide|widths?)',
  // Lengths of other things.
  '(?:one|a|№|few) (?:[^ .,]+ )?(?:minutes?|hours?|seconds?) (?:of (?:sleep|redness|rest|sun)|in the (?:freezer|fridge|oven|sun)|ago|later|early|late|old|earlier|wide)',
  '(?:red|redness|freezer|fridge|sleep|wait|ago|kettle|bath|ferry|bus|train)(?: [^ .,]+){0,6} (?:for )?№ (?:minutes?|hours?|seconds?)',
  '(?:normal|usual|okay|fine) for (?:a |about )?№ (?:minutes?|hours?|seconds?)',
  'scale (?:of|from) №',
  // Rest between two rounds.
  '№ (?:second|seconds) (?:break|rest|pause)|№ seconds? off|(?:rest|pause|break|relax)(?: [^ .,]+)? (?:for |of )?№(?: seconds?)?',
  // What somebody has or what there is.
  "(?:i have|i've got|there are|there's) (?:about |some |only )?№(?! (?:seconds?|more|times))",
  '(?:takes|lasts|need|needs|takes you) (?:about |just |only )?№ (?:seconds?|minutes?)',
  // How many times better, how often a day: no dose here.
  '№ times (?:faster|better|bigger|stronger|more|as|the|slower|larger)(?= \\S)(?! (?:here|there|please))',
  '(?:№|twice|once)(?: or (?:twice|№))?(?: times)?(?: in)? (?:a|per|each|every|in a) (?:day|week|month|morning|night|evening|year)',
  '№ (?:[^ .,]+ )?(?:times|days) (?:a|per|each|every) (?:day|week|month|morning|night|evening|year)',
  '(?:№|once|twice)(?: times)? (?:this|the first|for the first) (?:week|month)',
  '(?:№|one) (?:[^ .,]+ )?(?:days?|weeks?|nights?|mornings?|evenings?|seasons?)',
  // How a breath is paced, and what is done on one, is not how many there are.
  '(?:on|in|with|per) one (?:long |deep |single |slow )?(?:breath|exhale|exhalation|inhale)',
  '(?:in|out|inhale|exhale|nose|mouth) for (?:a count of )?№',
  // What is promised of the whole lesson.
  '№ (?:(?!for|every|each|seconds?|times|small|on|of|and)[^ .,]+ ){0,3}(?:exercises|moves|techniques|movements|poses|holds|tricks|routines|massages)',
  '(?:all|have|those|these|the) №(?: of (?:those|these|them))?(?= [.,]| okay| and)',
];

export interface Shape {
  readonly pattern: string;
  /** `seconds` and `left` are told apart by what is done and what runs. */
  readonly kind: Kind | 'seconds' | 'left';
  readonly sure: number;
  /** The figure where no number is said: "twice". */
  readonly figure?: number;
}

const REP_NOUNS =
  'reps?|repetitions?|repeats?|circles?|taps?|presses|pumps|pulses?|lifts?|squeezes|smiles?|kisses|blinks?|winks?|pinches|pats?|rolls?|nods?|turns?|bounces|puffs?|kneads?|pushes|pulls?|rotations?|laps|openings|chews|claps|ticks|clicks|movements|shrugs|flicks|swallows|whistles|trips|goes|in a row|in total|altogether|in all';

/** Shapes in order: a number that one has taken is not looked at by the next (common practice, no source). */
export const SHAPES: readonly Shape[] = [
  // Seconds: looking ahead, those that are left, each, and the rest by the verb near them.
  {
    pattern: `(?:after|in) (?:about |just |another )?№ (?:more )?seconds?${P}(?: and)?(?: then)? (?:we|you|i|let's|lets|it's|switch|change|swap|other|the other|then)`,
    kind: 'lookahead_s',
    sure: 0.9,
  },
  { pattern: '№ (?:more )?seconds? (?:left|more|to go|remaining|still)', kind: 'remaining_s', sure: 0.95 },
  { pattern: '(?:№ more|(?:another|last|final|only|have|got|just) №) seconds?', kind: 'remaining_s', sure: 0.9 },
  { pattern: '№ more seconds?', kind: 'remaining_s', sure: 0.95 },
  {
    pattern:
      '№ seconds? (?:for )?(?:each|every|per) (?:time|pass|stroke|sweep|swipe|circle|lane|way|direction|one|rep|lip|vowel|letter|position|move(?:ment)?|exercise)',
    kind: 'seconds_each',
    sure: 0.9,
  },
  { pattern: '(?:each|every)(?: [^ .,]+){0,3} for (?:about )?№ seconds?', kind: 'seconds_each', sure: 0.8 },
  { pattern: '№ (?:full |whole |long |slow |good )?seconds?', kind: 'seconds', sure: 0.9 },
  // Counts, breaths, sets.
  { pattern: `counts? (?:of|to|till|until|up to|for)${P} (?:about )?№`, kind: 'count', sure: 0.95 },
  { pattern: '№ (?:slow |full |long )?counts?', kind: 'count', sure: 0.9 },
  { pattern: 'count(?:ing)? (?:slowly )?(?:(?:from one )?to )?№', kind: 'count', sure: 0.9 },
  {
    pattern:
      '(?:№|one) (?:(?:more|long|deep|slow|big|full|nice|good|soft|calm|last)(?: ,)? ){0,3}(?:breaths?|inhales?|exhales?|inhalations?|exhalations?)',
    kind: 'breaths',
    sure: 0.9,
  },
  { pattern: '№ (?:[^ .,]+ )?(?:sets|rounds|cycles|series)', kind: 'sets', sure: 0.9 },
  { pattern: '(?:sets|rounds|series) of №(?! seconds?)', kind: 'reps', sure: 0.85 },
  { pattern: '(?:one more|another) (?:set|round|cycle)', kind: 'sets', sure: 0.7, figure: 1 },
  // Times and nouns.
  { pattern: '(?:breathe|exhale|inhale)(?: [^ .,]+){0,3} № times', kind: 'breaths', sure: 0.8 },
  { pattern: '№ (?:more |full )?times', kind: 'reps', sure: 0.95 },
  { pattern: 'times №', kind: 'reps', sure: 0.7 },
  { pattern: '№ (?:(?:slow|long|light|gentle|big|little|nice|good|small|quick|soft) )?ones', kind: 'reps', sure: 0.7 },
  {
    pattern:
      '№ (?:(?:more|slow|long|light|gentle|big|little|nice|good|last|soft|small|quick|tiny|smooth|even|firm|final)(?: ,)? ){0,3}(?:swipes|strokes|passes|sweeps|glides|slides|swoops|scrapes|wipes|combs)',
    kind: 'swipes',
    sure: 0.95,
  },
  { pattern: `№ (?:(?!seconds?|minutes?|hours?|and|with|of)[^ .,]+ ){0,2}(?:${REP_NOUNS})`, kind: 'reps', sure: 0.85 },
  { pattern: '№ of (?:these|those|them|that|this|each)', kind: 'reps', sure: 0.85 },
  { pattern: '№ more(?! (?:moves?|exercises?|minutes?|things?|days?|weeks?|videos?))', kind: 'reps', sure: 0.8 },
  {
    pattern:
      '№ (?:on )?(?:each|per|every|a|the other|both|this|that|the left|the right|the second) (?:sides?|cheek|eye|way|direction|brow|lane|line|area|spot|point|height|level|row|position|time)',
    kind: 'reps',
    sure: 0.75,
  },
  {
    pattern:
      '№ (?:(?:in |going )?(?:one way|each|(?:to|in|towards) the (?:left|right|side|back|front|(?:other|opposite) (?:way|direction))|back(?:wards?)?|forwards?|(?:anti|counter) ?clockwise|clockwise|(?:in )?the other(?: way| direction)?(?: round| around)?|up|down|in|out))(?= [,./]| and| then| to the| to your)',
    kind: 'reps',
    sure: 0.7,
  },
  {
    pattern: '(?:do|did|does|repeat|that|this|it|again|about|minimum|least)(?: [^ .,]+)? twice|twice(?= [,./])',
    kind: 'reps',
    sure: 0.75,
    figure: 2,
  },
  {
    pattern:
      'one (?:more|last) (?:time|rep|repetition|circle|stroke|sweep|pass|press|squeeze|lift)|once more|one more(?= (?:here|there|up|over|on|because|and|for|like|please)| [,./])',
    kind: 'reps',
    sure: 0.6,
    figure: 1,
  },
  { pattern: '№ (?:super|very|really|so|nice and) (?:light|gentle|slow|soft)(?:ly)?', kind: 'reps', sure: 0.6 },
  {
    pattern: '№ (?:on|to) (?:the|your) (?:left|right)|№ (?:slow|fast|slowly|quick|light|firm)(?= [.,])',
    kind: 'reps',
    sure: 0.6,
  },
  // "Circle forward fifteen."
  {
    pattern:
      '(?:circle|stroke|tap|pat|knead|sweep|glide|roll|pinch|lift|blink|wink|pump|pulse|repeat)(?: (?!to |on |at )[^ .,]+){0,2} №(?= [.,])',
    kind: 'reps',
    sure: 0.55,
  },
  // A noun of one's own: "three slow rinses".
  {
    pattern: '№ (?:slow|long|light|gentle|big|little|nice|small|quick|soft|tiny) [^ .,]+s(?= [.,])',
    kind: 'reps',
    sure: 0.5,
  },
  // A hold whose unit is not said.
  {
    pattern:
      '(?:hold|keep|stay|squeeze|press|pause|freeze)(?: (?:it|this|that|them|here|there|and|the|position|pose|your|smile|face|for|now)){0,5} (?:for )?(?:about |around )?№(?= [,./]| and| then| here)',
    kind: 'hold_s',
    sure: 0.65,
  },
  // "Twelve to go.", of whatever runs.
  { pattern: '№ (?:left|to go|remaining)(?= [.,])', kind: 'left', sure: 0.7 },
];
