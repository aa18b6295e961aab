import { parentOf, type Region } from '../face/regions';
import { LABEL_NOUNS } from './labels';
import type { FoundStep, FoundSwap } from './reading';
import { blank, type Draft } from './step-draft';
import { finish } from './step-finish';
import { actionIn } from './step-action';
import type { Stream } from './tokens';

/** Words that begin something new whatever comes before. */
const STRONG =
  /^ (?:(?:so|okay|ok|all right|alright|right|and|now|then|great|good|perfect|awesome|cool|next) )*(?:(?:the|our|your|my|for the|for our|onto the|on to the|that's|is) )*(?:(?:step|exercise|move|technique|drill|question|number|position|movement|part|area) (?:number )?(?:one|№)|(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|next|last|final|following)(?! (?:lane|line|row|set|round|rep|time|breath))(?: (?:one|up|exercises?|moves?|techniques?|steps?|areas?|things? (?:we|you|i|is)|part|strokes?|holds?|massage|movement|we|i|you|is|it's|let's|for|make|take|and|,)|(?: [^ .,]+)?(?= [.,] ))|(?:let's|lets|let us|we're gonna|we are gonna|we're going to|we are going to|we will|we'll|we|i'm going to|i'm gonna)(?: (?:now|then|also))? (?:begin|start|move|go|head|continue|work|come|finish|end|close) (?:on|up|down|over|back(?! and forth)|to|with|from|in|out|our|by|off|at|into)|(?:let's|lets|let us|we|we'll|now we) (?:start|begin|go|get started)(?= [.,])|(?:moving|going|working|coming|continuing) (?:on|up|down|to|into|over|back)|first of all|first things first|to start|last but not least|after that(?! you(?:'ll| will| may| might| can))|to close|to finish|to wrap up|finish with|drain(?:age)? [.,]|finally|lastly|last area|last one(?:'s)?|(?:(?:i'm|we're|i am|we are) )?starting (?:with|from|at|in|on)|start (?:with|by|at|in|from|on))/;
const LABEL_IN = new RegExp(` (?:${LABEL_NOUNS}) (?:number )?№`, 'g');
const LABEL = new RegExp(`^ (?:[^ .,]+ ){0,2}(?:${LABEL_NOUNS}) (?:number )?(?:one|№) `);
const WEAK =
  /^ (?:(?:so|okay|ok|and|all right|alright|right|great|good|perfect) )*(?:now|then|next|okay|so|from here|for the|up to|onto|on to|the|up|over|under|across|around)(?= )/;
const VERBS =
  'place|put|take|press|hold|start|begin|stroke|sweep|swipe|glide|slide|tap|pat|roll|pinch|make|open|close|look|smile|puff|lift|raise|tilt|turn|bring|use|squeeze|rub|move|pull|grab|find|warm|inhale|exhale|breathe|stick|say|hum|knead|massage|circle|lace|cup|blow|shift|push|kiss|suck|try|rest|let|come|go|lean|drop|relax|shake|draw|brush|smooth|pop|keep|form|do|lie|interlace|wrap|hook|run|drag|scrape|work|drain|finish|step|continue|stretch|repeat|apply|pucker|purse|tuck|stay|walk|clasp|rotate|swirl|zigzag|wiggle|flick|drum|pump|stimulate|rap|curl|imagine|cross|uncross|lay|slot|scoop|spread|support|fold|set|sink|clench|bite|nod|hang|lower|ease|trace|follow|reach|touch|feel|blink|wink|gather|join|cover|slip|clean|wet|lock|point|stack|pretend|whisper|yawn|chew|fill|blink';
/** What one is told to do. */
const TELLING = new RegExp(
  `^ (?:(?:so|okay|ok|and|now|then|next|just|first|slowly|gently|please|again|also|all right|alright|right|you|we|i|can|will|you're|we're|i'm|going|gonna|want|to|you'll|we'll|let's|let us|let|with (?:your|the|both|two|one|№)(?: [^ .,]+){1,4}|make sure|i want you|the first one|the next one|number one|number №|is|are|for the \S+|and then|,) )*(?:${VERBS})\\b`,
);
/** Told further on in a sentence that runs. */
const TELLS = new RegExp(
  ` (?:and|then|so|gonna|going to|want you to|have to|need to|you can|let's|lets|just) (?!do |go |come |let |continue |finish |work |start |begin )(?:${VERBS}) `,
);
/** "Let's start. Take your thumb …": the sentence after it tells what to do. */
const GOES_ON = new RegExp(` [.] (?:[^ .,]+ ){0,2}(?:${VERBS}) `);
/** A place named first: "Under the eye", "Along the jaw", "Cheeks.", "Lip glides." */
const PLACING =
  /^ (?:(?:so|okay|and|now|then|next|also|up|down|back) )*(?:under|along|over|across|around|on|from|beside|between|behind|at|in front of|side of|the side of|above|below|into|up|with|palms|fingertips?|thumbs?|fingers|(?:ring|middle|index|little)(?: and [^ .,]+)? fingers?|hands|knuckles|both hands|two fingers|stone|roller|spoons?|brush|tool|curve|notch|flat side)(?= )/;

const OUTRO =
  / (?:thank you(?: so much| for|)|thanks for|that's (?:really |about )?it|that's your lot|that is it|that's all|that is all|all done|and done|finito|(?:once|twice|№ times) in (?:a|the) week|we're done|we are done|you're done|well done [.,]|done [.,]|see you|bye|good ?night|good ?bye(?! to)|have a (?:good|great|lovely|beautiful|nice)|that was the last|i hope you|hope you (?:liked|enjoyed)|leave (?:me )?a comment|subscribe|follow (?:me|for)|slowly open your eyes|good [.] read|then sunscreen|(?:do|repeat|use|try|practi[sc]e|train|exercise|aim for|work|press|give) (?:[^ .,]+ ){0,3}(?:every|(?:once|twice|one|№)(?: (?:or|to) (?:twice|№))?(?: times| days)?(?: in)? (?:a|per|each)) ?(?:other |single )?(?:day|week|morning|evening|night)|begin with (?:[^ .,]+ ){0,3}(?:a|per) week|that's me(?: done)?|i'm done|(?:these|those) were|that(?:'s| is| was) (?:my )?№ [.]|(?:and|so) there (?:we are|you go|you have it)|(?:once|twice|№ times) (?:a|per|each|every|this) (?:day|week) [.,]|that was (?:the|our|my) (?:[^ .,]+ ){0,3}(?:school|class|lesson|routine|session|practice|roller|stone)|(?:get on with|enjoy) (?:the rest of )?your|that was (?:all|barely|everything|less|it)|we're finished|we have finished|farewell|take care|until (?:next|the next)|see you (?:next|on|in|at)|you've (?:done|made) it|for today|drink (?:some|a lot|plenty|a glass)|(?:wash|rinse|clean) (?:the|your) (?:stone|roller|tool|spoon)|you can (?:do|repeat|press|use) (?:this|these|it|them)|all the best|that was less|congratulations|you did it|great job (?:everyone|today)) /;
