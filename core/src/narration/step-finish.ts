import { parentOf, type Region } from '../face/regions';
import type { Action, Tool } from '../move/move.schema';
import { mentions, TOOL_WORDS } from './lexicon';
import type { FoundStep } from './reading';
import type { Draft } from './step-draft';
import { bundles, oneSideFirst, secondRound, sideOf } from './step-sides';
import { actionIn, type ActionIn } from './step-action';
import { likeliest } from './learned/likeliest';
import { workOf, type LearnedWork } from './learned/work';
import { SAYS_MOST, sidesSeen, told } from './learned/work-features';
import type { Stream } from './tokens';

/** Where what is drained passes on its way down. */
const DOWNWARD: ReadonlySet<Region> = new Set(['neck', 'ear', 'collarbone', 'nape', 'chest']);

/** A way down through all of the face ends in the neck. */
const TO_DRAIN =
  /^ (?:(?:and|so|now|then|okay|finally) )*(?:to drain|drain(?:age)? [.,]|drain everything|let's drain|we drain|flush|(?:to end , )?we (?:bring|sweep|take) (?:everything|it all) (?:back )?down) /;

/**
 * What every step works on is looked for in its own words: the first forty count, the first of them most.
 *
 * @param learned what is known of how steps are told; null where rules alone are to say what is worked.
 * @example finish(stream, drafts, 60_000, null)[0]?.region // 'jaw'
 */
export function finish(stream: Stream, drafts: Draft[], endMs: number, learned: LearnedWork | null): FoundStep[] {
  const { tokens } = stream;
  let lessonTool: Tool | null = null;
  const allOver = actionIn(stream.text.slice(0, 3000)).region;
  drafts.forEach((draft, i) => {
    const from = stream.offsetOf(draft.token) - 1;
    const to = stream.offsetOf(drafts[i + 1]?.token ?? tokens.length);
    const text = stream.text.slice(from, Math.min(to, from + SAYS_MOST)) + ' ';
    const tools = mentions(TOOL_WORDS, text).filter(
      (hit) => !/ (?:or|if you have|back of the|back of a)(?: [^ .,]+){0,2} $/.test(text.slice(0, hit.at)),
    );
    const named = tools.find((hit) => hit.value !== 'hand' && hit.value !== 'knuckle')?.value ?? null;
    // A roller's stone is the roller.
    const implement = named === 'stone' && lessonTool === 'roller' && !/ gua ?sha /.test(text) ? 'roller' : named;
    if (draft.kind === 'intro' || draft.kind === 'prep') {
      lessonTool = implement ?? lessonTool;
      draft.tool = draft.kind === 'intro' ? implement : null;
      return;
    }
    const before = drafts
      .slice(0, i)
      .reverse()
      .find((one) => one.kind !== 'rest' && one.kind !== 'talk' && one.kind !== 'prep' && one.kind !== 'intro');
    const said = learned && told(text, before ?? null, draft.swapped, implement ?? lessonTool);
    if (said) Object.assign(draft, workOf(said, learned));
    else ruledWork(draft, actionIn(text), drafts.slice(0, i), before);
    if (draft.kind === 'outro' || draft.kind === 'talk') {
      Object.assign(draft, { action: 'unknown', region: null, tool: lessonTool });
      return;
    }
    // What comes after it is read by what it is, and not by what was read.
    Object.assign(draft, draft.as);
    const closes =
      / (?:to close|to finish|finish(?:es|ing)? with|at the end|to end|to wrap up|finally|soothe|last|drain\S*|lymph\S*|flush\S*|empt(?:y|ies|ying)|bring (?:it |everything |it all )?down) /.test(
        text.slice(0, 130),
      );
    const late = tokens[draft.token]!.startMs > 0.6 * endMs || draft.action === 'drain';
    if (late && i > 2 && TO_DRAIN.test(text) && / neck | collar ?bones? /.test(text)) draft.region = 'neck';
    if (
      closes &&
      late &&
      i > 2 &&
      / (?:down|drain\S*|lymph\S*|empt(?:y|ying)|hollows?|collar ?bones?) /.test(text) &&
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
    Object.assign(draft, draft.as);
    draft.side = said
      ? likeliest(sidesSeen(said, draft, drafts.slice(0, i), before), learned.sides).value
      : sideOf(text, draft, drafts.slice(0, i), before);
    draft.side = draft.as?.side ?? draft.side;
    draft.paired = draft.swapped && before !== undefined && draft.region === before.region;
    if (draft.swapped && draft.side === 'second' && before && ['unknown', 'both', 'midline'].includes(before.side))
      before.side = 'first';
  });
  bundles(drafts);
  oneSideFirst(stream, drafts);
  return drafts.map((read, i): FoundStep => {
    const draft = { ...read, ...read.as };
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
      evidence: {
        from: start.word,
        to: Math.min(start.word + 12, stop?.word ?? start.word + 12),
        sure: draft.sure,
        work: draft.as ? 1 : draft.work,
      },
    };
  });
}

/** What a step works on by the rules alone. */
function ruledWork(draft: Draft, ruled: ActionIn, earlier: readonly Draft[], before: Draft | undefined): void {
  draft.region = draft.swapped ? (ruled.region ?? before?.region ?? null) : ruled.region;
  // In the second round of a bundle the step of the first one says how it is done.
  const again = secondRound([...earlier, draft], earlier.length)
    ? earlier.findLast((one) => one.region === draft.region)
    : undefined;
  const like = again ?? before;
  draft.action =
    ruled.action === 'unknown' || (ruled.score < 1.2 && (again || before?.action === 'roll'))
      ? (like?.action ?? 'unknown')
      : ruled.action;
  if (
    (draft.swapped || again) &&
    like &&
    parentOf(draft.region ?? 'jaw') === parentOf(like.region ?? 'jaw') &&
    (ruled.score < 4 || ruled.action === 'hold')
  )
    draft.action = like.action;
}

function toolOf(action: Action | 'unknown'): Tool {
  return ['hold', 'puff', 'vocalise', 'breathe', 'wiggle', 'stretch'].includes(action) ? 'none' : 'hand';
}
