import type { ClaimAbout } from '../caution/wording';

/** Up to so many words of the same sentence between two. */
const gap = (most: number): string => `(?: [^ .]+){0,${most}}`;
const GONE =
  'gone|disappears?|vanish(?:es)?|fades?(?: away)?|melts? away|dissolves?|erased|(?:is|are) history|goes away|go away';
/** What makes something go: as it is told of a move, not as an instruction ("stops", and not "stop"). */
const ENDS =
  'ends|cures?|heals|removes|erases|banishes|stops|fixes|kills|dissolves|clears(?: up)?|takes away|gets rid of|get rid of|gets you rid of|(?:say )?goodbye to|no more';
const NEEDLES = 'botox|fillers?|injections?|needles?|surgery|surgeon|face ?lifts?|the knife';

/**
 * Claims that are stated outright, each by words that need nothing beside them: what the older patterns, which want a
 * topic and a promising word, do not see. Instructions ("tighten your lips") are told from claims by their verbs.
 */
export const STATED_CLAIMS: readonly (readonly [ClaimAbout, string])[] = [
  [
    'certainty',
    [
      `(?:i|we) (?:can |do |fully |absolutely )?(?:guarantee|promise)(?: you)?(?: that)?(?: ,)? (?:you|your|it|this|that|results?)(?! (?:will )?(?:count|say|tell|show|stop|be back))`,
      `guaranteed`,
      `(?:scientifically|clinically|medically|officially) (?:proven|tested|shown|confirmed)`,
      `(?:it is|it's|this is|that is|has been|is|are) proven`,
      `(?:science|studies|research|doctors) (?:proves?|has proven|have proven|confirms?)`,
      `works? (?:for|on) (?:every|all|any|absolutely)\\S*`,
      `(?:never fails|cannot fail|can't fail|can fail|always works|without fail)`,
      `№ (?:percent|%) of${gap(3)} (?:women|men|people|clients|viewers|students|users|us|them|customers)`,
      `№ (?:out )?of (?:№|my|our) (?:women|men|people|clients|viewers|students|users|customers)`,
      `(?:in|within|after) (?:just |only |about |exactly )?(?:№|a|one|two|three) (?:days?|weeks?|months?|sessions?|minutes?)[ ,]+(?:[^ .]+ ){0,5}(?:different|new|another|visible|real|noticeable) (?:face|skin|look|neck|results?|difference|change)`,
      `(?:see|saw|notice|noticed|get|got|have|has|visible|real)${gap(3)} (?:results?|a difference|the difference|it)${gap(2)} (?:straight away|immediately|at once|instantly|overnight|within № \\S+|in № \\S+|after (?:one|a|the first|just) \\S+)`,
      `(?:instant|immediate|permanent|lasting) (?:results?|effects?)`,
      `that(?:'s| is) a fact`,
      `definitely (?:see|look|looks|get|notice|lifts?|works?)`,
    ].join('|'),
  ],
  [
    'safety',
    [
      `(?:no|zero|without|without any|not any|free of) (?:[^ .]+ )?risks?(?: whatsoever| at all)?`,
      `risk ?free`,
      `(?:completely|totally|absolutely|perfectly|entirely|№ (?:percent|%)|always) (?:safe|harmless)`,
      `(?:safe|harmless|suitable) for (?:every|all|any)\\S*`,
      `(?:no|zero|without|without any) side effects?`,
      `(?:don't|do not|never|nobody|no one|no|not)${gap(3)} (?:need|needs|have to|has to|must)(?: to)?(?: [^ .]+){0,2}(?: (?:ask|see|consult|call))?(?: (?:a|your|any|the))? (?:doctor|physician|dentist|dermatologist|medical advice)`,
      `(?:you|it|this|they|one) (?:really |simply )?(?:can't|cannot|can not|could never|can never) (?:possibly )?(?:hurt|harm|injure|damage) (?:yourself|you|anyone|anybody|anything|the skin|your skin)`,
      `nothing (?:bad )?can (?:go wrong|happen)`,
      `you (?:can't|cannot|can not) (?:overdo|do (?:it |this )?(?:wrong|too much))`,
      `(?:anybody|anyone|everybody|everyone) can do (?:it|this|them)(?: ,)?${gap(2)} (?:whatever|no matter|even with|even if|ill|sick|pregnant)`,
    ].join('|'),
  ],
  [
    'dark_circles',
    [
      `(?:dark (?:circles|rings|shadows)|(?:circles|shadows|rings) under (?:the|your) eyes|under ?eye (?:circles|shadows))${gap(6)} (?:${GONE}|lighter|brighter|for good)`,
      `(?:${ENDS}|fades|lightens|brightens|against)${gap(4)} (?:dark (?:circles|rings|shadows)|(?:circles|shadows|rings) under (?:the|your) eyes)`,
    ].join('|'),
  ],
  [
    'eyes',
    [
      `eyes?${gap(3)} (?:makes?|look|looks|get|gets|become|becomes|appear|grow)${gap(3)} (?:bigger|larger|wider|rounder|twice the size|more open)`,
      `(?:makes|will make|gives you)${gap(3)} (?:bigger|larger|rounder|wider) eyes`,
      `(?:makes|will make)${gap(3)} (?:eyes?|it) (?:look )?(?:bigger|larger|wider|rounder)`,
      `(?:bigger|larger|more open)${gap(1)} (?:for good|forever|permanently)`,
      `(?:hooded|heavy|drooping|droopy) (?:eye ?)?lids?${gap(3)} (?:comes? up|lifts?|lifted|rises?|opens?|${GONE})`,
      `(?:lifts|opens|raises)${gap(2)} (?:hooded|heavy|drooping|droopy) (?:eyes?|(?:eye ?)?lids?)`,
    ].join('|'),
  ],
  [
    'nose_shape',
    [
      `(?:smaller|slimmer|thinner|straighter|narrower|sharper|shorter|finer)(?: ,)?${gap(2)} nose`,
      `(?:nose|nostrils|bridge)${gap(5)} (?:becomes?|gets?|grows?|turns?|will be|looks?)${gap(3)} (?:narrow|straight|thin|sharp|small|slim|short|fine)(?:er|ner|mer|r)?`,
      `(?:bump|hump)${gap(5)} (?:${GONE}|flattens?)`,
    ].join('|'),
  ],
  [
    'lips',
    [
      `(?:fuller|plumper|bigger|plump)${gap(2)} lips?`,
      `lips?${gap(4)} (?:plumper|fuller|bigger|plumped)`,
      `(?:plumps|fills|swells)(?: up| out)? (?:the|your)${gap(2)} lips?`,
    ].join('|'),
  ],
  [
    'volume',
    [
      `(?:restores?|restoring|gives? back|brings? back|puts|returns|adds|rebuilds|replaces)${gap(5)} (?:volume|roundness|fullness|plumpness)`,
      `(?:volume|fullness|roundness|plumpness)${gap(6)} (?:comes? back|returns?|restored|is back)`,
      `(?:fills|plumps)(?: out| in| up)?${gap(3)} (?:hollows?|sunken|hollow cheeks|folds)`,
      `(?:hollow|sunken)${gap(3)} (?:fills? (?:out|up|in)|round again|full again)`,
    ].join('|'),
  ],
  [
    'asymmetry',
    [
      `(?:evens? (?:out|up)|straightens?(?: out)?|corrects?|fixes|balances(?: out)?)${gap(4)} (?:crooked|asymmetr\\S*|uneven|lopsided)`,
      `(?:crooked|asymmetr\\S*|uneven|lopsided)${gap(5)} (?:${GONE}|evens? out|straightens?|corrected|straight again)`,
      `(?:face|features|smile|brows?|corners|sides?)${gap(3)} (?:becomes?|gets?|will be|turns?|is|are)${gap(2)} symmetric(?:al)?`,
      `(?:lower|weaker|smaller|drooping) side${gap(3)} (?:catches|will catch|comes) (?:up|level)`,
      `(?:perfect|full) symmetry`,
    ].join('|'),
  ],
  [
    'lift',
    [
      `jowls?${gap(6)} (?:${GONE}|tighten\\S*|lift(?:s|ed)|away)`,
      `(?:${ENDS}|lifts|tightens)${gap(3)} jowls?`,
      `(?:pulls|lifts|brings|raises|hoists|puts)${gap(4)} (?:hangs|sags|hung|sagged|dropped|drooped|fallen)${gap(3)} (?:up|back)`,
      `(?:sagging|saggy|hanging|drooping)${gap(4)} (?:${GONE}|up again|lifted|back up)`,
      `(?:defies|beats|against) gravity`,
      `(?:everything|the face|your face|cheeks?|skin)(?: [^ .]+){0,1} sits? higher`,
      `(?:natural|non ?surgical|instant) face ?lift`,
    ].join('|'),
  ],
  [
    'cheekbones',
    [
      `(?:gives?|get|have|build|builds|makes?|for)${gap(3)} (?:higher|sharper|sculpted|chisell?ed|stronger|prominent|defined|model)${gap(1)} cheek ?bones?`,
      `(?:carves|chisels|sculpts|raises|brings|builds|defines|sharpens)(?: out)?${gap(3)} cheek ?bones?`,
      `cheek ?bones?${gap(3)} (?:higher|sharper|stand out|come out|appear)`,
    ].join('|'),
  ],
  [
    'bite_or_protrusion',
    [
      `(?:jaw|chin|teeth|bite)${gap(3)} (?:slides|moves|shifts|goes|comes|grows|drops|realigns)${gap(2)} (?:back|forward|forwards|into place|in place|where it|where they|into line)`,
      `(?:brings|moves|pulls|pushes|shifts|grows|corrects)${gap(3)} (?:receding|weak|crooked|short|retracted) (?:jaw|chin|teeth)`,
      `(?:receding|weak) (?:chin|jaw)${gap(5)} (?:forward|${GONE}|stronger|corrected)`,
      `(?:aligns|realigns|straightens|corrects)${gap(2)} (?:jaw|teeth|bite)`,
    ].join('|'),
  ],
  [
    'grinding',
    [
      `(?:${ENDS}|prevents|will stop)${gap(3)} (?:grinding|clenching|bruxism)`,
      `(?:grinding|clenching|bruxism)${gap(4)} (?:${GONE}|stops|ends|cured|over)`,
      `(?:you can throw|you can leave|no longer need|never need|will not need|won't need|do not need|don't need)${gap(3)} (?:night ?guard|mouth ?guard|splint)`,
    ].join('|'),
  ],
  [
    'wrinkle',
    [
      `(?:lines?|wrinkles?|furrows?|creases?|folds?|crow's feet)${gap(6)} (?:${GONE}|erased|smoothed (?:out|away))`,
      `(?:irons|presses|smooths|flattens|wipes|rubs|erases)(?: out| away)?${gap(4)} (?:lines?|wrinkles?|furrows?|creases?|folds?)`,
      `(?:irons|presses|smooths|flattens)${gap(3)} forehead${gap(2)} (?:flat|smooth|out)`,
      `(?:no|not|never)${gap(3)} (?:crease|wrinkle|line)s? (?:left|there|any ?more|to be seen|to be found)`,
      `(?:${ENDS}) (?:[^ .]+ ){0,3}(?:wrinkles?|furrows?|crow's feet|(?:frown|smile|laugh) lines)`,
    ].join('|'),
  ],
  [
    'nerve',
    [
      `(?:resets?|reboots?|rewires?|restarts?|heals|repairs?|switch(?:es)? (?:on|off))(?: the| your)${gap(2)} (?:nerves?|nervous system|vagus\\S*|brain)`,
      `(?:nerves?|nervous system|vagus(?: nerve)?|brain)${gap(4)} (?:reset|rebooted|rewired|restarted|healed|repaired|regenerates?)`,
    ].join('|'),
  ],
  [
    'adhesions',
    [
      `(?:break(?:s|ing)?|tear(?:s|ing)?|dissolv(?:e|es|ing)|loosen(?:s|ing)|rip(?:s|ping)?|melt(?:s|ing)?|free(?:s|ing)|remov(?:e|es|ing))${gap(4)} (?:adhesions?|scar tissue|scars|fascia|calcification\\S*|crystals)`,
      `(?:adhesions?|scar tissue)${gap(4)} (?:${GONE}|breaks?|broken|loosens?|loose)`,
    ].join('|'),
  ],
  [
    'hormones',
    [
      `(?:balances?|balancing|regulates?|normali[sz]es?|resets?|boosts?|stimulates?|lowers?|raises?|gets?|wakes|activates?|speeds up)${gap(3)} (?:hormones?|cortisol|thyroid|o?estrogen|adrenals?|metabolism)`,
      `(?:hormones?|cortisol|thyroid|metabolism)${gap(4)} (?:balanced?|in balance|working|works|drops|falls|speeds|normal again)`,
    ].join('|'),
  ],
  [
    'immunity',
    [
      `(?:strengthens?|boosts?|supports?|builds?(?: up)?|activates?|wakes up|improves?|fires up)${gap(3)} (?:immun\\S*|defen[cs]es?)`,
      `immun\\S*${gap(4)} (?:stronger|better|boosted|up)`,
      `(?:never|no longer|won't|will not|not)${gap(2)} (?:catch|get|have) (?:a|any|another) (?:cold|flu|infection)`,
      `keeps? (?:[^ .]+ )?(?:colds?|flu|viruses|infections) away`,
    ].join('|'),
  ],
  [
    'hair',
    [
      `(?:makes?|lets|helps|gets)${gap(3)} hair${gap(3)} (?:grow\\S*|thick\\S*|stronger|fuller)`,
      `hair${gap(3)} (?:grows|growth|thicker|fuller|stronger|comes back|grows back|stops falling)`,
      `(?:hair loss|thinning hair)${gap(5)} (?:stops|${GONE}|reversed|over)`,
      `(?:${ENDS}|reverses)${gap(2)} (?:hair loss|thinning)`,
    ].join('|'),
  ],
  [
    'slim_face',
    [
      `(?:melts|burns|dissolves|breaks down|loses?|shrinks|eats)${gap(4)} (?:fat|double chin|chubby cheeks)`,
      `fat${gap(4)} (?:${GONE}|melts|burned|burnt|away)`,
      `double chin${gap(9)} (?:${GONE}|off|away|chance)`,
      `(?:${ENDS})${gap(2)} double chin`,
    ].join('|'),
  ],
  [
    'injections',
    [
      `(?:better|cheaper|safer|stronger|works? better|as good|just as good|as effective|more effective|does more)(?: than| as) (?:[^ .]+ ){0,3}(?:${NEEDLES})`,
      `(?:instead of|replaces|no need for|forget|who needs|why pay for|rather than|the natural|nature's|like natural)${gap(2)} (?:${NEEDLES})`,
      `without (?:any |a |the )?(?:${NEEDLES})`,
      `(?:${NEEDLES})${gap(6)} (?:the (?:very )?same (?:thing|effect|result)|unnecessary|obsolete|not needed any ?more)`,
      `(?:same (?:thing|effect|results?) as|works? like|acts? like)${gap(2)} (?:${NEEDLES})`,
    ].join('|'),
  ],
  [
    'younger',
    [
      `(?:look|looks|appear|be)${gap(3)} (?:years?|decades?) (?:younger|fresher)`,
      `(?:takes?|taking|shaves?|wipes?|knocks?|peels?)${gap(3)} (?:years?|decades?)${gap(3)} off`,
      `(?:takes?|taking|shaves?|wipes?|knocks?) off${gap(3)} (?:years?|decades?)`,
      `(?:years?|decades?) off (?:your|the) face`,
    ].join('|'),
  ],
  [
    'detox',
    [
      `(?:flush|flushes|flushing|washes|rinses|drains|carries|clears|removes|eliminates|draws|pushes|sweeps|gets? rid of)${gap(6)} (?:poisons?|toxins?|waste|impurities|heavy metals|rubbish)`,
      `(?:poisons?|toxins?|waste)${gap(8)} (?:carried|flushed|washed|drained|swept|${GONE}|leaves?|removed)`,
    ].join('|'),
  ],
  [
    'collagen',
    [
      `(?:builds?|building|produces?|producing|makes?|creates?|forms?|stimulates?|boosts?|tells?|renews?|restores?|triggers?|activates?|wakes)${gap(5)} (?:collagen|elastin)`,
      `(?:collagen|elastin)${gap(4)} (?:production|grows|rises|builds|again|comes back|boost)`,
    ].join('|'),
  ],
  [
    'pain_relief',
    [
      `(?:${ENDS}|takes)(?: (?:the|your|all|any|every|that))?${gap(2)} (?:pain|headaches?|migraines?|tmj|tinnitus|toothache)${gap(2)} ?(?:away|for good|once and for all|forever|today|now|$)?`,
      `(?:pain|migraines?|headaches?|tinnitus|toothache)${gap(4)} (?:${GONE}|over|cured|once and for all|for good)`,
    ].join('|'),
  ],
  [
    'skin_condition',
    [
      `(?:${ENDS}|calms|dries up)${gap(3)} (?:acne|rosacea|eczema|psoriasis|pimples|breakouts|blemishes|scars|pigment\\S*|age spots|cold sores)`,
      `(?:acne|rosacea|eczema|psoriasis|pimples|breakouts|blemishes|age spots|pores)${gap(5)} (?:${GONE}|calms? down|clears? up|heals|shrinks?|never comes? back|not come back)`,
    ].join('|'),
  ],
  [
    'drain',
    [
      `(?:puffiness|swelling|eye bags|bags under (?:the|your) eyes|water)${gap(5)} (?:never (?:returns|comes back)|for good|forever|disappears|vanishes|is history)`,
      `(?:empties|flushes|cleans out|drains)${gap(3)} (?:lymph\\S*|fluid|puffiness|bags|swelling)`,
    ].join('|'),
  ],
  [
    'stress',
    [
      `(?:${ENDS}|switch(?:es)? (?:off)?)${gap(3)} (?:anxiety|stress|depression|panic|burnout|insomnia)`,
      `(?:anxiety|stress|depression|panic|insomnia)${gap(4)} (?:${GONE}|cured|over)`,
    ].join('|'),
  ],
];