/** "Twice a day when it's bad." */
const OFTEN =
  /^ (?:(?:once|twice|№ times|one time) (?:a|per|each|every) (?:day|week)|every (?:single )?(?:day|morning|evening|night)) /;
const PREP =
  / (?:clean (?:hands|face|skin)|wash(?:ed)? (?:your |the )?(?:hands|face)|hands are (?:clean|washed)|drops? of (?:[^ .,]+ )?(?:oil|serum)|(?:some|little|bit of|your|of|put|with|favou?rite) (?:[^ .,]+ )?(?:oil|serum|cream|moisturi[sz]er|balm|toner)|oil (?:on|between|in)|cleansing (?:milk|oil|balm)|(?:spread|put) (?:on )?(?:[^ .,]+ ){0,3}(?:milk|lotion|balm)|toner|moisturi[sz]er|apply|oil ,|generous amount|spread it|smell the|sit (?:up|down|tall|back|straight|comfortabl\S+)|feet on the|posture|glasses off|lenses out|tie (?:your )?hair|hair back|in front of (?:a|the|your) mirror|(?:in|into|out of) the (?:freezer|fridge|ice|water)|plenty of oil|take cream|lubricat\S+) /;
const WARM = / (?:warm ?up|warm us up|warm(?:ing)? (?:up|the|your)|roll (?:the|your) shoulders|shake (?:out|off)) /;
const REST =
  /^ (?:and |now |then |just |let's |we )*(?:rest|take a (?:break|rest|moment)|do nothing|hands (?:down|in (?:the|your) lap)|relax (?:for|everything|your whole)|shake your head)(?= )/;
const CONTINUES =
  /^ (?:(?:and|so|okay|now|then|but) )*(?:at the same time|while|as you|(?:then )?(?:a )?(?:bit|little) (?:higher|lower|further|to the side)|breathe (?:into|towards?|there)|(?:when|once|as soon as|if|each time|every time) (?:you|your|the|it|they)|again|also|make sure|keep|try|remember|one more|once more|last (?:one|time)|two more|three more|repeat|stay (?:about|here|there|for)|(?:the |a )?(?:(?:next|second|third|other|inner|outer|top|upper|middle|lower|bottom|last) )?(?:lane|line|row)|stay with|(?:we |you )?(?:move|go|work (?:my|your) way) over a (?:little|bit))(?= )/;
/** Said about the world and not about the face in hand. */
const ASIDE =
  /^ (?:let (?:the|your) (?:brow|brows|forehead|shoulders) (?:be|stay)|(?:and )?(?:move|go) only|[^ .,]+ ){0,3}(?:my grandmother|my mother|my husband|my friend|people (?:ask|say)|some people|i've (?:been|had|got|seen|done|always|never)|i (?:did|feel|have|had|was|used|love|can hear|always|often|remember|know|think)|it feels|(?:take|have) a look|look in the mirror|compare|touch both|did i|does the|how long|should it|can you|do you|are you|if you're|if you (?:like|have|want|are|feel|find|clench|don't|do not)|this (?:is|will|helps|one is)|that (?:is|side)|you (?:may|might|will|should|can) (?:feel|notice|see|also|use|hear)|you'll (?:feel|notice|see)|it (?:is|will|may|might|helps)|there are|the (?:skin|nose|reason|lymph|muscle) (?:is|gets?|will|does|goes|are|moves?)) /;

/** A full stop after work, and no heading of what comes. */
const ENDS =
  / (?:my|releas\S*|relax\S*|let go|let it go|shake|rest|good|great|lovely|beautiful|perfect|done|nice|wonderful|excellent|again|out|back|okay|yes|no|time|times|more|last|three|two|one|like this|off|gone) /;

/** Says where or which one, as a heading does. */
const TITLES =
  / (?:(?:left|right|first|second|other|next|third|last) (?:side|one|part|half|step|move|exercise|technique|area)|№) /;
const LETS_GO = /^ (?:(?:and|now|okay|then) )*(?:release|relax|let go|let (?:it|that) go|shake (?:it|that))(?= )/;
/** A side or a number is named: work, and no talk. */
const SIDED = / (?:left|right|№) /;
/** A glance at what was worked, between two steps. */
const LOOKS =
  /^ (?:(?:so|okay|and|now|just|let's|put the \S+ down|then|you can) )*(?:(?:take|have) a look|look in(?:to)? the mirror|look at (?:the difference|both|yourself|your face)|compare|can you see)(?= )/;
const HELPING = / (?:other|free|opposite) hand /;
/** So long a step may be explained before its dose, ms. */
const BEGINNING_MS = 9000;
/** Silence in which a dose may have been worked, ms. */
const WORKED_MS = 4500;
const MS_A_TOKEN = 450;

/** What lessons open with before the first technique. */
const WARMING: ReadonlySet<string> = new Set(['breathe']);

interface Window {
  readonly token: number;
  readonly offset: number;
  readonly text: string;
  /** The same and the line after, for what is only announced. */
  readonly ahead: string;
  /** Its words up to the next window. */
  readonly own: string;
  readonly lineGapMs: number;
  /** Silence before it, as far as the times tell. */
  readonly silenceMs: number;
}

/**
 * The steps of a narration. A step begins where something new is announced, where another region is named as the place
 * of work, and where the side changes; before the first one lie opening and preparation, after the last the closing.
 */
export function readSteps(stream: Stream, swaps: readonly (FoundSwap & { token: number })[]): FoundStep[] {
  const { tokens } = stream;
  if (tokens.length === 0) return [];
  const endMs = tokens[tokens.length - 1]!.startMs + 1000;
  const drafts: Draft[] = [{ ...blank(0), kind: 'intro' }];
  const pending = [...swaps];

  const all = windows(stream);
  for (const [at, window] of all.entries()) {
    const current = drafts[drafts.length - 1]!;
    const atMs = tokens[window.token]!.startMs;
    while (pending[0] && pending[0].token < window.token - 1) {
      const swap = pending.shift()!;
      if (
        current.kind !== 'intro' &&
        current.kind !== 'prep' &&
        tokens[swap.token]!.startMs - tokens[current.token]!.startMs > 3000
      )
        startSwapped(stream, drafts, swap.token);
    }
    const last = drafts[drafts.length - 1]!;
    const elapsed = atMs - tokens[last.token]!.startMs;
    const swap = pending[0] && inSentence(tokens, window.token, pending[0].token) ? pending[0] : undefined;
    if (swap && last.kind !== 'intro' && last.kind !== 'prep' && elapsed > 3000) {
      pending.shift();
      startSwapped(stream, drafts, window.token);
      continue;
    }
    if (swap) pending.shift();

    const words = window.text;
    // The first words greet, unless they begin the work at once.
    if (window.token === 0 && !(TELLING.test(words) && DOSED.test(paragraphAt(stream, 0)))) continue;
    if (last.kind === 'outro') {
      if (!STRONG.test(words) || !TELLING.test(words)) continue;
    } else if (
      (OUTRO.test(window.own) || OFTEN.test(words)) &&
      atMs > 0.55 * endMs &&
      last.kind !== 'intro' &&
      !STRONG.test(words)
    ) {
      drafts.push({ ...blank(closingAt(stream, window)), kind: 'outro', sure: 0.8 });
      continue;
    }
    const first = opening(last);
    const strong = STRONG.test(words);
    const telling = TELLING.test(words) || (first && TELLS.test(window.own));
    const aside = ASIDE.test(words) && !strong;
    const leads = strong || (!stream.punctuated && WEAK.test(words) && telling);
    const doing = actionIn(headOf(window, leads));
    if (REST.test(words) && window.lineGapMs > 6000 && last.kind !== 'intro') {
      drafts.push({
        ...blank(window.token),
        kind: 'rest',
        region: last.region,
        side: 'midline',
        tool: 'none',
        sure: 0.5,
      });
      continue;
    }
    if (
      PREP.test(sentenceOf(words)) &&
      !aside &&
      doing.score < 3 &&
      !(last.kind === 'technique' && doing.region !== null)
    ) {
      if (last.kind === 'intro' || (last.kind !== 'prep' && (strong || WEAK.test(words)) && elapsed > 5000))
        drafts.push({ ...blank(window.token), kind: 'prep', sure: 0.7 });
      continue;
    }
    const warm = WARM.test(window.own) && !/ before /.test(window.own);
    if (!aside && warm && doing.region === null && first) {
      drafts.push({ ...blank(window.token), kind: 'warmup', sure: 0.7 });
      continue;
    }
    if (LOOKS.test(words) && tokens[window.token]!.newLine && elapsed > 8000 && last.kind === 'technique') {
      drafts.push({ ...blank(window.token), kind: 'talk', region: last.region, action: last.action, sure: 0.6 });
      continue;
    }
    // "Now smooth everything upward": another action where the last one was worked.
    const changes = WEAK.test(words) && telling && doing.score >= 2 && doing.action !== last.action && elapsed > 12_000;
    if (aside || doing.region === null) {
      if (
        !(
          (strong || (changes && tokens[window.token]!.newLine)) &&
          (telling || doing.action !== 'unknown' || (first && GOES_ON.test(words)))
        ) ||
        aside
      )
        continue;
    }
    const elsewhere = (a: Region, b: Region): boolean =>
      strong || doing.place >= 2 ? a !== b : parentOf(a) !== parentOf(b);
    const moved =
      doing.region !== null &&
      (doing.place >= 1 || strong || WEAK.test(words)) &&
      (last.region === null || elsewhere(doing.region, last.region));
    const other = doing.action !== 'unknown' && doing.action !== last.action;
    const heading = /^ (?:(?!№)[^ .,]+ ){0,2}(?!№)[^ .,]+ [.,]/.test(words);
    const placing = PLACING.test(words) || heading;
    // What goes on at the same time, and one more of the same, is no new step.
    if (!first && CONTINUES.test(words) && !(strong && moved)) continue;
    // A new paragraph, or words after a silence in which was worked, are a place where something new is expected.
    const fresh = (tokens[window.token]!.newLine && stream.punctuated) || window.silenceMs > WORKED_MS;
    const begins = first
      ? (telling ||
          strong ||
          (placing && (last.kind === 'prep' || (doing.score >= 2 && doing.place >= 2) || SIDED.test(window.own))) ||
          (fresh && last.kind === 'prep' && doing.place >= 1.2 && DOSED.test(paragraphAt(stream, window.token))) ||
          warm) &&
        (doing.action !== 'unknown' || doing.region !== null || (strong && GOES_ON.test(words)))
      : (strong && (moved || other || telling || LABEL.test(words)) && elapsed > 3500) ||
        (warm && elapsed > 3500) ||
        (moved && (telling || placing || WEAK.test(words)) && elapsed > (fresh ? 3500 : 6500)) ||
        (moved && fresh && doing.place >= 1.2 && elapsed > 6500) ||
        (other &&
          (WEAK.test(words) || fresh) &&
          (telling || (heading && doing.place >= 1)) &&
          elapsed > 8500 &&
          doing.action !== 'breathe');
    if (!begins) continue;
    // "To the other side." and the place named after it are one step.
    const since = stream.text.slice(stream.offsetOf(last.token) - 1, window.offset + 1);
    if (last.swapped && !strong && elapsed < 14_000 && actionIn(since).region === null && !(fresh && / № /.test(since)))
      continue;
    // Letting go ends a step and begins none.
    if (!strong && LETS_GO.test(words)) continue;
    // What is told before any dose was named is still about how to begin.
    if (
      !first &&
      !strong &&
      !fresh &&
      elapsed < BEGINNING_MS &&
      !last.swapped &&
      !/ № /.test(since.replace(LABEL_IN, ''))
    )
      continue;
    // A hand that only holds on is no step of its own.
    if (HELPING.test(sentenceOf(words))) continue;
    // Resting goes on; all of the face has parts.
    if (!strong && last.kind === 'rest' && elapsed < 10_000) continue;
    if (!strong && last.region === 'whole_face' && last.kind === 'technique' && elapsed < 20_000) continue;
    // "First, …" said of a hand put down, and the stroke that follows it, are one step.
    if (!first && !strong && elapsed < 7500 && last.action === 'unknown' && !(fresh && last.swapped)) continue;
    drafts.push({
      ...blank(headed(stream, all, at, last)),
      region: doing.region,
      action: doing.action,
      kind: warm || (first && WARMING.has(doing.action)) ? 'warmup' : 'technique',
      sure: strong ? 0.85 : 0.6,
    });
  }
  for (const swap of pending) if (drafts[drafts.length - 1]!.kind !== 'intro') startSwapped(stream, drafts, swap.token);
  return finish(stream, drafts, endMs);
}

/** A number of times, or seconds. */
const DOSED = / № (?:[^ .,]+ )?(?:times|strokes|rolls|sweeps|circles|seconds|on|each|a side) /;

/** The line of the narration that a token stands in, from there on. */
function paragraphAt(stream: Stream, token: number): string {
  let end = token + 1;
  while (end < stream.tokens.length && !stream.tokens[end]!.newLine) end++;
  return stream.text.slice(stream.offsetOf(token) - 1, stream.offsetOf(end));
}

/** Where the closing begins: in captions without punctuation, with the line that says so. */
function closingAt(stream: Stream, window: Window): number {
  const words = OUTRO.exec(window.own);
  if (stream.punctuated || !words) return window.token;
  let token = stream.tokenAt(window.offset + words.index + 2);
  while (token > window.token && !stream.tokens[token]!.newLine) token--;
  return token;
}

/** Whether a place is still in the sentence that begins at a window, and near its beginning. */
function inSentence(tokens: Stream['tokens'], from: number, at: number): boolean {
  return at <= from + 9 && tokens.slice(from, at).every((token) => token.text !== '.');
}

/** Where a step begins that was recognised at a window: with the short heading before it, if there is one. */
function headed(stream: Stream, all: readonly Window[], at: number, last: Draft): number {
  const { token } = all[at]!;
  const heading = all[at - 1];
  if (!heading || heading.token <= last.token) return token;
  const words = sentenceOf(heading.text);
  const length = token - heading.token;
  const short = length <= (TITLES.test(words) ? 10 : 6) && words.trim().endsWith('.');
  const soon =
    stream.tokens[token]!.startMs - stream.tokens[heading.token]!.startMs < (TITLES.test(words) ? 8000 : 4000);
  return short && soon && !ENDS.test(words) && !/ № /.test(words) && !/[?!]/.test(words) ? heading.token : token;
}

function opening(draft: Draft): boolean {
  return draft.kind === 'intro' || draft.kind === 'prep';
}

function startSwapped(stream: Stream, drafts: Draft[], token: number): void {
  const last = drafts[drafts.length - 1]!;
  if (last.kind === 'outro') return;
  if (stream.tokens[token]!.startMs - stream.tokens[last.token]!.startMs < 2500) return;
  drafts.push({
    ...blank(token),
    kind: last.kind === 'rest' || last.kind === 'talk' ? 'technique' : last.kind,
    swapped: true,
    sure: 0.75,
  });
}

/** Places where a step may begin: the start of a sentence, and in captions without punctuation a word that leads on. */
function windows(stream: Stream): Window[] {
  const { tokens } = stream;
  const starts: number[] = [];
  tokens.forEach((token, at) => {
    const before = tokens[at - 1]?.text;
    if (/^[.,]$/.test(token.text)) return;
    if (at === 0 || before === '.') starts.push(at);
    else if (token.newLine && !stream.punctuated) starts.push(at);
    else if (
      !stream.punctuated &&
      /^(?:now|next|then|so|okay|first)$/.test(token.text) &&
      !/^(?:so|okay|now|then|and|right)$/.test(before ?? '')
    )
      starts.push(at);
    else if (before === ',' && /^(?:now|next)$/.test(token.text)) starts.push(at);
  });
  return starts.map((token, i) => {
    const offset = stream.offsetOf(token) - 1;
    const next = starts[i + 1] ?? tokens.length;
    let end = Math.min(tokens.length, token + 26);
    if (next - token > 9) end = Math.min(end, next + 1);
    else if (!stream.punctuated) end = Math.min(end, (starts[i + 2] ?? tokens.length) + 1);
    const further = Math.min(tokens.length, token + 26, Math.max(end, (starts[i + 2] ?? tokens.length) + 1));
    return {
      token,
      offset,
      ahead: `${stream.text.slice(offset, stream.offsetOf(further))} `,
      text: `${stream.text.slice(offset, stream.offsetOf(end))} `,
      silenceMs: token === 0 ? 0 : silence(tokens, starts[i - 1] ?? 0, token),
      own: `${sentenceOf(stream.text.slice(offset, stream.offsetOf(Math.min(end, next + 3))))} `,
      lineGapMs: (tokens[next]?.startMs ?? tokens[tokens.length - 1]!.startMs) - tokens[token]!.startMs,
    };
  });
}

/** What is left of the time between two places when the words between them are spoken at an even rate. */
function silence(tokens: Stream['tokens'], from: number, to: number): number {
  return tokens[to]!.startMs - tokens[from]!.startMs - (to - from) * MS_A_TOKEN;
}

/** The sentence by itself; a label alone ("Exercise one, the window.") or a line that leads on is read with what follows it. */
function headOf(window: Window, leads: boolean): string {
  const sentence = sentenceOf(window.text);
  return leads && actionIn(sentence).region === null ? window.ahead : sentence;
}

function sentenceOf(text: string): string {
  const end = text.indexOf(' . ');
  return end < 0 ? text : `${text.slice(0, end)} . `;
}
