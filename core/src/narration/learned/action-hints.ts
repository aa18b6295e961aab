import type { Action } from '../../move/move.schema';

/**
 * Words that often go with an action without being its name (common practice, no source): too weak for a rule, and weighed
 * against all others where what is done was learned. Patterns as in `lexicon.ts`.
 */
export const ACTION_HINTS: readonly (readonly [Action, string])[] = [
  [
    'drain',
    'brush (?:it|them) all|drops?|gravity|empt(?:y|ies|ying)|rivers?|flows?|away with it|let it run off|pump the hollows?|pump(?:s|ing)? (?:gently|softly|slowly)|half circles|quarter circles|move the skin|stretch the skin|scoop(?:s|ing)?|towards? the collarbones?|lymph\\S*|fluid',
  ],
  [
    'vocalise',
    'sounds?|aloud|out loud|note|tune|song|sirens?|chant(?:ing)?|yodel|whistl(?:e|es|ing)|brr+|mm+|aah+|ooh+|mah|mee|moh|horses?|flap|flutter|blow through (?:them|your lips|the lips)|neigh|purr|growl|trill|hum(?:s|ming)?|buzz(?:es|ing)?|vowels?|oo|ee|ah|oh|say(?:s|ing)?|sing(?:s|ing)?|roar(?:s|ing)?|hiss|brr',
  ],
  [
    'puff',
    'air|blow (?:them|it|yourself|your cheeks) up|blown up|cheeks? (?:full|round|out)|full cheeks?|frog|trumpet|hamsters?|mouthwash|gargl(?:e|ing)|rins(?:e|ing)|pop(?:s|ping)?|pass (?:it|the air)|from (?:one )?cheek to|fill(?:s|ing)? (?:your|the|both|one)|blow(?:s|ing)? (?:up|out)|balloons?|puff(?:s|ed|ing)?|air in|valves|rolls? over',
  ],
  [
    'tap',
    'patter(?:s|ing)?|pitter|raindrops?|piano|typ(?:e|ing)|knock(?:s|ing)?|rap|peck(?:s|ing)?|bounc(?:e|es|ing)|clap|dance|hail|drizzle|drumbeat|woodpecker|loose fingers|drum(?:s|ming)?|pat(?:s|ting)?|jabs?|rain(?:ing)?|tingle|flick(?:s|ing)?',
  ],
  [
    'pinch',
    'nip(?:s|ping|ped)?|pick(?:s|ing)?|fold(?:s|ing)?|tweak(?:s|ing)?|pick(?:ing)? up (?:the|your) (?:skin|brow|flesh)|take hold|between (?:the |your )?thumb and|thumb (?:and|under|below|beneath|inside)|grab (?:the|your) (?:skin|flesh|brow|jaw\\S*)|clip|pegs?|crimp|pinch(?:es|ing)?|squeeze (?:along|the brow)|caterpillar|snap(?:s|ping|py)?|pluck(?:s|ing)?',
  ],
  [
    'knead',
    'cradle|dough|putty|clay|squeeze and roll|grind|work (?:it|them|the muscle|into|your way)|bread|loosen the muscle|deep(?:er)? into|rummage|gather|squeez\\S*|grab(?:s|bed|bing)?|massag\\S*|wring(?:ing)?|grip(?:s|ping)?|bulge',
  ],
  ['roll', 'rolling pin|big end|small end|large end|wheel|let it run|run it|back over|roller|rolls?|rolling'],
  [
    'circle',
    'rings?|round and round|wheels?|loops?|laps?|orbits?|whirl|turn(?:s|ing)? (?:clockwise|round)|clockwise|anti ?clockwise|once round|travels?|round the|backwards|screw|wind(?:ing)?|stir(?:ring)?|compass|clock face|number eight|o that|shampoo\\S*|revolutions?|rotat\\S*|swirl(?:s|ing)?|turns?|round(?: and round)?|spiral(?:s|ling)?|circular|massag\\S*',
  ],
  [
    'wiggle',
    'back and forth|to and fro|left to right|shift(?:s|ing)?|shimmy|twitch(?:es|ing)?|rabbit|bunny|wobbl(?:e|es|ing)|waggl(?:e|es|ing)|quiver|trembl(?:e|es|ing)|jitter|wrinkle it|sniff(?:s|ing)?|wag|loosen|rattle|rock(?:s|ing)?|up and down|scrunch\\S*|swing(?:s|ing)?|shak(?:e|es|ing)|zig ?zag(?:s)?|shove|side to side|oscillat\\S*|shiver\\S*|jiggl\\S*|vibrat\\S*|from left to right',
  ],
  [
    'press',
    'lean(?:s|ing)?|sink(?:s|ing)?|weigh(?:s|t)?|heavy|poke|dig|settles?|points?|rest(?:s|ing)?|let go and press|dents?|land|hollow|dip|button|bell|push in|in and up|firm|spots?|heels? of (?:the|your|each|both) hands?|stamp|jab|thumbs? in|acupressure|point(?:s)?|push(?:es|ing)?|palms? over|palm your eyes|cup(?:s|ping)?|lay (?:your|the) (?:hands|palms)|against (?:the|your) (?:hand|fist|bone)|knot|notch|hook(?:s|ing)?',
  ],
  [
    'stretch',
    'yawn(?:s|ing)?|lion|wide(?:r)?|as wide as|open(?:s|ing)?|tongue (?:out|down|goes out|comes out)|pull (?:apart|wide)|lengthen|long(?:er)?|look over|over (?:the|your) shoulder|head (?:sinks?|goes|tips?|falls?|over|leans?|hangs?)|ear (?:sinks?|goes|falls?|towards?|to)|chin (?:up|goes|slowly|to|towards|skywards?|nod|tuck)|skywards?|neck turn|turn(?:s|ing)?|tip(?:s|ping)?|hang(?:s|ing)?|lower jaw|jaw (?:forward|drop\\S*|out)|drop (?:the|your) jaw|arms (?:back|up|behind)|nod(?:s|ding)?|bow|lean away|pulling apart|hook|look(?:s|ing)? (?:up|left|right|back|behind|at your neighbour)|turn(?:s|ing)? (?:your|the) head|tilt(?:s|ing)?|ear down|stick (?:your|the) tongue|tongue as far|ceiling|pull(?:s|ing)? (?:your|the) chin|neck long|side of (?:your|the) neck|opens?',
  ],
  [
    'breathe',
    'sigh(?:s|ing)?|in (?:and|while)|in for|out for|lungs?|ribs?|belly|inhal\\S*|exhal\\S*|breath(?:s|e|ing)?|nostril|candle|smell the',
  ],
  [
    'stroke',
    'scoop(?:s|ing)?|wip(?:e|es|ing)|drag(?:s|ging)?|draw(?:s|ing|n)?|trac(?:e|es|ing)|wander(?:s|ing)?|walk(?:s|ing)?|comb(?:s|ing)?|rak(?:e|es|ing)|paint(?:s|ing)?|lead(?:s)?|travel(?:s|ling)?|curtains?|butter(?:ing)?|polish|path|pass(?:es)? over|from|along|outwards?|upwards?|down the|up to|out to|off at|lift off|strips?|lanes?|rows?|waterwheel|paths?|sides? of|glid(?:e|es|ing)|guid(?:e|es|ing)|sweep(?:s|ing)?|slid(?:e|es|ing)|smooth(?:s|ing)?|swip(?:e|es|ing)|move(?:s)? (?:out|up|down|across)|across|iron(?:s|ing)?|drive(?:s)?|passes|strokes',
  ],
  [
    'hold',
    "sneer|grimace|scowl|don't let|win(?:s)?|wants|says no|up and hold|straw|fish|smile on|against|tuck(?:s|ed|ing)?|clench\\S*|corners?|rais(?:e|es|ing)|lift(?:s|ing)?|resist|swallow(?:s|ing)?|closed lips|lips (?:in|together|over)|over (?:the|your) teeth|tongue (?:to|against|pressed|up|on)|palate|roof of (?:the|your) mouth|bulg\\S*|purs(?:e|ed|es)|wink|lids?|squint|pretend|polite|tight(?:en)?|freeze|wall|say no|doesn't move|don't do anything|cover(?:s|ing)? (?:the|your) eyes|cup|pout(?:s|ing)?|smil(?:e|es|ing)|kiss(?:es|ing)?|press (?:your|the) lips|lips together|suck(?:s|ing)? in|frown(?:s|ing)?|keep (?:it|them) (?:there|up)|hold (?:it|that|them)|eyebrows? up|brows? up|fold (?:them|your lips)|pulse(?:s)?",
  ],
];
