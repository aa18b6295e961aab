import type { Change, SingleChange } from './change.schema';

/** The single changes that one is made of. @example singlesOf(change).length // 1 */
export function singlesOf(change: Change): readonly SingleChange[] {
  return change.kind === 'batch' ? change.changes : [change];
}

/**
 * Several changes as one, which is undone as one: a batch, or the change itself where there is one; null where there is
 * none.
 *
 * @example asOne([]) // null
 */
export function asOne(changes: readonly SingleChange[]): Change | null {
  if (changes.length === 0) return null;
  return changes.length === 1 ? changes[0]! : { kind: 'batch', changes: [...changes] };
}
