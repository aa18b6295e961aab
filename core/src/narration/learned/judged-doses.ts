import { ruledDoses, scopeAs } from '../doses';
import type { FoundDose } from '../reading';
import type { Placed, StepAt } from '../seconds-kind';
import type { Stream } from '../tokens';
import { howLikely, likeliest, type Learned, type Seen } from './likeliest';
import { numberSeen, numbersToJudge, type NumberKind } from './number-features';
import made from './numbers.json' with { type: 'json' };

/** See `cli/src/write-learned.ts`. */
const LEARNED: Learned = made;
/** What a shape takes for a dose is none when that is as likely as this. */
const LET_GO = 0.71;
/** The same of what no shape takes for one. */
const LET_BE = 0.34;

/**
 * The doses of a narration: what each number is, by what the rules say of it and by the words around it.
 *
 * @param swaps token indices at which the side changes.
 * @param stepAt the step that runs at an instant; nothing where a few words stand by themselves.
 * @example judgedDoses(streamOf(words), [], () => undefined)[0]?.kind // 'reps'
 */
export function judgedDoses(stream: Stream, swaps: readonly number[], stepAt: StepAt): FoundDose[] {
  const ruled = ruledDoses(stream, swaps, stepAt);
  const doses: Placed[] = [];
  for (const token of numbersToJudge(stream, ruled)) {
    const known = ruled.doses.get(token);
    if (known && (ruled.whole.has(token) || known.kind === 'lookahead_s')) {
      doses.push(known);
      continue;
    }
    const seen = numberSeen(stream, token, ruled, doses, stepAt);
    const judged = likeliest(seen, LEARNED);
    const none = judged.value === 'none';
    const letGo = known ? none && judged.sure >= LET_GO : none || howLikely('none', seen, LEARNED) >= LET_BE;
    if (letGo) continue;
    const { value, sure } = none ? likeliest(ofSome(seen), LEARNED) : judged;
    const kind = value as FoundDose['kind'];
    const { word, end, startMs, low, high } = stream.tokens[token]!;
    const evidence = { ...(known?.evidence ?? { from: word, to: end }), sure };
    const scope = scopeAs(kind, stream, token, swaps, stepAt);
    doses.push({ atMs: startMs, low: known?.low ?? low, high: known?.high ?? high, kind, scope, token, evidence });
  }
  return doses.map(({ token: _token, ...dose }) => dose);
}

/** The same question where one of the kinds must be the answer. */
function ofSome(seen: Seen<NumberKind>): Seen<NumberKind> {
  const some = (_: unknown, i: number): boolean => seen.values[i] !== 'none';
  return { ...seen, values: seen.values.filter(some), of: seen.of.filter(some) };
}
