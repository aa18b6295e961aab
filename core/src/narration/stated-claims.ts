import type { ClaimAbout } from '../caution/wording';

/** Up to so many words of the same sentence between two. */
const gap = (most: number): string => `(?: [^ .]+){0,${most}}`;
const either = (...patterns: string[]): string => patterns.join('|');

/** That something goes, told of it: "the furrow is wiped out". */
const GOES =
  'gone|disappears?|disappeared|vanish(?:es|ed)?|fades?(?: away)?|melts?(?: away)?|dissolves?|erased|wiped|smoothed (?:out|away)|(?:is|are) (?:history|over|out|cured|healed)|goes away|go away|go for good|(?:dry|dries|clears?) (?:out|up)|heals?|shrinks?|stays? away|never (?:returns?|comes? back)|not come back|for good|forever|once and for all|washed away|swept away|carried away|flushed out|comes? (?:loose|unglued|off)|breaks? up|drops? to (?:zero|nothing)|passes? you by|pass you by|no (?:more|longer)|a thing of the past|does not stand a chance|without a trace|by (?:friday|monday|breakfast|tomorrow|summer)';
/** That something is made to go, told of a move and not as an instruction: "stops", and not "stop". */
const ENDS =
  'ends|cures?|heals|removes|erases|banishes|stops|will stop|fixes|kills|dissolves|clears(?: up)?|calms|dries(?: up| out)?|melts|burns|shrinks|breaks down|takes away|wipes(?: out| off| away)?|irons(?: out)?|smooths(?: out| away)|flattens|fades|gets? rid of|gets you rid of|frees (?:you|your face) (?:of|from)|(?:say |wave |kiss )?(?:goodbye|farewell|bye|bye bye) to|no more|the end of|done with|never again|reverses|undoes|prevents';
/** That something becomes another thing. */
const BECOMES = 'becomes?|gets?|grows?|turns?(?: into)?|looks?|swells?(?: to)?|comes? out|will be|is going to be|goes';
const HAVE = 'gives? you|get|gets you|have|has|will have|makes?(?: for)?|build|builds';

/** Verbs of change in whatever form, for what no exercise is said to change at all. */
const CHANGES =
  '(?:shr(?:i|u)nk|shrank|crush|heal(?!th)|cur(?:e|ing)|repair|fix|correct|restor|rebuil|regenerat|renew|regrow|thicken|plump|erase|eras|iron|wip|melt|burn|dissolv|flush|drain|empt|remov|clear|fad|lighten|vanish|disappear|dropp?|sink|sank|fall|doubl|tripl|boost|balanc|reset|strengthen|stimulat|smooth|soften|break|tear|loosen|beat|fight|chas|banish|reduc|eliminat|undo|undid|revers|detoxif|produc|multipl)\\S*|(?:rub|take|takes|took|push|pushes|pull|press|squeeze|wash|move|carry|get|gets|sweep)(?: [^ .]+){0,5} (?:out|off|away|down and out)|(?:goes|go|went|going|shoots?|shot|comes?) (?:down|up|away)|leaves? (?:the|your|you)(?: [^ .]+)?|start(?:s)? to grow|(?:wakes?|wake) up|put(?:s)?(?: [^ .]+){0,2} back|straight|stays? (?:flat|away|gone|down)|no longer|never again|gone|goodbye|farewell';

