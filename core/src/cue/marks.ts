import type { CueStyle } from '../lesson/cue-style.schema';
import { COUNT_MARKS } from './count-marks';
import type { Cue } from './cue';
import type { Frame } from './frame';
import { CAPITAL, f, path, plate, type Mark, type Rect } from './mark';
import { breath, edge, way } from './note-marks';
import type { Place } from './place';
import { ROOM, roomOf, type Room } from './room';

type Drawn = Pick<Cue, 'kind' | 'side' | 'value' | 'of' | 'shows'> & Place;

/**
 * What a placed cue is drawn as, in a browser and in a rendered film alike: nothing but plates, paths and lines of text.
 *
 * @example marksOf(placed, PEBBLE, FRAMES['16:9']).map((mark) => mark.is) // ['path', 'path', 'text']
 */
export function marksOf(cue: Drawn, chosen: CueStyle, frame: Pick<Frame, 'height'>): Mark[] {
  const style = cue.plate === undefined ? chosen : { ...chosen, plateOpacity: cue.plate };
  const box = inThousandths(cue, frame);
  const onPlate = (...beside: Mark[]): Mark[] => [
    plate(box, style.plate, style),
    ...beside,
    ...words(cue, box, roomOf(cue), style.ink),
  ];
  switch (cue.kind) {
    case 'count':
    case 'countdown':
      return COUNT_MARKS[style.count](cue, box, style);
    case 'swap':
      return [
        plate(box, style.accent, { ...style, plateOpacity: 1 }),
        ...face(cue, box, { ...style, accent: style.accentInk, rest: style.accentInk }),
        ...words(cue, box, roomOf(cue), style.accentInk),
      ];
    case 'side':
      return onPlate(...face(cue, box, style));
    case 'breath':
      return onPlate(...breath(cue, box, style));
    case 'pressure':
      return onPlate(...way(cue, box, style));
    case 'caution':
      return onPlate(edge(box, style));
    default:
      return onPlate();
  }
}

function inThousandths({ box, type }: Place, { height }: Pick<Frame, 'height'>): Rect {
  return {
    x: box[0] * 1000,
    y: box[1] * height * 1000,
    width: box[2] * 1000,
    height: box[3] * height * 1000,
    type: type * 1000,
  };
}

/** Lines of words in the middle of a box, beside a mark where there is one. */
function words({ lines }: Drawn, box: Rect, room: Room, fill: string): Mark[] {
  const { type } = box;
  const first = box.y + box.height / 2 - ((lines.length - 1) / 2) * room.leading * type + (CAPITAL / 2) * type;
  const beside = room.mark > 0;
  return lines.map((text, i) => ({
    is: 'text',
    text,
    x: beside ? box.x + (room.x + room.mark) * type : box.x + box.width / 2,
    baseline: first + i * room.leading * type,
    size: type,
    type: room.type,
    anchor: beside ? 'start' : 'middle',
    fill,
  }));
}

/** A face as in a mirror, with the half that is worked filled. */
function face({ side }: Drawn, box: Rect, style: CueStyle): Mark[] {
  const { type } = box;
  const [rx, ry] = [0.36 * type, 0.5 * type];
  const [x, y] = [box.x + ROOM.side.x * type + rx, box.y + box.height / 2];
  const half = (left: boolean): string =>
    `M${f(x)} ${f(y - ry)}A${f(rx)} ${f(ry)} 0 0 ${left ? 0 : 1} ${f(x)} ${f(y + ry)}Z`;
  const lit = side === 'left' ? [true] : side === 'right' ? [false] : [true, false];
  return [
    ...lit.map((left) => path(half(left), { fill: style.accent })),
    path(
      `M${f(x)} ${f(y - ry)}A${f(rx)} ${f(ry)} 0 0 0 ${f(x)} ${f(y + ry)}A${f(rx)} ${f(ry)} 0 0 0 ${f(x)} ${f(y - ry)}Z`,
      { stroke: style.rest, strokeWidth: 0.07 * type },
    ),
  ];
}
