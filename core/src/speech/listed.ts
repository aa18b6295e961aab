/** @example listed(['a', 'b', 'c'], 'or') // 'a, b or c' */
export function listed(words: readonly string[], last: 'and' | 'or'): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words[words.length - 1]!}`;
}
