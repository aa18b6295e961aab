import type { ClaimAbout } from '../../caution/wording';

/**
 * Words that often go with a claim without making one (general knowledge, no source): too weak for a rule, and weighed
 * against all others where it was learned how claims are made. Patterns as in `lexicon.ts`.
 */
export const CLAIM_HINTS: readonly (readonly [ClaimAbout, string])[] = [
  [
    'detox',
    'detox\\S*|toxi\\S*|poison\\S*|waste|impurit\\S*|purif\\S*|cleans\\S*|flush\\S*|rubbish|slag|out of (?:you|the body|the face)|toxins?|clear(?:s|ing)? out|gets? rid|bins?|gunk|dirt|junk|goes out|leaves? (?:your|the)|sluic\\S*|waste products|metabol\\S*|liver|filter\\S*|clean(?:s|ing|ed)?|inside|remov\\S*|carries|pollut\\S*|exhaust\\S*|bad|clears?|cleared|away|tidy\\S*|spring cleaning',
  ],
  [
    'lift',
    'lift(?:s|ed|ing)?|face ?lift|higher|up where|where they belong|sag\\S*|droop\\S*|hang\\S*|firm(?:s|er|ing|ly)?|tight(?:er|en\\S*)?|fuller|upwards|gravity|cheeks? up|jowls?|perk(?:y|ier|s)?|open(?:s|er)?|raises?|raised|hoist\\S*|contours?|defin\\S*|jawline|jaw ?line|cheekbones?|up there|back up|where it belongs|back where|without a knife|sharp\\S*|rises?|centimetres?|visibl\\S*|shap(?:e|es|ed)|lifts?|pull(?:s|ed)? up|fac(?:e|ial) (?:up|higher)|back in place|neck|skin|corners?|brows?|sits|smile|up|shelf|upstairs|upright|bra|drum|stands? up|drops?|dropping|sits?',
  ],
  [
    'wrinkle',
    "wrinkl\\S*|lines?|furrow\\S*|crease\\S*|crow'?s|folds?|smooth(?:s|er|ed)?|iron(?:s|ed)?|soft(?:er|en\\S*)|plump\\S*|number eleven|eleven|crepe|crinkl\\S*|elevens?|frown|laugh lines?|smil(?:e|ing) lines|erase\\S*|ironing|marks of|gets? less deep|less deep|deep(?:er)?|brow|forehead|parentheses|grooves?|relax(?:es)? that|melts?|history|smile|mouth|neck|prevent\\S*|fill(?:s|ed|ing)?|disappear\\S*|fade(?:s|d)?|vanish\\S*|flat(?:ten\\S*)?|gone|marionette|marks?|corners of|pack(?:s)?|rubs?|mirror|less like",
  ],
  [
    'younger',
    'young\\S*|years?|decade\\S*|age(?:s|ing|less)?|ag(?:e)?ing|old(?:er)?|birthday|thirty|forty|fifty|rejuvenat\\S*|fresh(?:er)?|clock|time|daughter|sister|passport|eighty|sixty|look(?:s)? (?:less|like)|less tired|wrecked|tired|rested|awake|grand ?mother|mother|school ?girl|girl|teenager|peach|asks? (?:for )?|guess(?:es)?|ten years|five years|recognis\\S*|youth\\S*|stops?|turn(?:s|ed)? back|anti|anti-ag\\S*|believe|baby|secret|prime|timeless|vital\\S*|id|sisters|sea|lively|well|slept|had (?:done|it done)|tiredness|crumpled',
  ],
  [
    'collagen',
    'collagen|elastin|elastic\\S*|bounc\\S*|fibres?|fibers?|building blocks|fibers|scaffold\\S*|structure|proteins?|cells?|new skin|mattress|springs?|builders?',
  ],
  [
    'circulation',
    'circulat\\S*|blood|colou?r(?:s|ed)?|pink|ros(?:y|ier)|glow\\S*|radian\\S*|warm(?:s|th|er|ed)?|oxygen\\S*|fresh(?:er)?|tingl\\S*|alive|awake|flush\\S*|cheeks? red|pump(?:s|ed|ing)?|flow(?:s|ing)?|every cell|cells|nourish\\S*|fed|feed(?:s)?|heat|hot|tingle|supply|wakes? (?:it|them|the skin) up|cheeks|nutrients?|wakes? (?:me|you|up|your)|wake(?:s)?|rosy|colour|healthy|bright\\S*|lively|coffee|engine|walk|prickl\\S*|window|pale|life|roses',
  ],
  [
    'drain',
    'drain\\S*|lymph\\S*|puff(?:y|iness)|swell\\S*|swollen|fluids?|water|bags?|lighter|less full|bloat\\S*|sofa|pillow|flow\\S*|de ?puff\\S*|congest\\S*|morning face|run(?:s)? off|less (?:heavy|thick)|heavy|heaviness|puffed|stuck|pathways?|opens? up|leave(?:s)?|out of (?:your|the) face|flush(?:es)?|takes? (?:the )?(?:swelling|it) down|down|morning|bath|sponge|rings?|fit(?:s)?|depuff\\S*|excess|retention|move(?:s)? along|circles|cushions?|bathtub|balloon|air out|tap|salty|flat(?:ter)?|face feels',
  ],
  [
    'slim_face',
    'slim\\S*|thin(?:ner)?|narrow\\S*|smaller|sizes?|v shape|contour\\S*|sculpt\\S*|chisel\\S*|defin\\S*|double chin|fat|chubby|cheekbones? (?:show|come)|jaw ?line|lose|lost|melt\\S*|snatched|sharper|second chin|chin|cheeks|hamster|oval|round(?:er)?|burns?|shap(?:e|es|ed|ing)|outline|angular|puffiness|jawline|less round|neck|face|jaw|weight|loses?|lean(?:er)?|tight\\S*|clear(?:er)?|cheekbones?|bloat\\S*|full(?:er)?|collar|size',
  ],
  [
    'pain_relief',
    'pain\\S*|aches?|aching|headaches?|migraines?|tension|clench\\S*|grind\\S*|stiff\\S*|eas(?:es|ed|ier|ing)|reliev\\S*|relief|looser|loosen\\S*|tight\\S*|hurts? less|toothache|unwind\\S*|head|temples?|throb\\S*|jaw joint|neck|soothing|soothes?|feels? (?:good|amazing|great|nice)|screen|computer|tablets?|painkillers?|aspirin|edge off|pressure|stress headache|releas\\S*|jaw|tired|tense|helps?|bothers?|sore(?:ness)?|shoulders?|tmj|cramps?|knots?|let go|loose|blessing|desk|screw|lid|helmet|band|good to|lets? go|driv\\S*|clicks?',
  ],
  [
    'allergy',
    'allerg\\S*|sinus\\S*|stuffy|blocked|hay ?fever|nose (?:is )?(?:free|clear)\\S*|breathe (?:better|freely|again)|a cold|congest\\S*|king|breathe|breath|spray|unblock\\S*|pollen|snot|freer|nostrils?|runny|stuffed|nose|airways?|mucus|snor\\S*|clear(?:s|er)?|snuffl\\S*|a little air|motorway',
  ],
  ['nose_shape', 'nose|slimmer|straight(?:er)?|narrow\\S*|tip'],
  [
    'bite_or_protrusion',
    'overbite|underbite|bite|teeth|protru\\S*|crooked|align\\S*|jaw (?:back|forward)|brace|chin forward|forward|sticks? out|line up|tongue|posture|jaw|chin|palate|straight\\S*|gap',
  ],
  [
    'muscle',
    'muscles?|ton(?:e|es|ed|ing)|strength\\S*|stronger|train(?:s|ing|ed)?|fit(?:ter)?|gym|workout|work out|firm\\S*|build(?:s|ing)?|muscle|reach(?:es)?|wall|work(?:s)? (?:them|it|every)|keeps? (?:them|it)|cords?|little (?:muscle|man)|exercis\\S*|power|works?|activat\\S*|wakes?|engag\\S*|target\\S*|power\\S*|weak(?:er)?|endurance|stamina|lazy|athlete|practice|control|front of',
  ],
  [
    'skin_condition',
    'skin|acne|rosacea|eczema|spots?|pimples?|pores?|complexion|blemish\\S*|pigment\\S*|clear(?:s|er|ed)?|heal\\S*|even(?:s)?|bright\\S*|glow\\S*|glass|dries|texture|redness|blackheads?|clearer|radian\\S*|fresh(?:er)?|plump\\S*|radiant|dull\\S*|tone|supple|silky|soft(?:er)?|beautiful|healthy|blotch\\S*|smooth\\S*|firm\\S*|cream|creams|velvet|porcelain',
  ],
  [
    'stress',
    'stress\\S*|calm\\S*|relax\\S*|anxi\\S*|nerv(?:es|ous)|sleep\\S*|mood|temper|worr\\S*|unwind\\S*|tension|day off|peace\\S*|quiet\\S*|slow(?:er)?|vagus|settle\\S*|rest(?:ed)?|anger|shake|shakes|holiday|day (?:falls|fell)|falls off|thoughts|quieter|head goes|sleepy|bed|tired|night|smoothing|happy|happier|brighter|better mood|nerves|breathe out|let go|forget|soft(?:er)?|settles?|home|ease|lighter|asleep|happiness|cheer\\S*|breath\\S*|lovely|evening|grounded|present|panic|heart|mind|feel(?:s)? (?:good|better|great|lovely)|comfort\\S*|balanced?|angry|hug|day|children|arrive|full|switch off|soothing|restless|soul|island|work|better|nicer|world|breathe deeper|upset',
  ],
  [
    'certainty',
    'guarante\\S*|promise\\S*|certain\\S*|sure|always|every(?:one|body)?|never fails?|works?|proven?|science|scientif\\S*|stud(?:y|ies)|research|doctors|nobody|anyone|hundred|percent|all|word of honour|honour|joke|no joke|fact|results?|see it|believe|literally|forever|for good|mark my words|without fail|tomorrow|days|weeks?|every time|immediately|instantly|straight away|not one|tell everybody|because of (?:it|this|that)|completely|crazy|difference|before and after|amazed|amazing|wonder\\S*|miracle\\S*|permanent\\S*|lasting|lasts?|transform\\S*|change(?:s|d)?|new face|month|the best|magic\\S*|incredible|unbelievable|serious(?:ly)?|swear|absolutely|definitely|obviously|real|every single|visible|notice|bet|hand in the fire|sure as|tide|trust me|in two weeks|in a week|immediate\\S*',
  ],
  [
    'safety',
    'safe\\S*|harm\\S*|risk\\S*|danger\\S*|side effects?|wrong|hurt\\S*|anyone|everybody|everyone|pregnan\\S*|children|never|overdo|too much|too often|nothing can|harmless|for everybody|any age|medicine|doctor|suits everyone|fine|even with|okay|gentle enough|babies|any (?:age|skin|condition)|no matter|natural|without (?:worry|fear|asking)|no risk|no limit|sleep|break|careful|worry|even when|even right',
  ],
  [
    'dark_circles',
    'dark|circles|rings|shadows?|blue|under (?:the|your) eyes?|panda|bags|purple|slept|sleep|raccoon|violet|grey|tired eyes|lighter|fade(?:s|d)?|under eye|brighter|circle|brighten\\S*|under eye area|awake|thin',
  ],
  [
    'eyes',
    'eyes?|eyesight|sight|vision|see|glasses|bags|lids?|wide awake|open(?:s|er)?|hooded|awake|wider|bigger|larger|look(?:s)? (?:more|bigger)|brighter|fresh(?:er)?|bright\\S*|clear(?:er)?|focus\\S*|heavy|strain|screen|relax\\S*|strengthen\\S*|droop\\S*|brows?|shutters?|saucers|reading',
  ],
  [
    'lips',
    'lips?|mouth|pout|fuller|plump\\S*|kiss\\S*|fuller lips|film star|redder|rosier|red|needle|full|bigger|thicker|lipstick|chilli',
  ],
  [
    'volume',
    'volume|full(?:er|ness)?|plump\\S*|hollow\\S*|fill(?:s|ed|er)?|bigger|cheeks?|padding|round out|puffs? out|gaunt|sunken|temples',
  ],
  [
    'asymmetry',
    'symmetr\\S*|asymmetr\\S*|even(?:s)?|crooked|straight\\S*|both (?:sides|halves)|balance\\S*|uneven|same|match\\S*|left and right|sides?|halves|straighten(?:s)? out|smile|alike|corner|droop\\S*|weaker|two sides|other side|equal|droopy|mouth|even(?:s|ed)? out|uneven\\S*|level|lazy side|crooked smile',
  ],
  ['cheekbones', 'cheek ?bones?|bones?|higher|model|carv\\S*|sculpt\\S*|cut|north face|shap(?:e|es|ed)|apples?'],
  [
    'grinding',
    'grind\\S*|clench\\S*|night guard|teeth|bite|jaw|gnash\\S*|sleep|night|at night|guard|loose(?:r)?|wak(?:e|ing)|morning|tension|habit|relax\\S*|stop(?:s)?|splint|crunch\\S*',
  ],
  ['nerve', 'nerves?|palsy|numb\\S*|tingl\\S*|face (?:moves|wakes)|paraly\\S*|vagus|nervous|signals?|system'],
  [
    'adhesions',
    'adhesion\\S*|knots?|scar\\S*|crystals?|fascia\\S*|stuck|break\\S*|tissue|loosen\\S*|sticky|supple|layers|release\\S*|lumps?|unglu\\S*|glue\\S*',
  ],
  [
    'hormones',
    'hormon\\S*|cortisol|thyroid|metabol\\S*|gland\\S*|happiness|happy|endorphin\\S*|serotonin|oestrogen|melatonin|joy',
  ],
  ['immunity', 'immun\\S*|defen[cs]es?|colds?|flu|ill(?:ness)?|sick|infection|bugs?|germs|winter|protect\\S*|healthy'],
  ['hair', 'hair\\S*|roots?|bald\\S*|follicles?|grow\\S*|scalp|grows?|thick(?:er)?|feeds?'],
  [
    'injections',
    'inject\\S*|botox|filler\\S*|needle\\S*|surgeon|surgery|knife|scalpel|syringe|clinic|instead of|cheaper|thread|save your money|money|expensive|without a|beauty doctor|treatment|natural|instead|same as|after the needle|surger\\S*|cosmetic|lifting|face ?lift|clinics|alternative|replac\\S*|without any|free',
  ],
];
