import '../words/localize';
import type { Region } from '../face/regions';
import { FRAMINGS, type Framing, type Move } from './move.schema';

const CHEST: ReadonlySet<Region> = new Set(['chest', 'collarbone', 'shoulder']);
const NECK: ReadonlySet<Region> = new Set(['neck', 'nape', 'under_chin']);

/**
 * How wide the shot has to be for a move: as it says, or by the lowest region that it touches.
 *
 * @example framingOf({ framing: null, region: 'collarbone', route: [] }) // 'face_chest'
 */
export function framingOf(move: Pick<Move, 'framing' | 'region' | 'route'>): Framing {
  if (move.framing) return move.framing;
  const regions = [move.region, ...move.route.map((stop) => stop.region)];
  if (regions.some((region) => CHEST.has(region))) return 'face_chest';
  return regions.some((region) => NECK.has(region)) ? 'face_neck' : 'face';
}

/**
 * The one framing that is wide enough for all of them.
 *
 * @example widestFraming(lesson.steps.map((step) => step.move)) // 'face_chest'
 */
export function widestFraming(moves: readonly Pick<Move, 'framing' | 'region' | 'route'>[]): Framing {
  return FRAMINGS[Math.max(0, ...moves.map((move) => FRAMINGS.indexOf(framingOf(move))))]!;
}

export const FRAMING_NAMES: Readonly<Record<Framing, string>> = {
  face: $localize`face`,
  face_neck: $localize`face and neck`,
  face_chest: $localize`face to chest`,
};
