import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** The processor's clock ticks a second (sysconf). */
const TICKS = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));

/** Processor time of this process and of those that it started, s (proc(5): fields 14 to 17 of `stat`). */
export function processorTime(): number {
  const stat = readFileSync('/proc/self/stat', 'utf8');
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return fields.slice(11, 15).reduce((sum, one) => sum + Number(one), 0) / TICKS;
}

/** Processor time of some work, its children that ended in it counted, s. */
export async function spent(work: () => Promise<void>): Promise<number> {
  const before = processorTime();
  await work();
  return processorTime() - before;
}
