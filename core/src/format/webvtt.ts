import type { Cue } from '../cue/cue';
import type { Place } from '../cue/place';
import { closedUp, stamp } from './timed-text';

/**
 * Writes placed cues as a W3C WebVTT file, with their lines and at their places. Text is escaped (`&`, `<`, `>`, and so
 * `-->`), blank lines inside a cue (which would end it) are closed up, and cues stand in text track cue order: earlier
 * start first, then later end. The identifier of a cue is its key.
 *
 * @example writeWebVtt([{ key: 'a', startMs: 0, endMs: 1000, lines: ['Press.'], box: [0.25, 0.8, 0.5, 0.1] }])
 * // 'WEBVTT\n\na\n00:00:00.000 --> 00:00:01.000 line:80% position:50%,center size:50% align:center\nPress.\n'
 */
export function writeWebVtt(
  cues: readonly (Pick<Cue, 'key' | 'startMs' | 'endMs'> & Pick<Place, 'lines' | 'box'>)[],
): string {
  const blocks = [...cues]
    .sort((a, b) => a.startMs - b.startMs || b.endMs - a.endMs)
    .map(
      (cue) =>
        `${identifier(cue.key)}\n${stamp(cue.startMs, '.')} --> ${stamp(cue.endMs, '.')}${settings(cue.box)}\n${webVttText(cue.lines.join('\n'))}\n`,
    );
  return ['WEBVTT\n', ...blocks].join('\n');
}

/** W3C WebVTT, 3.5: the top of the cue box from the top of the picture, its middle from the left, and its width. */
function settings([x, y, width]: Place['box']): string {
  return ` line:${percent(y)} position:${percent(x + width / 2)},center size:${percent(width)} align:center`;
}

function percent(share: number): string {
  return `${Math.round(Math.max(0, Math.min(1, share)) * 10_000) / 100}%`;
}

/** A text as it stands in a cue of WebVTT. @example webVttText('a < b') // 'a &lt; b' */
export function webVttText(text: string): string {
  return closedUp(text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')).trim();
}

function identifier(key: string): string {
  return key.replace(/[\r\n]+/g, ' ').replace(/-->/g, '-');
}
