import type { Region } from '../face/regions';
import type { Action, Tool } from '../move/move.schema';

/**
 * How narration names regions, actions and tools (common practice, no source). Patterns are matched on the stream of
 * tokens, so that words stand between single spaces. What machines mishear in captions stands beside the word.
 */
export const REGION_WORDS: readonly (readonly [Region, string])[] = [
  [
    'under_chin',
    'under(?:neath)? (?:the|your) chin|double chin|(?:below|beneath) (?:the|your) chin|submental|submandibular|digastric\\S*|hyoid',
  ],
  ['collarbone', 'collar ?bones?|collar|clavicles?|hollows?|supraclavicular|fossa'],
  [
    'nape',
    'nape|back of (?:the|your) neck|behind your neck|base of (?:the|your) skull|hairline at the back|occiput|occipital|suboccipitals?|behind the neck',
  ],
  ['shoulder', 'shoulders?|traps|trapezius|armpits?|underarms?'],
  ['chest', 'chest|sternum|breastbone|decollete|décolleté|décolletage|decolletage|pectorals?'],
  [
    'neck',
    'necks?|throat|ear (?:fall |drop |falls |sink |down )?(?:to|towards?) (?:the|your) (?:[^ .,]+ )?shoulder|tilt (?:your |the )?head|head (?:all the way )?back|(?:to|at|towards?) the ceiling|platysma|platisma|sternocleido\\S*|scm',
  ],
  [
    'jaw',
    'jaw joints?|tmj|temporomandibular|jaws?|jaw ?lines?|jaw ?bones?|masseters?|masters? muscle|mandible|chewing muscles?|chew(?:ing)?(?! gum)|jowls?',
  ],
  ['chin', 'chins?|mentalis'],
  ['lips', 'orbicularis oris|lips?|pout|kiss(?:es|ing)?|hum(?:ming)?|cupid s bow'],
  ['tongue', 'tongues?'],
  [
    'mouth',
    'mouths?|big smile|smile as wide|big o|o shape|vowels?|marionette(?: lines?)?|smile lines?|laugh lines?|nasolabial(?: folds?)?|corners of (?:the|your) (?:mouth|lips)|smoker s lines',
  ],
  ['cheek', 'cheeks?|puff(?:s|ed|ing)?|cheek ?bones?|apples?|buccinator|zygomatic\\S*|mid ?face'],
  ['nose', 'noses?|nostrils?|nasal|bridge'],
  ['temple', 'temples?|temporalis'],
  [
    'brow',
    'brows?|eye ?brows?|brow ?bone|glabella|third eye|between (?:the|your) (?:eye ?)?brows|frown lines?|eleven lines?|11s|elevens|11 lines|corrugators?|procerus',
  ],
  [
    'eye',
    "orbicularis oculi|eyes?|eye ?lids?|(?:lower|upper) lids?|lids|under ?eyes?|eye bags?|crow'?s feet|orbital|orbit|eye sockets?|sockets|dark circles|look (?:up|down|left|right)(?! at the ceiling)|blink(?:s|ing)?|squint(?:s|ing)?",
  ],
  ['forehead', 'fore ?heads?|frontalis'],
  ['scalp', 'scalp|hair ?lines?|crown|skull|galea'],
  ['ear', 'ears?|ear ?lobes?|tragus|parotids?|pre ?auricular'],
  ['whole_face', '(?:whole|entire|full) face|all over (?:the|your) face'],
];

