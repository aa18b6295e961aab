import type { Change } from '@limber/core/lesson/change.schema';

/** A change in words short enough to choose by. */
export function describeChange(change: Change): string {
  switch (change.kind) {
    case 'batch':
      return change.changes.map(describeChange).join('; ');
    case 'set_lesson':
    case 'set_step':
    case 'set_take':
    case 'set_segment':
      return `${words(change.field)}: ${shown(change.value)}`;
    case 'set_override':
      return `cue: ${shown(change.override)}`;
    case 'add_step':
      return `added ${change.step.move.name}`;
    case 'add_take':
      return `brought in ${change.take.name}`;
    default:
      return words(change.kind);
  }
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
