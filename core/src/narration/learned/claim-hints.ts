import type { ClaimAbout } from '../../caution/wording';

/**
 * Words that often go with a claim without making one (general knowledge, no source): too weak for a rule, and weighed
 * against all others where it was learned how claims are made. Patterns as in `lexicon.ts`.
 */
export const CLAIM_HINTS: readonly (readonly [ClaimAbout, string])[] = [
  [
    'detox',
    'detox\\S*|toxi\\S*|poison\\S*|waste|impurit\\S*|purif\\S*|cleans\\S*|flush\\S*|rubbish|slag|out of (?:you|the body|the face)',
  ],
  [
    'lift',
    'lift(?:s|ed|ing)?|face ?lift|higher|up where|where they belong|sag\\S*|droop\\S*|hang\\S*|firm(?:s|er|ing|ly)?|tight(?:er|en\\S*)?|fuller|upwards|gravity|cheeks? up|jowls?|perk(?:y|ier|s)?|open(?:s|er)?',
  ],
  [
    'wrinkle',
    "wrinkl\\S*|lines?|furrow\\S*|crease\\S*|crow'?s|folds?|smooth(?:s|er|ed)?|iron(?:s|ed)?|soft(?:er|en\\S*)|plump\\S*|number eleven|eleven|crepe|crinkl\\S*",
  ],
  [
    'younger',
    'young\\S*|years?|decade\\S*|age(?:s|ing|less)?|ag(?:e)?ing|old(?:er)?|birthday|thirty|forty|fifty|rejuvenat\\S*|fresh(?:er)?|clock|time|daughter|sister|passport|eighty|sixty',
  ],
  ['collagen', 'collagen|elastin|elastic\\S*|bounc\\S*|fibres?|fibers?|building blocks'],
  [
    'circulation',
    'circulat\\S*|blood|colou?r(?:s|ed)?|pink|ros(?:y|ier)|glow\\S*|radian\\S*|warm(?:s|th|er|ed)?|oxygen\\S*|fresh(?:er)?|tingl\\S*|alive|awake|flush\\S*|cheeks? red',
  ],
  [
    'drain',
    'drain\\S*|lymph\\S*|puff(?:y|iness)|swell\\S*|swollen|fluids?|water|bags?|lighter|less full|bloat\\S*|sofa|pillow|flow\\S*|de ?puff\\S*|congest\\S*|morning face',
  ],
  [
    'slim_face',
    'slim\\S*|thin(?:ner)?|narrow\\S*|smaller|sizes?|v shape|contour\\S*|sculpt\\S*|chisel\\S*|defin\\S*|double chin|fat|chubby|cheekbones? (?:show|come)|jaw ?line|lose|lost|melt\\S*|snatched|sharper',
  ],
  [
    'pain_relief',
    'pain\\S*|aches?|aching|headaches?|migraines?|tension|clench\\S*|grind\\S*|stiff\\S*|eas(?:es|ed|ier|ing)|reliev\\S*|relief|looser|loosen\\S*|tight\\S*|hurts? less|toothache|unwind\\S*',
  ],
  [
    'allergy',
    'allerg\\S*|sinus\\S*|stuffy|blocked|hay ?fever|nose (?:is )?(?:free|clear)\\S*|breathe (?:better|freely|again)|a cold|congest\\S*|king',
  ],
  ['nose_shape', 'nose'],
  ['bite_or_protrusion', 'overbite|underbite|bite|teeth|protru\\S*|crooked|align\\S*'],
  [
    'muscle',
    'muscles?|ton(?:e|es|ed|ing)|strength\\S*|stronger|train(?:s|ing|ed)?|fit(?:ter)?|gym|workout|work out|firm\\S*|build(?:s|ing)?',
  ],
  [
    'skin_condition',
    'skin|acne|rosacea|eczema|spots?|pimples?|pores?|complexion|blemish\\S*|pigment\\S*|clear(?:s|er|ed)?|heal\\S*|even(?:s)?|bright\\S*',
  ],
  [
    'stress',
    'stress\\S*|calm\\S*|relax\\S*|anxi\\S*|nerv(?:es|ous)|sleep\\S*|mood|temper|worr\\S*|unwind\\S*|tension|day off|peace\\S*|quiet\\S*|slow(?:er)?|vagus|settle\\S*|rest(?:ed)?',
  ],
  [
    'certainty',
    'guarante\\S*|promise\\S*|certain\\S*|sure|always|every(?:one|body)?|never fails?|works?|proven?|science|scientif\\S*|stud(?:y|ies)|research|doctors|nobody|anyone|hundred|percent|all',
  ],
  [
    'safety',
    'safe\\S*|harm\\S*|risk\\S*|danger\\S*|side effects?|wrong|hurt\\S*|anyone|everybody|everyone|pregnan\\S*|children|never',
  ],
  ['dark_circles', 'dark|circles|rings|shadows?|blue|under (?:the|your) eyes?|panda'],
  ['eyes', 'eyes?|eyesight|sight|vision|see|glasses|bags|lids?|wide awake'],
  ['lips', 'lips?|mouth|pout|fuller|plump\\S*|kiss\\S*'],
  ['volume', 'volume|full(?:er|ness)?|plump\\S*|hollow\\S*|fill(?:s|ed|er)?|bigger|cheeks?'],
  [
    'asymmetry',
    'symmetr\\S*|asymmetr\\S*|even(?:s)?|crooked|straight\\S*|both (?:sides|halves)|balance\\S*|uneven|same|match\\S*',
  ],
  ['cheekbones', 'cheek ?bones?|bones?|higher'],
  ['grinding', 'grind\\S*|clench\\S*|night guard|teeth|bite|jaw'],
  ['nerve', 'nerves?|palsy|numb\\S*|tingl\\S*|face (?:moves|wakes)|paraly\\S*'],
  ['adhesions', 'adhesion\\S*|knots?|scar\\S*|crystals?|fascia\\S*|stuck|break\\S*|tissue'],
  ['hormones', 'hormon\\S*|cortisol|thyroid|metabol\\S*|gland\\S*'],
  ['immunity', 'immun\\S*|defen[cs]es?|colds?|flu|ill(?:ness)?|sick'],
  ['hair', 'hair\\S*|roots?|bald\\S*|follicles?|grow\\S*|scalp'],
  [
    'injections',
    'inject\\S*|botox|filler\\S*|needle\\S*|surgeon|surgery|knife|scalpel|syringe|clinic|instead of|cheaper|thread',
  ],
];
