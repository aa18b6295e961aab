import { regionName } from '../face/regions';
import type { Found } from './finding';
import type { RuleId } from './rules';
import { FRAMING_NAMES, framingOf } from '../move/framing';
import { PRESSURES } from '../move/move.schema';
import { isImplement } from '../move/tool';
import { rankOf, rolesOf } from '../school/roles';
import type { School } from '../school/school.schema';
import { SCHOOLS, schoolOf, SCHOOL_IDS } from '../school/schools';
import type { Lesson, Step } from '../lesson/lesson.schema';

/**
 * Where the order, the directions and the pressure of a lesson go against its own school.
 *
 * @example orderFindings(lesson)[0]?.rule // 'drain-not-opened'
 */
export function orderFindings(lesson: Lesson, school: School = schoolOf(lesson)): Found[] {
  const { steps } = lesson;
  const roles = rolesOf(steps, school);
  const findings: Found[] = [];
  const add = (rule: RuleId, step: Step | null, message: string, repairs: Found['repairs'] = []): void =>
    void findings.push({
      rule,
      place: { on: 'plan', stepId: step?.id ?? null, part: 'order' },
      message,
      repairs,
    });

  const opened = new Set(steps.filter((_, at) => roles[at] === 'opening').map((step) => step.move.region));
  // A breath or a pose that has no place in the order is no work yet.
  const firstWork = steps.findIndex((step, at) => roles[at] === 'work' && rankOf(step, school) !== null);
  if (school.drainage.opens.length > 0 && firstWork >= 0) {
    const missing = school.drainage.opens.filter((region) => !opened.has(region));
    if (missing.length === school.drainage.opens.length)
      add(
        'drain-not-opened',
        steps[firstWork]!,
        `${steps[firstWork]!.move.name} sends work on before anything is opened. ${school.name} opens ${listed(missing)} first.`,
      );
    steps.forEach((step, at) => {
      const to = step.move.direction?.to;
      if (roles[at] !== 'work' || !to || !missing.includes(to) || missing.length === school.drainage.opens.length)
        return;
      add(
        'drain-not-opened',
        step,
        `${step.move.name} goes down to the ${regionName(to)}, which was not opened before.`,
      );
    });
  }
  steps.forEach((step, at) => {
    if (roles[at] === 'opening' && firstWork >= 0 && at > firstWork)
      add(
        'opened-late',
        step,
        `${step.move.name} opens the ${regionName(step.move.region)} after the work has begun.`,
        [{ label: 'Move it to the front', change: { kind: 'place_step', stepId: step.id, afterStepId: null } }],
      );
  });
  if (school.drainage.closingNeeded && steps.length > 0 && !roles.includes('closing'))
    add(
      'no-closing',
      steps[steps.length - 1]!,
      `Nothing leads down at the end. ${school.name} closes by the ${listed(school.drainage.closes)}.`,
    );

  let before: { step: Step; rank: number } | null = null;
  steps.forEach((step, at) => {
    const rank = roles[at] === 'work' ? rankOf(step, school) : null;
    if (rank === null) return;
    if (before && rank < before.rank)
      add(
        'jump-back',
        step,
        `${step.move.name} goes back ${school.phases.length > 0 ? 'to an earlier phase' : `to the ${regionName(step.move.region)}`} after ${before.step.move.name}.`,
      );
    before = { step, rank };
  });

  backAndForth(steps, (step) => (isImplement(step.move.tool) ? step.move.tool : null)).forEach((step) =>
    add('tool-again', step, `The ${step.move.tool} is put down and taken up again for ${step.move.name}.`),
  );
  backAndForth(steps, (step) => framingOf(step.move)).forEach((step) =>
    add(
      'framing-again',
      step,
      `The framing goes back to ${FRAMING_NAMES[framingOf(step.move)]} for ${step.move.name}. One framing wide enough for all saves the change.`,
    ),
  );
  let oily: Step | null = null;
  for (const step of steps) {
    if (step.move.needsDry && oily)
      add(
        'grip-after-slip',
        step,
        `${step.move.name} needs dry skin and comes after ${oily.move.name}, which is done with oil.`,
      );
    if (step.move.slip || step.product !== 'none') oily ??= step;
  }
  for (const step of steps) rulesOfTouch(step, school, add);
  return findings;
}

type Add = (rule: RuleId, step: Step, message: string) => void;

