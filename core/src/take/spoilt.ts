import type { TakeMs } from '../time/clocks';
import type { Span } from '../time/spans';
import type { LogEntry } from './log.document';

/**
 * Stretches of a take that were broken off and begun again, ms of the take: from where the same place was come to before,
 * until “again from here” was pressed. One whose beginning the log does not tell is none.
 *
 * @param log in the order of its times.
 * @example spoiltIn(log) // [[4000, 9000]]
 */
export function spoiltIn(log: readonly LogEntry[]): Span<TakeMs>[] {
  return log.flatMap((again, at): Span<TakeMs>[] => {
    if (again.kind !== 'again') return [];
    // Going back writes where it went back to, at the same instant.
    const place = log.slice(at + 1).find((one) => one.atMs === again.atMs && one.stepId !== null);
    const before = place && log.slice(0, at).findLast((one) => isSame(one, place));
    return before && before.atMs < again.atMs ? [[before.atMs, again.atMs]] : [];
  });
}

const isSame = (one: LogEntry, other: LogEntry): boolean =>
  one.kind === other.kind && one.stepId === other.stepId && one.side === other.side;
