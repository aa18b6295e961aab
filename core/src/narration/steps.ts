import { parentOf, type Region } from '../face/regions';
import type { Action, Tool } from '../move/move.schema';
import { ACTION_WORDS, mentions, REGION_WORDS, TOOL_WORDS, type Hit } from './lexicon';
import type { FoundStep, FoundSwap, Reading } from './reading';
import type { Stream } from './tokens';

type Step = Reading['steps'][number];
type Kind = Step['kind'];

/** Words that begin something new whatever comes before. */
const STRONG =
  /^ (?:(?:so|okay|ok|all right|alright|right|and|now|then|great|good|perfect|awesome|cool|next) )*(?:(?:the|our|your|my|for the|for our|onto the|on to the|that's|is) )*(?:(?:step|exercise|move|technique|number|position|movement|part|area) (?:number )?(?:one|№)|(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|next|last|final|following)(?: (?:one|up|exercises?|moves?|techniques?|steps?|areas?|things?|part|strokes?|holds?|massage|movement|we|i|you|is|it's|let's|for|make|take|and|,)|(?= [.,] ))|(?:let's|lets|let us|we're gonna|we are gonna|we're going to|we are going to|we will|we'll|we|i'm going to|i'm gonna)(?: (?:now|then|also))? (?:begin|start|move|go|head|continue|work|come|finish|end|close) (?:on|up|down|over|back|to|with|from|in|out|our|by|off|at|into)|(?:moving|going|working|coming|continuing) (?:on|up|down|to|into|over|back)|first of all|first things first|to start|last but not least|after that|to close|to finish|finish with|finally|lastly|last area|last one|starting (?:with|from|at|in|on)|start (?:with|by|at|in|from|on))/;
const LABEL = /^ (?:[^ .,]+ ){0,2}(?:step|exercise|move|technique|number) (?:number )?(?:one|№) /;
const WEAK =
  /^ (?:(?:so|okay|ok|and|all right|alright|right|great|good|perfect) )*(?:now|then|next|okay|so|from here|for the|up to|onto|on to|the|up|over|under|across|around)(?= )/;
const VERBS =
  'place|put|take|press|hold|start|begin|stroke|sweep|swipe|glide|slide|tap|pat|roll|pinch|make|open|close|look|smile|puff|lift|raise|tilt|turn|bring|use|squeeze|rub|move|pull|grab|find|warm|inhale|exhale|breathe|stick|say|hum|knead|massage|circle|lace|cup|blow|shift|push|kiss|suck|try|rest|let|come|go|lean|drop|relax|shake|draw|brush|smooth|pop|keep|form|do|lie|interlace|wrap|hook|run|drag|scrape|work|drain|finish|step|continue|stretch|repeat|apply|pucker|purse|tuck|stay|walk|clasp|rotate|swirl|zigzag|wiggle|flick|drum|pump|stimulate|rap|curl|imagine';
/** What one is told to do. */
const TELLING = new RegExp(
  `^ (?:(?:so|okay|ok|and|now|then|next|just|first|slowly|gently|please|again|also|all right|alright|right|you|we|i|can|will|you're|we're|i'm|going|gonna|want|to|you'll|we'll|let's|let us|let|with (?:your|the|both|two|one|№) (?:[^ .,]+ ){1,4}|make sure|i want you|the first one|the next one|number one|number №|is|are|for the \S+|and then|,) )*(?:${VERBS})\\b`,
);
/** Told further on in a sentence that runs. */
const TELLS = new RegExp(
  ` (?:and|then|so|gonna|going to|want you to|have to|need to|you can|let's|lets|just) (?:${VERBS}) `,
);
/** A place named first: "Under the eye", "Along the jaw", "Cheeks.", "Lip glides." */
const PLACING =
  /^ (?:(?:so|okay|and|now|then|next|also|up|down|back) )*(?:under|along|over|across|around|on|from|beside|between|behind|at|in front of|side of|the side of|above|below|into|up|with|palms|fingertips?|thumbs?|fingers|ring fingers|hands|knuckles|both hands|two fingers|fingers)(?= )/;

const OUTRO =
  / (?:thank you(?: so much| for|)|thanks for|that's it|that is it|that's all|that is all|all done|and done|we're done|we are done|you're done|well done [.,]|done [.,]|see you|bye|good ?night|good ?bye|have a (?:good|great|lovely|beautiful|nice)|that was the last|i hope you|hope you (?:liked|enjoyed)|leave (?:me )?a comment|subscribe|slowly open your eyes|good [.] read|then sunscreen|(?:do|repeat) (?:it|this) (?:every|once|twice|two|three)|you can (?:do|repeat) this|wash the (?:stone|roller|tool|spoon)|all the best|that was less|congratulations|you did it|great job (?:everyone|today)) /;
const PREP =
  / (?:clean (?:hands|face|skin)|wash(?:ed)? (?:your |the )?(?:hands|face)|hands are (?:clean|washed)|drops? of (?:[^ .,]+ )?(?:oil|serum)|(?:some|little|bit of|your|of|put|with|favou?rite) (?:[^ .,]+ )?(?:oil|serum|cream|moisturi[sz]er|balm|toner)|oil (?:on|between|in)|toner|moisturi[sz]er|apply|sit (?:up|down|tall|straight|comfortabl\S+)|posture|glasses off|lenses out|tie (?:your )?hair|hair back|in front of (?:a|the|your) mirror|plenty of oil|take cream|lubricat\S+) /;
const WARM = / (?:warm ?up|warm us up|warm(?:ing)? (?:up|the|your)|roll (?:the|your) shoulders|shake (?:out|off)) /;
const REST = /^ (?:and |now |then )*(?:rest|take a (?:break|rest|moment)|do nothing|just rest|relax for)(?= )/;
const CONTINUES =
  /^ (?:(?:and|so|okay|now|then|but) )*(?:at the same time|while|as you|again|also|make sure|keep|try|remember|one more|once more|last (?:one|time)|two more|three more|repeat)(?= )/;
/** Said about the world and not about the face in hand. */
const ASIDE =
  /^ (?:let (?:the|your) (?:brow|brows|forehead|shoulders) (?:be|stay)|(?:and )?(?:move|go) only|[^ .,]+ ){0,3}(?:my grandmother|my mother|my husband|my friend|people (?:ask|say)|some people|i (?:did|have|had|was|used|love|can hear|always|often|remember|know|think)|it feels|did i|does the|how long|should it|can you|do you|are you|if you (?:like|have|want|are|feel|find|clench|don't|do not)|this (?:is|will|helps|one is)|that (?:is|side)|you (?:may|might|will|should|can) (?:feel|notice|see|also|use|hear)|it (?:is|will|may|might|helps)|there are|the (?:skin|nose|reason|lymph|muscle) (?:is|gets?|will|does|goes|are|moves?)) /;

const LEFT = 'left';
/** What lessons open with before the first technique. */
const WARMING: ReadonlySet<string> = new Set(['breathe']);
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
/** Where what is drained passes on its way down. */
const DOWNWARD: ReadonlySet<Region> = new Set(['neck', 'ear', 'collarbone', 'nape', 'chest']);
const SIDED: ReadonlySet<string> = new Set(['left', 'right', 'first', 'second']);
const NEVER_PAIRED: ReadonlySet<Region> = new Set(['lips', 'tongue', 'chin']);

interface Window {
  readonly token: number;
  readonly offset: number;
  readonly text: string;
  readonly lineGapMs: number;
}

interface Draft {
  token: number;
  kind: Kind;
  action: Action | 'unknown';
  region: Region | null;
  side: Step['side'];
  tool: Tool | null;
  sure: number;
  swapped: boolean;
  /** Whether it is the other side of the step just before it, so that both sides are done. */
  paired: boolean;
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

  for (const window of windows(stream)) {
    const current = drafts[drafts.length - 1]!;
    const atMs = tokens[window.token]!.startMs;
    const elapsed = atMs - tokens[current.token]!.startMs;
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
    const swap = pending[0] && inSentence(tokens, window.token, pending[0].token) ? pending[0] : undefined;
    if (swap && last.kind !== 'intro' && last.kind !== 'prep' && atMs - tokens[last.token]!.startMs > 3000) {
      pending.shift();
      startSwapped(stream, drafts, window.token);
      continue;
    }
    if (swap) pending.shift();

    const words = window.text;
    if (last.kind === 'outro') {
      if (!STRONG.test(words) || !TELLING.test(words)) continue;
    } else if (OUTRO.test(sentenceOf(words)) && atMs > 0.55 * endMs && last.kind !== 'intro' && !STRONG.test(words)) {
      drafts.push({ ...blank(window.token), kind: 'outro', sure: 0.8 });
      continue;
    }
    const first = opening(last);
    const strong = STRONG.test(words);
    const telling = TELLING.test(words) || (first && TELLS.test(headOf(words, false)));
    const aside = ASIDE.test(words) && !strong;
    const work = workOf(headOf(words, strong));
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
      work.score < 3 &&
      !(last.kind === 'technique' && work.region !== null)
    ) {
      if (last.kind === 'intro' || (last.kind !== 'prep' && (strong || WEAK.test(words)) && elapsed > 5000))
        drafts.push({ ...blank(window.token), kind: 'prep', sure: 0.7 });
      continue;
    }
    if (!aside && WARM.test(sentenceOf(words)) && work.region === null && opening(last)) {
      drafts.push({ ...blank(window.token), kind: 'warmup', sure: 0.7 });
      continue;
    }
    if (aside || work.region === null) {
      if (!(strong && (telling || work.action !== 'unknown')) || aside) continue;
    }
    const warm = WARM.test(sentenceOf(words));
    const elsewhere = (a: Region, b: Region): boolean =>
      strong || work.place >= 2 ? a !== b : parentOf(a) !== parentOf(b);
    const moved =
      work.region !== null &&
      (work.place >= 1 || strong || WEAK.test(words)) &&
      (last.region === null || elsewhere(work.region, last.region));
    const other = work.action !== 'unknown' && work.action !== last.action;
    const placing = PLACING.test(words) || /^ (?:[^ .,]+ ){0,2}[^ .,]+ [.,]/.test(words);
    // What goes on at the same time, and one more of the same, is no new step.
    if (!first && CONTINUES.test(words) && !(strong && moved)) continue;
    const begins = first
      ? (telling || strong || (placing && (last.kind === 'prep' || (work.score >= 2 && work.place >= 2))) || warm) &&
        (work.action !== 'unknown' || work.region !== null)
      : (strong && (moved || other || telling || LABEL.test(words)) && elapsed > 3500) ||
        (warm && elapsed > 3500) ||
        (moved && (telling || placing || WEAK.test(words)) && elapsed > 6500) ||
        (other && WEAK.test(words) && telling && elapsed > 8500 && work.action !== 'breathe');
    if (!begins) continue;
    // "To the other side." and the place named after it are one step.
    const since = stream.text.slice(stream.offsetOf(last.token) - 1, window.offset + 1);
    if (last.swapped && !strong && elapsed < 14_000 && workOf(since).region === null) continue;
    // "First, …" said of a hand put down, and the stroke that follows it, are one step.
    if (!first && !strong && elapsed < 7500 && last.action === 'unknown') continue;
    drafts.push({
      ...blank(window.token),
      region: work.region,
      action: work.action,
      kind: warm || (first && WARMING.has(work.action)) ? 'warmup' : 'technique',
      sure: strong ? 0.85 : 0.6,
    });
  }
  for (const swap of pending) if (drafts[drafts.length - 1]!.kind !== 'intro') startSwapped(stream, drafts, swap.token);
  return finish(stream, drafts, endMs);
}

/** Whether a place is still in the sentence that begins at a window, and near its beginning. */
function inSentence(tokens: Stream['tokens'], from: number, at: number): boolean {
  return at <= from + 9 && tokens.slice(from, at).every((token) => token.text !== '.');
}

function opening(draft: Draft): boolean {
  return draft.kind === 'intro' || draft.kind === 'prep';
}

function blank(token: number): Draft {
  return {
    token,
    kind: 'technique',
    action: 'unknown',
    region: null,
    side: 'unknown',
    tool: null,
    sure: 0.7,
    swapped: false,
    paired: false,
  };
}

function startSwapped(stream: Stream, drafts: Draft[], token: number): void {
  const last = drafts[drafts.length - 1]!;
  if (last.kind === 'outro') return;
  if (stream.tokens[token]!.startMs - stream.tokens[last.token]!.startMs < 2500) return;
  drafts.push({ ...blank(token), kind: last.kind === 'rest' ? 'technique' : last.kind, swapped: true, sure: 0.75 });
}

/** What every step works on is looked for in its own words: the first forty count, the first of them most. */
function finish(stream: Stream, drafts: Draft[], endMs: number): FoundStep[] {
  const { tokens } = stream;
  let lessonTool: Tool | null = null;
  const allOver = workOf(stream.text.slice(0, 3000)).region;
  drafts.forEach((draft, i) => {
    const from = stream.offsetOf(draft.token) - 1;
    const to = stream.offsetOf(drafts[i + 1]?.token ?? tokens.length);
    const text = stream.text.slice(from, Math.min(to, from + 330)) + ' ';
    const tools = mentions(TOOL_WORDS, text).filter(
      (hit) => !/ (?:or|if you have|back of the|back of a)(?: [^ .,]+){0,2} $/.test(text.slice(0, hit.at)),
    );
    const implement = tools.find((hit) => hit.value !== 'hand' && hit.value !== 'knuckle')?.value ?? null;
    if (draft.kind === 'intro' || draft.kind === 'prep') {
      lessonTool = implement ?? lessonTool;
      const bare =
        / (?:with|use(?: only)?) (?:your|two|the|both|only your) (?:[^ .,]+ )?(?:fingers?|fingertips|hands?|palms?|thumbs?) /.test(
          text,
        );
      draft.tool = draft.kind === 'intro' ? implement : null;
      return;
    }
    const work = workOf(text);
    const before = drafts
      .slice(0, i)
      .reverse()
      .find((one) => one.kind !== 'rest' && one.kind !== 'prep' && one.kind !== 'intro');
    draft.region = draft.swapped ? regionKept(work.region, before?.region ?? null) : work.region;
    draft.action =
      work.action === 'unknown' || (work.score < 1.2 && before?.action === 'roll')
        ? (before?.action ?? 'unknown')
        : work.action;
    if (
      draft.swapped &&
      before &&
      parentOf(draft.region ?? 'jaw') === parentOf(before.region ?? 'jaw') &&
      (work.score < 4 || work.action === 'hold')
    )
      draft.action = before.action;
    if (draft.kind === 'outro') {
      Object.assign(draft, { action: 'unknown', region: null, tool: lessonTool });
      return;
    }
    const closes = / (?:to close|to finish|finally|soothe|last|drain\S*|lymph\S*|flush\S*) /.test(text.slice(0, 130));
    const late = tokens[draft.token]!.startMs > 0.6 * endMs || draft.action === 'drain';
    if (closes && late && i > 2 && / (?:down|drain\S*|lymph\S*) /.test(text) && DOWNWARD.has(draft.region ?? 'neck')) {
      draft.kind = 'drain';
      if (!/ (?:strok|sweep|glid|swip)\S* /.test(text.slice(0, 110))) draft.action = 'drain';
    } else if (draft.swapped && before?.kind === 'drain') draft.kind = 'drain';
    draft.tool =
      implement ??
      (tools.some((hit) => hit.value === 'knuckle') ? 'knuckle' : null) ??
      (tools.length > 0 && (bare || lessonTool === null) ? 'hand' : null);
    if (implement) lessonTool = implement;
    draft.tool ??= draft.swapped && before ? before.tool : (lessonTool ?? toolOf(draft.action));
    draft.side = sideOf(text, draft, before);
    draft.paired = draft.swapped && before !== undefined && draft.region === before.region;
    if (draft.swapped && draft.side === 'second' && before && ['unknown', 'both', 'midline'].includes(before.side))
      before.side = 'first';
  });
  bundles(drafts);
  return drafts.map((draft, i): FoundStep => {
    const start = tokens[draft.token]!;
    const stop = drafts[i + 1] ? tokens[drafts[i + 1]!.token]! : null;
    return {
      startMs: start.startMs,
      endMs: stop?.startMs ?? endMs,
      kind: draft.kind,
      action: draft.action,
      side: draft.side,
      tool: draft.tool ?? 'none',
      region: draft.region ?? (draft.kind === 'technique' ? (allOver ?? 'whole_face') : 'whole_face'),
      evidence: { from: start.word, to: Math.min(start.word + 12, stop?.word ?? start.word + 12), sure: draft.sure },
    };
  });
}

/** Several steps done on one side and then on the other: the first round gets its side when the second one comes. */
function bundles(drafts: Draft[]): void {
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

function regionKept(own: Region | null, before: Region | null): Region | null {
  return own ?? before;
}

function toolOf(action: Action | 'unknown'): Tool {
  return ['hold', 'puff', 'vocalise', 'breathe', 'wiggle', 'stretch'].includes(action) ? 'none' : 'hand';
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
    else if (before === ',' && /^(?:now|next|then)$/.test(token.text)) starts.push(at);
  });
  return starts.map((token, i) => {
    const offset = stream.offsetOf(token) - 1;
    const next = starts[i + 1] ?? tokens.length;
    let end = Math.min(tokens.length, token + 26);
    if (next - token > 9) end = Math.min(end, next + 1);
    return {
      token,
      offset,
      text: `${stream.text.slice(offset, stream.offsetOf(end))} `,
      lineGapMs: (tokens[next]?.startMs ?? tokens[tokens.length - 1]!.startMs) - tokens[token]!.startMs,
    };
  });
}

/** The sentence by itself; a label alone ("Exercise one, the window.") is read with what follows it. */
function headOf(text: string, strong: boolean): string {
  const sentence = sentenceOf(text);
  return strong && workOf(sentence).region === null ? text : sentence;
}

function sentenceOf(text: string): string {
  const end = text.indexOf(' . ');
  return end < 0 ? text : `${text.slice(0, end)} . `;
}

interface Work {
  readonly region: Region | null;
  readonly action: Action | 'unknown';
  readonly score: number;
  /** How plainly the region is named as the place of work: 2 and more where it is. */
  readonly place: number;
}

/** What is worked on and how, by weight: a place that a stroke only comes from or goes to counts less. */
function workOf(text: string): Work {
  const regions = new Map<Region, number>();
  for (const hit of mentions(REGION_WORDS, text))
    regions.set(hit.value, (regions.get(hit.value) ?? 0) + regionWeight(text, hit));
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
    const noun = hit.value === 'breathe' || /^(?:keep|stay)$/.test(hit.text) ? 0.3 : 1;
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

function regionWeight(text: string, hit: Hit<Region>): number {
  const before = text.slice(Math.max(0, hit.at - 34), hit.at);
  const after = text.slice(hit.at + hit.text.length);
  if (/^ (?:hand|hands|fingers?)/.test(after)) return 0;
  if (
    hit.value === 'shoulder' &&
    / down | soft | heavy | relax/.test(text.slice(Math.max(0, hit.at - 30), hit.at + 40))
  )
    return 0.05;
  if (hit.value === 'ear' && /^ (?:fall|drop|to) /.test(after)) return 0.1;
  if (
    hit.at < 26 &&
    / (?:up|down|on|over) to(?: the| your)? $| (?:now|next|then|for|and)(?: the| your)? $/.test(before)
  )
    return 3;
  if (/ (?:don't|not|never|avoid) (?:[^ .,]+ ){0,4}$/.test(before)) return 0.05;
  let weight = 2;
  if (
    / (?:near|beside|below|by|past|towards?|to|into|until|in front of|just below|above|down to|up to|out to|behind)(?: (?:the|your|both|those))?(?: (?:left|right|outer|inner|upper|lower|front of the|back of the|corners? of the|side of the|side of your))? $/.test(
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

function sideOf(text: string, draft: Draft, before: Draft | undefined): Step['side'] {
  const head = text.slice(0, 260);
  if (
    / left ,? ?right ,? ?left | alternat\S+| from one (?:[^ .,]+ )?(?:cheek|side) to (?:the )?other| side by side /.test(
      head,
    )
  )
    return 'alternating';
  if (!draft.swapped && draft.region && NEVER_PAIRED.has(draft.region) && !/ (?:both|left side|right side) /.test(head))
    return 'midline';
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
      match.index > 1,
  );
  const named =
    / hand to the (left|right)| (left|right) side | (left|right) (?:cheek|jaw|eye|brow|eyebrow|ear(?! (?:fall|drop|to))|temple|neck|nostril|half)| on (?:the|your) (left|right)/.exec(
      head,
    );
  const explicit = (named?.slice(1).find(Boolean) ?? sided[0]?.[1]) as 'left' | 'right' | undefined;
  if (
    explicit &&
    !/ (?:sides?|both|then the other)(?: [^ .,]+){0,3} (?:left and|right and)/.test(head) &&
    draft.kind !== 'warmup'
  )
    return explicit;
  if (draft.swapped) {
    if (before?.side === LEFT) return 'right';
    if (before?.side === 'right') return LEFT;
    return 'second';
  }
  // Working through a side: what was begun there goes on there until the side changes.
  if (
    / (?:one side|first side|this side|one cheek|this cheek) /.test(head) &&
    !/ on one side and| side (?:, )?(?:and )?then (?:on )?the other| one side after/.test(head)
  )
    return 'first';
  if (before && SIDED.has(before.side) && !before.paired && !/ both | each hand | two hands | sides /.test(head))
    return before.side;
  if (
    / both | each hand | two hands | (?:cheeks|temples|eyes|brows|eyebrows|ears|palms|hands|knuckles|thumbs|jaws|sides|ring fingers|index fingers|fingertips) /.test(
      head,
    )
  )
    return draft.action === 'puff' && !/ both /.test(head) ? 'midline' : 'both';
  if (draft.region && UNPAIRED.has(draft.region))
    return draft.action === 'stroke' || draft.action === 'circle' ? 'both' : 'midline';
  return draft.action === 'vocalise' || draft.action === 'breathe' || draft.action === 'wiggle' ? 'midline' : 'both';
}
