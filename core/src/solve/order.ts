import '../words/localize';
import type { Lesson } from '../lesson/lesson.schema';
import { NUMBER_NAMES } from '../speech/number-names';
import { blocksOf, TURN, type Block } from './blocks';
import { cheapestOrder } from './order-search';

export interface Suggestion {
  /** Step ids in the suggested order. */
  readonly order: readonly string[];
  readonly cost: number;
  readonly costBefore: number;
  /** What is gained, in words: "two jumps fewer", "the closing comes last". */
  readonly gains: readonly string[];
  /** Whether nothing cheaper exists; false where only a local search was possible. */
  readonly exact: boolean;
  /** Why the steps as they stand (with what is locked) cannot obey the hard rules; empty when they can. */
  readonly blocked: string;
}

/** What changes between neighbours, each counted; a jump once for every area that is passed over. */
export type Changes = Readonly<Record<keyof Block['costs'], number>>;

/** Why one block has to come before another, as it is told when it does. */
const HARD = {
  opening: $localize`the opening comes first`,
  opens: $localize`it opens in your school’s order`,
  warm_up: $localize`the warm-up comes before the work`,
  dry: $localize`what needs dry skin comes before the oil`,
  closing: $localize`the closing comes after the work`,
  down: $localize`the closing goes from high to low`,
  finish: $localize`the finish comes last`,
} as const;
type Hard = keyof typeof HARD;

/** By which hard rule of the school `a` has to come before `b`; null by none. */
function mustPrecede(a: Block, b: Block): Hard | null {
  if (TURN[a.role] !== TURN[b.role]) {
    if (TURN[a.role] > TURN[b.role]) return null;
    if (a.role === 'opening') return 'opening';
    if (b.role === 'finish') return 'finish';
    return b.role === 'closing' ? 'closing' : 'warm_up';
  }
  // What is said before anything else has no place of its own.
  if (a.role === 'opening') return (a.rank ?? -2) < (b.rank ?? -2) ? 'opens' : null;
  if (a.role === 'closing') return a.rank! < b.rank! ? 'down' : null;
  return a.role === 'work' && b.role === 'work' && a.needsDry && !a.slip && b.slip && !b.needsDry ? 'dry' : null;
}

/**
 * What changes when `b` follows `a`.
 *
 * @example changesBetween(jaw, collarbone) // { back: 1, jump: 1, tool: 0, posture: 0, wipe: 0, framing: 0 }
 */
export function changesBetween(a: Block, b: Block): Changes {
  // Opening and closing have no choice of their order, and so no jumps.
  const ordered = TURN[a.role] === TURN[b.role] && (b.role === 'warm_up' || TURN[b.role] === TURN.work);
  const by = ordered && a.lastRank !== null && b.rank !== null ? b.rank - a.lastRank : 0;
  // The next area may begin anew once the one before is soothed.
  const anew =
    a.soothedFrom !== null && a.lastRank !== null && a.lastRank >= a.soothedFrom && a.lastRegion !== b.region;
  const back = by < 0 && !anew;
  return {
    back: Number(back),
    jump: back ? -by : Math.max(0, by - 1),
    tool: Number(a.tool !== b.tool),
    posture: Number(a.posture !== b.posture && a.posture !== 'any' && b.posture !== 'any'),
    wipe: Number(a.slip && b.needsDry),
    framing: Number(a.framing !== b.framing),
  };
}

const KINDS = ['back', 'jump', 'tool', 'posture', 'wipe', 'framing'] as const;

/**
 * What it costs that `b` follows `a`.
 *
 * @example stepCost(jaw, collarbone) // 4, back and past one area
 */
export function stepCost(a: Block, b: Block): number {
  const changes = changesBetween(a, b);
  return KINDS.reduce((sum, kind) => sum + changes[kind] * a.costs[kind], 0);
}

/** @example costOf(blocksOf(lesson)) // 22 */
export function costOf(blocks: readonly Block[]): number {
  let cost = 0;
  for (let at = 1; at < blocks.length; at++) cost += stepCost(blocks[at - 1]!, blocks[at]!);
  return cost;
}