/** What no stroke is shown to change: whoever speaks of its change claims it. */
const UNCHANGED: readonly (readonly [ClaimAbout, string])[] = [
  [
    'dark_circles',
    '(?:darkness|dark circles|dark rings|shadows)(?= (?:[^ .]+ ){0,3}(?:under|below|beneath|eyes))|dark circles',
  ],
  [
    'wrinkle',
    "wrinkles|wrinkle(?! (?:it|your|the|up|against|and) )|furrows?|crow's feet|(?:frown|smile|laugh|forehead|neck|marionette) lines|nasolabial folds?",
  ],
  [
    'slim_face',
    'double chin|facial fat|(?:face|cheek|chin|the) fat|fat (?:face|cheeks|cells)|(?:puffy|chubby) ?,? fat face',
  ],
  ['drain', 'puffiness|eye ?bags|the bags|bags under (?:the|your) eyes|water retention'],
  ['pain_relief', '(?:tension )?headaches|migraines?|tinnitus|jaw pain|neck pain'],
  ['skin_condition', 'acne|rosacea|eczema|psoriasis|pimples|age spots|pigmentation'],
  ['stress', 'anxiety|depression|insomnia|panic'],
  ['hormones', 'hormones?|cortisol|thyroid'],
  ['immunity', "immune system|immunity|(?:body's|your|the) (?:own )?defen[cs]es"],
  ['hair', 'hair roots?|(?:the |your )?roots of (?:the|your) hair|hair follicles?'],
  ['adhesions', 'adhesions?|crystals|scar tissue|calcifications?|knots in the fascia'],
  ['detox', 'toxins?|poisons?|heavy metals|impurities'],
  ['collagen', 'collagen|elastin'],
  ['nerve', '(?:the |your )?(?:facial |vagus )?nerves?(?! (?:run|lie)s?)'],
  ['lift', 'gravity|jowls?'],
  ['asymmetry', 'crooked(?: [^ .]+)?|asymmetr\\S*'],
  ['nose_shape', '(?:big|broad|wide|long|large) nose'],
  ['bite_or_protrusion', '(?:crooked|receding|weak) (?:jaw|chin|teeth)|over ?bite|under ?bite'],
];
/** In a caution, a rule or a first aid the same words claim nothing. */
export const CAUTIONED =
  / (?:ask|asks|skip|avoid|careful|wait|unless|until|if|stop when|leave (?:it|this|that|them|these|those) out|keep (?:away|off|clear|it light)|stay away|instead|dermatologist|first|never (?:press|pull|drag|over|on)|not (?:over|on|with|for)) /;

/** What people want gone. */
const UNWANTED: readonly (readonly [ClaimAbout, string])[] = [
  [
    'dark_circles',
    '(?:dark|black|blue) (?:circles|rings|shadows)|(?:circles|shadows|rings) under (?:the|your) eyes|under ?eye (?:circles|shadows)|panda eyes',
  ],
  [
    'wrinkle',
    "wrinkles?|furrows?|crow's feet|(?:frown|smile|laugh|deep|fine|those|these|forehead|neck|marionette|nasolabial) (?:lines?|folds?|creases?)|№ lines|lines? (?:between|beside|around|on|across) (?:the|your)",
  ],
  ['lift', 'jowls?|(?:sagging|saggy|hanging|drooping|droopy)(?: [^ .]+)?'],
  [
    'slim_face',
    'double chin|(?:face|facial|cheek|chin|the) fat|fat (?:on|off|in|of) (?:the|your)|chubby cheeks|(?:pounds|kilos) on (?:the|your) face',
  ],
  ['grinding', 'grinding|clenching|bruxism'],
  ['pain_relief', '(?:jaw |neck |the |your |all |any )?pain|headaches?|migraines?|tinnitus|toothache|tmj|stiff neck'],
  [
    'skin_condition',
    'acne|rosacea|eczema|psoriasis|pimples|breakouts|blemishes|age spots|(?:red |dark |brown )?spots|pigmentation|cold sores|large pores|pores',
  ],
  [
    'drain',
    'puffiness|swelling|eye ?bags|bags(?: under (?:the|your) eyes)?(?= ?,? ever)|bags under (?:the|your) eyes|water retention',
  ],
  ['stress', 'anxiety|stress|depression|panic|burnout|insomnia|worries|sleepless nights'],
  ['hair', 'hair loss|thinning hair|bald (?:spots?|patch(?:es)?)|receding hairline'],
  ['adhesions', 'adhesions?|scar tissue|stuck (?:fascia|tissue)|(?:everything|what|all) that is stuck(?: [^ .]+){0,3}'],
  ['detox', 'poisons?|toxins?|heavy metals|waste|impurities'],
  ['asymmetry', 'asymmetr\\S*|crooked(?: [^ .]+)?|uneven (?:face|features|cheeks|brows)|lopsided(?: [^ .]+)?'],
  ['nose_shape', 'bump on (?:the|your) nose|(?:the |your )?hump'],
  ['bite_or_protrusion', 'over ?bite|under ?bite|receding chin|buck teeth|weak chin'],
];

