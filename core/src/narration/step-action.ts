import type { Region } from '../face/regions';
import type { Action } from '../move/move.schema';
import { ACTION_WORDS, mentions, REGION_WORDS, type Hit } from './lexicon';

/** What lies between two places: a stroke from one to the other works there. */
const BETWEEN: readonly (readonly [from: readonly Region[], to: readonly Region[], across: Region])[] = [
  [['chin'], ['ear'], 'jaw'],
  [['mouth', 'lips', 'nose'], ['ear', 'temple', 'cheek'], 'cheek'],
  [['ear', 'jaw'], ['collarbone', 'shoulder'], 'neck'],
  [['collarbone'], ['jaw', 'ear', 'chin'], 'neck'],
  [['brow'], ['scalp'], 'forehead'],
];
const TOWARDS =
  /^(?: (?!\.)[^ ]+){0,9} (?:to|towards?|into|until|till) (?:(?:the|your|both|each|under|behind|below) )*(?:(?:top|middle|side|bottom|front|back|hole) of (?:the|your) )?$/;
/** Closed eyes and an open mouth are how one sits, and no place of work. */
const CLOSED =
  / (?:with )?(?:your |the )?(?:eyes (?:gently |softly )?(?:closed|shut)|mouth (?:slightly |a little |a bit |half |loosely )?open|arms (?:over|across) (?:the |your )?chest)(?= )/g;

export interface ActionIn {
  readonly region: Region | null;
  readonly action: Action | 'unknown';
  readonly score: number;
  /** How plainly the region is named as the place of work: 2 and more where it is. */
  readonly place: number;
}

/**
 * What is worked on and how, by weight: a place that a stroke only comes from or goes to counts less.
 *
 * @example actionIn(' knead the jaw ') // { region: 'jaw', action: 'knead', … }
 */
