import type { Move } from '../move/move.schema';
import { ACTION_WORDS, mentions, REGION_WORDS, TOOL_WORDS, type Hit } from './lexicon';

type Findable = Pick<Move, 'name' | 'how' | 'region' | 'action' | 'tool' | 'cautions' | 'route'>;

/**
 * Whether a move is meant by words that somebody looks for: each stands in its own words, or names its region, its action
 * or its tool as the trade does: "masseter", "platysma", "jaw joint", "double chin".
 *
 * @example meant(jawKneading, 'masseter') // true
 */
export function meant(move: Findable, query: string): boolean {
  const asked = query.toLowerCase().trim().split(/\s+/).filter(Boolean);
  if (asked.length === 0) return true;
  const text = [move.name, move.how, move.region, move.action, move.tool, ...move.cautions].join(' ').toLowerCase();
  const plain = ` ${asked.join(' ')} `;
  const named = [
    ...covered(mentions(REGION_WORDS, plain), (region) => works(move, region)),
    ...covered(mentions(ACTION_WORDS, plain), (action) => move.action === action),
    ...covered(mentions(TOOL_WORDS, plain), (tool) => move.tool === tool),
  ];
  let at = 1;
  return asked.every((word) => {
    const [from, to] = [at, at + word.length];
    at = to + 1;
    return text.includes(word) || named.some((span) => span[0] <= from && to <= span[1]);
  });
}

function covered<T>(hits: readonly Hit<T>[], fits: (value: T) => boolean): [number, number][] {
  return hits.filter((hit) => fits(hit.value)).map((hit) => [hit.at, hit.at + hit.text.length]);
}

function works({ region, route }: Findable, wanted: Move['region']): boolean {
  return region === wanted || route.some((stop) => stop.region === wanted);
}
