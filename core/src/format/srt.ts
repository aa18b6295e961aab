import type { Cue } from '../cue/cue';
import type { Place } from '../cue/place';

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
      ({ startMs, endMs, lines }, i) => `${i + 1}\n${stamp(startMs)} --> ${stamp(endMs)}\n${plain(lines.join('\n'))}\n`,
    )
    .join('\n');
}

function plain(text: string): string {
  return text
    .replace(/\r\n?/g, '\n')
    .replace(/\n\s*\n+/g, '\n')
    .replace(/-->/g, '→')
    .replace(/</g, '‹')
    .replace(/>/g, '›')
    .replace(/\{(?=\\)/g, '(')
    .trim();
}

function stamp(ms: number): string {
  const pad = (value: number, digits = 2): string => String(value).padStart(digits, '0');
  const seconds = Math.floor(ms / 1000);
  return `${pad(Math.floor(seconds / 3600))}:${pad(Math.floor(seconds / 60) % 60)}:${pad(seconds % 60)},${pad(ms % 1000, 3)}`;
}
