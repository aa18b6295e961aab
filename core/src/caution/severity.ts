/** Worst first. `must`: it goes wrong as it stands; `should`: better mended; `note`: worth knowing. */
export const SEVERITIES = ['must', 'should', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** Whether one is worse than another. @example isWorse('must', 'note') // true */
export function isWorse(one: Severity, other: Severity): boolean {
  return SEVERITIES.indexOf(one) < SEVERITIES.indexOf(other);
}
