import { bySeverity, isForAll, type Finding } from './finding';
import type { Severity } from '../caution/severity';
import { ruleOf, type RuleId } from './rules';

/** Like findings of many steps, told as one. */
export interface FindingGroup {
  readonly rule: RuleId;
  readonly severity: Severity;
  readonly message: string;
  /** At least one; in the order of the lesson. */
  readonly findings: readonly Finding[];
  /** What mends all of them at once; null where they are mended one by one. */
  readonly mendAll: string | null;
}

/**
 * Findings with like ones told as one, worst first. Claims are of one kind, whatever they are about.
 *
 * @example groupsOf(findings)[0]?.message // '5 moves are never described.'
 */
export function groupsOf(findings: readonly Finding[]): FindingGroup[] {
  const kinds = new Map<string, Finding[]>();
  for (const one of findings) {
    const { check, many } = ruleOf(one.rule);
    const kind = many ? `${check === 'claim' ? 'claim' : one.rule}/${one.severity}` : one.id;
    if (!kinds.get(kind)?.push(one)) kinds.set(kind, [one]);
  }
  const groups = [...kinds.values()].map((own): FindingGroup => {
    const [first] = own as [Finding];
    const { many, mendAll } = ruleOf(first.rule);
    const mends = own.length > 1 && mendAll !== undefined && own.every((one) => one.repairs.some(isForAll));
    return {
      rule: first.rule,
      severity: first.severity,
      message: own.length > 1 && many ? many(own.length) : first.message,
      findings: own,
      mendAll: mends ? mendAll : null,
    };
  });
  return bySeverity(groups);
}
