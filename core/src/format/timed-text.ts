/**
 * An instant as subtitles write it: hours, minutes and seconds in two digits, and thousandths behind `point`.
 *
 * @example stamp(3_723_004, ',') // '01:02:03,004'
 */
export function stamp(ms: number, point: '.' | ','): string {
  const pad = (value: number, digits = 2): string => String(value).padStart(digits, '0');
  const seconds = Math.floor(ms / 1000);
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map((part) => pad(part));
  return `${clock.join(':')}${point}${pad(ms % 1000, 3)}`;
}

/**
 * One kind of line end, and no blank line, which would end a cue.
 *
 * @example closedUp('Press.\r\n\r\nLet go.') // 'Press.\nLet go.'
 */
export function closedUp(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(/\n\s*\n+/g, '\n');
}
