import { oneLine } from './one-line';
import type { Chapter } from '../schedule/chapters';
import { clock } from '../time/clock';
import { stamp } from './timed-text';
import { webVttText } from './webvtt';

/** Fewer than this, and video hosts show none (common practice, no source). */
export const LEAST_CHAPTERS = 3;

/**
 * Chapters as lines of a description, as video hosts read them; none where there are too few for them to be shown.
 *
 * @example chapterLines(chapters)[0] // '0:00 Before the early bulletin'
 */
export function chapterLines(chapters: readonly Chapter[]): string[] {
  if (chapters.length < LEAST_CHAPTERS) return [];
  return chapters.map(({ startMs, title }) => `${clock(startMs)} ${oneLine(title)}`);
}

/**
 * Chapters as a W3C WebVTT file, for a `<track kind="chapters">`.
 *
 * @example writeChapters([{ startMs: 0, endMs: 9000, title: 'Slipway' }])
 * // 'WEBVTT\n\n00:00:00.000 --> 00:00:09.000\nSlipway\n'
 */
export function writeChapters(chapters: readonly Chapter[]): string {
  const blocks = chapters.map(
    ({ startMs, endMs, title }) => `${stamp(startMs, '.')} --> ${stamp(endMs, '.')}\n${webVttText(title)}\n`,
  );
  return ['WEBVTT\n', ...blocks].join('\n');
}
