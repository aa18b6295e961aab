import { parentOf } from '../face/regions';
import { mentions, patternOf, REGION_WORDS } from './lexicon';
import { FELT_IN, mirrored } from './mirrored';
import type { FoundSwap } from './reading';
import type { Stream } from './tokens';

const P = '(?: ,)?';
const PART =
  '(?:sides?|cheek|eye|brow|eyebrow|ear|jaw|half|temple|corner|nostril|neck|shoulder|collarbone|hollow|wing)';

/** Ways in which the change of side is said (common practice, no source), with how sure each is. */
const SHAPES: readonly (readonly [number, string])[] = [
  [0.9, `(?:the |your |on the |on your |to the |to your )?other ${PART}`],
  [0.9, `(?:switch|change|swap)(?:ing)?(?: (?:your|the))? (?:sides?|over|hands and sides?|ears|cheeks|eyes)`],
  // "And the opposite, two breaths." "The right side in the same manner."
  [0.7, `[.,] (?:and |then |now ){0,2}the opposite(?: (?:one|${PART}))?(?= [.,])`],
  [0.7, `(?:the |your )(?:left|right) side (?:in|with) (?:just )?the same`],
  [
    0.65,
    `[.] (?:now |and |then )+the (?:left|right) hand (?:on|against|to|at) (?:the|your) (?:left|right)(?: ${PART})?`,
  ],
  [0.6, `[.] (?:left|right) hand [^ .,]+ [.,] the same`],
  [0.8, `[.,] (?:and |now |then |okay |ok |so |let's |lets |we ){0,3}(?:switch|change|swap)(?= [.,])`],
  [0.75, `(?:one|go|now)${P} (?:and )?(?:switch|change|swap)(?= [.,])`],
  [
    0.85,
    `(?:same thing|same|the same|repeat|do (?:it|this|that)|again)(?: [^ .,]+){0,4} (?:over here|on this (?:side|one)|over on this|with this one|on the (?:left|right|second|opposite)|on your (?:left|right)|to the (?:left|right)(?: side)?)`,
  ],
  [
    0.85,
    `(?:(?:we|you|i|let's|now) )*(?:do|repeat) (?:all (?:of )?(?:it|this|that)|everything)(?: [^ .,]+){0,3} on (?:the|your) (?:left|right|second)`,
  ],
  [0.75, `(?:(?:second|opposite) side|side two)`],
  [0.8, `(?:flip|flipping) (?:sides|over)`],
  [0.7, `(?:same|again|repeat|it|that|this|thing|on|onto)(?: on)?(?: to)? the other(?= [.,])`],
  [
    0.7,
    `(?:and |so |okay |good ){0,2}(?:now|then|next|over)${P}(?: (?:we|let's|lets|you|i|go|do|move|come|it's|for|we're|are|going|gonna|switch|over|back|on|to|with|do the|repeat))* (?:the|your|my) (?:left|right)(?: (?:side|cheek|eye|brow|eyebrow|ear|jaw|half|temple))?(?! (?:hand|fingers?|thumb|palm|ear (?:fall|drop|to)|arm|elbow))`,
  ],
  [
    0.65,
    `[.,] (?:and |okay |so |now )?(?:(?:on|to|over to) )?(?:the |your )?(?:left|right) (?:[^ .,]+ (?=muscle))?(?:side|muscle|cheek|eye|brow|eyebrow|ear|jaw|half|temple|neck|shoulder|one)(?! (?:hand|fingers?|thumb))(?= [.,]| and| same| as well| also| too)`,
  ],
  [
    0.9,
    `(?:switch|change|swap|go|move|cross)(?:ing)?(?: over)? to (?:the |your )(?:left|right|other)(?: ${PART})?(?! hand)`,
  ],
  [
    0.65,
    `(?:change|switch|swap) (?:the |your )?(?:hands?|arms?|fingers?|thumbs?|nostrils?)|(?<=[.,] )hands (?:change|swap|switch)`,
  ],
  [0.7, `(?:on|for) this (?:side|cheek|eye|half) (?:as well|too|now)`],
  [0.6, `now${P} (?:(?:we|i|you|let's|we'll) )?(?:do|go to|move to|comes) this (?:side|cheek|eye|half)`],
  // "To the other, two.", "Now with the opposite hand."
  [0.6, `[.,] (?:and |then |now )*(?:(?:on|over) )?to the other(?= [.,])`],
  [0.6, `[.,] (?:and |then |now )+with (?:the|your) (?:other|opposite) hand(?= [.,])`],
  [0.6, `[.,] (?:and |then |now )+with (?:the|your) (?:left|right)(?= [.,])`],
  // "Six and left, six."
  [0.5, `(?<= № (?:[^ .,]+ )?)and (?:the |your |on the )?(?:left|right)(?: ${PART})?(?= [.,])`],
  // "One side, … other one, ten.", "and across."
  [0.55, `[.,] (?:and |then |now ){0,2}(?:the )?other(?: one)?(?= [.,])`],
  [0.5, `[.] and (?:across|over)(?= [.,])`],
  // "We give the right what the left had."
  [
    0.6,
    `(?:give|do|work|take|treat|lift|for)(?: it)? (?:the|your|my) (?:left|right)(?: side)?(?= [.,]| what| the same| now| too| as well)`,
  ],
  // "And chin to ear on the right."
  [0.6, `[.,] (?:and |then |now )+(?:[^ .,]+ ){1,4}on (?:the|your) (?:left|right)(?= [.,]| too| as well)`],
  // "And back to the left for the second set."
  [0.6, `[.,] (?:and |now |then |so ){0,2}back to (?:the|your) (?:left|right)(?= [.,]| side| for| and| again| one)`],
  // "And the back of the left hand, down the right side."
  [0.6, `[.] and (?:[^ .,]+ ){0,6}(?:, )?(?:down|up|along|over|across) (?:the|your) (?:left|right) side(?= [.,]| of)`],
  // "Right. Five."
  [0.6, `[.,] (?:left|right) [.,] (?:also |again |same |the same )?№(?= [.,])`],
  // "And the right eye six", "then the right one, three seconds", in captions without stops.
  [
    0.55,
    `(?:and|then|now) (?:(?:on|to|for) )?(?:the|your) (?:left|right)(?: (?:one|${PART}))?(?=(?: [.,])? (?:№|the same|also|same) )`,
  ],
  [0.55, `(?:and|then|now) (?:left|right) side(?= [.,])`],
  // "Right. And left."
  [0.5, `[.,] (?:and |now |then |so ){1,2}(?:the |your )?(?:left|right)(?= [.,])`],
  [0.5, `[.] (?:left|right) (?:corner|one|hand side|now|again)(?= [.,])`],
];

