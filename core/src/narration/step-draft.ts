import type { Region } from '../face/regions';
import type { Action, Tool } from '../move/move.schema';
import type { StepAs } from './put-right';
import type { Reading } from './reading';

export type Step = Reading['steps'][number];

/** The kinds of read steps that something is done in; all others are opening, closing, or lie between. */
export const WORKED: ReadonlySet<Step['kind']> = new Set(['technique', 'warmup', 'drain']);

/** A step while it is looked for: where it begins, and what is known of it so far. */
export interface Draft {
  token: number;
  kind: Step['kind'];
  action: Action | 'unknown';
  region: Region | null;
  side: Step['side'];
  tool: Tool | null;
  sure: number;
  /** How sure it is what is worked and how, where that was judged. */
  work?: number;
  /** What somebody says it is, whatever is read. */
  as?: StepAs;
  swapped: boolean;
  /** Whether it is the other side of the step just before it, so that both sides are done. */
  paired: boolean;
}

/** @example blank(0).region // null */
export function blank(token: number): Draft {
  return {
    token,
    kind: 'technique',
    action: 'unknown',
    region: null,
    side: 'unknown',
    tool: null,
    sure: 0.7,
    swapped: false,
    paired: false,
  };
}