function rulesOfTouch(step: Step, school: School, add: Add): void {
  const { move } = step;
  if (move.backAndForth && !school.backAndForth)
    add('back-and-forth', step, `${move.name} goes back and forth; ${school.name} strokes one way only.`);
  if (PRESSURES.indexOf(move.pressure) > PRESSURES.indexOf(school.mostPressure))
    add(
      'pressure',
      step,
      `${move.name} is done with ${move.pressure} pressure; ${school.name} stays at ${school.mostPressure}.`,
    );
  if (move.region === 'neck' && ['medium', 'firm'].includes(move.pressure))
    add(
      'neck-pressure',
      step,
      `${move.name} presses the neck with ${move.pressure} pressure. On the neck only feather strokes are safe.`,
    );
  if (move.region === 'neck' && step.sidePlan === 'both' && move.action !== 'stretch' && move.action !== 'breathe')
    add(
      'neck-both-sides',
      step,
      `${move.name} works both sides of the neck at once. One side at a time, never both together.`,
    );
  if (move.region === 'eye' && ['medium', 'firm'].includes(move.pressureBy.eye ?? move.pressure))
    add(
      'eye-pressure',
      step,
      `${move.name} presses near the eye with ${move.pressure} pressure. Feather or light there.`,
    );
  const way = wayOf(step);
  if (move.region === 'neck' && way === 'up' && school.neck === 'down')
    add('direction', step, `${move.name} strokes up the neck; ${school.name} goes down only.`);
  if (move.region === 'neck' && way === 'down' && school.neck === 'up')
    add('direction', step, `${move.name} strokes down the neck; ${school.name} goes up.`);
  if (way === 'down' && school.face === 'up' && !LOW.has(move.region) && move.action !== 'drain')
    add('direction', step, `${move.name} drags the ${regionName(move.region)} down; ${school.name} lifts up and out.`);
  if (way === 'up' && school.face === 'down' && !LOW.has(move.region))
    add('direction', step, `${move.name} strokes up; ${school.name} works downward.`);
  if (school.product === 'slip' && ['stroke', 'roll'].includes(move.action) && !move.slip)
    add('no-slip', step, `${move.name} glides without slip; ${school.name} always uses some.`);
}

const LOW: ReadonlySet<string> = new Set(['chest', 'collarbone', 'shoulder', 'neck', 'nape', 'ear']);
/** From chest to crown: what lies higher comes later. */
const HEIGHT: readonly string[] = [
  'chest',
  'shoulder',
  'collarbone',
  'neck',
  'nape',
  'under_chin',
  'chin',
  'jaw',
  'lips',
  'tongue',
  'mouth',
  'cheek',
  'nose',
  'ear',
  'eye',
  'temple',
  'brow',
  'forehead',
  'scalp',
];

function wayOf({ move }: Step): 'up' | 'down' | null {
  if (!move.direction) return null;
  const by = HEIGHT.indexOf(move.direction.to) - HEIGHT.indexOf(move.direction.from);
  return by > 0 ? 'up' : by < 0 ? 'down' : null;
}

/** Steps at which something that was left comes back: tool or framing, each counted when it returns. */
function backAndForth(steps: readonly Step[], of: (step: Step) => string | null): Step[] {
  const left = new Set<string>();
  let current: string | null = null;
  return steps.filter((step) => {
    const now = of(step);
    if (now === null || now === current) return false;
    if (current !== null) left.add(current);
    current = now;
    return left.has(now);
  });
}

/**
 * What the other schools would say of the same steps, where it differs.
 *
 * @example otherSchools(lesson, finding) // ['Tool glide and Holds would not mind.']
 */
export function otherSchools(lesson: Lesson, finding: Pick<Found, 'rule' | 'place'>): string[] {
  const own = schoolOf(lesson);
  const [agree, differ]: [string[], string[]] = [[], []];
  for (const id of SCHOOL_IDS) {
    if (id === own.id) continue;
    const same = orderFindings(lesson, SCHOOLS[id]).some(
      (one) => one.rule === finding.rule && one.place.stepId === finding.place.stepId,
    );
    (same ? agree : differ).push(SCHOOLS[id].name);
  }
  return differ.length > 0
    ? [`${listed(differ)} would not mind.`, ...(agree.length > 0 ? [`${listed(agree)} would say the same.`] : [])]
    : [];
}

function listed(words: readonly string[]): string {
  const plain = words.map((word) => word.replace('_', ' '));
  return plain.length < 2 ? (plain[0] ?? '') : `${plain.slice(0, -1).join(', ')} and ${plain[plain.length - 1]}`;
}
