import type { Change } from '../lesson/change.schema';

/** `must`: it goes wrong as it stands; `should`: better mended; `note`: worth knowing. */
const SEVERITIES = ['must', 'should', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** Where a finding lies. `part` names the words or the field, `words` the stretch in them. */
export interface FindingPlace {
  readonly stepId: string | null;
  readonly part:
    | 'opening'
    | 'closing'
    | 'promise'
    | 'title'
    | 'description'
    | 'before'
    | 'during'
    | 'after'
    | 'dose'
    | 'order'
    | 'lesson';
  readonly words?: string;
}

/** One way to answer a finding; with a change it can be applied, without one it is done by hand. */
export interface Repair {
  readonly label: string;
  readonly change: Change | null;
}

/** One result of a check: how bad, where, what was seen, and what can be done. */
export interface Finding {
  readonly severity: Severity;
  readonly rule: string;
  readonly place: FindingPlace;
  readonly message: string;
  readonly repairs: readonly Repair[];
}

/**
 * A finding that stays the same while the lesson around it changes: for lists on screen.
 *
 * @example findingKey(finding) // 'order/a/dose/'
 */
export function findingKey({ rule, place }: Finding): string {
  return `${rule}/${place.stepId ?? ''}/${place.part}/${place.words ?? ''}`;
}

/**
 * Worst first; the order of the lesson within a severity is kept.
 *
 * @example bySeverity([note, must]) // [must, note]
 */
export function bySeverity(findings: readonly Finding[]): Finding[] {
  return SEVERITIES.flatMap((severity) => findings.filter((one) => one.severity === severity));
}
