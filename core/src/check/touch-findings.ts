import '../words/localize';
import { areaName } from '../face/areas';
import type { MoveStep } from '../lesson/lesson.schema';
import { PRESSURES, type Pressure } from '../move/move.schema';
import { touches } from '../move/way';
import { areasOf, type Area } from '../schedule/areas';
import { listed } from '../speech/listed';
import type { Found } from './finding';
import type { RuleId } from './rules';

/** @example moreThan('firm', 'light') // true */
export function moreThan(pressure: Pressure, most: Pressure): boolean {
  return PRESSURES.indexOf(pressure) > PRESSURES.indexOf(most);
}

/** Front and side of the neck: the back is the nape. */
const atNeck = ({ region }: Area): boolean => region === 'neck';

/**
 * What no school does: a neck that is pressed, both of its sides at once, an eye that is pressed. By the areas that a
 * hand crosses, whatever the step is called (general knowledge, no source).
 *
 * @example touchFindings(step)[0]?.rule // 'neck-pressure'
 */
export function touchFindings(step: MoveStep): Found[] {
  const { move } = step;
  if (!touches(move)) return [];
  const findings: Found[] = [];
  const add = (rule: RuleId, message: string, more: Partial<Found>): void =>
    void findings.push({
      rule,
      place: { on: 'plan', stepId: step.id, part: 'order' },
      message,
      repairs: [],
      ...more,
    });
  const areas = areasOf(step);
  const neck = areas.filter(atNeck);
  const pressed = neck.filter((one) => moreThan(one.pressure, 'light'));
  const grips = ['press', 'pinch', 'knead'].includes(move.action) ? neck : [];
  const hard = pressed.length > 0 ? pressed : grips;
  if (hard.length > 0) {
    const how =
      pressed.length > 0
        ? $localize`with ${hardest(hard)} pressure`
        : $localize`by ${move.action === 'press' ? $localize`pressing` : move.action === 'pinch' ? $localize`pinching` : $localize`kneading`}`;
    add(
      'neck-pressure',
      $localize`${move.name} works the ${namesOf(hard)} ${how}. Only feather strokes are safe there.`,
      {
        areas: hard,
        because: $localize`works the ${namesOf(hard)} ${how}`,
      },
    );
  }
  const sides = new Set(neck.map((one) => one.side));
  if (sides.has('left') && sides.has('right') && step.sidePlan === 'both') {
    const feather = neck.every((one) => one.pressure === 'feather');
    add(
      'neck-both-sides',
      feather
        ? $localize`${move.name} strokes both sides of the neck at once. One side at a time is safer.`
        : $localize`${move.name} works both sides of the neck at once. One side at a time, never both together.`,
      {
        ...(feather ? { severity: 'should' as const } : {}),
        areas: neck,
        because: $localize`works both sides of the neck at once`,
      },
    );
  }
  const eye = areas.filter(({ region, pressure }) => region === 'eye' && moreThan(pressure, 'light'));
  if (eye.length > 0)
    add(
      'eye-pressure',
      $localize`${move.name} presses ${namesOf(eye)} with ${hardest(eye)} pressure. Feather or light there.`,
      {
        areas: eye,
        because: $localize`presses at the eye with ${hardest(eye)} pressure`,
      },
    );
  return findings;
}

/** The most pressure of some areas. @example hardest(areasOf(step)) // 'light' */
export function hardest(areas: readonly Area[]): Pressure {
  return areas.reduce((most, one) => (moreThan(one.pressure, most) ? one.pressure : most), areas[0]!.pressure);
}

function namesOf(areas: readonly Area[]): string {
  return listed([...new Set(areas.map((one) => areaName(one)))], 'and');
}
