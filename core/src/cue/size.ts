import type { CueStyle } from '../lesson/cue-style.schema';
import type { Cue } from './cue';
import type { Frame } from './frame';
import { LINE_CHARACTERS } from './caption-texts';
import { withoutPictures } from './fonts';
import { brokenInto } from './lines';
import { COUNT_ROOM, roomOf } from './room';
import { textWidth } from './text-width';

/** What a cue is set in: its lines, the size of its type and of its box, all as shares of the picture's width. */
export interface CueSize {
  readonly lines: readonly string[];
  readonly type: number;
  readonly width: number;
  readonly height: number;
}

/** What stands beside the head is narrower than what stands above or below it. */
const BESIDE = 0.8;

function acrossOf(kind: Cue['kind'], frame: Frame): number {
  if (kind === 'caption') return frame.caption;
  if (kind === 'swap' || kind === 'next') return frame.safe[2];
  return kind === 'side' || kind === 'label' ? frame.column : BESIDE * frame.column;
}

/** Which size of type a kind is set in that is no figure: what is told beside the work is set as the side is. */
function typeOf(kind: Cue['kind']): Exclude<keyof CueStyle['types'], 'count'> {
  return kind === 'swap' || kind === 'label' || kind === 'caption' ? kind : 'side';
}

/**
 * How large a cue is in a frame, with its lines broken. A count keeps its box; words in the place of its figure are set
 * smaller until they fit.
 *
 * @example sizeOf(cue, PEBBLE, FRAMES['16:9']).lines // ['Your left']
 */
export function sizeOf(cue: Pick<Cue, 'kind' | 'text' | 'shows'>, style: CueStyle, frame: Frame): CueSize {
  const times = style.scale * frame.type;
  const text = withoutPictures(cue.text);
  if (cue.kind === 'count' || cue.kind === 'countdown') {
    const whole = style.types.count * times;
    const room = COUNT_ROOM[style.count];
    const runs = textWidth(text, 'head');
    return {
      lines: [text],
      type: whole * Math.min(1, room.words / runs),
      width: room.width * whole,
      height: room.height * whole,
    };
  }
  const type = style.types[typeOf(cue.kind)] * times;
  const room = roomOf(cue);
  const most = acrossOf(cue.kind, frame);
  const beside = 2 * room.x + room.mark;
  const letters = cue.kind === 'caption' ? LINE_CHARACTERS : Infinity;
  const lines = brokenInto(text, room.type, most / type - beside, letters);
  const widest = Math.max(...lines.map((line) => textWidth(line, room.type)));
  return {
    lines,
    type,
    width: (widest + beside) * type,
    height: ((lines.length - 1) * room.leading + 1 + 2 * room.y) * type,
  };
}
