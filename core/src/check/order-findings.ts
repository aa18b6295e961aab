import { termOf } from '../words/terms';
import '../words/localize';
import { crossedBy, type Waypoint } from '../face/areas';
import { regionName, type Region } from '../face/regions';
import { movesOf, type Lesson, type MoveStep } from '../lesson/lesson.schema';
import { roundsOf } from '../lesson/rounds';
import { legsOf, touches, waypointsOf } from '../move/way';
import { areasOf } from '../schedule/areas';
import { slipDue } from '../schedule/slip';
import { listed } from '../speech/listed';
import type { Found } from './finding';
import { sayBefore } from './replace-words';
import type { RuleId } from './rules';
import { hardest, moreThan, touchFindings } from './touch-findings';
import { FRAMING_NAMES, framingOf } from '../move/framing';
import { isImplement } from '../move/tool';
import { closingPlaces, ranksOf, rolesOf, type Role } from '../school/roles';
import type { School } from '../school/school.schema';
import { SCHOOLS, SCHOOL_IDS } from '../school/schools';
import { schoolOf } from '../caution/school-of';

/**
 * Where the order, the directions and the pressure of a lesson go against its own school.
 *
 * @example orderFindings(lesson)[0]?.rule // 'drain-not-opened'
 */
export function orderFindings(lesson: Lesson, school: School = schoolOf(lesson)): Found[] {
  const steps = movesOf(lesson.steps);
  const roles = rolesOf(steps, school);
  const ranks = ranksOf(steps, roles, school);
  const findings: Found[] = [];
  const add: Add = (rule, step, message, more = {}): void =>
    void findings.push({
      rule,
      place: { on: 'plan', stepId: step?.id ?? null, part: 'order' },
      message,
      repairs: [],
      ...more,
    });

  const opened = new Set<Region>(
    steps.flatMap((step, at) =>
      roles[at] === 'opening' ? [step.move.region, ...areasOf(step).map((one) => one.region)] : [],
    ),
  );
  // A breath or a pose that has no place in the order is no work yet.
  const firstWork = steps.findIndex((_, at) => ranks[at] !== null);
  if (school.drainage.opens.length > 0 && firstWork >= 0) {
    const missing = school.drainage.opens.filter((region) => !opened.has(region));
    if (missing.length === school.drainage.opens.length)
      add(
        'drain-not-opened',
        steps[firstWork]!,
        $localize`${steps[firstWork]!.move.name} sends work on before anything is opened. ${school.name} opens ${allOf(missing)} first.`,
      );
    steps.forEach((step, at) => {
      if (roles[at] !== 'work' || missing.length === school.drainage.opens.length) return;
      const to = step.move.route.slice(1).find((stop) => missing.includes(stop.region))?.region;
      if (!to) return;
      add(
        'drain-not-opened',
        step,
        $localize`${step.move.name} leads to the ${regionName(to)}, which was not opened before.`,
      );
    });
  }
  steps.forEach((step, at) => {
    if (roles[at] === 'opening' && firstWork >= 0 && at > firstWork)
      add(
        'opened-late',
        step,
        $localize`${step.move.name} opens the ${regionName(step.move.region)} after the work has begun.`,
        {
          repairs: [
            {
              label: $localize`Move it to the front`,
              change: { kind: 'place_step', stepId: step.id, afterStepId: null },
            },
          ],
        },
      );
  });
  // A rest or a breath that has no place in the order may come after the way down.
  const lastWork = Math.max(
    0,
    ranks.findLastIndex((rank) => rank !== null),
  );
  if (school.drainage.closingNeeded && steps.length > 0 && roles.lastIndexOf('closing') < lastWork)
    add(
      'no-closing',
      steps[steps.length - 1]!,
      $localize`Nothing leads down at the end. ${school.name} closes by the ${allOf(school.drainage.closes)}.`,
    );

  closesUpward(steps, roles, add);
  // A ladder that is done in rounds goes back on purpose, and takes its tools up again.
  const rounds = roundsOf(steps.map((step) => step.move.id));
  const again = new Set(
    steps.filter((_, at) =>
      rounds.some(({ from, length, count }) => at >= from + length && at < from + length * count),
    ),
  );
  let before: { step: MoveStep; rank: number } | null = null;
  steps.forEach((step, at) => {
    const rank = ranks[at] ?? null;
    if (rank === null) return;
    // The next area may begin anew once the one before is soothed: the last phase but the closing.
    const nextArea =
      school.soothesEachArea &&
      before?.step.move.region !== step.move.region &&
      (before?.rank ?? 0) >= school.phases.length - 2;
    if (before && rank < before.rank && !nextArea && !again.has(step))
      add(
        'jump-back',
        step,
        $localize`${step.move.name} goes back ${school.phases.length > 0 ? $localize`to an earlier phase` : $localize`to the ${regionName(step.move.region)}`} after ${before.step.move.name}.`,
      );
    before = { step, rank };
  });

  const comesBack = (of: (step: MoveStep) => string | null): MoveStep[] =>
    backAndForth(steps, of).filter((step) => !again.has(step));
  comesBack((step) => (isImplement(step.move.tool) ? step.move.tool : null)).forEach((step) =>
    add('tool-again', step, $localize`The ${step.move.tool} is put down and taken up again for ${step.move.name}.`),
  );
  comesBack((step) => framingOf(step.move)).forEach((step) =>
    add(
      'framing-again',
      step,
      $localize`The framing goes back to ${FRAMING_NAMES[framingOf(step.move)]} for ${step.move.name}. One framing wide enough for all saves the change.`,
    ),
  );
  let oily: MoveStep | null = null;
  for (const step of steps) {
    if (step.move.needsDry && oily)
      add(
        'grip-after-slip',
        step,
        $localize`${step.move.name} needs dry skin and comes after ${oily.move.name}, which is done with oil.`,
      );
    if (step.move.slip || step.product !== 'none') oily ??= step;
  }
  dryBegin(steps, roles, school, add);
  const lastDown = steps.findLastIndex(leadsDownTheNeck);
  for (const [at, step] of steps.entries()) {
    findings.push(...touchFindings(step));
    rulesOfSchool(step, roles[at]!, school, add, at < lastDown);
  }
  slipMissing(lesson, add);
  return findings;
}

