import type { CueStyle } from '../lesson/cue-style.schema';
import type { Cue } from './cue';
import type { Frame } from './frame';
import type { Place } from './place';
import { COUNT_ROOM, ROOM } from './room';

/** A filled or outlined path, or a line of text; lengths in thousandths of the picture's width, y from its top. */
export type Mark =
  | {
      readonly is: 'path';
      readonly d: string;
      readonly fill: string | null;
      readonly stroke: string | null;
      readonly strokeWidth: number;
      readonly opacity: number;
    }
  | {
      readonly is: 'text';
      readonly text: string;
      readonly x: number;
      /** Of the line that letters stand on. */
      readonly baseline: number;
      readonly size: number;
      readonly type: 'head' | 'text';
      readonly anchor: 'start' | 'middle';
      readonly fill: string;
    };

/** Height of a capital and of a figure, as a share of the size of type; both families are within a hundredth of it. */
const CAPITAL = 0.66;

type Drawn = Pick<Cue, 'kind' | 'side' | 'value' | 'of'> & Place;

/**
 * What a placed cue is drawn as, in a browser and in a rendered film alike: nothing but plates, paths and lines of text.
 *
 * @example marksOf(placed, PEBBLE, FRAMES['16:9']).map((mark) => mark.is) // ['path', 'path', 'text']
 */
