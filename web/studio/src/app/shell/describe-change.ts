import { describeDose } from '@limber/core/dose/dose';
import { nameOfStep, stepSchema } from '@limber/core/lesson/lesson.schema';
import { doseSchema } from '@limber/core/dose/dose.schema';
import type { LibraryChange } from '@limber/core/library/library-change';
import type { Change } from '@limber/core/lesson/change.schema';

/** A change of any document in words short enough to choose by; also one that this program cannot read. */
export function describeChange(change: unknown): string {
  if (typeof change !== 'object' || change === null || !('kind' in change)) return shown(change);
  const one = change as Change | LibraryChange;
  switch (one.kind) {
    case 'batch':
      return Array.isArray(one.changes) ? one.changes.map(describeChange).join('; ') : $localize`several at once`;
    case 'set_lesson':
    case 'set_step':
    case 'set_take':
    case 'set_segment':
      return one.field === 'dose' || one.field === 'rightDose'
        ? $localize`how many${one.field === 'dose' ? '' : $localize`, right`}\: ${doseWords(one.value)}`
        : `${words(String(one.field))}: ${shown(one.value)}`;
    case 'set_override':
      return $localize`cue: ${shown(one.override)}`;
    case 'add_step':
      return $localize`added ${nameOfAdded(one.step)}`;
    case 'add_take':
      return $localize`brought in ${one.take?.name ?? $localize`a take`}`;
    case 'add_moves':
      return $localize`added ${(one.moves ?? []).map((move) => move.name).join(', ')}`;
    case 'set_move':
      return `${one.move?.name ?? $localize`a move`}: ${one.move?.how ?? 'changed'}`;
    default:
      return words(String(one.kind));
  }
}

/** A step that was added by an older program may say less than today's. */
function nameOfAdded(step: unknown): string {
  const known = stepSchema.safeParse(step);
  return known.success ? nameOfStep(known.data) : $localize`a step`;
}

function doseWords(value: unknown): string {
  const dose = doseSchema.safeParse(value);
  return dose.success ? describeDose(dose.data) : shown(value);
}

function words(name: string): string {
  return name
    .replace(/([A-Z])/g, ' $1')
    .replace(/_/g, ' ')
    .toLowerCase();
}

function shown(value: unknown): string {
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'string') return `“${value}”`;
  if (typeof value !== 'object') return JSON.stringify(value);
  return Object.entries(value)
    .filter(([, part]) => part !== '' && part !== null)
    .map(([name, part]: [string, unknown]) => `${words(name)} ${plain(part)}`)
    .join(', ');
}

/** A figure as it stands, a range by its planned figure, a text in quotes, anything else as JSON. */
function plain(part: unknown): string {
  if (typeof part === 'string') return `“${part}”`;
  const planned = (part as { planned?: unknown } | null)?.planned;
  return JSON.stringify(planned ?? part);
}