/** A closing ends lowest and starts highest: a step of it that ends higher than the one before goes up again. */
function closesUpward(steps: readonly MoveStep[], roles: readonly Role[], add: Add): void {
  const closing = steps.filter((_, at) => roles[at] === 'closing');
  const places = closingPlaces(closing);
  closing.slice(1).forEach((step, at) => {
    const before = closing[at]!;
    if (places.get(step)! < places.get(before)!)
      add(
        'closing-upward',
        step,
        $localize`${step.move.name} begins higher than ${before.move.name}, which comes before it. A closing goes from high to low.`,
      );
  });
}

type Add = (rule: RuleId, step: MoveStep | null, message: string, more?: Partial<Found>) => void;

/** A school that opens dry and then takes slip: oil before the work has begun is too early. */
function dryBegin(steps: readonly MoveStep[], roles: readonly Role[], school: School, add: Add): void {
  if (school.product !== 'dry_then_slip') return;
  steps.forEach((step, at) => {
    if (roles[at] === 'opening' && step.product !== 'none')
      add('product-early', step, $localize`${step.move.name} opens with oil on the skin; ${school.name} opens dry.`);
  });
}

/** Skin is dragged where nothing was put on and nobody says so; once, at the first step that glides. */
function slipMissing(lesson: Lesson, add: Add): void {
  const step = slipDue(lesson);
  if (!step) return;
  const say = 'A few drops of oil first, so that the skin is not dragged.';
  add('slip-missing', step, $localize`${step.move.name} glides, and nothing is put on before it.`, {
    place: { on: 'plan', stepId: step.id, part: 'before' },
    because: $localize`glides over skin that nothing was put on`,
    areas: areasOf(step),
    repairs: [
      {
        label: $localize`Put oil on first`,
        change: { kind: 'set_step', stepId: step.id, field: 'product', value: 'apply' },
      },
      { label: $localize`Say “${say}”`, change: sayBefore(step, say) },
    ],
  });
}