/**
 * How many pairs stand in an order that a hard rule forbids.
 *
 * @example brokenRules(blocksOf(lesson)) // 0
 */
export function brokenRules(blocks: readonly Block[]): number {
  return brokenPairs(blocks).length;
}

function brokenPairs(blocks: readonly Block[]): Hard[] {
  const broken: Hard[] = [];
  for (let late = 1; late < blocks.length; late++)
    for (let early = 0; early < late; early++) {
      const rule = mustPrecede(blocks[late]!, blocks[early]!);
      if (rule) broken.push(rule);
    }
  return broken;
}

/**
 * The order that obeys the hard rules of the lesson's school and costs least in jumps, tool, posture, product and
 * framing changes; of equally cheap ones the one in which the fewest pairs change places, so that what gains nothing
 * stays in her order. Locked steps keep their places.
 *
 * @param progress told from 0 to 1; returning false ends the search with the best order so far.
 * @example suggestOrder(lesson).order // ['harbour', 'slipway', 'rope']
 */
export function suggestOrder(
  lesson: Lesson,
  progress: (share: number) => boolean | void = () => undefined,
): Suggestion {
  const blocks = blocksOf(lesson);
  const costBefore = costOf(blocks);
  const { order, exact } = cheapestOrder(
    {
      cost: blocks.map((a) => blocks.map((b) => stepCost(a, b))),
      precedes: blocks.map((a) => blocks.map((b) => mustPrecede(a, b) !== null)),
      locked: blocks.map((block) => block.locked),
    },
    progress,
  );
  const found = (order ?? blocks.map((_, at) => at)).map((at) => blocks[at]!);
  return {
    order: found.flatMap((block) => block.stepIds),
    cost: costOf(found),
    costBefore,
    gains: gainsOf(blocks, found),
    exact,
    blocked: order
      ? ''
      : $localize`The steps that keep their places stand against the school’s rules. Unlock one of them, then try again.`,
  };
}

/** How the changes are told: fewer, and where another gain pays for it, more. */
const SAID: Readonly<Record<keyof Changes, readonly [one: string, many: string]>> = {
  back: [$localize`way back`, $localize`ways back`],
  jump: [$localize`jump`, $localize`jumps`],
  tool: [$localize`tool change`, $localize`tool changes`],
  posture: [$localize`change of posture`, $localize`changes of posture`],
  wipe: [$localize`wiping dry`, $localize`wipings dry`],
  framing: [$localize`change of framing`, $localize`changes of framing`],
};

function gainsOf(before: readonly Block[], after: readonly Block[]): string[] {
  const [was, is] = [sumOf(before), sumOf(after)];
  const still = brokenPairs(after);
  const mended = [...new Set(brokenPairs(before))].filter((rule) => !still.includes(rule));
  const changed = KINDS.map((kind) => ({ kind, by: is[kind] - was[kind] })).filter(({ by }) => by !== 0);
  const said = ({ kind, by }: { kind: keyof Changes; by: number }): string => {
    const many = Math.abs(by);
    return `${many <= 10 ? NUMBER_NAMES[many - 1] : many} ${SAID[kind][many === 1 ? 0 : 1]} ${by < 0 ? $localize`fewer` : $localize`more`}`;
  };
  return [
    ...mended.map((rule) => HARD[rule]),
    ...changed.filter(({ by }) => by < 0).map(said),
    ...changed.filter(({ by }) => by > 0).map(said),
  ];
}

/** Jumps and ways back are counted within a turn: an opening that stands between two areas hides no jump. */
function sumOf(blocks: readonly Block[]): Changes {
  const sum = { back: 0, jump: 0, tool: 0, posture: 0, wipe: 0, framing: 0 };
  const lastOf = new Map<number, Block>();
  for (const [at, block] of blocks.entries()) {
    const before = lastOf.get(TURN[block.role]);
    if (at > 0) {
      const changes = changesBetween(blocks[at - 1]!, block);
      const way = before ? changesBetween(before, block) : { back: 0, jump: 0 };
      for (const kind of KINDS) sum[kind] += kind === 'back' || kind === 'jump' ? way[kind] : changes[kind];
    }
    lastOf.set(TURN[block.role], block);
  }
  return sum;
}
