import { PARTS, type Part } from '../face/areas';
import { REGIONS, type Region } from '../face/regions';
import { MOST_STOPS, stopSchema, WAYPOINT_SIDES, type Stop } from '../move/move.schema';

/**
 * A route in a table: waypoints with `>` between, the part after a slash, the side in brackets where it is not the worked
 * one.
 *
 * @example writeRoute(move.route) // 'forehead (middle) > temple', 'ear > neck/side > collarbone'
 */
export function writeRoute(route: readonly Stop[]): string {
  return route
    .map(
      ({ region, part, side }) => `${region}${part === null ? '' : `/${part}`}${side === 'worked' ? '' : ` (${side})`}`,
    )
    .join(' > ');
}

/**
 * Reads a route as {@link writeRoute} writes it; null when a waypoint is not understood.
 *
 * @example parseRoute('ear > collarbone')?.length // 2
 */
export function parseRoute(text: string): Stop[] | null {
  if (text.trim() === '') return [];
  const stops = text.split('>').map((one): Stop | null => {
    const read = /^\s*([a-z _]+?)\s*(?:\/\s*([a-z]+))?\s*(?:\(\s*([a-z]+)\s*\))?\s*$/i.exec(one);
    if (!read) return null;
    const region = read[1]!.toLowerCase().replace(/\s+/g, '_');
    const [part, side] = [read[2]?.toLowerCase() ?? null, read[3]?.toLowerCase() ?? 'worked'];
    if (!REGIONS.includes(region as Region) || !(WAYPOINT_SIDES as readonly string[]).includes(side)) return null;
    if (part !== null && !PARTS.includes(part as Part)) return null;
    return stopSchema.parse({ region, part, side });
  });
  return stops.length <= MOST_STOPS && stops.every((one) => one !== null) ? stops : null;
}
