import { LABEL_NOUNS } from './labels';

/** Words that begin something new whatever comes before. */
export const STRONG =
  /^ (?:(?:so|okay|ok|all right|alright|right|and|now|then|great|good|perfect|awesome|cool|next) )*(?:(?:the|our|your|my|for the|for our|onto the|on to the|that's|is) )*(?:(?:step|exercise|move|technique|drill|question|number|position|movement|part|area) (?:number )?(?:one|№)|(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|next|last|final|following)(?! (?:lane|line|row|set|round|rep|time|breath))(?: (?:one|up|exercises?|moves?|techniques?|steps?|areas?|things? (?:we|you|i|is)|part|strokes?|holds?|massage|movement|we|i|you|is|it's|let's|for|make|take|and|,)|(?: [^ .,]+)?(?= [.,] ))|(?:let's|lets|let us|we're gonna|we are gonna|we're going to|we are going to|we will|we'll|we|i'm going to|i'm gonna)(?: (?:now|then|also))? (?:begin|start|move|go|head|continue|work|come|finish|end|close) (?:on|up|down|over|back(?! and forth)|to|with|from|in|out|our|by|off|at|into)|(?:let's|lets|let us|we|we'll|now we) (?:start|begin|go|get started)(?= [.,])|(?:moving|going|working|coming|continuing) (?:on|up|down|to|into|over|back)|first of all|first things first|to start|last but not least|after that(?! you(?:'ll| will| may| might| can))|to close|to finish|to wrap up|finish with|drain(?:age)? [.,]|finally|lastly|last area|last one(?:'s)?|(?:(?:i'm|we're|i am|we are) )?starting (?:with|from|at|in|on)|start (?:with|by|at|in|from|on))/;
export const LABEL_IN = new RegExp(` (?:${LABEL_NOUNS}) (?:number )?№`, 'g');
export const LABEL = new RegExp(`^ (?:[^ .,]+ ){0,2}(?:${LABEL_NOUNS}) (?:number )?(?:one|№) `);
export const WEAK =
  /^ (?:(?:so|okay|ok|and|all right|alright|right|great|good|perfect) )*(?:now|then|next|okay|so|from here|for the|up to|onto|on to|the|up|over|under|across|around)(?= )/;
const VERBS =
  'place|put|take|press|hold|start|begin|stroke|sweep|swipe|glide|slide|tap|pat|roll|pinch|make|open|close|look|smile|puff|lift|raise|tilt|turn|bring|use|squeeze|rub|move|pull|grab|find|warm|inhale|exhale|breathe|stick|say|hum|knead|massage|circle|lace|cup|blow|shift|push|kiss|suck|try|rest|let|come|go|lean|drop|relax|shake|draw|brush|smooth|pop|keep|form|do|lie|interlace|wrap|hook|run|drag|scrape|work|drain|finish|step|continue|stretch|repeat|apply|pucker|purse|tuck|stay|walk|clasp|rotate|swirl|zigzag|wiggle|flick|drum|pump|stimulate|rap|curl|imagine|cross|uncross|lay|slot|scoop|spread|support|fold|set|sink|clench|bite|nod|hang|lower|ease|trace|follow|reach|touch|feel|blink|wink|gather|join|cover|slip|clean|wet|lock|point|stack|pretend|whisper|yawn|chew|fill|blink';
/** What one is told to do. */
export const TELLING = new RegExp(
  `^ (?:(?:so|okay|ok|and|now|then|next|just|first|slowly|gently|please|again|also|all right|alright|right|you|we|i|can|will|you're|we're|i'm|going|gonna|want|to|you'll|we'll|let's|let us|let|with (?:your|the|both|two|one|№)(?: [^ .,]+){1,4}|make sure|i want you|the first one|the next one|number one|number №|is|are|for the \S+|and then|,) )*(?:${VERBS})\\b`,
);
/** Told further on in a sentence that runs. */
export const TELLS = new RegExp(
  ` (?:and|then|so|gonna|going to|want you to|have to|need to|you can|let's|lets|just) (?!do |go |come |let |continue |finish |work |start |begin )(?:${VERBS}) `,
);
/** "Let's start. Take your thumb …": the sentence after it tells what to do. */
export const GOES_ON = new RegExp(` [.] (?:[^ .,]+ ){0,2}(?:${VERBS}) `);
/** A place named first: "Under the eye", "Along the jaw", "Cheeks.", "Lip glides." */
export const PLACING =
  /^ (?:(?:so|okay|and|now|then|next|also|up|down|back) )*(?:under|along|over|across|around|on|from|beside|between|behind|at|in front of|side of|the side of|above|below|into|up|with|palms|fingertips?|thumbs?|fingers|(?:ring|middle|index|little)(?: and [^ .,]+)? fingers?|hands|knuckles|both hands|two fingers|stone|roller|spoons?|brush|tool|curve|notch|flat side)(?= )/;

export const OUTRO =
  / (?:thank you(?: so much| for|)|thanks for|that's (?:really |about )?it|that's your lot|that is it|that's all|that is all|all done|and done|finito|(?:once|twice|№ times) in (?:a|the) week|we're done|we are done|you're done|well done [.,]|done [.,]|see you|bye|good ?night|good ?bye(?! to)|have a (?:good|great|lovely|beautiful|nice)|that was the last|i hope you|hope you (?:liked|enjoyed)|leave (?:me )?a comment|subscribe|follow (?:me|for)|slowly open your eyes|good [.] read|then sunscreen|(?:do|repeat|use|try|practi[sc]e|train|exercise|aim for|work|press|give) (?:[^ .,]+ ){0,3}(?:every|(?:once|twice|one|№)(?: (?:or|to) (?:twice|№))?(?: times| days)?(?: in)? (?:a|per|each)) ?(?:other |single )?(?:day|week|morning|evening|night)|begin with (?:[^ .,]+ ){0,3}(?:a|per) week|that's me(?: done)?|i'm done|(?:these|those) were|that(?:'s| is| was) (?:my )?№ [.]|(?:and|so) there (?:we are|you go|you have it)|(?:once|twice|№ times) (?:a|per|each|every|this) (?:day|week) [.,]|that was (?:the|our|my) (?:[^ .,]+ ){0,3}(?:school|class|lesson|routine|session|practice|roller|stone)|(?:get on with|enjoy) (?:the rest of )?your|that was (?:all|barely|everything|less|it)|we're finished|we have finished|farewell|take care|until (?:next|the next)|see you (?:next|on|in|at)|you've (?:done|made) it|for today|drink (?:some|a lot|plenty|a glass)|(?:wash|rinse|clean) (?:the|your) (?:stone|roller|tool|spoon)|you can (?:do|repeat|press|use) (?:this|these|it|them)|all the best|that was less|congratulations|you did it|great job (?:everyone|today)) /;
