import '../words/localize';
import type { CutId } from '../assembly/cut';
import { SEVERITIES, type Severity } from '../caution/severity';
import { digestOf } from '../document/digest';
import type { WorkedSide } from '../dose/dose';
import { asOne } from '../lesson/as-one';
import type { Change } from '../lesson/change.schema';
import type { Lesson } from '../lesson/lesson.schema';
import type { SetAside } from '../lesson/set-aside.schema';
import { filled } from '../speech/fields';
import type { Area } from '../schedule/areas';
import type { CutMs, TakeMs } from '../time/clocks';
import { ruleOf, type RuleId } from './rules';

/** Where in the plan a finding lies. `part` names the words or the field, `words` the stretch in them. */
export interface PlanPlace {
  readonly on: 'plan';
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

/** Where on a recording, in its own time. */
export interface TakePlace {
  readonly on: 'take';
  readonly takeId: string;
  readonly stepId: string | null;
  readonly startMs: TakeMs;
  readonly endMs: TakeMs;
}

/** Where along a cut. `cue` is the key of what is shown there, where it is about that. */
export interface CutPlace {
  readonly on: 'cut';
  readonly cutId: CutId;
  readonly stepId: string | null;
  readonly side: WorkedSide | null;
  readonly cue?: string;
  readonly startMs: CutMs;
  readonly endMs: CutMs;
}

export type FindingPlace = PlanPlace | TakePlace | CutPlace;

/** One way to answer a finding; with a change it can be applied, without one it is done by hand. */
export interface Repair {
  readonly label: string;
  readonly change: Change | null;
  /** It is chosen one by one, and never made for several findings at once. */
  readonly single?: true;
  /** Where the film jumps in a part, to be looked at before it is made. */
  readonly lookFirst?: { readonly segmentId: string; readonly atMs: CutMs };
}

/** Whether a repair may be made for several findings at once. */
export const isForAll = ({ change, single }: Repair): boolean => change !== null && !single;

/** What a check tells of. */
export interface Found {
  readonly rule: RuleId;
  /** Where it is milder than its rule. */
  readonly severity?: Severity;
  readonly place: FindingPlace;
  readonly message: string;
  readonly repairs: readonly Repair[];
  /** What it is about, where a rule finds several things at one place. */
  readonly about?: string;
  /** What it rests on; its message where that says all of it. */
  readonly restsOn?: unknown;
  /** What of the body it is about, and what was seen there: of rules that go by where the hand goes. */
  readonly areas?: readonly Area[];
  readonly because?: string;
}

/** One result of a check: how bad, where, what was seen, and what can be done. */
export interface Finding {
  /** Rule and place: the same as long as it is about the same. */
  readonly id: string;
  /** A digest of what it rests on: what was set aside comes back when that changes. */
  readonly basis: string;
  readonly severity: Severity;
  readonly rule: RuleId;
  /** Which of several things that a rule finds at one place: the id of a caution; empty where there is one. */
  readonly about: string;
  readonly place: FindingPlace;
  readonly message: string;
  readonly repairs: readonly Repair[];
  /** What of the body it is about; empty where it is about something else. */
  readonly areas: readonly Area[];
  /** What was seen that calls for it, in a few words; empty where the message says it. */
  readonly because: string;
}

/**
 * What checks tell of as findings, worst first, in the order of the lesson within a severity. Fields in the words of
 * repairs are filled, as they will be heard.
 *
 * @example findingsOf(lesson, [found])[0]?.id // 'uneven-sides@rope/dose'
 */
export function findingsOf(lesson: Pick<Lesson, 'steps'>, found: readonly Found[]): Finding[] {
  const steps = new Map(lesson.steps.map((step) => [step.id, step]));
  const known = new Map<string, number>();
  const findings = found.map(({ rule, severity, place, about, message, repairs, restsOn, areas, because }): Finding => {
    const step = steps.get(place.stepId ?? '');
    const name = `${rule}@${nameOf(place)}${about === undefined ? '' : `:${about}`}`;
    const before = known.get(name) ?? 0;
    known.set(name, before + 1);
    return {
      id: before === 0 ? name : `${name}#${before + 1}`,
      basis: digestOf(restsOn ?? message),
      severity: severity ?? ruleOf(rule).severity,
      rule,
      about: about ?? '',
      place,
      message,
      areas: areas ?? [],
      because: because ?? '',
      repairs: step ? repairs.map((one) => ({ ...one, label: filled(one.label, step) })) : repairs,
    };
  });
  return bySeverity(findings);
}

function nameOf(place: FindingPlace): string {
  switch (place.on) {
    case 'plan':
      return [place.stepId ?? '', place.part, ...(place.words === undefined ? [] : [place.words.slice(0, 200)])].join(
        '/',
      );
    case 'take':
      return place.stepId === null
        ? `${place.takeId}/${Math.round(place.startMs / 1000)}`
        : `${place.takeId}/${place.stepId}`;
    case 'cut':
      return [place.cutId, place.cue ?? place.stepId ?? '', place.side ?? ''].join('/');
  }
}

/** @example bySeverity([note, must]) // [must, note] */
export function bySeverity<F extends Pick<Finding, 'severity'>>(findings: readonly F[]): F[] {
  return SEVERITIES.flatMap((severity) => findings.filter((one) => one.severity === severity));
}

/**
 * What is still to be looked at, and what was set aside and rests on the same as it did then.
 *
 * @example sorted([finding], [{ id: finding.id, basis: finding.basis, reason: '' }]) // { open: [], aside: [finding] }
 */
export function sorted(
  findings: readonly Finding[],
  setAside: readonly SetAside[],
): { open: Finding[]; aside: Finding[] } {
  const known = new Map(setAside.map((one) => [one.id, one.basis]));
  const aside = findings.filter((one) => known.get(one.id) === one.basis);
  const gone = new Set(aside);
  return { open: findings.filter((one) => !gone.has(one)), aside };
}

/** A finding cannot be set aside so; the message says what is missing. */
export class SetAsideError extends Error {
  override readonly name = 'SetAsideError';
}

/**
 * The change that sets findings aside. A reason is asked for what must be mended, and for nothing else.
 *
 * @throws SetAsideError when a reason is missing.
 * @example setAside([finding], 'They compare.') // { kind: 'set_aside', setAside: { id, basis, reason: 'They compare.' } }
 */
export function setAside(findings: readonly Finding[], reason: string): Change {
  if (reason.trim() === '' && findings.some((one) => one.severity === 'must'))
    throw new SetAsideError($localize`Say why it may stay as it is: it is kept with the lesson.`);
  const changes = findings.map(({ id, basis }) => ({
    kind: 'set_aside' as const,
    setAside: { id, basis, reason: reason.trim() },
  }));
  return asOne(changes)!;
}
