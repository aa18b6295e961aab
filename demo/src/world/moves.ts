import { STARTER_MOVES } from '@limber/core/library/starter/starter';
import type { Move } from '@limber/core/move/move.schema';

/** What the harbour station calls the moves of the starter set. */
const NAMES: Readonly<Record<string, string>> = {
  'Collarbone pumps': 'Harbour mouth',
  'Side of the neck, down': 'Slipway',
  'Jaw kneading': 'Rope knead',
  'Long hum': 'Foghorn',
  'Cheek lift': 'Gull lift',
  'Eye circles': 'Lantern eyes',
  'Ear to collarbone': 'Ebb line',
  'Forehead, out': 'Flat calm',
  'Brow lift': 'Buoy brows',
  'Forehead tapping': 'Drizzle',
  'Brow pinches': 'Mooring pinch',
  'Temple circles': 'Compass',
  'Rolled lips': 'Net mender',
  'Tongue to the roof': 'Tongue knot',
  'Tongue circles': 'Tongue clock',
  'Air from cheek to cheek': 'Bellows',
  'Silent vowels': 'Shipping forecast',
  'Cheek with the roller': 'Pebble roll',
  'Jaw line with the stone': 'Slate glide',
  'Cold spoons': 'Cold spoon',
  'Side of the nose and out': 'Keel stroke',
  'Chin against the fist': 'Anchor chin',
  'Chin to jaw angle': 'Under the bow',
  'Front of the neck, long': 'Lighthouse neck',
  'Nape kneading': 'Night watch',
  'Shoulder kneading': 'Coat hanger',
  'Chest breath': 'Open deck',
  'Ear wiggle': 'Shell ears',
  'Scalp moves': 'Headset release',
  'Jaw sway': 'Storm glass',
  'Along the collarbone': 'Tide table',
  'Collarbone taps': 'Harbour bell',
  'Round the ear': 'Lock gate',
  'Ear root, up and down': 'Ferry fork',
  'Chest press': 'Breakwater',
  'Chest with the stone': 'Oilskin',
  'Shoulder rolls': 'Sail locker',
  'Shoulder stretch': 'Signal flags',
  'Behind the ear, down': 'Long jetty',
  'Neck with the roller': 'Gangway',
  'Nape with the roller': 'Cable drum',
  'Head against the hands': 'Hawser hold',
  'Pats under the chin': 'Hatch cover',
  'Tongue against the thumb': 'Bilge pump',
  'Jaw pinches': 'Grapnel',
  'Jaw circles with knuckles': 'Winch',
  'Opening against the fist': 'Capstan',
  'Chin kneading': 'Bow fender',
  'Chin to the sky': 'Rudder',
  'Fish lips': 'Fish on the line',
  'Lip flutter': 'Spray',
  'Kiss and wide': 'Kiss the buoy',
  'Mouth corners, up': 'Sail maker',
  'Fold press, thumbs inside': 'Cork',
  'Tongue out': 'Sea lion',
  'Cheeks, out': 'Deck wash',
  'Under the cheekbones': 'Under the awning',
  'Apple lift': 'Sunrise',
  'Beside the nostrils': 'Bowsprit',
  'Nose with the brush': 'Foam brush',
  'Lower lids up': 'Half mast',
  'Under the eye with the roller': 'Crow’s nest',
  'Brow bone, out': 'Crossbeam',
  'Brows against the palm': 'Clear horizon',
  'Forehead with the roller': 'Swell',
  'Palms on the temples': 'Pilot light',
  'Head tapping': 'Rain on canvas',
  'Palms over the face': 'Slack tide',
  'Whole face, up': 'Captain’s wash',
  'Jaw with a device': 'Buzzer',
};

/** The library of the harbour station: the moves that every studio begins with, under its own names. */
export const MOVES: readonly Move[] = STARTER_MOVES.map((move) => {
  const name = NAMES[move.name] ?? move.name;
  return { ...move, id: name.toLowerCase().replace(/[^a-z]+/g, '-'), name };
});

/** A move by its name. */
export function moveNamed(name: string): Move {
  const found = MOVES.find((one) => one.name === name);
  if (!found) throw new Error(`There is no move “${name}” in the demo world.`);
  return found;
}