/** "Twice a day when it's bad." */
export const OFTEN =
  /^ (?:(?:once|twice|№ times|one time) (?:a|per|each|every) (?:day|week)|every (?:single )?(?:day|morning|evening|night)) /;
export const PREP =
  / (?:clean (?:hands|face|skin)|wash(?:ed)? (?:your |the )?(?:hands|face)|hands are (?:clean|washed)|drops? of (?:[^ .,]+ )?(?:oil|serum)|(?:some|little|bit of|your|of|put|with|favou?rite) (?:[^ .,]+ )?(?:oil|serum|cream|moisturi[sz]er|balm|toner)|oil (?:on|between|in)|cleansing (?:milk|oil|balm)|(?:spread|put) (?:on )?(?:[^ .,]+ ){0,3}(?:milk|lotion|balm)|toner|moisturi[sz]er|apply|oil ,|generous amount|spread it|smell the|sit (?:up|down|tall|back|straight|comfortabl\S+)|feet on the|posture|glasses off|lenses out|tie (?:your )?hair|hair back|in front of (?:a|the|your) mirror|(?:in|into|out of) the (?:freezer|fridge|ice|water)|plenty of oil|take cream|lubricat\S+) /;
export const WARM =
  / (?:warm ?up|warm us up|warm(?:ing)? (?:up|the|your)|roll (?:the|your) shoulders|shake (?:out|off)) /;
