import { plainWords } from '../align/plain-words';
import { parentOf, REGIONS } from '../face/regions';
import type { Move, Tool } from '../move/move.schema';
import type { FoundStep } from '../narration/reading';
import { routeIn } from './route-in';

/** How much speaks for a move: its name, what it works and how, with what, which way. */
const WEIGHTS = { name: 7, region: 4, near: 2, action: 4, tool: 2, way: 2, height: 1 } as const;
/** Less than the place and the way to work it, or either with its tool and direction, is no likeness. */
const LEAST = 7;
/** So many are offered. */
const MOST = 3;
/** A shorter name is said of other things as well. */
const NAME_LETTERS = 6;

/** A move of the library that may be meant by a step's words, and whether it is what they say. */
export interface LikelyMove {
  readonly move: Move;
  /** Its name is said, or region, action and tool are its own. */
  readonly meant: boolean;
}

/**
 * The moves of a library that a read step may be, the likeliest first: by name, region, action, tool and direction.
 *
 * @param words of the step.
 * @example likelyMoves(read, 'Stroke down the side of the neck.', library)[0]?.move.name // 'Slipway'
 */
export function likelyMoves(
  read: Pick<FoundStep, 'region' | 'action' | 'tool'>,
  words: string,
  library: readonly Move[],
): LikelyMove[] {
  const said = ` ${plainWords(words).join(' ')} `;
  const route = routeIn(words, read.region);
  const upward = heightIn(said);
  return library
    .map((move) => {
      const name = plainWords(move.name).join(' ');
      const named = name.length >= NAME_LETTERS && said.includes(` ${name} `);
      const [region, action, tool] = [
        move.region === read.region,
        move.action === read.action,
        byHand(move.tool) === byHand(read.tool),
      ];
      const score =
        (named ? WEIGHTS.name : 0) +
        (region ? WEIGHTS.region : parentOf(move.region) === parentOf(read.region) ? WEIGHTS.near : 0) +
        (action ? WEIGHTS.action : 0) +
        (tool ? WEIGHTS.tool : 0) +
        WEIGHTS.way * sameWay(route, move.route) +
        WEIGHTS.height * upward * heightOf(move.route);
      return { move, score, meant: named || (region && action && tool) };
    })
    .filter((one) => one.score >= LEAST)
    .sort((a, b) => Number(b.meant) - Number(a.meant) || b.score - a.score)
    .slice(0, MOST)
    .map(({ move, meant }) => ({ move, meant }));
}

function byHand(tool: Tool): Tool {
  return tool === 'knuckle' || tool === 'none' ? 'hand' : tool;
}

type Way = readonly Pick<Move['route'][number], 'region'>[];

/** 1 where both lead from and to the same places, −1 where one leads back, 0 where that is not known. */
function sameWay(said: Way, own: Way): number {
  const [a, b, from, to] = [said[0], said.at(-1), own[0], own.at(-1)].map((stop) => stop?.region);
  if (!a || !from || a === b || from === to) return 0;
  return a === from && b === to ? 1 : a === to && b === from ? -1 : 0;
}

/** Up is 1, down is −1; 0 where neither is said, or both are. */
function heightIn(said: string): number {
  const up = / (?:up|upwards?|lift\w*) /.test(said);
  const down = / (?:down|downwards?) /.test(said);
  return Number(up) - Number(down);
}

/** The same of a route: regions are listed from the chest to the crown. */
function heightOf(route: Way): number {
  const [from, to] = [route[0], route.at(-1)].map((stop) => (stop ? REGIONS.indexOf(stop.region) : 0));
  return Math.sign(to! - from!);
}
