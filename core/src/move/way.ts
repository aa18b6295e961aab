import { termOf } from '../words/terms';
import '../words/localize';
import type { SidePlan } from '../dose/dose.schema';
import {
  crossedBy,
  liesInTheMiddle,
  OPPOSITE,
  waysBetween,
  type Crossed,
  type Part,
  type Way,
  type Waypoint,
} from '../face/areas';
import type { Region } from '../face/regions';
import type { Move, Tool } from './move.schema';

/** What a way is told from. */
export type OfWay = Pick<Move, 'region' | 'action' | 'tool' | 'route' | 'grip'>;

/**
 * Whether hands or a tool touch the skin. Breath, puffed cheeks and sound do not; a stretch, or a pose of the neck, does
 * where it has a route or a grip, since then a hand takes part.
 *
 * @example touches({ …move, action: 'breathe' }) // false
 */
export function touches({ region, action, tool, route, grip }: OfWay): boolean {
  if (tool === 'none') return false;
  if (grip !== null || route.length > 0) return true;
  if (action === 'breathe' || action === 'puff' || action === 'vocalise' || action === 'stretch') return false;
  return !(action === 'hold' && (region === 'neck' || region === 'tongue'));
}

/** The part of a region that is worked when nobody says which: in the middle the throat, else the side of the neck. */
function usualPart(region: Region, sidePlan: SidePlan): Part | null {
  if (region === 'nape') return 'back';
  return region === 'neck' ? (sidePlan === 'midline' ? 'front' : 'side') : null;
}

/**
 * Where a move goes, from waypoint to waypoint; at least one.
 *
 * @example waypointsOf(move, 'left_right') // [{ region: 'ear', part: null, side: 'worked' }, …]
 */
export function waypointsOf({ region, route }: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): Waypoint[] {
  const stops = route.length > 0 ? route : [{ region, part: null, side: 'worked' as const }];
  return stops.map((stop) => ({
    region: stop.region,
    part: stop.part ?? usualPart(stop.region, sidePlan),
    side: stop.side,
  }));
}

/**
 * Every place that a move crosses, in order: from, between, to.
 *
 * @example crossedOf(move, 'left_right').map(areaName) // ['ear', 'side of the neck', 'collarbone']
 */
export function crossedOf(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): readonly Crossed[] {
  const known = crossings.get(move) ?? new Map<SidePlan, readonly Crossed[]>();
  crossings.set(move, known);
  let crossed = known.get(sidePlan);
  if (!crossed) known.set(sidePlan, (crossed = crossedAnew(move, sidePlan)));
  return crossed;
}

/** What a move crosses is asked for again and again while a lesson is edited. */
const crossings = new WeakMap<Pick<Move, 'region' | 'route'>, Map<SidePlan, readonly Crossed[]>>();

function crossedAnew(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): readonly Crossed[] {
  const stops = waypointsOf(move, sidePlan);
  const straight = crossedBy(stops);
  const { region } = move;
  if (stops.length < 2 || region === 'whole_face' || straight.some((one) => one.region === region)) return straight;
  // The straightest way misses the region that the move works on: it goes over it, where that is no great detour.
  const over: Waypoint = { region, part: usualPart(region, sidePlan), side: 'worked' };
  const ways = stops.slice(1).map((_, at) => crossedBy(stops.toSpliced(at + 1, 0, over)));
  const best = ways.reduce((a, b) => (lengthOf(b) < lengthOf(a) ? b : a));
  if (lengthOf(best) > DETOUR * lengthOf(straight)) return straight;
  const inserted = ways.indexOf(best) + 1;
  return best.map((one) => (one.stop >= inserted ? { ...one, stop: one.stop - (one.stop > inserted ? 1 : 0) } : one));
}

/** So much longer a way may be that goes over the region that is worked. */
const DETOUR = 1.5;

/**
 * Which ways each leg of a move's route goes; empty for a move that stays.
 *
 * @example legsOf(move, 'left_right') // [['up'], ['down']]
 */