export function marksOf(cue: Drawn, style: CueStyle, frame: Pick<Frame, 'height'>): Mark[] {
  const box = inThousandths(cue, frame);
  switch (cue.kind) {
    case 'count':
    case 'countdown':
      return COUNTS[style.count](cue, box, style);
    case 'side':
      return [plate(box, style.plate, style), ...face(cue, box, style), ...words(cue, box, ROOM.side, style.ink)];
    case 'swap':
      return [
        plate(box, style.accent, { ...style, plateOpacity: 1 }),
        ...face(cue, box, { ...style, accent: style.accentInk, rest: style.accentInk }),
        ...words(cue, box, ROOM.swap, style.accentInk),
      ];
    case 'label':
      return [plate(box, style.plate, style), ...words(cue, box, ROOM.label, style.ink)];
    case 'caption':
      return [plate(box, style.plate, style), ...words(cue, box, ROOM.caption, style.ink)];
  }
}

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly type: number;
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
function words({ lines }: Drawn, box: Rect, room: (typeof ROOM)[keyof typeof ROOM], fill: string): Mark[] {
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

const COUNTS: Readonly<Record<CueStyle['count'], (cue: Drawn, box: Rect, style: CueStyle) => Mark[]>> = {
  pebble: (cue, box, style) => {
    const whole = box.width / COUNT_ROOM.pebble.width;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const small = pipsOf(cue) > 14;
    const stone = ring(x, y, 1.18 * whole, 1.04 * whole, 24, STONE);
    const pips = Array.from({ length: pipsOf(cue) }, (_, i) => {
      const angle = (i / pipsOf(cue)) * 2 * Math.PI - Math.PI / 2;
      const at = [x + 1.44 * whole * Math.cos(angle), y + 1.33 * whole * Math.sin(angle)] as const;
      return dot(at[0], at[1], (small ? 0.1 : 0.15) * whole, done(cue, i), style, whole);
    });
    return [
      path(closed(stone), { fill: style.plate, opacity: style.plateOpacity }),
      ...pips,
      figure(cue, x, y - 0.1 * whole, box.type, style.ink),
      below(cue, x, y + 0.62 * whole, 0.3 * whole, style.soft),
    ];
  },
  ribbon: (cue, box, style) => {
    const whole = box.width / COUNT_ROOM.ribbon.width;
    const band = { ...box, y: box.y + 0.16 * whole, height: box.height - 0.32 * whole };
    const head = 1.55 * whole;
    const [from, to] = [box.x + head + 0.2 * whole, box.x + box.width - 0.42 * whole];
    const count = pipsOf(cue);
    const step = (to - from) / count;
    const stitches = Array.from({ length: count }, (_, i) => {
      const x = from + (i + 0.5) * step;
      const lean = 0.16 * whole;
      return path(
        `M${f(x - lean)} ${f(band.y + band.height * 0.76)}L${f(x + lean)} ${f(band.y + band.height * 0.24)}`,
        {
          stroke: done(cue, i) ? style.accent : style.rest,
          strokeWidth: Math.min(0.24 * whole, step * (done(cue, i) ? 0.6 : 0.26)),
        },
      );
    });
    return [
      path(rounded(band, style.corner), { fill: style.plate, opacity: style.plateOpacity }),
      ...stitches,
      figure(cue, box.x + head / 2 + 0.08 * whole, box.y + box.height / 2, box.type, style.ink),
    ];
  },
  numeral: (cue, box, style) => {
    const whole = box.width / COUNT_ROOM.numeral.width;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    return [
      plate(box, style.plate, style),
      figure(cue, x, y - 0.13 * whole, box.type, cue.kind === 'countdown' ? style.accent : style.ink),
      below(cue, x, y + 0.5 * whole, 0.2 * whole, style.soft),
    ];
  },
};

/** As many as there are to be counted; of very many, twenty stand for all. */
function pipsOf({ of }: Drawn): number {
  return of === null ? 0 : of <= 24 ? of : 20;
}

/** Whether a pip is filled: repetitions that are done, seconds that are left. */
function done(cue: Drawn, pip: number): boolean {
  const count = pipsOf(cue);
  return cue.value !== null && cue.of !== null && pip < (cue.value / cue.of) * count - 1e-9;
}

function dot(x: number, y: number, r: number, filled: boolean, style: CueStyle, whole: number): Mark {
  const d = `M${f(x - r)} ${f(y)}A${f(r)} ${f(r)} 0 1 1 ${f(x + r)} ${f(y)}A${f(r)} ${f(r)} 0 1 1 ${f(x - r)} ${f(y)}Z`;
  return path(d, {
    fill: filled ? style.accent : style.plate,
    opacity: filled ? 1 : style.plateOpacity,
    ...(filled
      ? { stroke: style.plate, strokeWidth: 0.045 * whole }
      : { stroke: style.rest, strokeWidth: 0.045 * whole }),
  });
}

function figure({ lines }: Drawn, x: number, y: number, size: number, fill: string): Mark {
  return {
    is: 'text',
    text: lines[0]!,
    x,
    baseline: y + (CAPITAL / 2) * size,
    size,
    type: 'head',
    anchor: 'middle',
    fill,
  };
}

function below(cue: Drawn, x: number, y: number, size: number, fill: string): Mark {
  const text = cue.kind === 'countdown' ? 'seconds' : `of ${cue.of}`;
  return { is: 'text', text, x, baseline: y + (CAPITAL / 2) * size, size, type: 'text', anchor: 'middle', fill };
}

/** How far each part of a worn stone is from a round one. */
const STONE = [1, 1.02, 1.05, 1.04, 1, 0.97, 0.96, 0.98, 1.02, 1.05, 1.04, 1];

function ring(
  x: number,
  y: number,
  rx: number,
  ry: number,
  count: number,
  worn: readonly number[],
): (readonly [number, number])[] {
  return Array.from({ length: count }, (_, i) => {
    const angle = (i / count) * 2 * Math.PI;
    const by = worn[Math.floor((i / count) * worn.length)]!;
    return [x + rx * by * Math.cos(angle), y + ry * by * Math.sin(angle)] as const;
  });
}

/** A smooth closed curve through points (Catmull and Rom 1974, as cubic Bézier curves). */
function closed(points: readonly (readonly [number, number])[]): string {
  const at = (i: number): readonly [number, number] => points[(i + points.length) % points.length]!;
  const curves = points.map((_, i) => {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const first = [from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6] as const;
    const second = [to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6] as const;
    return `C${f(first[0])} ${f(first[1])} ${f(second[0])} ${f(second[1])} ${f(to[0])} ${f(to[1])}`;
  });
  return `M${f(points[0]![0])} ${f(points[0]![1])}${curves.join('')}Z`;
}

function plate(box: Rect, fill: string, { corner, plateOpacity }: Pick<CueStyle, 'corner' | 'plateOpacity'>): Mark {
  return path(rounded(box, corner), { fill, opacity: plateOpacity });
}

/** A plate with rounded corners; tall ones are no rounder than a line of words would be. */
function rounded({ x, y, width, height, type }: Rect, corner: number): string {
  const r = corner * Math.min(width / 2, height / 2, 1.1 * type);
  return `M${f(x + r)} ${f(y)}H${f(x + width - r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + width)} ${f(y + r)}V${f(y + height - r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + width - r)} ${f(y + height)}H${f(x + r)}A${f(r)} ${f(r)} 0 0 1 ${f(x)} ${f(y + height - r)}V${f(y + r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + r)} ${f(y)}Z`;
}

function path(d: string, look: { fill?: string; stroke?: string; strokeWidth?: number; opacity?: number }): Mark {
  return {
    is: 'path',
    d,
    fill: look.fill ?? null,
    stroke: look.stroke ?? null,
    strokeWidth: look.strokeWidth ?? 0,
    opacity: look.opacity ?? 1,
  };
}

const f = (value: number): string => String(Math.round(value * 100) / 100);
