import type { Cue } from '../cue/cue';
import type { Place } from '../cue/place';
import { closedUp, stamp } from './timed-text';

/**
 * Writes cues as a SubRip file: numbered from 1 in order of their start, times with a comma, lines as they are broken.
 * What a reader would take for the end of a cue or for markup is closed up or opened.
 *
 * @example writeSrt([{ startMs: 0, endMs: 1500, lines: ['Press.'] }]) // '1\n00:00:00,000 --> 00:00:01,500\nPress.\n'
 */
export function writeSrt(cues: readonly (Pick<Cue, 'startMs' | 'endMs'> & Pick<Place, 'lines'>)[]): string {
  return [...cues]
    .sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs)
    .map(
      ({ startMs, endMs, lines }, i) =>
        `${i + 1}\n${stamp(startMs, ',')} --> ${stamp(endMs, ',')}\n${srtText(lines.join('\n'))}\n`,
    )
    .join('\n');
}

/** A text as it stands in a cue of SubRip: signs that it cannot hold are others that look like them. @example srtText('a < b') // 'a ‹ b' */
export function srtText(text: string): string {
  return closedUp(text)
    .replace(/-->/g, '→')
    .replace(/</g, '‹')
    .replace(/>/g, '›')
    .replace(/\{(?=\\)/g, '(')
    .trim();
}
