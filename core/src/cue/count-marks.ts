import type { CueStyle } from '../lesson/cue-style.schema';
import type { Cue } from './cue';
import { CAPITAL, circle, f, path, plate, rounded, type Mark, type Rect } from './mark';
import type { Place } from './place';
import { COUNT_ROOM } from './room';

type Drawn = Pick<Cue, 'kind' | 'value' | 'of'> & Pick<Place, 'lines'>;

/** What a count, or the seconds of a hold, are drawn as in each style. */
export const COUNT_MARKS: Readonly<Record<CueStyle['count'], (cue: Drawn, box: Rect, style: CueStyle) => Mark[]>> = {
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
      ...(cue.kind === 'countdown' ? shell(cue, x, y, whole, style) : pips),
      figure(cue, x, y - (isRelease(cue) ? 0 : 0.1) * whole, box.type, style.ink),
      ...below(cue, x, y + 0.62 * whole, 0.3 * whole, style.soft),
    ];
  },
  ribbon: (cue, box, style) => {
    const whole = box.width / COUNT_ROOM.ribbon.width;
    const band = { ...box, y: box.y + 0.16 * whole, height: box.height - 0.32 * whole };
    const head = 1.55 * whole;
    const [from, to] = [box.x + head + 0.2 * whole, box.x + box.width - 0.42 * whole];
    const count = pipsOf(cue);
    const step = (to - from) / count;
    // Of a hold the stitches close from both ends towards the middle.
    const isDone = (i: number): boolean =>
      cue.kind === 'countdown' ? Math.min(i + 1, count - i) <= Math.ceil((closedBy(cue) * count) / 2) : done(cue, i);
    const stitches = Array.from({ length: count }, (_, i) => {
      const x = from + (i + 0.5) * step;
      const lean = 0.16 * whole;
      return path(
        `M${f(x - lean)} ${f(band.y + band.height * 0.76)}L${f(x + lean)} ${f(band.y + band.height * 0.24)}`,
        {
          stroke: isDone(i) ? style.accent : style.rest,
          strokeWidth: Math.min(0.24 * whole, step * (isDone(i) ? 0.6 : 0.26)),
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
    // Two bars under the figure of a hold close towards each other.
    const [wide, low] = [0.62 * whole, y + 0.7 * whole];
    const bars =
      closedBy(cue) === 0
        ? []
        : [-1, 1].map((from) =>
            path(`M${f(x + from * wide)} ${f(low)}L${f(x + from * wide * (1 - closedBy(cue)))} ${f(low)}`, {
              stroke: style.accent,
              strokeWidth: 0.05 * whole,
            }),
          );
    return [
      plate(box, style.plate, style),
      ...bars,
      figure(
        cue,
        x,
        y - (isRelease(cue) ? 0 : 0.13) * whole,
        box.type,
        cue.kind === 'countdown' ? style.accent : style.ink,
      ),
      ...below(cue, x, y + 0.5 * whole, 0.2 * whole, style.soft),
    ];
  },
};

/** Two halves of a shell close about the stone from below. */
function shell(cue: Drawn, x: number, y: number, whole: number, style: CueStyle): Mark[] {
  const [rx, ry, wide] = [1.44 * whole, 1.33 * whole, 0.17 * whole];
  const half = (turn: 1 | -1, share: number): string => {
    const angle = Math.PI / 2 + turn * share * ALMOST * Math.PI;
    const to = [x + rx * Math.cos(angle), y + ry * Math.sin(angle)] as const;
    return `M${f(x)} ${f(y + ry)}A${f(rx)} ${f(ry)} 0 0 ${turn === 1 ? 1 : 0} ${f(to[0])} ${f(to[1])}`;
  };
  return ([1, -1] as const).flatMap((turn) => [
    path(half(turn, 1), { stroke: style.rest, strokeWidth: 0.35 * wide }),
    ...(closedBy(cue) > 0 ? [path(half(turn, closedBy(cue)), { stroke: style.accent, strokeWidth: wide })] : []),
  ]);
}
/** An arc of a whole half would end where it may be drawn either way round. */
const ALMOST = 0.998;

/** As many as there are to be counted; of very many, twenty stand for all. */
function pipsOf({ of }: Drawn): number {
  return of === null ? 0 : of <= 24 ? of : 20;
}

/** How far a hold has closed, 0 to 1: in its last second it is shut, and open again when it is let go. */
function closedBy({ kind, value, of }: Drawn): number {
  return kind !== 'countdown' || !value || !of ? 0 : (of - value + 1) / of;
}

const isRelease = ({ kind, value }: Drawn): boolean => kind === 'countdown' && value === 0;

/** Whether a pip is filled: repetitions that are done. */
function done(cue: Drawn, pip: number): boolean {
  const count = pipsOf(cue);
  return cue.value !== null && cue.of !== null && pip < (cue.value / cue.of) * count - 1e-9;
}

function dot(x: number, y: number, r: number, filled: boolean, style: CueStyle, whole: number): Mark {
  return path(circle(x, y, r), {
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

/** What a figure is of; nothing under the words of a release. */
function below(cue: Drawn, x: number, y: number, size: number, fill: string): Mark[] {
  if (isRelease(cue)) return [];
  const text = cue.kind === 'countdown' ? 'seconds' : `of ${cue.of}`;
  return [{ is: 'text', text, x, baseline: y + (CAPITAL / 2) * size, size, type: 'text', anchor: 'middle', fill }];
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
