import type { CautionAbout } from '../reading';

/**
 * Words that often go with a caution without making one (general knowledge, no source): too weak for a rule, and weighed
 * against all others where it was learned how cautions are said. Patterns as in `lexicon.ts`.
 */
export const CAUTION_HINTS: readonly (readonly [CautionAbout, string])[] = [
  [
    'pressure',
    'soft(?:ly|ness|er|est)?|light(?:ly|er|est)?|weigh(?:s|t)?|gentl(?:e|y|er)|feather\\S*|butter(?:fly|flies)?|silk|foam|whisper|peach(?:es)?|eggs?|kitten|cat|baby|bubble|tender(?:ly)?|polite(?:ly)?|barely|hardly|float(?:s|ing)?|hover(?:s|ing)?|pleasant|hurts?|pain(?:ful)?|ouch|squash|crush|force|hard(?:er)?|hammer|fist|lean in|firm(?:ly)?|strength|effort|testing a|no heavier|coax|haul|choose how much|relief|broad|no pinching|by itself|heavier|lighter|too little|swear|nice pain|kind(?:ly)?|mean|dig(?:s|ging)?|poke|jab|drill(?:ing)?|scrub(?:bing)?|knead(?:ing)?|bread|clay|concrete|dough|touch|contact|stroke|caress(?:ing)?|airy|breath|snow|dust|moth|petal|wince(?:s)?|half|third|a scale|gravity|own weight|bite(?:s)?|bear|stand|enjoy|yawn|smile|dents?|deeper|deep|intense|go easy|easy does it|easy|ease(?:s)? off|back off|reduce|white|whiten(?:s)?|pale|knuckles go|bruis\\S*|careful(?:ly)?|minimal|delicate(?:ly)?|super light|medium|never hard|strong(?:ly)?|comfortabl\\S*|persuad\\S*|bully(?:ing)?|asking|knock(?:ing)?|grab(?:bed)?|pull a face|power|press(?:ure)?|tissue|ripe|tomato|plum|fruit|grip|squeez\\S*|hand itself|no more|nice|sharp|firmer|lighten\\S*|squash\\S*|more is|sink in|ease out|massaging|pinch\\S*|grips?|pads?|flat|push\\S*|unpleasant|uncomfortable|suffer\\S*|torture|intensity|brute|calm hands?|soft hands|resting|barely there',
  ],
  [
    'no_drag',
    'greasy|nothing pulls|squeaks?|drop|enough that|oil(?:y)?|cream|serum|slip(?:s|pery)?|slid(?:e|es|ing)|glid(?:e|es|ing)|skate(?:s)?|tug(?:s|ging)?|drag(?:s|ging)?|pull(?:s|ed|ing)?|dry|greas(?:e|y)|butter|stick(?:s|ing|y)?|stretch(?:es|ing)? the skin|wrinkl(?:e|es) the skin|skin (?:moves|bunches|folds|gathers)|balm|sandpaper|sledge|gravel|visit(?:ed)?|lotion|cream(?:y)?|fat|lard|generous|yoghurt|milk|gel|jelly|moist(?:en|ure)?|lubricat\\S*|wet|tear(?:s)?|torn|rubber|catch(?:es)?|sail(?:s)?|move freely|freely|travel(?:s)?|haul(?:ing)?|friction|resistance|rip(?:s)?|scrap(?:e|es|ing)|product|make ?up|pump|enough on|not dry|moves? along|comes along|folds|bunch(?:es)?|rests? on|rub\\S*|skin|lift (?:the|your|off)|off|drops|flat|back and forth|one direction|tugged|only up|upwards only|on the skin|with the skin|muscle , not|plump|layer|again if|spray|mist|water',
  ],
  [
    'neck',
    "keep the head|head|slow(?:ly)?|stays sitting|back disc|pinches|neck|throat|windpipe|larynx|artery|arteries|pulse|vertebra\\S*|discs?|dizz\\S+|giddy|whiplash|tip back|backwards|crack|jerk|swing|yank|fling|throw|gullet|adam\\'s apple|balance|balanced|look up|looking up|head back|backward|drop back|dropped|level|straight ahead|straight|jammed|long at the back|heartbeat|throb\\S*|crunch\\S*|zap|stairs|circl(?:e|ing) (?:of )?the head|roll(?:ing)? (?:it|the head)|bounc\\S*|jolt|bad necks?|neck problems?|worn|tip(?:ped)? the head|front of the throat|middle of the throat|hand on the head|thyroid|press here|slipped|shoulders?|look(?:ing)? up|whole head|nod\\S*|twist\\S*|turn(?:ing)?|middle|sides of|one side|spine|osteopor\\S*|fall back|lets? you|slowly up|come (?:back )?up",
  ],
  [
    'teeth',
    'teeth|tooth|part|nobody bites|bite(?:s|ing)?|clench\\S*|grind\\S*|jaw|crowns?|fillings?|braces|dentures?|implants?|gap|apart|gum|clamp\\S*|chew(?:ing)?|molars?|rows?|unclench|rice|slit|mouth (?:a (?:bit|little) )?open|open(?:ed)?|touch(?:es|ing)?|meet|gumshield|biscuit|bite down|rattl\\S*|air between|between|tongue lies|hangs?|biting|lock(?:ed|s)?|click\\S*|crack\\S*|pop(?:s|ping)?|joint|loose|relaxed|relax|heavy|drop|hang|swallow\\S*',
  ],
  [
    'skin_condition',
    'rash(?:es)?|sunburn\\S*|spots?|pimples?|acne|eczema|cuts?|wounds?|scabs?|stitches|scars?|cold ?sores?|sores?|allerg\\S+|patch|react(?:s|ion)|inflamed|itch\\S*|blister\\S*|warts?|moles?|frost|peel(?:s|ing)?|shav(?:ed?|ing)|retinol|acid|bump(?:s)?|raw|broken|irritat\\S*|flare|flare ?up|treatment|peel|bleed(?:s|ing)?|bites|bitten|plaster|hot|swollen|psoriasis|burnt|burn(?:ed|s)?|skin (?:is|looks)|breaking out|break ?outs?|infect\\S*|veins?|sensitiv\\S*|nut(?:s)?|tattoo\\S*|go around|go round|leave out|herpes|laser|test\\S*|arm|ice|cold|react\\S*|skin|fragran\\S*|perfume|new (?:oil|cream|product)|cracked|chapped|dry|irritant|vitamin|wax\\S*|beard|thread\\S*|dermaroll\\S*',
  ],
  [
    'soreness',
    'sharp|if (?:it )?is pain|less|sore|aches?|aching|tired|tomorrow|tender|muscles? (?:will|may|might)|stiff|gardening|next day|feel it|grumbl\\S*|ache from|twinge\\S*|stab\\S*|stinging|burning|trembl\\S*|shak(?:es|y)|day off|wait (?:a day|until)|a pause|pause|tired afterwards|to be expected|normal|hurts tomorrow|overdo|overdone|the morning after|dull|every day|strange|rest day|wobbly|muscles?|sting\\S*|pull(?:s|ing)?|days?|recover\\S*|unusual|worked',
  ],
  [
    'own_level',
    "enough|less|fewer|half of it|smaller|as far as|no further|only as (?:much|far)|what hurts|hurts?|headaches?|gets? a|form|further than|comfortable|comfort|rest|pause|stop|skip|leave (?:it|that) out|easy|easier|own|likes?|lets you|allows?|give(?:s)? you|never mind|doesn't matter|if you can|can't|cannot|creaks?|clicks?|catch(?:es)?|dizzy|sit (?:down|out)|sit the rest out|no marks|not a contest|competition|nobody counts|first time|beginners?|if (?:it|that|yours) (?:is|feels|gets)|trembl\\S+|shak(?:es|y)|halfway|half|small|tires?|gags?|dizz\\S*|giddy|faint|balance|blood pressure|heart|pregnan\\S*|migraine|asthma|break|slower|less effort|if you (?:need|want|like|get)|welcome to|sit (?:it|that|this) (?:one )?out|sit down|skip this|leave them out|no shame|coward|towel|listen to|your own|own rhythm|achieve|nothing to|permit(?:s)?|only so far|so far|as you like|decide|until it|kitten|lean|elbows|lying down|seated|on a chair|that many|too many|medal|hero|tired|want|able|normal|hurry|rush\\S*|force\\S*|pain|feels? (?:good|right|okay|wrong|strange|bad)|strange|sick|ill|body knows|hold(?:ing)? (?:your|the) breath|keep breathing|breathe (?:normally|as|if|when)|too (?:long|much|hard|fast|difficult|far|high|low|quick|strong|cold|warm)|difficult|hard|not everyone|not everybody|everyone|everybody|anyone|those|whoever|adapt\\S*|adjust\\S*|version|option\\S*|instead|wide as|far as|much as|many as|long as|high as|bad|way|compare|comparing|few|better than|perfect\\S*|need|needs|possible|okay|fine|slow(?:ly)?|gently?|limit\\S*|age|wheelchair|knees?|hips?|back pain|arthritis|stiff|sore|tense|patien\\S*|practice|come back|catch up|join|count to|alternat\\S*|modif\\S*|level|pace|too",
  ],
  [
    'hygiene',
    'wash(?:ed|es|ing)?|soap|clean(?:ed|ly)?|hands?|nails?|rins(?:e|ed)|wip(?:e|ed)|towel|hot water|boil\\S*|disinfect\\S*|alcohol|germs|dirt|sweaty|sweat|a cold|ill|rinse|chlorine|wip(?:es|ing)|tissues?|wet tissue|gel|glov\\S*|rings off|jewel\\S*|make ?up off|basin|tap|scrub(?:bed)?|trim(?:med)?|fingernails|scratch|bacteria|fresh towel|shower\\S*|sanitis\\S*|sanitiz\\S*|hearing aids|phone|telephone|in soapy|soapy|tool|stone has|jar|make-up|tie|hair|share|sharing|wet|gloves?|fresh|dry (?:it|them|the)|bag|drawer|store|stored|mouth|spit|brush(?:ed)?|floor|lend\\S*|borrow\\S*',
  ],
  [
    'redness',
    'red|pink|rosy|lobster|stripes?|striped|marks?|flush\\S*|bruis\\S*|glow|colou?r|pale|blotch\\S*|spots|beetroot|tomato|crimson|scarlet|streak(?:s|y)?|black and blue|blush(?:ing)?|rash|fades?|redness|tint|burn(?:t)?|boxers|reddish|irritat\\S*|vessels?|veins?|capillar\\S*|bruises?|traces?|wait|hours?|minutes',
  ],
  [
    'eye',
    'soft(?:ly)?|light(?:ly)?|gentl(?:e|y)|feather\\S*|float(?:s|ing)?|hover\\S*|butterfly|bubble|weigh\\S*|barely|hardly|tender(?:ly)?|eyes?|lids?|lash(?:es)?|lens(?:es)?|contacts?|eyeballs?|on (?:the )?bone|bone and|roof|socket|no weight|weighs nothing|burns?|stings?|blink|thin|paper|under ?eye|not the eye|rim|bone only|orbit|ring finger|thin(?:nest)?|delicate|squint(?:ing)?|water(?:s|ing)?|glaucoma|cataract|glasses|no pressure|not (?:in|into)|inward|never in|not a hair|slip|slipped|guard|palms?|cup|edge|close to|corner|poke|rub\\S*|rubbing|squeez\\S*|delicately|sensitiv\\S*|crow|temple|underneath|touch(?:es|ing)?|careful|skin|oil|cream|fragile|press\\S*',
  ],
  [
    'brow_tension',
    "forehead|brows?|frown\\S*|lines|blank|smooth|asleep|nothing to do|doesn't help|help|shoulders?|ears|up here|grimac\\S*|scowl\\S*|crease\\S*|wrinkl\\S*|still|relax\\S*|drop|eyebrows?|foreheads?|upper half|upper face|other half|rest of (?:the|your) face|only the|nothing else|neighbours?|crinkl\\S*|fold between|between (?:the|your) brows|knit(?:ting)?|unknit|bored|calm up|quiet|eyes quiet|bench|contract|furrow|don\\'t raise|come along|joins? in|joining in|helps? out|mirror|moves?|moving|tense|above the|face stays|concentrat\\S*|tension|loose|soft(?:en\\S*)?|soft|raise\\S*|lift\\S*|knots?|neck|hunch\\S*|slump\\S*|sit tall|let go",
  ],
  [
    'refer_professional',
    'doctor(?:s)?|dentist(?:s)?|physio\\S*|surgeon|specialist|clinic|hospital|midwife|nurse|pharmacist|professional|therapist|locked|locks|numb\\S*|tingl\\S*|injection|fillers?|botox|surgery|operation|pregnan\\S*|stroke|palsy|medication|pills|fever|infection|swelling|comes back|belongs to|see to|seen to|looked at|checked|ask|heart condition|cancer|tumou?rs?|lump|blood thinners?|thyroid|clot|eye doctor|dermatolog\\S*|gp|emergency|ring|call|drove|half (?:a|your|of your) face|droop\\S*|sudden\\S*|glands?|in treatment|advice|in doubt|examined|severe|diagnos\\S*|talk to your|talk to|cleared|permission|blessing|allowed|medical|replace\\S*|treatment|condition|conditions|blood pressure|illness|sick|pain|health|healthcare|cure|weeks ago|implants?|nerve|disease|epileps\\S*|pacemaker|detached|retina|practitioner|injector|osteopath|vet',
  ],
];
