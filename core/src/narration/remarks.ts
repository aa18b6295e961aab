import { patternOf } from './lexicon';
import type { ClaimAbout } from '../caution/wording';
import type { CAUTIONS, FoundCaution, FoundClaim } from './reading';
import { CAUTIONED, STATED_CLAIMS } from './stated-claims';
import type { Stream } from './tokens';

type About = (typeof CAUTIONS)[number];

const NOT =
  "(?:don't|do not|dont|not|never|no|without|avoid|avoiding|shouldn't|should not|isn't|doesn't|does not|mustn't|must not|keep (?:away|clear|off)|stay (?:away|clear|off)|no need to|nothing)";

/** How cautions are worded (general knowledge, no source). */
const CAUTION_WORDS: readonly (readonly [About, string])[] = [
  [
    'pressure',
    `(?:very |really |super |quite |so |too )?(?:light|gentle|soft|little|minimal|low|less|medium|firm|hardly any|any) (?:[^ .,]+ )?(?:pressure|touch)|pressure (?:should be|is|as)|(?:only|just|more than|with) the weight of|nothing but (?:its|the|their) (?:own )?weight|(?:just|only) its (?:own )?weight|weight of a (?:coin|nickel|penny)|(?:like|as if) (?:you are |you're |you were |you would |you'd )?(?:strok|touch|pet|dust|kiss|wip)\\S* (?:a|an|the) [^ .,]+|no harder than|(?:not|don't|do not) need (?:[^ .,]+ ){0,3}pressure|(?:see|leave|make) (?:a |any )?dents?|less is more|(?:adjust|reduce|lower|lighten) (?:the|your) pressure|ease off|no digging|go easy(?: on)?|(?:isn't|not) about pressure|be (?:very )?gentle|(?:soft|gentle|light) as an? [^ .,]+|feather(?: light|lightly|y| weight)?|featherlight|light as (?:a feather|\\S+ can)|(?:very|really|super|so|extra) (?:very |really |super |so )?(?:gently|lightly|softly)|(?:very|really|super|so|extra) (?:very |really |super |so )?(?:light|gentle|soft) (?:here|about|on|with|now)|so ,? ?so (?:light|gentle|soft)(?:ly)?|go (?:very |really )?(?:gently|lightly|softly)|not (?:too )?strong|press(?:ing)? too (?:much|hard)|too much pressure|it's too much|pressure that feels|weighs? enough|${NOT} (?:[^ .,]+ ){0,3}(?:press|squeeze|push|pressing|pushing|pressure|hard|harder|dig|hit|force it)|too hard|light (?:little )?(?:pat|pats|taps?)|(?:never|not|shouldn't|should not) (?:[^ .,]+ ){0,5}(?:hurts?|painful|pain)|if it hurts|(?:almost|hardly any|no) (?:strength|force|weight)|(?:hardly|barely|just about|scarcely) (?:touch\\S*|pressing|any weight)`,
  ],
  [
    'no_drag',
    `(?:must|should|needs? to|has to|have to) (?:slide|glide)|(?:never|not|don't)(?: [^ .,]+){0,5} dry skin|use (?:an?|some|enough|plenty of) (?:oil|serum|cream)(?: [^ .,]+)? (?:so|that)|so (?:that )?(?:it|the \\S+|they) (?:glides?|slides?)|slipp(?:y|ery)|or (?:it'll|it will|they'll) (?:drag|pull)|if (?:it|they|the \\S+|your \\S+) (?:sticks?|drags?|pulls?)|pulling on (?:the|your) skin|nothing (?:is|gets) (?:pulled|dragged)|skin (?:should not|shouldn't|must not|does not|doesn't|is not) (?:[^ .,]+ ){0,2}(?:wrinkl\\S*|mov\\S*|fold\\S*|bunch\\S*|pull\\S*|drag\\S*)|(?:need|add) (?:a little )?more oil|(?:plenty|enough) (?:of )?(?:oil|slip|serum|cream)(?= so)|${NOT} (?:[^ .,]+ ){0,4}(?:drag|dragging|dragged|pull|pulling|tug|tugging|stretching|overstretch|stretch) ?(?:[^ .,]+ ){0,2}(?:skin|it|on it)?`,
  ],
  [
    'neck',
    `(?:${NOT}|careful|gentle|gently) (?:[^ .]+ ){0,8}(?:throat|larynx|thyroid|pulse|carotid|windpipe|wind pipe|artery|adam's apple|neck (?:trouble|pain|problems?|injur\\S+)|front of (?:the|your) neck|dizz\\S+)|neck (?:trouble|pain|problems?|injur\\S+|issues?)|(?:feel|get|are|become|makes you) dizzy|${NOT} (?:[^ .,]+ ){0,3}(?:bend|tip|tilt|drop|throw|lean) (?:[^ .,]+ ){0,3}(?:back|backwards?)|(?:head|chin) (?:[^ .,]+ ){0,2}back only|only (?:tip|tilt|drop|take|let) (?:[^ .,]+ ){0,3}(?:head|chin) (?:[^ .,]+ ){0,3}(?:back|as far)|careful (?:with|of|around) (?:the|your) neck|strain (?:the|your) neck|(?:throat|thyroid|pulse|carotid|windpipe) (?:[^ .,]+ ){0,6}(?:careful|avoid|sensitive|delicate)|${NOT} both sides (?:of the neck )?(?:at once|together)`,
  ],
  [
    'teeth',
    `jaw (?:is |stays |stay )?unclenched|unclench\\S*|(?:aren't|not|isn't) biting|(?:space|room|gap) between (?:the|your) teeth|teeth (?:${NOT} touch|(?:[^ .,]+ ){0,3}(?:apart|touching|separate[d]?|loose|(?:slightly |a little |a bit )?open))|${NOT} (?:[^ .,]+ ){0,2}(?:clench\\S*|bite|biting|grind\\S*)`,
  ],
  [
    'skin_condition',
    'acne|pimples?|(?:open|over|any|your) (?:spots|blemishes)|sensitive skin|patch test|moles?|hives|urticaria|raynaud\\S*|breakouts?|rosacea|eczema|psoriasis|broken skin|sun ?burn(?:t|ed)?|cold sores?|inflam(?:ed|mation)|irritat(?:ed|ion)|open wounds?|wounds?|dermatitis|rash',
  ],
  [
    'soreness',
    '(?<!cold )sore(?:ness)?|(?:feel|felt|notice) (?:it|this|them) (?:the next day|tomorrow)|(?:will|may|might|can) (?:be|get|feel) tired|burns? (?:a (?:little|bit)|slightly)|achy?|aching|(?:muscle )?aches?|tired (?:muscles|brows|cheeks|jaws?|face)|(?:get|feel|be) tender',
  ],
  [
    'own_level',
    `own (?:level|pace|rhythm|limit)|(?:tempo|pace|speed) that (?:you|suits)|(?:as|so) far as (?:[^ .,]+ ){0,3}(?:is|feels?|comfortable|easy|can)|within (?:your )?comfort|feels? comfortable|is comfortable|comfortable for you|stop (?:earlier|if|when)|take a (?:break|rest|pause)(?: (?:if|when))?|(?:can|may) rest|do it softer|do less|scale (?:of|from) №|(?:listen|listening) to your (?:own )?body|leave (?:out|it out|away) (?:what\\S*|anything|if|when)|only (?:go|press|turn|stretch|open) as|feels? (?:right|good|okay) (?:for|to) you|(?:doesn't|does not) feel (?:right|good|comfortable)|${NOT} (?:[^ .,]+ ){0,2}(?:force|overdo|strain|push yourself)|(?:discomfort|pressure|feeling|intensity) (?:[^ .,]+ ){0,3}(?:of|a) №(?: out of №)?(?: ,)? (?:not|no) more|(?:as many|as much|as long|as often) as (?:you can|(?:feels|is) (?:good|comfortable|right))|too many|whenever you need|do fewer|fewer (?:is|are) fine|if it trembles|good pain|if you (?:can't|cannot|get tired)`,
  ],
  [
    'hygiene',
    '(?:clean|wash(?:ed)?|washing|rinse|disinfect|saniti[sz]e) (?:[^ .,]+ ){0,3}(?:hands?|face|skin|tools?|stone|roller|fingers|spoon|it with)|give (?:the|your) [^ .,]+ (?:a )?(?:good |quick )?(?:wash|rinse|clean)|(?:stone|roller|tool|spoon|hands?) must be clean|wash mine|with soap|dishwasher|(?:freshly )?cleansed (?:skin|face)|rinse (?:it|them|off)|wash it|hands are (?:clean|washed)|face is (?:clean|washed)|clean hands|clean face|hands washed|washed hands|freshly washed',
  ],
  ['redness', 'red(?:ness)?|flush(?:ed)?|bruis\\S*|pinkish|(?:a (?:little|bit)|slightly|turn|go(?:es)?) pink'],
  [
    'eye',
    `${NOT} (?:[^ .,]+ ){0,4}(?:(?:eye ?)?lids?|(?:close to|near|into) (?:the |your )?eyes?)|thinner skin|on the (?:orbital )?bone (?:around|of|under|below) the eyes?|eye area|(?:extra|super|very|really) (?:light|gentle|soft)(?:ly)? (?:under|around|near) the (?:eyes?|lids?)|eye ?balls?|contact lenses|lenses (?:in or )?out|contacts out|(?:delicate|thin|sensitive|careful|gentle|gently) (?:[^ .,]+ ){0,5}(?:eyes?|eye ?lids?|under ?eyes?)|(?:eyes?|under ?eyes?|eye area)(?:[ ,]+[^ .,]+){0,5} (?:delicate|thin|fragile|(?:like|as) (?:[^ .,]+ )?paper|sensitive|gently|so lightly|no pressure|lightly|super light|super gentle|very light)`,
  ],
  [
    'brow_tension',
    `(?:relax(?:ed|ing)?|soft(?:en)?|smooth|drop|release)(?: [^ .,]+){0,3} (?:fore ?head|(?:eye ?)?brows?|shoulders)|(?:fore ?head|(?:eye ?)?brows?|shoulders)(?: (?:is|are|as|go|goes|get|stay|stays|be|nice|and|very|shoulders|the)){0,3} (?:relaxed|soft|still|smooth|calm|quiet)|let (?:the|your|them) (?:[^ .,]+ )?(?:drop|sink)|(?:don't|not|no) frown\\S*|no (?:lines|wrinkles|creases) (?:on|in) (?:the|your) fore ?head|keep (?:the|your) (?:eye ?)?(?:brows?|forehead) out|shoulders (?:have )?(?:come|crept|creep|go) up|shoulders stay (?:where|down|low)|(?:fore ?head|brows?) (?:doesn't|does not|don't|do not) (?:take part|move|help)|${NOT} (?:[^ .,]+ ){0,3}(?:frown|wrinkle|crease|raise|lift|scrunch|furrow)\\S* (?:[^ .,]+ ){0,2}(?:fore ?head|brows?|eyebrows)?|without (?:frowning|wrinkling)`,
  ],
  [
    'refer_professional',
    'ask (?:who\\S*|the (?:person|one) who) (?:[^ .,]+ )?(?:did|made|gave|treated)|doctors?|dentists?|dermatologists?|physicians?|professional|physio\\S*|midwife|surgeon|medical advice|check with (?:your|the|whoever)|injector|(?:ask|see|talk to) some(?:one|body) (?:who|first)|therapist\\S*|clinician|specialist',
  ],
];

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
const HEDGED =
  / (?:may|might|could|can help|many people|i find|i feel|feels?|perhaps|maybe|kind of|usually|a touch|can make|can look|a little|a bit(?! of)|a touch|for some people|some people|slightly|for a while|for an hour|can make you feel|seems?|tends? to|supposed|not promise|no promises|some say|if you are lucky|sometimes|possibly|temporar\S+|help you feel) /;
