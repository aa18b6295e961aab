import { termOf } from '../words/terms';
import '../words/localize';
import { UNDIVIDED } from './map';
import type { Region, Side } from './regions';

/** Parts of a region that careful hands tell apart: front, side and back of the neck; over and under the eye. */
export const PARTS = ['front', 'side', 'back', 'over', 'under'] as const;
export type Part = (typeof PARTS)[number];

/** The parts that a region has; most have none. */
export const PARTS_OF: Partial<Record<Region, readonly Part[]>> = {
  neck: ['front', 'side', 'back'],
  nape: ['back'],
  eye: ['over', 'under'],
};

/** A place that a hand comes to, on the worked side of the body, in the middle, or on the other side. */
export interface Waypoint {
  readonly region: Region;
  readonly part: Part | null;
  readonly side: 'worked' | 'middle' | 'other';
}

/** A place that a hand crosses. */
export interface Crossed extends Waypoint {
  /** Of the way through it, mm of skin. */
  readonly lengthMm: number;
  /** The waypoint, from 0, to which the leg leads on which it is crossed. */
  readonly stop: number;
}

/**
 * Where the places of one half lie when the skin is laid flat: mm away from the middle, and mm above the tip of the chin.
 * A mean adult face from memory, no source; only the order of the places and rough lengths rest on it.
 */
const PLACES = {
  chest: [60, -160],
  shoulder: [140, -112],
  collarbone: [60, -105],
  'neck/front': [0, -60],
  'neck/side': [100, -40],
  nape: [175, -30],
  ear: [130, 75],
  under_chin: [0, -18],
  jaw: [75, 25],
  chin: [0, 8],
  lips: [12, 33],
  mouth: [26, 38],
  tongue: [0, 33],
  cheek: [55, 68],
  nose: [12, 75],
  'eye/under': [38, 82],
  'eye/over': [38, 98],
  brow: [38, 108],
  forehead: [42, 122],
  temple: [95, 102],
  scalp: [50, 185],
} as const satisfies Record<string, readonly [lateral: number, height: number]>;
type Place = keyof typeof PLACES;

/** Places between which a hand goes without crossing a third. The eyeball lies between over and under the eye. */
const NEIGHBOURS: readonly (readonly [Place, Place])[] = [
  ['chest', 'collarbone'],
  ['chest', 'shoulder'],
  ['collarbone', 'shoulder'],
  ['collarbone', 'neck/front'],
  ['collarbone', 'neck/side'],
  ['shoulder', 'neck/side'],
  ['shoulder', 'nape'],
  ['neck/front', 'neck/side'],
  ['neck/front', 'under_chin'],
  ['neck/side', 'nape'],
  ['neck/side', 'jaw'],
  ['neck/side', 'ear'],
  ['neck/side', 'under_chin'],
  ['nape', 'ear'],
  ['nape', 'scalp'],
  ['under_chin', 'chin'],
  ['under_chin', 'jaw'],
  ['chin', 'jaw'],
  ['chin', 'lips'],
  ['chin', 'mouth'],
  ['lips', 'mouth'],
  ['lips', 'nose'],
  ['lips', 'tongue'],
  ['mouth', 'cheek'],
  ['mouth', 'jaw'],
  ['mouth', 'nose'],
  ['jaw', 'ear'],
  ['jaw', 'cheek'],
  ['cheek', 'nose'],
  ['cheek', 'ear'],
  ['cheek', 'temple'],
  ['cheek', 'eye/under'],
  ['nose', 'eye/under'],
  ['nose', 'brow'],
  ['eye/under', 'temple'],
  ['eye/over', 'brow'],
  ['eye/over', 'nose'],
  ['eye/over', 'temple'],
  ['brow', 'forehead'],
  ['brow', 'temple'],
  ['forehead', 'temple'],
  ['forehead', 'scalp'],
  ['temple', 'ear'],
  ['temple', 'scalp'],
  ['ear', 'scalp'],
];

/** Where hands do not like to go: over nose and mouth they leave the way that would be the shortest. */
const UNUSUAL: readonly string[] = ['lips|nose', 'mouth|nose'];
const UNUSUAL_COSTS = 2;

