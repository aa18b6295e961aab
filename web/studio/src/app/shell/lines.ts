/** A list that is written one a line. @example linesOf(' oil \n\nlotion') // ['oil', 'lotion'] */
export function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
}
