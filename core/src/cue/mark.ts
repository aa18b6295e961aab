import type { CueStyle } from '../lesson/cue-style.schema';

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
export const CAPITAL = 0.66;

/** A box in the unit of marks, and the size of type in it. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly type: number;
}

export function plate(
  box: Rect,
  fill: string,
  { corner, plateOpacity }: Pick<CueStyle, 'corner' | 'plateOpacity'>,
): Mark {
  return path(rounded(box, corner), { fill, opacity: plateOpacity });
}

/** A plate with rounded corners; tall ones are no rounder than a line of words would be. */
export function rounded({ x, y, width, height, type }: Rect, corner: number): string {
  const r = corner * Math.min(width / 2, height / 2, 1.1 * type);
  return `M${f(x + r)} ${f(y)}H${f(x + width - r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + width)} ${f(y + r)}V${f(y + height - r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + width - r)} ${f(y + height)}H${f(x + r)}A${f(r)} ${f(r)} 0 0 1 ${f(x)} ${f(y + height - r)}V${f(y + r)}A${f(r)} ${f(r)} 0 0 1 ${f(x + r)} ${f(y)}Z`;
}

/** The outline of a disc. */
export function circle(x: number, y: number, r: number): string {
  return `M${f(x - r)} ${f(y)}A${f(r)} ${f(r)} 0 1 1 ${f(x + r)} ${f(y)}A${f(r)} ${f(r)} 0 1 1 ${f(x - r)} ${f(y)}Z`;
}

export function path(
  d: string,
  look: { fill?: string; stroke?: string; strokeWidth?: number; opacity?: number },
): Mark {
  return {
    is: 'path',
    d,
    fill: look.fill ?? null,
    stroke: look.stroke ?? null,
    strokeWidth: look.strokeWidth ?? 0,
    opacity: look.opacity ?? 1,
  };
}

/** A length as paths are written: to a hundredth. */
export const f = (value: number): string => String(Math.round(value * 100) / 100);