/** What is to look otherwise, and how. */
const LOOKS: readonly (readonly [about: ClaimAbout, part: string, how: string])[] = [
  ['eyes', 'eyes?|(?:eye ?)?lids?', 'bigger|larger|wider|rounder|more open|twice the size|lifted|young again'],
  [
    'nose_shape',
    'nose|nostrils|bridge',
    '(?:narrow|straight|thin|sharp|small|slim|short|fine|slender)(?:er|ner|mer|r)?|refined',
  ],
  ['lips', 'lips?|pout|mouth', '(?:plump|full|big|thick|proper|round)(?:er|ger)?(?: pout)?'],
  ['volume', 'cheeks?|temples?|face', 'full again|round again|filled(?: out)?|plump(?:er)?|fuller'],
  [
    'asymmetry',
    'face|features|smile|brows?|corners|sides?|left and right',
    'symmetric(?:al)?|perfectly even|like twins',
  ],
  [
    'cheekbones',
    'cheek ?bones?',
    'high(?:er)?|sharp(?:er)?|sculpted|carved|chisell?ed|prominent|stronger|like a model',
  ],
  ['slim_face', 'face|jaw ?line|cheeks?', 'slim(?:mer)?|narrow(?:er)?|v ?shaped|chisell?ed'],
];

/** What a claim of a kind cannot do without, where there is such a word: looked for first, since most sentences have none. */
const NAMED: Partial<Record<ClaimAbout, string>> = {
  volume: 'volume|roundness|fullness|plumpness|hollows?|sunken|cheeks|folds',
  eyes: 'eyes?|(?:eye ?)?lids?|bigger|larger',
  lips: 'lips?',
  asymmetry: 'crooked|asymmetr\\S*|uneven|lopsided|side|symmetr\\S*|left',
  lift: 'jowls?|hangs|sags|hung|sagged|dropped|drooped|fallen|sagging|saggy|hanging|drooping|droopy|gravity|face ?lift|higher|took',
  cheekbones: 'cheek ?bones?',
  bite_or_protrusion: 'jaw|chin|teeth|bite|over ?bite|under ?bite',
  grinding: 'no longer|guard|mouth ?guard|night ?guard|splint',
  wrinkle: 'forehead|lines?|creases?|folds?|wrinkles?',
  nerve: 'nerves?|nervous|vagus|brain',
  adhesions: 'adhesions?|scars?|scar|fascia|calcification\\S*|crystals',
  hormones: 'hormones?|cortisol|thyroid|o?estrogen|adrenals?|metabolism',
  immunity: 'immun\\S*|defen[cs]es?|colds?|flu|viruses|infections?',
  hair: 'hair|bald|thinning',
  injections: 'botox|fillers?|injections?|needles?|syringe|surgery|surgeon|face ?lifts?|facelift|knife|clinic',
  younger: 'years?|decades?|younger|pass|taken|mistaken|guess\\S*|like',
  detox: 'poisons?|toxins?|waste|impurities|metals|rubbish',
  collagen: 'collagen|elastin',
  pain_relief: 'pain|headaches?|migraines?|tinnitus|toothache',
  drain: 'lymph\\S*|fluid|puffiness|bags|swelling',
  stress: 'anxiety|stress|depression|panic|worries',
};

/** Words that claim something, and what has to be named in them. */
export interface StatedClaim {
  readonly about: ClaimAbout;
  readonly named: string | null;
  readonly words: string;
}

/**
 * Claims that are stated outright, each by words that need nothing beside them: what the older patterns, which want a
 * topic and a promising word, do not see. Instructions ("tighten your lips") are told from claims by their verbs.
 */
