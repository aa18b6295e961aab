import type { Region } from '../face/regions';
import type { Draft, Step } from './step-draft';
import type { Stream } from './tokens';

const UNPAIRED: ReadonlySet<Region> = new Set([
  'lips',
  'tongue',
  'chin',
  'under_chin',
  'mouth',
  'nose',
  'forehead',
  'nape',
  'scalp',
  'whole_face',
  'chest',
]);

/** The sides that are one of two. */
export const SIDED: ReadonlySet<string> = new Set(['left', 'right', 'first', 'second']);

const NEVER_PAIRED: ReadonlySet<Region> = new Set(['lips', 'tongue', 'chin']);

/**
 * Whether the side has changed before a step while that step's region was worked earlier, before the change.
 *
 * @example "Left jaw. Left cheek. Now the right. Jaw. Cheek." // true from the second jaw on
 */
export function secondRound(drafts: readonly Draft[], at: number): boolean {
  const change = drafts.slice(0, at + 1).findLastIndex((one) => one.swapped);
  return change > 0 && drafts.slice(0, change).some((one) => one.region !== null && one.region === drafts[at]!.region);
}

/**
 * Several steps done on one side and then on the other: the first round gets its side when the second one comes.
 *
 * @example "Left jaw. Left cheek. Now the right. Jaw. Cheek." // the first two are on the first side, the others on the second
 */
export function bundles(all: Draft[]): void {
  const drafts = all.filter((one) => one.kind !== 'talk' && one.kind !== 'rest');
  drafts.forEach((draft, i) => {
    if (!draft.swapped || draft.side !== 'second') return;
    let from = i - 1;
    while (from > 0 && drafts[from]!.region !== draft.region) from--;
    const round = drafts.slice(from, i);
    if (
      drafts[from]!.region !== draft.region ||
      round.some((one) => one.swapped || (SIDED.has(one.side) && one.side !== 'first'))
    )
      return;
    round.forEach((one, k) => {
      one.side = 'first';
      const again = drafts[i + k];
      if (again && !again.swapped && again.region === one.region && again.kind === one.kind) again.side = 'second';
    });
  });
}

/** "I show it on one side, and then you do exactly the same on the other." */
const ONE_SIDE_SHOWN =
  / (?:do|show|work|start|begin|shows?|showing|doing|working)(?: [^ .,]+){0,6} (?:on )?(?:only |just )?(?:one|the first) (?:side|half)(?! at| and then| then)(?: [^ .,]+){0,3} (?:first|only|so|before|and you|to show|today)(?= )/;
const ALL_AGAIN =
  / (?:exactly (?:the )?same|everything(?: again| the same)?|all of (?:it|that|this)|the whole (?:thing|routine|side)) /;

/**
 * All that was worked up to the one change of side, when the words say that it is one side's.
 *
 * @example "We do one side first. …" // everything up to the change is on the first side
 */
export function oneSideFirst(stream: Stream, drafts: readonly Draft[]): void {
  const at = drafts.findIndex((one) => one.swapped);
  const change = drafts[at];
  const begun = drafts.findIndex((one) => one.kind === 'technique');
  if (!change || begun < 0 || at - begun < 3) return;
  const said = (from: number, length: number): string => stream.text.slice(from, from + length);
  const shown = ONE_SIDE_SHOWN.test(said(0, stream.offsetOf(drafts[begun]!.token) + 60));
  const again = ALL_AGAIN.test(said(stream.offsetOf(change.token) - 1, 120));
  if (!shown && !again) return;
  const first = drafts.slice(begun, at).filter((one) => one.kind === 'technique' || one.kind === 'drain');
  if (first.some((one) => SIDED.has(one.side) && one.side !== 'first')) return;
  for (const one of first) if (one.side === 'both' || one.side === 'unknown') one.side = 'first';
  if (again && change.side === 'second') Object.assign(change, { region: first[0]!.region, action: first[0]!.action });
}

/**
 * The side that a step is done on, from its own words and from what came before it.
 *
 * @example sideOf(' on the left ', draft, [], undefined) // 'left'
 */
