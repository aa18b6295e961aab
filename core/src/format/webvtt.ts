import type { Cue } from '../cue/cue';

/**
 * Writes cues as a W3C WebVTT file. Text is escaped (`&`, `<`, `>`, and so `-->`), blank lines inside a cue (which would
 * end it) are closed up, and cues stand
 * in text track cue order: earlier start first, then later end. The identifier of a cue is its key.
 *
 * @example writeWebVtt([{ key: 'a', kind: 'caption', startMs: 0, endMs: 1000, text: 'Press.' }]) // 'WEBVTT\n\na\n00:00:00.000 --> …'
 */
export function writeWebVtt(cues: readonly Pick<Cue, 'key' | 'kind' | 'startMs' | 'endMs' | 'text'>[]): string {
  const blocks = [...cues]
    .sort((a, b) => a.startMs - b.startMs || b.endMs - a.endMs)
    .map(
      (cue) =>
        `${identifier(cue.key)}\n${stamp(cue.startMs)} --> ${stamp(cue.endMs)}${SETTINGS[cue.kind]}\n${escapeText(cue.text)}\n`,
    );
  return ['WEBVTT\n', ...blocks].join('\n');
}

/** Where each kind stands, so that cues on screen together do not cover each other. */
const SETTINGS: Readonly<Record<Cue['kind'], string>> = {
  label: ' line:5% position:5% align:start',
  side: ' line:14% position:5% align:start',
  swap: ' line:30% align:center',
  count: ' line:20% position:92% align:end',
  countdown: ' line:20% position:92% align:end',
  caption: '',
};

function stamp(ms: number): string {
  const pad = (value: number, digits = 2): string => String(value).padStart(digits, '0');
  const seconds = Math.floor(ms / 1000);
  return `${pad(Math.floor(seconds / 3600))}:${pad(Math.floor(seconds / 60) % 60)}:${pad(seconds % 60)}.${pad(ms % 1000, 3)}`;
}

function escapeText(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/\r\n?/g, '\n')
    .replace(/\n\s*\n+/g, '\n')
    .trim();
}

function identifier(key: string): string {
  return key.replace(/[\r\n]+/g, ' ').replace(/-->/g, '-');
}