/** Sides named together in one breath: a list, and no change from one to the other. */
const LISTED =
  / (?:left|right)(?! hand| palm| thumb| fingers?)(?: [^ .,]+){0,4}(?: ,)?(?: and| or)?(?: (?:the|your|to|into|a))* $/;

/** The change of side is only spoken about, or it is a hand, a lane or a way that changes. */
const SOON = /(?:after|in) (?:[^ .,]+ ){0,3}seconds?(?: [^ .,]+){0,8} $/;
const LATER =
  / (?:before|until|later|when you|once you|will do|compared?|comparing|difference|different|than|unlike|don't forget|do not forget|forget|if your?|one side then|one side , then|and then on|from|one side to) (?:[^ .,]+ ){0,9}$/;
const TRAVELS = / (?:from|one (?:cheek|side|eye|corner|lip|half)|between) (?:[^ .,]+ ){0,5}$/;
const HELPER =
  /^ (?:[^ .,]+ ){0,2}(?:hand|hands|fingers?|thumb|palm|knuckles?|foot|end|people|way|direction|lane|line|row|day)\b/;

/** A side is worked so long at most before the other one, characters of the stream. */
const FAR = 4000;
/** No two changes of side follow each other so closely: a second cue of the same one is not another. */
const NEAR_MS = 8000;

/** A change of side with the token that it is at. */
export type PlacedSwap = FoundSwap & {
  readonly token: number;
  /** The token that the first side is told from, where the same words told of it. */
  readonly first?: number;
};

/**
 * The instants at which the side changes, with the words that say so.
 *
 * @example readSwaps(streamOf(words)).length // 1, for “now the other side”
 */
export function readSwaps(stream: Stream): PlacedSwap[] {
  const found: PlacedSwap[] = [];
  for (const [sure, shape] of SHAPES)
    for (const match of stream.text.matchAll(patternOf(shape))) {
      const start = match.index + 1;
      const lead = /^(?:[.,] )?(?:(?:and|now|then|okay|ok|so|one|go) )*(?:, )?/.exec(match[0].trimStart())![0].length;
      const at = stream.tokenAt(start + Math.min(lead, match[0].length - 2));
      const before = stream.text.slice(Math.max(0, start - 200), start + (match[0].startsWith(' .') ? 2 : 0));
      const clause = ` ${before.slice(Math.max(before.lastIndexOf(' . '), before.lastIndexOf(' / ') - 40) + 1).replace(/^[.] /, '')}`;
      const after = stream.text.slice(match.index + match[0].length);
      // What stands before a comma that the shape begins with is another thought.
      const apart = match[0].startsWith(' ,');
      const other = / other /.test(`${match[0]} `);
      if (other && ((/ other$/.test(match[0]) && HELPER.test(after)) || / hand/.test(match[0]))) continue;
      // "The other half of the forehead's off stage": it is told what that does, or does not.
      if (other && /^ of (?:the|your) (?:[^ .,]+'s|[^ .,]+ (?:is|has|stays|does|doesn't|isn't|can|may)) /.test(after))
        continue;
      // "Over to the other cheek, and back": something goes to and fro.
      if (other && /^ (?:, )?(?:and )?(?:then )?(?:back|to and fro)(?= )/.test(after)) continue;
      if (!apart && (LATER.test(clause) || SOON.test(clause))) continue;
      if (other && !apart && TRAVELS.test(clause) && !/[.,] \S+ $/.test(clause)) continue;
      // A side that is only named is a change when the other one was worked before it.
      const named = other ? null : / (left|right)(?= )(?! hand| palm| thumb| finger)/.exec(`${match[0]} `);
      if (
        named &&
        !/ (?:same|repeat|over here|again) /.test(`${match[0]} `) &&
        sideBefore(stream.text, start) !== opposite(named[1]!)
      )
        continue;
      if (named && LISTED.test(`${clause.trimEnd()} `) && !/^ ?[.]? ?(?:and |so )?(?:now|then) /.test(match[0]))
        continue;
      // "The other one", "across": only of a side when one side was spoken of.
      const bare = / (?:other(?: one)?|and (?:across|over))$/.test(match[0]);
      if (bare && (!ONE_SIDE.test(before) || / one (?:side|cheek|eye|half) $/.test(before))) continue;
      if (named && (beginsElsewhere(stream, at) || FELT_IN.test(before))) continue;
      found.push(placed(stream, at, Math.max(at, stream.tokenAt(match.index + match[0].length - 1)), sure));
    }
  // A line of captions that says nothing else.
  stream.tokens.forEach(({ text, newLine }, token) => {
    const next = stream.tokens[token + 1];
    if (stream.punctuated || !newLine || !/^(?:switch|change|swap)$/.test(text) || !(next?.newLine ?? true)) return;
    found.push(placed(stream, token, token, 0.7));
  });
  for (const { start, end, first } of mirrored(stream)) {
    const swap = placed(stream, stream.tokenAt(start + 1), stream.tokenAt(end - 1), 0.6);
    found.push({ ...swap, first: stream.tokenAt(first + 1) });
  }
  found.push(...namedAnew(stream, found));
  const led = found.map((swap) => {
    const token = ledTo(stream, swap.token);
    const { startMs, word } = stream.tokens[token]!;
    return { ...swap, token, atMs: startMs, evidence: { ...swap.evidence, from: word } };
  });
  led.sort((a, b) => a.atMs - b.atMs || b.evidence.sure - a.evidence.sure);
  const kept: typeof found = [];
  for (const swap of led) {
    const before = kept[kept.length - 1];
    if (before && swap.atMs - before.atMs < NEAR_MS) {
      const surer = swap.evidence.sure > before.evidence.sure + 0.1 ? { ...swap, atMs: before.atMs } : before;
      kept[kept.length - 1] = { ...surer, first: before.first ?? swap.first };
    } else kept.push(swap);
  }
  return kept;
}

/** A change of side that is said from a token to another one. */
function placed({ tokens }: Stream, token: number, last: number, sure: number): PlacedSwap {
  const { startMs, word } = tokens[token]!;
  return { atMs: startMs, token, evidence: { from: word, to: tokens[last]!.end, sure } };
}

/** On the way from one side to the other: "come back up and", "okay, so now we're going to". */
const WAY =
  /^(?:come|coming|pass|back|up|slowly|gently|return|through|to|the|middle|cent(?:er|re)|let|let's|go|and|now|then|okay|ok|so|we|we'll|we're|you|gonna|going|ahead|do|over|,)$/;

/**
 * A change of side begins with its sentence, when nothing stands before it there but the way to it; and with the one before
 * that, when it is nothing else: "okay", "come up slowly".
 */
function ledTo({ tokens }: Stream, token: number): number {
  const back = (from: number): number => {
    let first = from;
    while (first > 0 && WAY.test(tokens[first - 1]!.text)) first--;
    return first === 0 || tokens[first - 1]!.text === '.' ? first : from;
  };
  const begun = back(token);
  if (begun === 0 || tokens[begun - 1]!.text !== '.') return begun;
  const before = back(begun - 1);
  return begun - before <= LED_WORDS && tokens[before]!.text !== '.' ? before : begun;
}
const LED_WORDS = 6;

/** Words that change the side whatever is worked. */
const CHANGES = / (?:other|switch|change|swap|same|repeat|again|opposite|second|flip) /;

/** "Left eyebrow, from the nose outwards", where no brow was worked yet: another step, and no change within one. */
function beginsElsewhere(stream: Stream, token: number): boolean {
  const { text } = stream;
  const at = stream.offsetOf(token) - 1;
  // What stands on the other side of a number is another step's.
  const from = stream.tokens[token]!.newLine
    ? at
    : Math.max(text.lastIndexOf(' . ', at) + 2, text.lastIndexOf(' № ', at) + 2, at - 40);
  const clause = `${text.slice(from, at + 110).split(/ [.№] /)[0]!} `;
  const first = CHANGES.test(clause) ? undefined : mentions(REGION_WORDS, clause)[0];
  if (!first) return false;
  const earlier = mentions(REGION_WORDS, text.slice(Math.max(0, from - FAR), from));
  return earlier.every((hit) => parentOf(hit.value) !== parentOf(first.value));
}

/** Words before a side by which it is not the one that is worked now. */
const NOT_NOW =
  / (?:before|until|later|when|once|if|compared?|difference|different|softer|harder|than|unlike|not(?! forget)|don't(?! forget)|from|between|some|did|had|start with|with your|look|looks|hand on|is|was) | (?:in|after) (?:a|one|№) (?:moment|minute|seconds?) | № (?:[^ .,]+ )*to (?:the |your )?$/;
const AFTERWARDS =
  /^ (?:[.,]|and|as well|too|also|again|now|next|this time|last|we|same|gets?|deserves?|needs?|has|№|for|with) /;
/** "The left cheek, the right cheek": a list. */
const LIST_ON = /^ (?:, )?(?:and )?(?:the |your )?(?:left|right) /;

/** The other side, named near the beginning of a sentence or a line, when one side was worked before; `changed` is what is known. */
function namedAnew(stream: Stream, changed: readonly PlacedSwap[]): PlacedSwap[] {
  const { text, tokens } = stream;
  const found: PlacedSwap[] = [];
  tokens.forEach((side, at) => {
    if (side.text !== 'left' && side.text !== 'right') return;
    let from = at;
    while (from > 0 && at - from < 9 && !beginsAt(stream, from)) from--;
    if (at - from >= 9) return;
    const offset = stream.offsetOf(at) - 1;
    const lead = ` ${text.slice(stream.offsetOf(from), offset + 1)}`.replace(/^ right , /, ' ');
    const part = new RegExp(`^ ${side.text}(?: hand)?(?: (?:one|${PART}))?(?= )`).exec(text.slice(offset))!;
    const words = part[0].split(' ').length - 2;
    if (
      / hand$/.test(part[0]) ||
      (words === 0 &&
        !/ (?:the|your|my|on|to|now|okay|so|and|again) $|^ +(?:[^ .,]+ ){1,2}, $/.test(` ${lead}`) &&
        lead.trim() !== '')
    )
      return;
    const after = `${text.slice(offset + part[0].length, offset + part[0].length + 30)} `;
    if (
      LIST_ON.test(after) ||
      !AFTERWARDS.test(after) ||
      NOT_NOW.test(` ${lead}`) ||
      FELT_IN.test(lead) ||
      TURNED.test(lead)
    )
      return;
    if (/ (?:left|right) (?!hand|palm|thumb|fingers?|index|ring|middle|fist)/.test(lead)) return;
    if (
      side.text === 'right' &&
      words === 0 &&
      (AGREEING.test(lead) || (lead.trim() === '' && !/^ (?:this time|again) /.test(after)))
    )
      return;
    if (sideBefore(text, offset) !== opposite(side.text) || beginsElsewhere(stream, from)) return;
    // Once both sides were worked, the first one again is the first one of another step.
    const lastChange = Math.max(-1, ...changed.map(({ token }) => token).filter((token) => token < from));
    if (lastChange >= 0 && sideFrom(stream, lastChange) === opposite(side.text)) return;
    found.push(placed(stream, from, at + words, 0.55));
  });
  return found;
}

/** Where a sentence begins, or a line that is a clause of its own. */
function beginsAt({ tokens, punctuated }: Stream, at: number): boolean {
  const before = tokens[at - 1]?.text;
  return before === '.' || (tokens[at]!.newLine && (!punctuated || before === ','));
}

/** The side that a change of side names. */
function sideFrom(stream: Stream, token: number): string | undefined {
  const at = stream.offsetOf(token) - 1;
  return / (left|right) /.exec(stream.text.slice(at, at + CHANGE))?.[1];
}
/** It names it within so many characters. */
const CHANGE = 60;

function opposite(side: string): string {
  return side === 'left' ? 'right' : 'left';
}

/** One of two was spoken of. */
const ONE_SIDE = / (?:one|first|left|right|a) (?:side|cheek|eye|half|ear|brow|temple)(?: |$)/;

/** Where the head goes, not which side is worked. */
const TURNED =
  / (?:(?:head|face|chin|jaw|tongue|ear|look|looking|gaze|turn|tilt|lean|sink|drop|fall)(?: (?!ear|on )[^ .,]+){0,3} (?:to|towards?|over) (?:the |your )?|(?:look|looking|gaze|turn) (?:the |your )?)$/;

/** Sides of the body by name; a hand that helps is none. */
const NAMED =
  / (left|right)(?= (?!hand|hands|fingers?|thumb|palm|ear (?:fall|drop)|ear to (?:the|your) (?:[^ .,]+ )?shoulder|of|now|away))/g;
/** "All right", "that's right", "your other right", and "Right." by itself. */
const AGREEING = / (?:all|that's|so|okay|and|your other) $/;
const ALONE = /(?:^ ?| [.,] )(?:and |so |all |okay )?$/;
/** "Right under the skin." */
const RIGHT_THERE =
  /^ right (?:under|above|here|there|next|below|behind|beside|in|at|where|up|down|into|across|between|through|after|before|from|by) /;

/** The side of the body that was named last before a place in the text; of two in one sentence, the first. */
function sideBefore(text: string, at: number): string | null {
  const before = text.slice(Math.max(0, at - FAR), at);
  let last: string | null = null;
  let sentence = -1;
  for (const match of before.matchAll(NAMED)) {
    const lead = before.slice(Math.max(0, match.index - 60), match.index + 1);
    const follows = before.slice(match.index);
    if (match[1] === 'right') {
      if (
        AGREEING.test(lead) ||
        (ALONE.test(lead) && /^ right (?:[.,]|so|then|okay|now|let's|everybody|guys) /.test(follows))
      )
        continue;
      if (RIGHT_THERE.test(follows) && !/ (?:the|your|my) $/.test(lead)) continue;
    }
    if (TURNED.test(lead)) continue;
    const begun = before.lastIndexOf(' . ', match.index);
    if (last !== null && begun >= 0 && begun === sentence) continue;
    sentence = begun;
    last = match[1]!;
  }
  return last;
}