export function actionIn(text: string): ActionIn {
  const regions = new Map<Region, number>();
  const places = mentions(
    REGION_WORDS,
    text.replace(CLOSED, (words) => ` ${'_'.repeat(words.length - 1)}`),
  );
  places.forEach((hit, i) => {
    regions.set(hit.value, (regions.get(hit.value) ?? 0) + regionWeight(text, hit));
    const next = places[i + 1];
    if (!next || !TOWARDS.test(text.slice(hit.at + hit.text.length, next.at))) return;
    const across = BETWEEN.find(([from, to]) => from.includes(hit.value) && to.includes(next.value))?.[2];
    if (across) regions.set(across, (regions.get(across) ?? 0) + 3 * (1.25 - Math.min(0.95, hit.at / 230)));
  });
  const actions = new Map<Action, number>();
  for (const hit of mentions(
    ACTION_WORDS.map(([action, , words]) => [action, words] as const),
    text,
  )) {
    const weight = ACTION_WORDS.find(([action]) => action === hit.value)![1];
    if (/ (?:never|not|don't|without|no) (?:[^ .,]+ ){0,2}$/.test(text.slice(Math.max(0, hit.at - 24), hit.at)))
      continue;
    if (
      /^(?:hold|keep)/.test(hit.text) &&
      /^ (?:your|the|it|this) (?:tool|stone|roller|spoon|brush)/.test(text.slice(hit.at + hit.text.length))
    )
      continue;
    // Warmed palms are no work on the face.
    if (/^rub/.test(hit.text) && /^ (?:your|the|both)? ?(?:palms|hands) /.test(text.slice(hit.at + hit.text.length)))
      continue;
    const aside =
      hit.value === 'wiggle' &&
      / (?:small|little|tiny|with (?:a|the)) $/.test(text.slice(Math.max(0, hit.at - 10), hit.at));
    // How long something is held says less of what is done than how.
    const noun =
      hit.value === 'breathe' || aside || /^(?:keep|stay)$/.test(hit.text) ? 0.3 : /^hold/.test(hit.text) ? HELD : 1;
    actions.set(hit.value, (actions.get(hit.value) ?? 0) + weight * noun * (1.3 - Math.min(0.9, hit.at / 300)));
  }
  const best = <T>(of: Map<T, number>): [T, number] | null =>
    [...of].reduce<[T, number] | null>((most, one) => (most === null || one[1] > most[1] + 1e-9 ? one : most), null);
  // From here to there, with no verb: that is a stroke.
  if (/ from (?:[^ .]+ ){1,7}(?:to|down|up|out) | out to | up to the | along /.test(text))
    actions.set('stroke', (actions.get('stroke') ?? 0) + 1.1);
  const region = best(regions);
  const action = best(actions);
  return {
    region: region && region[1] > 0.15 ? region[0] : null,
    action: action?.[0] ?? 'unknown',
    score: action?.[1] ?? 0,
    place: region?.[1] ?? 0,
  };
}

const HELD = 0.3;

function regionWeight(text: string, hit: Hit<Region>): number {
  const before = text.slice(Math.max(0, hit.at - 34), hit.at);
  const after = text.slice(hit.at + hit.text.length);
  if (/^ (?:hands?|fingers?)(?= |$)/.test(after)) return 0;
  if (
    hit.value === 'shoulder' &&
    / down | soft | heavy | relax| come up | away from | drop /.test(text.slice(Math.max(0, hit.at - 30), hit.at + 40))
  )
    return 0.05;
  if (hit.value === 'ear' && /^ (?:fall|drop|to) /.test(after)) return 0.1;
  if (
    hit.at < 26 &&
    / (?:up|down|on|over) to(?: the| your)? $| (?:now|next|then|for|and)(?: the| your)? $/.test(before)
  )
    return 3;
  if (/ (?:don't|not|never|avoid|without|no) (?:[^ .,]+ ){0,4}$/.test(before)) return 0.05;
  // "Breathe through the nose", "keep the brows where they are": how it is done, not where.
  if (/ (?:through|in by|out of) (?:the |your )?$/.test(before) && /^(?:nose|mouth)$/.test(hit.text)) return 0.05;
  if (
    / keep(?:ing)? (?:the |your |those )?$/.test(before) &&
    /^ (?:where|still|quiet|calm|soft|relaxed|down|out of)(?= )/.test(after)
  )
    return 0.05;
  if (/^hollows?$/.test(hit.text) && /^ (?:above|below|beside|under|of) (?:the |your )?(?!collar)/.test(after))
    return 0.2;
  if (/^look /.test(hit.text)) return 0.5;
  if (
    / points? (?:right |just |that are |that lie )?(?:in front of|behind|beside|below|above) (?:the |your |both )?$/.test(
      before,
    )
  )
    return 2;
  // "The forehead stays smooth."
  if (
    /^ (?:(?:stays?|remains?|keeps?|should be|should stay) (?:as )?(?:[^ .,]+ )?(?:smooth|soft|still|calm|relaxed|quiet|loose|where)|(?:doesn't|does not|don't|do not) (?:take part|move|help))(?= )/.test(
      after,
    )
  )
    return 0.05;
  if (hit.value === 'ear' && / (?:under|below|beneath) (?:the |your |both )?$/.test(before)) return 0.8;
  // "Two fingers to the temples": put there, and worked there.
  if (
    / (?:fingers?|fingertips?|palms?|hands?|knuckles|thumbs?|stone|roller) (?:up )?(?:on|onto|to|over|at|in) (?:the |your |both )?$/.test(
      before,
    ) &&
    hit.at < 60
  )
    return 2.4 * (1.25 - Math.min(0.95, hit.at / 230));
  let weight = 2;
  // "In front of the ear, small circles": named first, it is the place itself.
  if (
    /^ (?:(?:and|now|then|next|so|okay|just|also) )*(?:near|beside|below|by|in front of|just below|above|behind|right (?:beside|below|above))(?: (?:the|your|both|each))? $/.test(
      before,
    )
  )
    weight = 2;
  else if (
    / (?:near|beside|below|by|past|towards?|to|into|until|in front of|just below|just under|above|down to|up to|out to|behind)(?: (?:the|your|both|those))?(?: (?:left|right|outer|inner|upper|lower|front of the|back of the|corners? of the|side of the|side of your))? $/.test(
      before,
    )
  )
    weight = hit.value === 'collarbone' && / hollows?/.test(` ${hit.text}`) ? 2 : 0.7;
  else if (
    / (?:from|starting at)(?: (?:the|your))?(?: (?:middle of (?:the|your)|center of (?:the|your)|outer|inner|corners? of (?:the|your)))? $/.test(
      before,
    )
  )
    weight = 1.3;
  else if (/ start(?:ing)? (?:in|at) (?:[^ .,]+ ){0,4}$/.test(before)) weight = 1;
  else if (
    / (?:along|over|across|around|on|under|for|onto|all over|knead both sides of|fingers? on)(?: (?:the|your|both|those))?(?: (?:left|right|whole|outer|inner|upper|lower))? $/.test(
      before,
    )
  )
    weight = 2.4;
  return weight * (1.25 - Math.min(0.95, hit.at / 230));
}
