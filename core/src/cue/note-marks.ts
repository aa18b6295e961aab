import type { CueStyle } from '../lesson/cue-style.schema';
import type { Cue } from './cue';
import { circle, f, path, type Mark, type Rect } from './mark';
import { ROOM, WAY_ROOM } from './room';
import type { Arrow } from './shows';

/** A stroke along the words, within their plate. */
export function edge(box: Rect, style: CueStyle): Mark {
  const [x, inset] = [box.x + 0.72 * box.type, 0.55 * box.type];
  return path(`M${f(x)} ${f(box.y + inset)}L${f(x)} ${f(box.y + box.height - inset)}`, {
    stroke: style.accent,
    strokeWidth: 0.24 * box.type,
  });
}

/** A disc in a ring: it fills as the breath comes in, and empties as it goes out. */
export function breath({ shows, value, of }: Pick<Cue, 'shows' | 'value' | 'of'>, box: Rect, style: CueStyle): Mark[] {
  const { type } = box;
  const [x, y] = [box.x + (ROOM.breath.x + 1.2) * type, box.y + box.height / 2];
  const most = 1.15 * type;
  const share = value === null || of === null ? 1 : value / of;
  const phase = shows?.is === 'breath' ? shows.phase : 'hold';
  const full = phase === 'in' ? share : phase === 'out' ? 1 - share : 1;
  return [
    path(circle(x, y, most * (0.3 + 0.7 * full)), { fill: style.accent }),
    path(circle(x, y, most), { stroke: style.rest, strokeWidth: 0.07 * type }),
  ];
}

/** How deep a fingertip goes into the skin, as shares of the size of type. */
const DEPTHS = { feather: 0.02, light: 0.14, medium: 0.28, firm: 0.44 } as const;

/** A fingertip on the skin, which gives way under it, and an arrow for each way. */
export function way({ shows }: Pick<Cue, 'shows'>, box: Rect, style: CueStyle): Mark[] {
  if (shows?.is !== 'way') return [];
  const { type } = box;
  const [x, y] = [box.x + ROOM.note.x * type, box.y + box.height / 2];
  const deep = DEPTHS[shows.pressure] * type;
  const skin = y + 0.3 * type;
  const tip = x + 0.7 * type;
  const [r, top] = [0.3 * type, skin + deep - 0.36 * type];
  const finger = `M${f(tip - r)} ${f(top - 0.6 * type)}V${f(top)}A${f(r)} ${f(r)} 0 0 0 ${f(tip + r)} ${f(top)}V${f(top - 0.6 * type)}Z`;
  const give = `M${f(x)} ${f(skin)}C${f(x + 0.35 * type)} ${f(skin)} ${f(tip - 0.4 * type)} ${f(skin + deep)} ${f(tip)} ${f(skin + deep)}C${f(tip + 0.4 * type)} ${f(skin + deep)} ${f(x + 1.05 * type)} ${f(skin)} ${f(x + 1.4 * type)} ${f(skin)}`;
  return [
    path(finger, { fill: style.accent }),
    path(give, { stroke: style.ink, strokeWidth: 0.11 * type }),
    ...shows.arrows.map((arrow, i) =>
      path(arrowOf(arrow, x + (WAY_ROOM.tip + (i + 0.42) * WAY_ROOM.arrow) * type, y, type), { fill: style.accent }),
    ),
  ];
}

const TURNS: Readonly<Record<Arrow, readonly [number, number]>> = {
  up: [0, -1],
  down: [0, 1],
  left: [-1, 0],
  right: [1, 0],
};

/** A drop whose point goes the way. */
function arrowOf(arrow: Arrow, x: number, y: number, type: number): string {
  const [dx, dy] = TURNS[arrow];
  const at = (along: number, beside: number): string =>
    `${f(x + (along * dx - beside * dy) * type)} ${f(y + (along * dy + beside * dx) * type)}`;
  return `M${at(0.5, 0)}C${at(0.2, 0.12)} ${at(-0.05, 0.3)} ${at(-0.24, 0.3)}C${at(-0.5, 0.3)} ${at(-0.5, -0.3)} ${at(-0.24, -0.3)}C${at(-0.05, -0.3)} ${at(0.2, -0.12)} ${at(0.5, 0)}Z`;
}
