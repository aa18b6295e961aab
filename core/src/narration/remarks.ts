import { cautionedAt, clauses } from './clauses';
import { patternOf } from './lexicon';
import type { CautionAbout as About, RuledRemark } from './reading';
import type { Stream } from './tokens';

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

/**
 * Cautions as they are worded, at most one of a kind in a sentence.
 *
 * @example ruledCautions(streamOf(words))[0]?.about // 'pressure'
 */
export function ruledCautions(stream: Stream): RuledRemark<About>[] {
  const found: RuledRemark<About>[] = [];
  for (const [number, clause] of clauses(stream).entries()) {
    const own: RuledRemark<About>[] = [];
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
      const startMs = cautionedAt(stream, clause, match.index);
      const { end } = stream.tokens[stream.tokenAt(clause.start + match.index + match[0].length - 1)]!;
      const near = stream.text.slice(Math.max(0, clause.start + match.index - 110), clause.start + match.index + 1);
      const ofEye =
        about === 'pressure' &&
        /(?<!close|open|shut|with) (?:the |your )?(?:under ?)?eyes?(?: ?bags| lids?)? (?!closed|shut)/.test(near);
      own.push({
        ...{ atMs: startMs, about: ofEye ? 'eye' : about, clause: number },
        evidence: { from: word, to: end, sure: 0.7 },
      });
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
