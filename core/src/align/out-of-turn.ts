import type { FoundSwap } from '../narration/reading';
import { layBeside, weightOf, type Pair } from './global';
import type { HeardWord } from './heard';
import { Placing, type AlignedStep } from './placing';
import type { Script } from './script';

/** A step is known again by so much of its words, and by no less than so much weight: else it is chance. */
const KNOWN_AGAIN = 0.35;
const LEAST = 6;
/** A stretch between what is known already is looked at from so many words on. */
const SHORTEST = 4;

/**
 * Steps that were said before or after their turn: of whose words nothing stands where the plan has them, and enough
 * somewhere else, among what was said there and is written nowhere.
 *
 * @param pairs of what stands where the plan has it.
 * @param weights of the script's words.
 * @returns the rows of the script of such steps, by their place in it.
 */
export function outOfTurn(
  script: Script,
  heard: readonly HeardWord[],
  pairs: readonly Pair[],
  weights: Float64Array,
  swaps: readonly FoundSwap[],
): ReadonlyMap<number, AlignedStep | null> {
  const { rows, words } = script;
  const known = new Set(pairs.map(({ written }) => rows[words[written]!.row]?.stepId));
  const gaps = gapsOf(heard, pairs);
  const found = new Map<number, AlignedStep | null>();
  for (const stepId of new Set(rows.map((row) => row.stepId))) {
    if (known.has(stepId)) continue;
    const written = words.flatMap((word, at) => (rows[word.row]?.stepId === stepId ? [at] : []));
    const ownWeights = Float64Array.from(written, (at) => weights[at]!);
    const whole = ownWeights.reduce((sum, one) => sum + one, 0);
    const least = Math.max(LEAST, KNOWN_AGAIN * whole);
    if (whole < least) continue;
    const texts = written.map((at) => words[at]!.text);
    const best = gaps
      .map(({ own, said }) => {
        const beside = layBeside(texts, said).filter((pair) => pair.likeness > 0);
        return { own, beside, weight: weightOf(beside, ownWeights) };
      })
      .sort((a, b) => b.weight - a.weight)[0];
    if (!best || best.weight < least) continue;
    const first = rows.findIndex((row) => row.stepId === stepId);
    const ownRows = rows.filter((row) => row.stepId === stepId);
    const part: Script = {
      words: written.map((at) => ({ ...words[at]!, row: words[at]!.row - first })),
      rows: ownRows,
      totalMs: ownRows[ownRows.length - 1]!.endMs,
    };
    const { own } = best;
    const [opens, closes] = [own[0]!.word, own[own.length - 1]!.word];
    const changes = swaps.filter(({ evidence }) => evidence.from >= opens && evidence.from <= closes);
    const placed = new Placing(part, own, best.beside, changes).rows();
    placed.forEach((one, at) => found.set(first + at, one));
  }
  return found;
}

/** Stretches of what was said that stand beside nothing, with their words. */
function gapsOf(heard: readonly HeardWord[], pairs: readonly Pair[]): { own: readonly HeardWord[]; said: string[] }[] {
  const edges = [-1, ...pairs.map((pair) => pair.said), heard.length];
  return edges
    .slice(1)
    .map((to, at) => heard.slice(edges[at]! + 1, to))
    .filter((own) => own.length >= SHORTEST)
    .map((own) => ({ own, said: own.map((word) => word.text) }));
}
