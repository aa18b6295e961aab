/** A text on one line, as forms of file with lines hold it. @example oneLine('The ropes\nagain ') // 'The ropes again' */
export function oneLine(text: string): string {
  return text.replace(/\s+/g, ' ').trim();
}