/** Where a hand gets from one half to the other. */
const CROSSINGS: readonly Place[] = [
  'chest',
  'neck/front',
  'under_chin',
  'chin',
  'lips',
  'nose',
  'forehead',
  'scalp',
  'nape',
];

/** The place of a waypoint; null for the whole face, which is everywhere. */
function placeOf({ region, part }: Pick<Waypoint, 'region' | 'part'>): Place | null {
  if (region === 'whole_face') return null;
  if (region === 'neck') return part === 'back' ? 'nape' : part === 'front' ? 'neck/front' : 'neck/side';
  if (region === 'eye') return part === 'over' ? 'eye/over' : 'eye/under';
  return region;
}

function waypointOf(place: Place, side: Waypoint['side']): Waypoint {
  if (place === 'nape') return { region: 'nape', part: 'back', side };
  const [region, part] = place.split('/') as [Region, Part?];
  return { region, part: part ?? null, side };
}

type Point = readonly [lateral: number, height: number];

/** Where a place lies on its half, or in the middle. */
function pointOf(place: Place, side: Waypoint['side']): Point {
  const [lateral, height] = PLACES[place];
  return [side === 'middle' ? 0 : lateral, height];
}

const apart = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

interface Reach {
  readonly mm: number;
  readonly by: readonly Place[];
}

/** From each place the shortest way to every other (Dijkstra 1959), made once. */
const REACHES: ReadonlyMap<Place, ReadonlyMap<Place, Reach>> = new Map(
  (Object.keys(PLACES) as Place[]).map((place) => [place, reachesFrom(place)]),
);

function reachesFrom(start: Place): Map<Place, Reach> {
  const known = new Map<Place, Reach>();
  const open = new Map<Place, Reach>([[start, { mm: 0, by: [start] }]]);
  while (open.size > 0) {
    const [place, reach] = [...open].reduce((best, one) => (one[1].mm < best[1].mm ? one : best));
    open.delete(place);
    known.set(place, reach);
    for (const pair of NEIGHBOURS) {
      if (!pair.includes(place)) continue;
      const next = pair[0] === place ? pair[1] : pair[0];
      const costs = UNUSUAL.includes(pair.join('|')) ? UNUSUAL_COSTS : 1;
      const mm = reach.mm + costs * apart(PLACES[place], PLACES[next]);
      if (known.has(next) || (open.get(next)?.mm ?? Infinity) <= mm) continue;
      open.set(next, { mm, by: [...reach.by, next] });
    }
  }
  return known;
}

/** A place on the way, and on which half. */
interface Passed {
  readonly place: Place;
  readonly side: Waypoint['side'];
}

/** Whether a leg goes from one half to the other. */
function across(from: Pick<Waypoint, 'side'>, to: Pick<Waypoint, 'side'>): boolean {
  return from.side !== to.side && from.side !== 'middle' && to.side !== 'middle';
}

function passedBetween(from: Passed, to: Passed): Passed[] {
  if (!across(from, to)) {
    const side = to.side === 'middle' ? from.side : to.side;
    const by = REACHES.get(from.place)!.get(to.place)!.by;
    return by.map((place, at) => ({
      place,
      side: at === 0 ? from.side : at === by.length - 1 ? to.side : side,
    }));
  }
  const far = (place: Place): number =>
    REACHES.get(from.place)!.get(place)!.mm + REACHES.get(to.place)!.get(place)!.mm + PLACES[place][0];
  const middle: Passed = {
    place: CROSSINGS.reduce((best, one) => (far(one) < far(best) ? one : best)),
    side: 'middle',
  };
  return [...passedBetween(from, middle), ...passedBetween(middle, to).slice(1)];
}

/**
 * Every place that a hand crosses from the first waypoint to the last, in order, with the length of the way through each:
 * half of the way from the one before and half of the way to the next. A single waypoint has no length. The whole face
 * is everywhere and adds nothing to a way.
 *
 * @example crossedBy([{ region: 'ear', … }, { region: 'collarbone', … }]).map((one) => one.region) // ['ear', 'neck', 'collarbone']
 */