export function sideOf(text: string, draft: Draft, earlier: readonly Draft[], before: Draft | undefined): Step['side'] {
  const head = text.slice(0, 260);
  if (
    / left ,? ?right ,? ?left | alternat\S+| (?:to|into) the other (?:cheek|side|corner|one)(?: ,)?(?: and| then)* back | one (?:hand |palm )?(?:and )?(?:then|after) the other | from one (?:[^ .,]+ )?(?:cheek|side) to (?:the )?other| side by side /.test(
      head,
    )
  )
    return 'alternating';
  // "One on the left, one on the right": two stones.
  if (
    / (?:one|a \S+) on (?:the |your )?left (?:side )?(?:, )?(?:and )?(?:one|a \S+) on (?:the |your )?right /.test(head)
  )
    return 'both';
  if (
    !draft.swapped &&
    draft.region &&
    NEVER_PAIRED.has(draft.region) &&
    !/ (?:both(?! lips)|left side|right side|left first|right first) /.test(head)
  )
    return 'midline';
  if (!draft.swapped && draft.action === 'vocalise' && draft.region && UNPAIRED.has(draft.region)) return 'midline';
  const sided = [
    ...head.matchAll(
      / (left|right)(?= )(?! (?:hand|hands|fingers?|thumb|palm|arm|elbow|knuckles|beside|next to|below|between|by|behind|into|now|away|here|there|ear (?:fall|drop|to)|shoulder|in the|on the|where|at the|under|above|next|side and left|and left|and right|or right))/g,
    ),
  ].filter(
    (match) =>
      !/ (?:the|your)? ?(?:right|left) (?:ear|hand) (?:fall|to)/.test(head.slice(match.index, match.index + 30)) &&
      !/ (?:seconds?|minutes?|more|are|have|knuckles of the|fingers of the|palm of the|hand to the|all|that's|so|ear to the|shoulder) $/.test(
        head.slice(Math.max(0, match.index - 18), match.index + 1),
      ) &&
      match.index > 1 &&
      // "Right, look at me."
      !(/ [.] $/.test(head.slice(0, match.index + 1)) && /^ right ,/.test(head.slice(match.index))),
  );
  const named =
    / hand to the (left|right)| (left|right) side | (left|right) (?:cheek|jaw|eye|brow|eyebrow|ear(?! (?:fall|drop|to))|temple|neck|nostril|half)| on (?:the|your) (left|right)/.exec(
      head,
    );
  const explicit = (named?.slice(1).find(Boolean) ?? sided[0]?.[1]) as 'left' | 'right' | undefined;
  if (
    explicit &&
    !/ (?:sides?|both|then the other)(?: [^ .,]+){0,3} (?:left and|right and)/.test(head) &&
    draft.kind !== 'warmup' &&
    // After a change of side a side that was named before it is a hand, or a way to look.
    !(draft.swapped && before?.side === explicit)
  )
    return explicit;
  if (draft.swapped) {
    if (before?.side === 'left') return 'right';
    if (before?.side === 'right') return 'left';
    return 'second';
  }
  // Working through a side: what was begun there goes on there until the side changes.
  if (
    / (?:one side|first side|this side|one cheek|this cheek) /.test(head) &&
    !/ on one side and| side (?:, )?(?:and )?then (?:on )?the other| one side after/.test(head)
  )
    return 'first';
  if (
    WHOLE_FACE.test(head.slice(0, 150)) &&
    !/ (?:left|right|one side|one cheek|fingers?|palms?) /.test(head.slice(0, 150))
  )
    return 'midline';
  const running = runningSide(earlier);
  if (running && !/ both | each hand | two hands | sides | each side | a side /.test(head.replace(AFTER_DOSE, ' ')))
    return running;
  if (
    / both | each hand | two hands | (?:cheeks|temples|nostrils|nose wings|eyes|brows|eyebrows|ears|palms|hands|knuckles|thumbs|jaws|sides|ring fingers|index fingers|fingertips) /.test(
      head,
    )
  )
    return draft.action === 'puff' && !/ both /.test(head) ? 'midline' : 'both';
  if (draft.region && UNPAIRED.has(draft.region))
    return draft.action === 'stroke' || draft.action === 'circle' ? 'both' : 'midline';
  return draft.action === 'vocalise' || draft.action === 'breathe' || draft.action === 'wiggle' ? 'midline' : 'both';
}

/** Done with all of the face at once: the head back, the cheeks sucked in, the mouth an O. */
const WHOLE_FACE =
  / (?:(?:tilt|tip) (?:your |the )?head (?:all the way )?back|look (?:up )?(?:at|to) the ceiling|fish|suck (?:in )?(?:your |the )?cheeks|big o|o shape|puff (?:up )?(?:your |the )?cheeks) /;

/** What is said after the dose is about something else: "touch both cheeks and compare". */
const AFTER_DOSE = /(?<= № (?:[^ .,]+ ){0,4})[.].*$/;

/** The side that is being worked through: to the change of side, and then for as many steps as the first one had. */
function runningSide(earlier: readonly Draft[]): Step['side'] | null {
  const worked = earlier.filter((one) => one.kind === 'technique' && one.side !== 'midline');
  const last = worked[worked.length - 1];
  if (!last || !SIDED.has(last.side) || last.paired) return null;
  const change = worked.findLastIndex((one) => one.swapped);
  if (change < 1) return last.side;
  const first = worked[change - 1]!.side;
  const begun = worked.slice(0, change).findLastIndex((one) => one.side !== first);
  const round = change - 1 - begun;
  return worked.length - change < round ? last.side : null;
}
