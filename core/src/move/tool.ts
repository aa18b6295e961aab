import type { Tool } from './move.schema';

const BARE: ReadonlySet<Tool> = new Set<Tool>(['hand', 'knuckle', 'none']);

/**
 * Whether a tool is a thing that is taken up and put down, and not the hand itself.
 *
 * @example isImplement('hand') // false
 */
export function isImplement(tool: Tool): boolean {
  return !BARE.has(tool);
}