/** Directions, pressure, tools and slip as the lesson's own school has them, exceptions by region included. */
function rulesOfSchool(step: MoveStep, role: Role, school: School, add: Add, ledDown: boolean): void {
  const { move } = step;
  const areas = areasOf(step);
  const excepted = (rule: School['exceptions'][number]['rule'], region: Region = move.region): boolean =>
    school.exceptions.some((one) => one.rule === rule && one.regions.includes(region));
  if (move.backAndForth && !school.backAndForth && !excepted('back-and-forth'))
    add('back-and-forth', step, $localize`${move.name} goes back and forth; ${school.name} strokes one way only.`);
  const firm = touches(move)
    ? areas.filter((one) => moreThan(one.pressure, school.mostPressure) && !excepted('pressure', one.region))
    : [];
  if (firm.length > 0)
    add(
      'pressure',
      step,
      $localize`${move.name} is done with ${hardest(firm)} pressure; ${school.name} stays at ${school.mostPressure}.`,
      { areas: firm },
    );
  if (isImplement(move.tool) && !school.tools.includes(move.tool) && !excepted('tool'))
    add('other-tool', step, $localize`${move.name} takes a ${move.tool}; ${school.name} does without.`);
  if (!excepted('direction')) directions(step, role, school, add, ledDown);
  if (
    school.product === 'slip' &&
    ['stroke', 'roll'].includes(move.action) &&
    touches(move) &&
    !move.slip &&
    !excepted('no-slip')
  )
    add('no-slip', step, $localize`${move.name} glides without oil; ${school.name} always uses some.`);
}

/**
 * Legs that go against the school: up or down the neck, down the face, in towards the middle. One finding a step.
 *
 * @param ledDown whether a later step leads down the neck again.
 */
function directions(step: MoveStep, role: Role, school: School, add: Add, ledDown: boolean): void {
  const { move, sidePlan } = step;
  const legs = legsOf(move, sidePlan);
  const stops = waypointsOf(move, sidePlan);
  const against = (message: string): void => add('direction', step, message);
  let up = false;
  for (const [at, ways] of legs.entries()) {
    const [from, to] = [stops[at]!.region, stops[at + 1]!.region];
    const neck = crossesNeck(stops[at]!, stops[at + 1]!);
    if (neck) {
      if (ways.includes('up') && school.neck === 'down')
        return against($localize`${move.name} strokes up the neck; ${school.name} goes down only.`);
      if (ways.includes('down') && school.neck === 'up')
        return against($localize`${move.name} strokes down the neck; ${school.name} goes up.`);
      up ||= ways.includes('up');
      continue;
    }
    // The way down of a drain, and what closes a lesson, is meant to go down.
    if (LOW.has(from) || LOW.has(to) || move.action === 'drain' || role === 'closing' || role === 'finish') continue;
    if (ways.includes('down') && school.face === 'up')
      return against(
        $localize`${move.name} drags the ${regionName(move.region)} down; ${school.name} lifts up and out.`,
      );
    if (ways.includes('up') && school.face === 'down')
      return against($localize`${move.name} strokes up; ${school.name} works downward.`);
    if (ways.includes('in') && !ways.includes('out') && school.face === 'out')
      return against($localize`${move.name} strokes in towards the middle; ${school.name} goes out from it.`);
  }
  const last = legs[legs.length - 1];
  if (up && school.neck === 'up_then_down' && !last?.includes('down') && !ledDown)
    against($localize`${move.name} ends up the neck; ${school.name} leads up and then down again, or down only.`);
}

function leadsDownTheNeck({ move, sidePlan }: MoveStep): boolean {
  const stops = waypointsOf(move, sidePlan);
  return legsOf(move, sidePlan).some((ways, at) => ways.includes('down') && crossesNeck(stops[at]!, stops[at + 1]!));
}

function crossesNeck(from: Waypoint, to: Waypoint): boolean {
  return crossedBy([from, to]).some(({ region }) => region === 'neck' || region === 'nape');
}

const LOW: ReadonlySet<Region> = new Set(['chest', 'collarbone', 'shoulder', 'neck', 'nape']);

/** Steps at which something that was left comes back: tool or framing, each counted when it returns. */
function backAndForth(steps: readonly MoveStep[], of: (step: MoveStep) => string | null): MoveStep[] {
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
    ? [
        $localize`${allOf(differ)} would not mind.`,
        ...(agree.length > 0 ? [$localize`${allOf(agree)} would say the same.`] : []),
      ]
    : [];
}

function allOf(words: readonly string[]): string {
  return listed(words.map(termOf), 'and');
}