export const ACTION_WORDS: readonly (readonly [Action, number, string])[] = [
  ['drain', 3, 'drain(?:s|ed|ing|age)?|lymph(?:atic)?(?! (?:nodes?|points?|vessels?|system))|flush(?:ing)?'],
  [
    'vocalise',
    3,
    'hum(?:s|ming)?|vowels?|trill(?:s|ing)?|say(?:ing)? (?:a |an |the )?(?:ah?|oh?|oo+h?|ee+h?|e|i|o|u|long|wide|x|cheese)|sing(?:ing)?|buzz(?:ing)?|glides? blow|loose lips|like a horse|motor ?boat|through (?:your|the) lips|raspberr(?:y|ies)|syllables?',
  ],
  [
    'puff',
    3,
    'puff(?:s|ed|ing)?|inflate|balloons?|blow ?fish|fill(?:ing)? (?:your|the) (?:cheeks?|mouth) (?:up )?with air|air from|swish(?:ing)?|blow (?:up )?(?:your|the) cheeks?|full of air|shift the air|move the air',
  ],
  [
    'tap',
    2,
    'tap(?:s|ped|ping)?|pat(?:s|ted|ting)?|drum(?:s|ming)?|dab(?:s|bing)?|slap(?:s|ping)?|flick(?:s|ing)?|rain',
  ],
  ['pinch', 3, 'pinch(?:es|ed|ing)?|pluck(?:s|ing)?'],
  ['knead', 2, 'knead(?:s|ed|ing)?|rub(?:s|bed|bing)?|massag(?:e|es|ing)|work into'],
  ['roll', 2, 'roll(?:s|ed|ing)?'],
  ['circle', 2, 'circl(?:es?|ing)|circular|rotat(?:e|es|ing|ions?)|spirals?|swirls?'],
  [
    'wiggle',
    2,
    'wiggl(?:e|es|ing)|shak(?:e|es|ing)|jiggl(?:e|es|ing)|zig ?zags?|saw(?:ing)?|side to side|scissors?|scissoring|chew(?:s|ing)?|vibrat(?:e|es|ing)',
  ],
  ['press', 2, 'press(?:es|ed|ing)?|push(?:es|ed|ing)?|pressure points?|acupressure|pump(?:s|ed|ing)?'],
  [
    'stretch',
    2,
    'stretch(?:es|ed|ing)?|tilt(?:s|ed|ing)?|ear (?:fall |drop |falls )?(?:to|towards?) (?:the|your) (?:[^ .,]+ )?shoulder|stick (?:out )?(?:your|the) tongue|tongue out|open (?:your|the) mouth|turn (?:your|the) head|pull (?:your|the|them|it|both) (?:[^ .,]+ )?(?:down|out|back)(?! to)|pull gently',
  ],
  ['breathe', 1, 'breath(?:e|es|ing|s)?|inhal(?:e|es|ing)|exhal(?:e|es|ing)'],
  [
    'stroke',
    2,
    'strok(?:e|es|ed|ing)|sweep(?:s|ing)?|swept|swip(?:e|es|ing)|glid(?:e|es|ing)|slid(?:e|es|ing)|brush(?:es|ing)?|smooth(?:s|ing)?|swoop(?:s|ing)?|scrap(?:e|es|ing)|iron(?:s|ing)?|drag(?:s|ging)?|draw(?:ing)? (?:it |them |your )|run (?:your|the|it|them)|wip(?:e|es|ing)|pull(?:s|ing)? (?:it |them )?(?:to|towards?|up|out|down)(?! against)|follow(?:s|ing)? the (?:bone|line|edge|curve|jaw\\S*)|hug(?:s|ging)?|go(?:es)? (?:all the way )?(?:up|down|out|along|across)',
  ],
  [
    'hold',
    2,
    'hold(?:s|ing)?|cup|roll (?:both |your |the )?(?:\\S+ )?lips|keep|squeez(?:e|es|ing)|squint(?:s|ing)?|smil(?:e|es|ing)|kiss(?:es|ing)?|pout|lift(?:s|ing)? (?:the|your|those) (?:eye ?)?(?:brows?|lids?|cheeks?|corners?)|look (?:up|down)|resist(?:s|ance|ing)?|stay|scrunch|frown|raise (?:the|your)|o shape|wink(?:s|ing)?|blink(?:s|ing)?|tense|suck(?:ing)?|close (?:the|your) eyes|open (?:the|your) eyes wide|widen',
  ],
];

export const TOOL_WORDS: readonly (readonly [Tool, string])[] = [
  ['stone', '(?:gua|gwa|guasha|qua|wah) ?sha|guasha|stones?|jade stone|scraper'],
  ['roller', '(?:jade |ice |face )?rollers?'],
  ['spoon', 'spoons?'],
  ['brush', '(?:dry |face |body )?brush(?: in)'],
  ['device', 'devices?|micro ?current|led mask|massage gun|wand'],
  ['knuckle', 'knuckles?|fists?'],
  ['hand', 'hands?|palms?|fingers?|finger ?tips?|thumbs?|index|ring finger|pinky|middle finger|peace sign|v shape'],
];

export interface Hit<T> {
  readonly value: T;
  readonly at: number;
  readonly text: string;
}

/**
 * Every mention of the entries of a lexicon in a text, in the order of the text; the longest at a place wins.
 *
 * @example mentions(REGION_WORDS, ' along the jaw ')[0]?.value // 'jaw'
 */
export function mentions<T>(lexicon: readonly (readonly [T, ...unknown[]])[], text: string): Hit<T>[] {
  const hits: Hit<T>[] = [];
  for (const entry of lexicon)
    for (const match of text.matchAll(patternOf(entry[entry.length - 1] as string)))
      hits.push({ value: entry[0], at: match.index + 1, text: match[0].trim() });
  hits.sort((a, b) => a.at - b.at || b.text.length - a.text.length);
  return hits.filter((hit, i) => {
    const before = hits.slice(Math.max(0, i - 6), i).find((one) => one.at + one.text.length > hit.at);
    return !before || before.text.length < hit.text.length;
  });
}

const compiled = new Map<string, RegExp>();

/**
 * A pattern between spaces; what it ends on may begin the next match.
 *
 * @example patternOf('jaw').test(' the jaw ') // true
 */
export function patternOf(source: string): RegExp {
  let pattern = compiled.get(source);
  if (!pattern) compiled.set(source, (pattern = new RegExp(` (?:${source})(?= )`, 'g')));
  return pattern;
}
