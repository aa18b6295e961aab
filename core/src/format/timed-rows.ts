import '../words/localize';
import { FormatError } from './format-error';

/** A cue of a WebVTT or SubRip file, its words on one line. */
export interface TimedRow {
  /** Where it stands in the file: the line with its times, from 1. */
  readonly line: number;
  /** Its identifier: its number in SubRip; empty where it has none. */
  readonly id: string;
  readonly startMs: number;
  readonly endMs: number;
  readonly text: string;
}

/** An instant in either format: hours may be left out, a comma or a point stands before thousandths. */
const STAMP = String.raw`(?:(\d{1,3}):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})`;
const TIMES = new RegExp(`^\\s*${STAMP}\\s*-->\\s*${STAMP}(?:\\s|$)`);

/**
 * Reads the cues of a WebVTT (W3C) or SubRip file one by one; notes, styles and regions are passed over.
 *
 * @throws FormatError with the line where times cannot be read, and where a cue ends before it begins.
 * @example timedRows('1\n00:00:01,000 --> 00:00:02,500\nPress.\n') // [{ line: 2, id: '1', startMs: 1000, endMs: 2500, text: 'Press.' }]
 */
export function timedRows(source: string): TimedRow[] {
  const lines = source
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n');
  const rows: TimedRow[] = [];
  for (let at = 0; at < lines.length; at++) {
    if (/^(?:NOTE|STYLE|REGION)\b/.test(lines[at]!) && isBlank(lines[at - 1])) {
      while (!isBlank(lines[at + 1])) at++;
      continue;
    }
    if (!lines[at]!.includes('-->')) continue;
    const line = at + 1;
    const found = TIMES.exec(lines[at]!);
    if (!found)
      throw new FormatError(
        $localize`Line ${line} has no times that can be read: they look like 00:01:02.500 --> 00:01:04.000.`,
        line,
      );
    const [startMs, endMs] = [msOf(found.slice(1, 5)), msOf(found.slice(5, 9))];
    if (endMs <= startMs) throw new FormatError($localize`The cue in line ${line} ends before it begins.`, line);
    const id = isBlank(lines[at - 1]) ? '' : lines[at - 1]!.trim();
    const words: string[] = [];
    while (!isBlank(lines[at + 1])) words.push(lines[++at]!);
    rows.push({ line, id, startMs, endMs, text: plain(words.join(' ')) });
  }
  return rows;
}

const isBlank = (line: string | undefined): boolean => line === undefined || line.trim() === '';

function msOf([hours = '0', minutes, seconds, thousandths]: string[]): number {
  return ((Number(hours) * 60 + Number(minutes)) * 60 + Number(seconds)) * 1000 + Number(thousandths!.padEnd(3, '0'));
}

/** Tags go, escapes are what they stand for (W3C WebVTT, 4.2.2). */
function plain(text: string): string {
  const signs: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', nbsp: ' ', lrm: '', rlm: '' };
  return text
    .replace(/<[^>]*>/g, '')
    .replace(/&(amp|lt|gt|nbsp|lrm|rlm);/g, (_, name: string) => signs[name]!)
    .replace(/\s+/g, ' ')
    .trim();
}
