import type { Action } from '../../move/move.schema';

/**
 * Words that often go with an action without being its name (common practice, no source): too weak for a rule, and weighed
 * against all others where what is done was learned. Patterns as in `lexicon.ts`.
 */
export const ACTION_HINTS: readonly (readonly [Action, string])[] = [
  [
    'drain',
    'brush (?:it|them) all|drops?|gravity|empt(?:y|ies|ying)|rivers?|flows?|away with it|let it run off|pump the hollows?',
  ],
  [
    'vocalise',
    'sounds?|aloud|out loud|note|tune|song|sirens?|chant(?:ing)?|yodel|whistl(?:e|es|ing)|brr+|mm+|aah+|ooh+|mah|mee|moh|horses?|flap|flutter|blow through (?:them|your lips|the lips)|neigh|purr|growl',
  ],
  [
    'puff',
    'air|blow (?:them|it|yourself|your cheeks) up|blown up|cheeks? (?:full|round|out)|full cheeks?|frog|trumpet|hamsters?|mouthwash|gargl(?:e|ing)|rins(?:e|ing)|pop(?:s|ping)?|pass (?:it|the air)|from (?:one )?cheek to',
  ],
  [
    'tap',
    'patter(?:s|ing)?|pitter|raindrops?|piano|typ(?:e|ing)|knock(?:s|ing)?|rap|peck(?:s|ing)?|bounc(?:e|es|ing)|clap|dance|hail|drizzle|drumbeat|woodpecker|loose fingers',
  ],
  [
    'pinch',
    'nip(?:s|ping|ped)?|pick(?:s|ing)?|fold(?:s|ing)?|tweak(?:s|ing)?|pick(?:ing)? up (?:the|your) (?:skin|brow|flesh)|take hold|between (?:the |your )?thumb and|thumb (?:and|under|below|beneath|inside)|grab (?:the|your) (?:skin|flesh|brow|jaw\\S*)|clip|pegs?|crimp',
  ],
  [
    'knead',
    'cradle|dough|putty|clay|squeeze and roll|grind|work (?:it|them|the muscle|into|your way)|bread|loosen the muscle|deep(?:er)? into|rummage|gather',
  ],
  ['roll', 'rolling pin|big end|small end|large end|wheel|let it run|run it|back over'],
  [
    'circle',
    'rings?|round and round|wheels?|loops?|laps?|orbits?|whirl|turn(?:s|ing)? (?:clockwise|round)|clockwise|anti ?clockwise|once round|travels?|round the|backwards|screw|wind(?:ing)?|stir(?:ring)?|compass|clock face|number eight|o that',
  ],
  [
    'wiggle',
    'back and forth|to and fro|left to right|shift(?:s|ing)?|shimmy|twitch(?:es|ing)?|rabbit|bunny|wobbl(?:e|es|ing)|waggl(?:e|es|ing)|quiver|trembl(?:e|es|ing)|jitter|wrinkle it|sniff(?:s|ing)?|wag|loosen|rattle|rock(?:s|ing)?|up and down',
  ],
  [
    'press',
    'lean(?:s|ing)?|sink(?:s|ing)?|weigh(?:s|t)?|heavy|poke|dig|settles?|points?|rest(?:s|ing)?|let go and press|dents?|land|hollow|dip|button|bell|push in|in and up|firm|spots?|heels? of (?:the|your|each|both) hands?|stamp',
  ],
  [
    'stretch',
    'yawn(?:s|ing)?|lion|wide(?:r)?|as wide as|open(?:s|ing)?|tongue (?:out|down|goes out|comes out)|pull (?:apart|wide)|lengthen|long(?:er)?|look over|over (?:the|your) shoulder|head (?:sinks?|goes|tips?|falls?|over|leans?|hangs?)|ear (?:sinks?|goes|falls?|towards?|to)|chin (?:up|goes|slowly|to|towards|skywards?|nod|tuck)|skywards?|neck turn|turn(?:s|ing)?|tip(?:s|ping)?|hang(?:s|ing)?|lower jaw|jaw (?:forward|drop\\S*|out)|drop (?:the|your) jaw|arms (?:back|up|behind)|nod(?:s|ding)?|bow|lean away|pulling apart|hook',
  ],
  ['breathe', 'sigh(?:s|ing)?|in (?:and|while)|in for|out for|lungs?|ribs?|belly'],
  [
    'stroke',
    'scoop(?:s|ing)?|wip(?:e|es|ing)|drag(?:s|ging)?|draw(?:s|ing|n)?|trac(?:e|es|ing)|wander(?:s|ing)?|walk(?:s|ing)?|comb(?:s|ing)?|rak(?:e|es|ing)|paint(?:s|ing)?|lead(?:s)?|travel(?:s|ling)?|curtains?|butter(?:ing)?|polish|path|pass(?:es)? over|from|along|outwards?|upwards?|down the|up to|out to|off at|lift off|strips?|lanes?|rows?|waterwheel|paths?|sides? of',
  ],
  [
    'hold',
    "sneer|grimace|scowl|don't let|win(?:s)?|wants|says no|up and hold|straw|fish|smile on|against|tuck(?:s|ed|ing)?|clench\\S*|corners?|rais(?:e|es|ing)|lift(?:s|ing)?|resist|swallow(?:s|ing)?|closed lips|lips (?:in|together|over)|over (?:the|your) teeth|tongue (?:to|against|pressed|up|on)|palate|roof of (?:the|your) mouth|bulg\\S*|purs(?:e|ed|es)|wink|lids?|squint|pretend|polite|tight(?:en)?|freeze|wall|say no|doesn't move|don't do anything|cover(?:s|ing)? (?:the|your) eyes|cup",
  ],
];
