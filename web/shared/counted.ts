/** @example counted(2, 'move') // '2 moves' */
export function counted(n: number, one: string): string {
  return `${n} ${one}${n === 1 ? '' : 's'}`;
}
