import type { CautionAbout } from '../reading';

/**
 * Words that often go with a caution without making one (general knowledge, no source): too weak for a rule, and weighed
 * against all others where it was learned how cautions are said. Patterns as in `lexicon.ts`.
 */
export const CAUTION_HINTS: readonly (readonly [CautionAbout, string])[] = [
  [
    'pressure',
    'soft(?:ly|ness|er|est)?|light(?:ly|er|est)?|weigh(?:s|t)?|gentl(?:e|y|er)|feather\\S*|butter(?:fly|flies)?|silk|foam|whisper|peach(?:es)?|eggs?|kitten|cat|baby|bubble|tender(?:ly)?|polite(?:ly)?|barely|hardly|float(?:s|ing)?|hover(?:s|ing)?|pleasant|hurts?|pain(?:ful)?|ouch|squash|crush|force|hard(?:er)?|hammer|fist|lean in|firm(?:ly)?|strength|effort|testing a|no heavier|coax|haul|choose how much|relief|broad|no pinching|by itself|heavier|lighter|too little|swear|nice pain|kind(?:ly)?|mean',
  ],
  [
    'no_drag',
    'greasy|nothing pulls|squeaks?|drop|enough that|oil(?:y)?|cream|serum|slip(?:s|pery)?|slid(?:e|es|ing)|glid(?:e|es|ing)|skate(?:s)?|tug(?:s|ging)?|drag(?:s|ging)?|pull(?:s|ed|ing)?|dry|greas(?:e|y)|butter|stick(?:s|ing|y)?|stretch(?:es|ing)? the skin|wrinkl(?:e|es) the skin|skin (?:moves|bunches|folds|gathers)|balm|sandpaper|sledge|gravel|visit(?:ed)?',
  ],
  [
    'neck',
    'keep the head|head|slow(?:ly)?|stays sitting|back disc|pinches|neck|throat|windpipe|larynx|artery|arteries|pulse|vertebra\\S*|discs?|dizz\\S+|giddy|whiplash|tip back|backwards|crack|jerk|swing|yank|fling|throw',
  ],
  [
    'teeth',
    'teeth|tooth|part|nobody bites|bite(?:s|ing)?|clench\\S*|grind\\S*|jaw|crowns?|fillings?|braces|dentures?|implants?|gap|apart|gum',
  ],
  [
    'skin_condition',
    'rash(?:es)?|sunburn\\S*|spots?|pimples?|acne|eczema|cuts?|wounds?|scabs?|stitches|scars?|cold ?sores?|sores?|allerg\\S+|patch|react(?:s|ion)|inflamed|itch\\S*|blister\\S*|warts?|moles?|frost|peel(?:s|ing)?|shav(?:ed?|ing)|retinol|acid',
  ],
  [
    'soreness',
    'sharp|if (?:it )?is pain|less|sore|aches?|aching|tired|tomorrow|tender|muscles? (?:will|may|might)|stiff|gardening|next day|feel it',
  ],
  [
    'own_level',
    "enough|less|fewer|half of it|smaller|as far as|no further|only as (?:much|far)|what hurts|hurts?|headaches?|gets? a|form|further than|comfortable|comfort|rest|pause|stop|skip|leave (?:it|that) out|easy|easier|own|likes?|lets you|allows?|give(?:s)? you|never mind|doesn't matter|if you can|can't|cannot|creaks?|clicks?|catch(?:es)?|dizzy|sit (?:down|out)|sit the rest out|no marks|not a contest|competition|nobody counts|first time|beginners?|if (?:it|that|yours) (?:is|feels|gets)|trembl\\S+|shak(?:es|y)",
  ],
  [
    'hygiene',
    'wash(?:ed|es|ing)?|soap|clean(?:ed|ly)?|hands?|nails?|rins(?:e|ed)|wip(?:e|ed)|towel|hot water|boil\\S*|disinfect\\S*|alcohol|germs|dirt|sweaty|sweat|a cold|ill',
  ],
  ['redness', 'red|pink|rosy|lobster|stripes?|striped|marks?|flush\\S*|bruis\\S*|glow|colou?r|pale|blotch\\S*|spots'],
  [
    'eye',
    'soft(?:ly)?|light(?:ly)?|gentl(?:e|y)|feather\\S*|float(?:s|ing)?|hover\\S*|butterfly|bubble|weigh\\S*|barely|hardly|tender(?:ly)?|eyes?|lids?|lash(?:es)?|lens(?:es)?|contacts?|eyeballs?|on (?:the )?bone|bone and|roof|socket|no weight|weighs nothing|burns?|stings?|blink|thin|paper|under ?eye|not the eye',
  ],
  [
    'brow_tension',
    "forehead|brows?|frown\\S*|lines|blank|smooth|asleep|nothing to do|doesn't help|help|shoulders?|ears|up here|grimac\\S*|scowl\\S*|crease\\S*|wrinkl\\S*|still|relax\\S*|drop",
  ],
  [
    'refer_professional',
    'doctor(?:s)?|dentist(?:s)?|physio\\S*|surgeon|specialist|clinic|hospital|midwife|nurse|pharmacist|professional|therapist|locked|locks|numb\\S*|tingl\\S*|injection|fillers?|botox|surgery|operation|pregnan\\S*|stroke|palsy|medication|pills|fever|infection|swelling|comes back|belongs to|see to|seen to|looked at|checked|ask',
  ],
];