export const REST =
  /^ (?:and |now |then |just |let's |we )*(?:rest|take a (?:break|rest|moment)|do nothing|hands (?:down|in (?:the|your) lap)|relax (?:for|everything|your whole)|shake your head)(?= )/;
export const CONTINUES =
  /^ (?:(?:and|so|okay|now|then|but) )*(?:at the same time|while|as you|(?:then )?(?:a )?(?:bit|little) (?:higher|lower|further|to the side)|breathe (?:into|towards?|there)|(?:when|once|as soon as|if|each time|every time) (?:you|your|the|it|they)|again|also|make sure|keep|try|remember|one more|once more|last (?:one|time)|two more|three more|repeat|stay (?:about|here|there|for)|(?:the |a )?(?:(?:next|second|third|other|inner|outer|top|upper|middle|lower|bottom|last) )?(?:lane|line|row)|stay with|(?:we |you )?(?:move|go|work (?:my|your) way) over a (?:little|bit))(?= )/;
/** Said about the world and not about the face in hand. */
export const ASIDE =
  /^ (?:let (?:the|your) (?:brow|brows|forehead|shoulders) (?:be|stay)|(?:and )?(?:move|go) only|[^ .,]+ ){0,3}(?:my grandmother|my mother|my husband|my friend|people (?:ask|say)|some people|i've (?:been|had|got|seen|done|always|never)|i (?:did|feel|have|had|was|used|love|can hear|always|often|remember|know|think)|it feels|(?:take|have) a look|look in the mirror|compare|touch both|did i|does the|how long|should it|can you|do you|are you|if you're|if you (?:like|have|want|are|feel|find|clench|don't|do not)|this (?:is|will|helps|one is)|that (?:is|side)|you (?:may|might|will|should|can) (?:feel|notice|see|also|use|hear)|you'll (?:feel|notice|see)|it (?:is|will|may|might|helps)|there are|the (?:skin|nose|reason|lymph|muscle) (?:is|gets?|will|does|goes|are|moves?)) /;

/** A full stop after work, and no heading of what comes. */
export const ENDS =
  / (?:my|releas\S*|relax\S*|let go|let it go|shake|rest|good|great|lovely|beautiful|perfect|done|nice|wonderful|excellent|again|out|back|okay|yes|no|time|times|more|last|three|two|one|like this|off|gone) /;

/** Says where or which one, as a heading does. */
export const TITLES =
  / (?:(?:left|right|first|second|other|next|third|last) (?:side|one|part|half|step|move|exercise|technique|area)|№) /;
export const LETS_GO =
  /^ (?:(?:and|now|okay|then) )*(?:release|relax|let go|let (?:it|that) go|shake (?:it|that))(?= )/;
/** A side or a number is named: work, and no talk. */
export const SIDED = / (?:left|right|№) /;
/** A glance at what was worked, between two steps. */
export const LOOKS =
  /^ (?:(?:so|okay|and|now|just|let's|put the \S+ down|then|you can) )*(?:(?:take|have) a look|look in(?:to)? the mirror|look at (?:the difference|both|yourself|your face)|compare|can you see)(?= )/;
export const HELPING = / (?:other|free|opposite) hand /;
/** A number of times, or seconds. */
export const DOSED = / № (?:[^ .,]+ )?(?:times|strokes|rolls|sweeps|circles|seconds|on|each|a side) /;