export function crossedBy(waypoints: readonly Waypoint[]): Crossed[] {
  const stops = waypoints.flatMap((one, stop) => {
    const place = placeOf(one);
    return place === null ? [] : [{ place, side: one.side, stop }];
  });
  if (stops.length === 0) return waypoints.slice(0, 1).map((one) => ({ ...one, lengthMm: 0, stop: 0 }));
  const passed = stops.slice(1).reduce(
    (all, to) => {
      const from = all[all.length - 1]!;
      // Within a region the way goes from its middle to its side, or is a stop at the same place.
      const within = from.place === to.place && !across(from, to);
      const leg: readonly Passed[] = within ? [from, to] : passedBetween(from, to);
      return [...all, ...leg.slice(1).map((one) => ({ ...one, stop: to.stop }))];
    },
    [stops[0]!],
  );
  return passed.map(({ place, side, stop }, at): Crossed => {
    const here = pointOf(place, side);
    const half = (one: Passed | undefined): number => (one ? apart(here, pointOf(one.place, one.side)) / 2 : 0);
    return { ...waypointOf(place, side), stop, lengthMm: half(passed[at - 1]) + half(passed[at + 1]) };
  });
}

export type Way = 'up' | 'down' | 'out' | 'in';
export const OPPOSITE: Readonly<Record<Way, Way>> = { up: 'down', down: 'up', out: 'in', in: 'out' };

/** A way goes both up and out when the smaller of the two is at least this share of the larger. */
const ALSO = 0.45;

/**
 * Which ways a hand goes from one waypoint to another: up, down, out from the middle, in towards it; two of them where it
 * goes slantwise. From brow to temple, from nose to ear and from the middle to the side is out, and nothing else.
 *
 * @example waysBetween({ region: 'nose', … }, { region: 'ear', … }) // ['out']
 */
export function waysBetween(from: Waypoint, to: Waypoint): Way[] {
  const [start, end] = [placeOf(from), placeOf(to)];
  if (start === null || end === null) return [];
  const [a, b] = [pointOf(start, from.side), pointOf(end, to.side)];
  const up = b[1] - a[1];
  if (across(from, to)) return ['in', 'out'];
  const out = b[0] - a[0];
  const most = Math.max(Math.abs(up), Math.abs(out));
  if (most === 0) return [];
  const ways: Way[] = [];
  if (Math.abs(up) >= ALSO * most) ways.push(up > 0 ? 'up' : 'down');
  if (Math.abs(out) >= ALSO * most) ways.push(out > 0 ? 'out' : 'in');
  return ways;
}

/**
 * A place as it is said: "the side of the neck", "under the eye".
 *
 * @example areaName({ region: 'neck', part: 'front' }) // 'front of the neck'
 */
export function areaName({ region, part }: { readonly region: Region; readonly part: Part | null }): string {
  if (part === 'over' || part === 'under') return $localize`${part} the eye`;
  if (region === 'neck' && part !== null && part !== 'back') return $localize`${part} of the neck`;
  return termOf(part === 'back' ? 'nape' : region);
}

/** On which side of the body a place lies. */
export type AreaSide = Side | 'midline';

/**
 * Where a waypoint lies when one side of the body is worked; both halves and the middle by their own names.
 *
 * @example sideOfBody('other', 'left') // 'right'
 */
export function sideOfBody(side: Waypoint['side'], worked: AreaSide): AreaSide {
  if (side === 'middle' || worked === 'midline') return 'midline';
  if (side === 'worked') return worked;
  return worked === 'left' ? 'right' : 'left';
}

/** Regions that have no halves are worked in the middle when nothing else is said. */
export function liesInTheMiddle(region: Region): boolean {
  return UNDIVIDED.has(region);
}

/** Whether two regions are one, or lie side by side. @example neighbours('jaw', 'cheek') // true */
export function neighbours(one: Region, other: Region): boolean {
  const side = NEIGHBOURS.map((pair) => pair.map((place) => place.split('/')[0]));
  return one === other || side.some(([a, b]) => (a === one && b === other) || (a === other && b === one));
}
