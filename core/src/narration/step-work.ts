import { parentOf, type Region } from '../face/regions';
import type { Action, Tool } from '../move/move.schema';
import { ACTION_WORDS, mentions, REGION_WORDS, TOOL_WORDS, type Hit } from './lexicon';
import type { FoundStep, Reading } from './reading';
import type { Stream } from './tokens';

type Step = Reading['steps'][number];
type Kind = Step['kind'];

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

/** What lies between two places: a stroke from one to the other works there. */
const BETWEEN: readonly (readonly [from: readonly Region[], to: readonly Region[], across: Region])[] = [
  [['chin', 'under_chin'], ['ear'], 'jaw'],
  [['mouth', 'lips', 'nose'], ['ear', 'temple', 'cheek'], 'cheek'],
  [['ear', 'jaw'], ['collarbone', 'shoulder'], 'neck'],
  [['collarbone'], ['jaw', 'ear', 'chin'], 'neck'],
  [['brow'], ['scalp'], 'forehead'],
];
const TOWARDS =
  /^ (?:(?:all|the|way|out|up|down|over|across|along|straight|back|right|and|then|it|them) )*(?:to|towards?|into|until|till) (?:(?:the|your|both|each) )*(?:(?:top|middle|side|bottom|front|back|hole) of (?:the|your) )?$/;
/** Closed eyes and an open mouth are how one sits, and no place of work. */
const CLOSED =
  / (?:with )?(?:your |the )?(?:eyes (?:gently |softly )?(?:closed|shut)|mouth (?:slightly |a little |a bit |half |loosely )?open|arms (?:over|across) (?:the |your )?chest)(?= )/g;

/** A step while it is looked for: where it begins, and what is known of it so far. */
export interface Draft {
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

export function blank(token: number): Draft {
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

/** What every step works on is looked for in its own words: the first forty count, the first of them most. */
export function finish(stream: Stream, drafts: Draft[], endMs: number): FoundStep[] {
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
      draft.tool = draft.kind === 'intro' ? implement : null;
      return;
    }
    const work = workOf(text);
    const before = drafts
      .slice(0, i)
      .reverse()
      .find((one) => one.kind !== 'rest' && one.kind !== 'prep' && one.kind !== 'intro');
    draft.region = draft.swapped ? (work.region ?? before?.region ?? null) : work.region;
    // In the second round of a bundle the step of the first one says how it is done.
    const again = secondRound(drafts, i)
      ? drafts.slice(0, i).findLast((one) => one.region === draft.region)
      : undefined;
    const like = again ?? before;
    draft.action =
      work.action === 'unknown' || (work.score < 1.2 && (again || before?.action === 'roll'))
        ? (like?.action ?? 'unknown')
        : work.action;
    if (
      (draft.swapped || again) &&
      like &&
      parentOf(draft.region ?? 'jaw') === parentOf(like.region ?? 'jaw') &&
      (work.score < 4 || work.action === 'hold')
    )
      draft.action = like.action;
    if (draft.kind === 'outro') {
      Object.assign(draft, { action: 'unknown', region: null, tool: lessonTool });
      return;
    }
    const closes =
      / (?:to close|to finish|to wrap up|finally|soothe|last|drain\S*|lymph\S*|flush\S*|empt(?:y|ies|ying)) /.test(
        text.slice(0, 130),
      );
    const late = tokens[draft.token]!.startMs > 0.6 * endMs || draft.action === 'drain';
    if (
      closes &&
      late &&
      i > 2 &&
      / (?:down|drain\S*|lymph\S*|empt(?:y|ying)|hollows?) /.test(text) &&
      DOWNWARD.has(draft.region ?? 'neck')
    ) {
      draft.kind = 'drain';
      if (!/ (?:strok|sweep|glid|swip)\S* /.test(text.slice(0, 110))) draft.action = 'drain';
    } else if (draft.swapped && before?.kind === 'drain') draft.kind = 'drain';
    const bare =
      / (?:with|use(?: only)?) (?:your|two|the|both|only your) (?:[^ .,]+ )?(?:fingers?|fingertips|hands?|palms?|thumbs?) /.test(
        text,
      );
    draft.tool =
      implement ??
      (tools.some((hit) => hit.value === 'knuckle') ? 'knuckle' : null) ??
      (tools.length > 0 && (bare || lessonTool === null) ? 'hand' : null);
    if (implement) lessonTool = implement;
    draft.tool ??= draft.swapped && before ? before.tool : (lessonTool ?? toolOf(draft.action));
    draft.side = sideOf(text, draft, drafts.slice(0, i), before);
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

/** Whether the side has changed before a step while that step's region was worked earlier, before the change. */
function secondRound(drafts: readonly Draft[], at: number): boolean {
  const change = drafts.slice(0, at + 1).findLastIndex((one) => one.swapped);
  return change > 0 && drafts.slice(0, change).some((one) => one.region !== null && one.region === drafts[at]!.region);
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

function toolOf(action: Action | 'unknown'): Tool {
  return ['hold', 'puff', 'vocalise', 'breathe', 'wiggle', 'stretch'].includes(action) ? 'none' : 'hand';
}

export interface Work {
  readonly region: Region | null;
  readonly action: Action | 'unknown';
  readonly score: number;
  /** How plainly the region is named as the place of work: 2 and more where it is. */
  readonly place: number;
}

/** What is worked on and how, by weight: a place that a stroke only comes from or goes to counts less. */
export function workOf(text: string): Work {
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
    const aside =
      hit.value === 'wiggle' &&
      / (?:small|little|tiny|with (?:a|the)) $/.test(text.slice(Math.max(0, hit.at - 10), hit.at));
    const noun = hit.value === 'breathe' || aside || /^(?:keep|stay)$/.test(hit.text) ? 0.3 : 1;
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
  if (/^hollows?$/.test(hit.text) && /^ (?:above|below|beside|under|of) (?:the |your )?(?!collar)/.test(after))
    return 0.2;
  if (/^look /.test(hit.text)) return 0.5;
  if (hit.value === 'ear' && / (?:under|below|beneath) (?:the |your |both )?$/.test(before)) return 0.8;
  let weight = 2;
  // "In front of the ear, small circles": named first, it is the place itself.
  if (
    /^ (?:(?:and|now|then|next|so|okay|just|also) )*(?:near|beside|below|by|in front of|just below|above|behind|right (?:beside|below|above))(?: (?:the|your|both|each))? $/.test(
      before,
    )
  )
    weight = 2;
  else if (
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

function sideOf(text: string, draft: Draft, earlier: readonly Draft[], before: Draft | undefined): Step['side'] {
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
  const running = earlier.findLast((one) => one.kind === 'technique' && one.side !== 'midline');
  if (running && SIDED.has(running.side) && !running.paired && !/ both | each hand | two hands | sides /.test(head))
    return running.side;
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