/** Only what the moves are for is named: "what I do for my double chin". */
const TOPIC =
  / (?:exercises?|moves?|massage|routine|what i do|something|this(?: one)? is|these are|good|great|nice|lovely) (?:for|against) (?:[^ .,]+ ){0,2}$/;
const DENIED =
  / (?:won't|will not|does not|doesn't|don't|do not|cannot|can't|not|never|no|nothing|isn't|nobody|myth|is not|gets not)(?: [^ .,]+){0,5} $/;

interface Clause {
  readonly text: string;
  readonly start: number;
}

/** Sentences; where nothing is punctuated, lines with the one after them, so that a thought is not cut at a line's end. */
function clauses(stream: Stream): Clause[] {
  const found: Clause[] = [];
  let start = 0;
  for (const match of stream.text.matchAll(/ [.](?= )/g)) {
    found.push({ text: stream.text.slice(start, match.index + 1), start });
    start = match.index + 2;
  }
  found.push({ text: stream.text.slice(start), start });
  return found.flatMap((clause) => (clause.text.length < 420 ? [clause] : pieces(stream, clause)));
}

/** A stretch without full stops, in pieces of some thirty words cut at the ends of lines. */
function pieces(stream: Stream, { text, start }: Clause): Clause[] {
  const found: Clause[] = [];
  let from = 0;
  const last = stream.tokenAt(start + text.length);
  for (let token = stream.tokenAt(start + 1) + 1; token <= last; token++) {
    const at = stream.offsetOf(token) - 1 - start;
    if (!stream.tokens[token]!.newLine || at - from < 110) continue;
    found.push({ text: text.slice(from, at + 1), start: start + from });
    from = at;
  }
  found.push({ text: text.slice(from), start: start + from });
  return found;
}

/** A remark begins with its sentence; where that is long, shortly before the words that were found. */
function saidAt(stream: Stream, clause: Clause, index: number): number {
  const found = stream.tokens[stream.tokenAt(clause.start + index + 1)]!.startMs;
  return Math.max(found - 3000, stream.tokens[stream.tokenAt(clause.start + 1)]!.startMs);
}

/**
 * Cautions, at most one of a kind in a sentence.
 *
 * @example readCautions(streamOf(words))[0]?.about // 'pressure'
 */
export function readCautions(stream: Stream): FoundCaution[] {
  const found: FoundCaution[] = [];
  for (const clause of clauses(stream)) {
    const own: FoundCaution[] = [];
    for (const [about, words] of CAUTION_WORDS) {
      const match = patternOf(words).exec(clause.text);
      patternOf(words).lastIndex = 0;
      if (!match) continue;
      // One's own dentist who sends a birthday card is no caution.
      if (
        about === 'refer_professional' &&
        / (?:my|our|an?)(?: [^ .,]+)? $/.test(clause.text.slice(0, match.index + 1)) &&
        !REFERS.test(clause.text)
      )
        continue;
      if (
        about === 'redness' &&
        !/ (?:normal|usual|okay|fine|little|might|may|bit|minutes?|hours?|too much|if|worry|stop|bruis\S*) /.test(
          clause.text,
        )
      )
        continue;
      if (
        about === 'skin_condition' &&
        CLAIM_CONTEXT.test(clause.text) &&
        !/ (?:not|don't|avoid|never|if you have|no|careful|skip) /.test(clause.text)
      )
        continue;
      if (
        about === 'brow_tension' &&
        !/ (?:relax|don't|doesn't|not|without|no|soft|still|smooth|drop|let|keep) ?/.test(clause.text)
      )
        continue;
      const { word } = stream.tokens[stream.tokenAt(clause.start + match.index + 1)]!;
      const startMs = saidAt(stream, clause, match.index);
      const { end } = stream.tokens[stream.tokenAt(clause.start + match.index + match[0].length - 1)]!;
      const near = stream.text.slice(Math.max(0, clause.start + match.index - 110), clause.start + match.index + 1);
      const ofEye =
        about === 'pressure' &&
        /(?<!close|open|shut|with) (?:the |your )?(?:under ?)?eyes?(?: ?bags| lids?)? (?!closed|shut)/.test(near);
      own.push({ atMs: startMs, about: ofEye ? 'eye' : about, evidence: { from: word, to: end, sure: 0.7 } });
    }
    // "If it hurts, ask your dentist" says whom to ask, and not how hard to press.
    const asks = own.some((one) => one.about === 'refer_professional');
    const hurts = own.findIndex((one) => one.about === 'pressure' && asks && / if it hurts /.test(clause.text));
    if (hurts >= 0) own.splice(hurts, 1);
    // How hard to press near the throat or the eye is one caution, about that place.
    const placed = own.some((one) => one.about === 'neck' || one.about === 'eye');
    const kinds = new Set<About>(placed ? ['pressure'] : []);
    for (const one of own) {
      if (!kinds.has(one.about)) found.push(one);
      kinds.add(one.about);
    }
  }
  found.sort((a, b) => a.atMs - b.atMs);
  // "Not strong! You press too much." is one caution in two sentences.
  return found.filter(
    (one, i) => !found.slice(0, i).some((other) => other.about === one.about && one.atMs - other.atMs < SAME_MS),
  );
}
/** The same caution again so soon is the same one, ms. */
const SAME_MS = 4000;
const REFERS = / (?:ask|asks?|let|look|see|talk|speak|check|consult|before|first|unless|instead|not your|not a|yes) /;
const CLAIM_CONTEXT = / (?:clears?|cures?|heals?|gets? rid|treats?|improves?) /;

/** "If you wake up puffy, …" says whom it is for; "if you keep it up" still promises. */
const CONDITION =
  /(?<! as) (?:if|when|whenever|until|unless) (?!you (?:keep|do|practi[sc]e|train|repeat|stick))(?:[^ .,]+ ){0,12}$/;

/**
 * Claims, at most one of a kind in a sentence; strong when nothing hedges it, none when it is denied.
 *
 * @example readClaims(streamOf(words))[0]?.about // 'detox'
 */
export function readClaims(stream: Stream): FoundClaim[] {
  const found: FoundClaim[] = [];
  for (const clause of clauses(stream)) {
    const own = [...statedIn(clause), ...namedIn(clause)];
    for (const { about, index, text, at } of own.filter(
      (one, i) => own.findIndex((x) => x.about === one.about) === i,
    )) {
      const { word } = stream.tokens[stream.tokenAt(clause.start + index + 1)]!;
      const startMs = saidAt(stream, clause, at);
      const { end } = stream.tokens[stream.tokenAt(clause.start + index + text.length - 1)]!;
      // What hedges a claim stands near it.
      const near = ` ${clause.text.slice(Math.max(0, index - 80), index + text.length + 60)} `;
      const before = `${clause.text.slice(0, index)} `;
      const strength = HEDGED.test(near) || (TOPIC.test(before) && !/^ \S+ing /.test(`${text} `)) ? 'mild' : 'strong';
      found.push({ atMs: startMs, about, strength, evidence: { from: word, to: end, sure: 0.7 } });
    }
  }
  return found.sort((a, b) => a.atMs - b.atMs);
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

/** What is stated outright. */
function statedIn(clause: Clause): Claiming[] {
  const cautioned = CAUTIONED.test(`${clause.text} `);
  return STATED_CLAIMS.flatMap(({ about, named, words }): Claiming[] => {
    if (named !== null && !matchIn(clause, named)) return [];
    const match = matchIn(clause, words);
    return match &&
      !(cautioned && !CERTAIN.has(about)) &&
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
