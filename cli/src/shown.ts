import type { Finding } from '@limber/core/check/finding';

/** A finding as it is printed: without what only the program compares. */
export function shown({ basis: _basis, ...one }: Finding): Omit<Finding, 'basis'> {
  return one;
}