const BY_PATTERN: readonly StatedClaim[] = [
  ...(
    [
      [
        'certainty',
        either(
          `(?:i|we) (?:can |do |fully |absolutely )?(?:guarantee|promise)(?: you)?(?: that)?(?: ,)? (?:you|your|it|this|that|results?)(?! (?:will )?(?:count|say|tell|show|stop|be back))`,
          `guaranteed|(?:have|give you) my word|mark my words|no exceptions|without exception|(?:never|nobody|no one)${gap(2)} (?:seen|saw|known) (?:it|this) fail`,
          `you will (?:not believe|be amazed|be stunned)|(?:before|after) pictures?`,
          `(?:scientifically|clinically|medically|officially) (?:proven|tested|shown|confirmed)`,
          `(?:it is|it's|this is|that is|has been|is|are) proven`,
          `(?:science|studies|research|doctors) (?:proves?|has proven|have proven|confirms?)`,
          `works? (?:for|on) (?:every|all|any|absolutely)\\S*|(?:has|have) to work|(?:every one|each|all) of you will (?:see|look|have|get|notice)`,
          `never fails|cannot fail|can't fail|can fail|always works|without fail|impossible (?:that it does not|not) \\S+`,
          `№ (?:percent|%) of${gap(3)} (?:women|men|people|clients|viewers|students|users|us|them|customers)`,
          `№ (?:out )?of (?:№|my|our) (?:women|men|people|clients|viewers|students|users|customers)`,
          `not (?:one|a single one) of (?:my|our) (?:students|clients|viewers|women|customers)`,
          `(?:in|within|after) (?:just |only |about |exactly )?(?:№|a|one|two|three) (?:days?|weeks?|months?|sessions?|minutes?)[ ,]+(?:[^ .]+ ){0,5}(?:different|new|another|visible|real|noticeable) (?:face|skin|look|neck|results?|difference|change)`,
          `(?:nobody|no one|your own \\S+) will (?:not )?recogni[sz]e you`,
          `(?:see|saw|notice|noticed|get|got|have|has|visible|real)${gap(3)} (?:results?|a difference|the difference|it)${gap(2)} (?:straight away|immediately|at once|instantly|overnight|within № \\S+|in № \\S+|after (?:one|a|the first|just) \\S+)`,
          `(?:instant|immediate|permanent|lasting) (?:results?|effects?)|that(?:'s| is) a fact`,
          `definitely (?:see|look|looks|get|notice|lifts?|works?)`,
        ),
      ],
      [
        'safety',
        either(
          `(?:no|zero|without|without any|not any|free of) (?:[^ .]+ )?risks?(?: whatsoever| at all)?|risk ?free`,
          `(?:completely|totally|absolutely|perfectly|entirely|№ (?:percent|%)|always) (?:safe|harmless)`,
          `(?:safe|harmless|suitable) for (?:every|all|any)\\S*|(?:no|zero|without|without any) side effects?`,
          `(?:don't|do not|never|nobody|no one|no|not)${gap(3)} (?:need|needs|have to|has to|must)(?: to)?(?: [^ .]+){0,2}(?: (?:ask|see|consult|call))?(?: (?:a|your|any|the))? (?:doctor|physician|dentist|dermatologist|medical advice)`,
          `(?:you|it|this|they|one) (?:really |simply )?(?:can't|cannot|can not|could never|can never) (?:possibly )?(?:hurt|harm|injure|damage) (?:yourself|you|anyone|anybody|anything|the skin|your skin)`,
          `nothing${gap(3)} can${gap(1)} (?:go wrong|happen|do (?:any )?harm|hurt)|never (?:hurt|harmed) anyone`,
          `you (?:can't|cannot|can not) (?:overdo|do (?:it |this )?(?:wrong|too much))`,
          `(?:anybody|anyone|everybody|everyone) can do (?:it|this|them)(?: ,)?${gap(2)} (?:whatever|no matter|even with|even if|ill|sick|pregnant)`,
          `even (?:with|after|if you have) (?:[^ .]+ ){0,4}(?:condition|surgery|pregnancy|fever|thrombosis|cancer|pacemaker|fillers?|injections?) you (?:may|can)`,
          `(?:all |right )?through (?:the |your )?(?:whole |entire )?pregnancy`,
          `(?:on|with|at|for) any (?:skin|age|illness|condition)|(?:forget|ignore|never mind)${gap(2)} (?:your |the )?(?:doctor|dentist|dermatologist)\\S*`,
        ),
      ],
      [
        'volume',
        either(
          `(?:restores?|restoring|gives? back|brings? back|puts|returns|adds|rebuilds|replaces)${gap(5)} (?:volume|roundness|fullness|plumpness)`,
          `(?:volume|fullness|roundness|plumpness)${gap(6)} (?:comes? back|returns?|restored|is back)`,
          `(?:fills|plumps)(?: out| in| up)?${gap(3)} (?:hollows?|sunken|hollow cheeks|folds)`,
          `cheeks (?:fill|plump|round) (?:out|up)|hollows?${gap(3)} (?:gone|filled)`,
          `(?:hollow|sunken)${gap(3)} (?:(?:fill|round)s? (?:out|up|in)|round again|full again)`,
        ),
      ],
      [
        'eyes',
        either(
          `(?:makes|will make)${gap(3)} (?:eyes?|it) (?:look )?(?:bigger|larger|wider|rounder)|(?:bigger|larger|more open)${gap(1)} (?:for good|forever|permanently)`,
          `(?:hooded|heavy|drooping|droopy) (?:eye ?)?lids?${gap(3)} (?:comes? up|lifts?|lifted|rises?|opens?)`,
          `(?:lifts|opens|raises)${gap(2)} (?:hooded|heavy|drooping|droopy) (?:eyes?|(?:eye ?)?lids?)|(?:tiny|small) eyes (?:grow|get|open)`,
        ),
      ],
      [
        'lips',
        `plumping${gap(3)} lips?|(?:plumps|fills|swells)(?: up| out)? (?:the|your)${gap(2)} lips?|lips?${gap(2)} (?:grow|swell|plump up)`,
      ],
      [
        'asymmetry',
        either(
          `(?:evens? (?:out|up)|straightens?(?: out)?|corrects?|fixes|balances(?: out)?)${gap(4)} (?:crooked|asymmetr\\S*|uneven|lopsided)`,
          `(?:lower|weaker|smaller|drooping) side${gap(3)} (?:catches|will catch|comes) (?:up|level)|(?:perfect|full) symmetry|left and right will (?:match|be (?:the same|equal))`,
          `(?:becomes?|gets?|will be|turns?|is|are)${gap(2)} symmetric(?:al)?`,
        ),
      ],
      [
        'lift',
        either(
          `(?:lifts|tightens)${gap(3)} jowls?|jowls?${gap(4)} (?:tighten\\S*|lift(?:s|ed)|away)`,
          `(?:pulls|lifts|brings|raises|hoists|puts)${gap(4)} (?:hangs|sags|hung|sagged|dropped|drooped|fallen)${gap(3)} (?:up|back)`,
          `(?:sagging|saggy|hanging|drooping|droopy)${gap(5)} (?:up again|lifted|back up|climbs?|climb back|rises?|comes? up)`,
          `(?:defies|beats|against) gravity|gravity took${gap(5)} back|(?:natural|non ?surgical|instant) face ?lift`,
          `(?:everything|the face|your face|cheeks?|skin)${gap(1)} sits? higher`,
        ),
      ],
      [
        'cheekbones',
        either(
          `(?:carves|chisels|sculpts|raises|brings|builds|defines|sharpens)(?: out)?${gap(3)} cheek ?bones?`,
          `cheek ?bones?${gap(3)} (?:higher|sharper|stand out|come out|appear)|(?:model|film star|perfect) cheek ?bones?|(?:cut|slice)${gap(3)} with (?:those|your|these) cheek ?bones?`,
        ),
      ],
      [
        'bite_or_protrusion',
        either(
          `(?:jaw|chin|teeth|bite)${gap(3)} (?:slides|moves|shifts|goes|comes|grows|drops|realigns)${gap(2)} (?:back|forward|forwards|into place|in place|where it|where they|into line)`,
          `(?:brings|moves|pulls|pushes|shifts|grows|corrects)${gap(3)} (?:receding|weak|crooked|short|retracted) (?:jaw|chin|teeth)`,
          `(?:over ?bite|under ?bite|receding chin|weak chin)${gap(5)} (?:forward|stronger|corrected|corrects? itself)`,
          `(?:aligns|realigns|straightens|corrects)${gap(2)} (?:jaw|teeth|bite)`,
        ),
      ],
      [
        'grinding',
        `(?:you can throw|you can leave|no longer need|never need|will not need|won't need|do not need|don't need)${gap(3)} (?:night ?guard|mouth ?guard|splint)`,
      ],
      [
        'wrinkle',
        either(
          `(?:irons|presses|smooths|flattens)${gap(3)} (?:forehead|lines?|creases?|folds?)${gap(2)} (?:flat|smooth|out|away)`,
          `(?:no|not|never)${gap(3)} (?:crease|wrinkle|line)s? (?:left|there|any ?more|to be seen|to be found)`,
        ),
      ],
      [
        'nerve',
        either(
          `(?:resets?|reboots?|rewires?|restarts?|heals|repairs?|switch(?:es)? (?:on|off))(?: the| your)${gap(2)} (?:nerves?|nervous system|vagus\\S*|brain)`,
          `(?:nerves?|nervous system|vagus(?: nerve)?|brain)${gap(4)} (?:reset|rebooted|rewired|restarted|healed|repaired|regenerates?|wakes? up|works? again)`,
        ),
      ],
      [
        'adhesions',
        `(?:break(?:s|ing)?|tear(?:s|ing)?|dissolv(?:e|es|ing)|loosen(?:s|ing)|rip(?:s|ping)?|melt(?:s|ing)?|free(?:s|ing)|remov(?:e|es|ing))${gap(4)} (?:adhesions?|scar tissue|scars|fascia|calcification\\S*|crystals)`,
      ],
      [
        'hormones',
        either(
          `(?:balances?|balancing|regulates?|normali[sz]es?|resets?|boosts?|stimulates?|lowers?|raises?|gets?|wakes|activates?|speeds up)${gap(3)} (?:hormones?|cortisol|thyroid|o?estrogen|adrenals?|metabolism)`,
          `(?:hormones?|cortisol|thyroid|metabolism)${gap(4)} (?:balanced?|in balance|working|works|drops|falls|sinks|speeds|normal again)`,
        ),
      ],
      [
        'immunity',
        either(
          `(?:strengthens?|boosts?|supports?|builds?(?: up)?|activates?|wakes up|improves?|fires up)${gap(3)} (?:immun\\S*|defen[cs]es?)`,
          `immun\\S*${gap(4)} (?:stronger|better|boosted|up)|(?:never|no longer|won't|will not|not)${gap(2)} (?:catch|get|have) (?:a|any|another) (?:cold|flu|infection)`,
          `keeps? (?:[^ .]+ )?(?:colds?|flu|viruses|infections) away|(?:colds?|flu|viruses|infections)${gap(2)} (?:pass(?:es)? you by|stays? away|have no chance)`,
        ),
      ],
      [
        'hair',
        either(
          `(?:makes?|lets|helps|gets)${gap(3)} hair${gap(3)} (?:grow\\S*|thick\\S*|stronger|fuller)`,
          `hair${gap(3)} (?:grows|growth|thicker|fuller|stronger|comes back|grows back|stops falling)|bald${gap(2)} (?:fills? in|grows? over)|new hair`,
        ),
      ],
      [
        'injections',
        (() => {
          const needles = 'botox|fillers?|injections?|needles?|syringe|surgery|surgeon|face ?lifts?|the knife|clinic';
          return either(
            `(?:better|cheaper|safer|stronger|as good|just as good|as effective|more effective|does more)(?: than| as) (?:[^ .]+ ){0,3}(?:${needles})`,
            `(?:instead of|replaces|no need for|forget|who needs|why pay for|rather than|the natural|nature's|like natural)${gap(2)} (?:${needles})`,
            `without (?:any |a |the )?(?:${needles})|(?:nature's|natural|your own|own)${gap(1)} (?:botox|filler|facelift|face lift)|(?:botox|filler) in a bottle`,
            `(?:${needles})${gap(6)} (?:the (?:very )?same (?:thing|effect|result)|unnecessary|obsolete|not needed any ?more|can do what|does not do better)`,
            `(?:same (?:thing|effect|results?) as|works? like|acts? like)${gap(2)} (?:${needles})`,
          );
        })(),
      ],
      [
        'younger',
        either(
          `(?:look|looks|appear|be)${gap(3)} (?:years?|decades?) (?:younger|fresher)`,
          `(?:takes?|taking|shaves?|wipes?|knocks?|peels?)${gap(3)} (?:years?|decades?)${gap(3)} off`,
          `(?:takes?|taking|shaves?|wipes?|knocks?) off${gap(3)} (?:years?|decades?)|(?:years?|decades?) off (?:your|the) face`,
          `(?:pass for|look like|taken for|mistaken for|guess(?:es)?)${gap(2)} (?:№|your (?:own )?daughter|your sister)`,
        ),
      ],
      [
        'detox',
        `(?:flush|flushes|flushing|washes|rinses|drains|carries|clears|removes|eliminates|draws|pushes|sweeps|gets? rid of)${gap(6)} (?:poisons?|toxins?|waste|impurities|heavy metals|rubbish)|(?:poisons?|toxins?|waste|heavy metals)${gap(8)} (?:carried|flushed|washed|drained|swept|leaves?|removed)`,
      ],
      [
        'collagen',
        either(
          `(?:builds?|building|produces?|producing|makes?|making|creates?|forms?|stimulates?|boosts?|tells?|renews?|restores?|triggers?|activates?|wakes)${gap(5)} (?:collagen|elastin)`,
          `(?:collagen|elastin)${gap(4)} (?:production|grows|rises|builds|again|comes back|boost)`,
        ),
      ],
      [
        'pain_relief',
        `takes (?:the|your|all|any|every|that)${gap(2)} (?:pain|headaches?|migraines?|tinnitus|toothache)${gap(2)} (?:away|for good|once and for all|forever)`,
      ],
      ['drain', `(?:empties|flushes|cleans out|drains)${gap(3)} (?:lymph\\S*|fluid|puffiness|bags|swelling)`],
      ['stress', `switch(?:es)?(?: off)?${gap(3)} (?:anxiety|stress|depression|panic|worries)(?: off)?`],
    ] as readonly (readonly [ClaimAbout, string])[]
  ).map(([about, words]): StatedClaim => ({
    about,
    named: NAMED[about] ?? null,
    words,
  })),
  ...UNCHANGED.map(([about, what]): StatedClaim => ({
    about,
    named: what,
    words: either(`(?:${what})${gap(7)} (?:${CHANGES})`, `(?:${CHANGES})${gap(4)} (?:${what})`),
  })),
  ...UNWANTED.map(([about, what]): StatedClaim => ({
    about,
    named: what,
    words: either(`(?:${what})${gap(7)} (?:${GOES})`, `(?:${ENDS})${gap(3)} (?:${what})`),
  })),
  ...LOOKS.map(([about, part, how]): StatedClaim => ({
    about,
    named: part,
    words: either(
      `(?:${part})${gap(2)} (?:${BECOMES})${gap(2)} (?:${how})`,
      `(?:${HAVE})${gap(2)} (?:${how})(?: ,)?${gap(2)} (?:${part})`,
    ),
  })),
];

/** The same, one for each kind. */
export const STATED_CLAIMS: readonly StatedClaim[] = [...new Set(BY_PATTERN.map((one) => one.about))].map((about) => {
  const own = BY_PATTERN.filter((one) => one.about === about);
  const named = own.map((one) => one.named);
  return {
    about,
    named: named.includes(null) ? null : either(...(named as string[])),
    words: either(...own.map((one) => one.words)),
  };
});