export function legsOf(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): Way[][] {
  const stops = waypointsOf(move, sidePlan);
  return stops.slice(1).map((stop, at) => waysBetween(stops[at]!, stop));
}

/** The ways of a move, each once, in the order in which it goes them. @example waysOf(move, 'both') // ['up', 'out'] */
export function waysOf(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): Way[] {
  return [...new Set(legsOf(move, sidePlan).flat())];
}

/**
 * How fast a hand or tool usually travels, mm of skin a second: estimates that give the times at which lessons are
 * usually captioned (common practice, no source): a brow swipe 1.2 to 1.5 s, a roller over the forehead 3 to 5.5 s.
 */
const SPEED: Readonly<Record<Tool, number>> = {
  hand: 45,
  knuckle: 45,
  brush: 45,
  none: 45,
  stone: 25,
  roller: 25,
  spoon: 25,
  device: 25,
};
/** Near the eye everything goes slower. */
const NEAR_THE_EYE = 0.3;
/** Turning round and going back, ms. */
const TURN_MS = 600;
/** A way with a wiggle at its end, ms. */
const WIGGLE_MS = 1500;
const TRAVELS: ReadonlySet<string> = new Set(['stroke', 'roll', 'drain', 'wiggle']);

/**
 * How long a move's way takes once: by its length, the tool, the eye, its points and its turns. Null for a move that goes
 * nowhere: its tempo is its own.
 *
 * @example usualTempoMs(jawWithStone) // 6100
 */
export function usualTempoMs(move: OfWay, sidePlan: SidePlan = 'left_right'): number | null {
  if (move.route.length < 2 || move.action === 'hold') return null;
  const stays = move.route.reduce((sum, { point }) => sum + (point?.ms ?? 0), 0);
  // What is pressed or pinched on the way has a tempo of its own; where it stays at points, theirs.
  if (!TRAVELS.has(move.action)) return stays > 0 ? stays : null;
  const speed = SPEED[move.tool];
  const travel = crossedOf(move, sidePlan).reduce(
    (sum, { region, lengthMm }) => sum + lengthMm / (region === 'eye' ? speed * NEAR_THE_EYE : speed),
    0,
  );
  const turns = turnsOf(legsOf(move, sidePlan));
  const wiggle = move.action === 'wiggle' ? WIGGLE_MS : 0;
  return Math.round((travel * 1000 + stays + turns * TURN_MS + wiggle) / 100) * 100;
}

/** How often a way turns round: up and then down, out and then in. */
function turnsOf(legs: readonly Way[][]): number {
  return legs.slice(1).filter((leg, at) => leg.some((way) => legs[at]!.includes(OPPOSITE[way]))).length;
}

/** The length of a move's way, mm of skin. @example lengthOfWay(move, 'both') // 195 */
export function lengthOfWay(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan): number {
  return lengthOf(crossedOf(move, sidePlan));
}

function lengthOf(crossed: readonly Crossed[]): number {
  return crossed.reduce((sum, one) => sum + one.lengthMm, 0);
}

/**
 * A route in words: "from the ear to the collarbone", with every waypoint between.
 *
 * @example describeRoute(move) // 'collarbone, up to the ear, down to the collarbone'
 */
export function describeRoute(move: Pick<Move, 'region' | 'route'>, sidePlan: SidePlan = 'left_right'): string {
  const legs = legsOf(move, sidePlan);
  return move.route
    .map(({ region, part, side }, at) => {
      const name = placeName(region, part, side);
      if (at === 0) return name;
      return $localize`${legs[at - 1]!.join(' and ')} to ${name}`.trim();
    })
    .join(', ');
}

function placeName(region: Region, part: Part | null, side: Waypoint['side']): string {
  const name =
    part === 'over' || part === 'under'
      ? $localize`${part} the eye`
      : $localize`${part !== null && region === 'neck' ? $localize`the ${part} of ` : ''}the ${termOf(region)}`;
  if (side === 'middle' && !liesInTheMiddle(region)) return $localize`the middle of ${name}`;
  return side === 'other' ? $localize`${name} of the other side` : name;
}
