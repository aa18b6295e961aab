/** A line of a narration: what was said between two instants, ms. */
export interface NarrationLine {
  readonly startMs: number;
  readonly endMs: number;
  readonly text: string;
  /** Whether the times were given, and not estimated from the words. */
  readonly timed: boolean;
  /** Whether its start was given in whole seconds, as a clock shows them: it began at any instant of that second. */
  readonly wholeSecond?: boolean;
  /** Whether somebody left a line empty before it, to begin something new. */
  readonly paragraph?: boolean;
}

/** A text that cannot be read as narration; the message says what to do. */
export class NarrationError extends Error {
  override readonly name = 'NarrationError';
}

/** Slow speech, for text without times: ms a word with the pauses between sentences (110 words a minute; common practice, no source). */
const MS_A_WORD = 545;

/** Of stamped lines at most so many begin a paragraph. */
const MOST_PARTED = 0.6;

const STAMP = /^\s*[[(]?(?:(\d{1,2}):)?(\d{1,3}):(\d{2})(?:[.,](\d{1,3}))?[\])]?\s*[-–—:]?\s*/;
const ARROW = /^\s*((?:\d+:)?\d+:\d{2}[.,]\d{1,3})\s*-->\s*((?:\d+:)?\d+:\d{2}[.,]\d{1,3})/;

/**
 * Reads WebVTT (W3C), SubRip, or plain text with `[m:ss]` stamps; text without any times is
 * taken as well, its times estimated.
 *
 * @throws NarrationError when there is nothing to read.
 * @example parseLines('[0:05] Press. [0:07] Let go.')[0] // { startMs: 5000, endMs: 6090, text: 'Press.', timed: true, wholeSecond: true }
 */
export function parseLines(source: string): NarrationLine[] {
  const text = source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const lines = /-->|^WEBVTT\b/.test(text) ? readCues(text) : readStamped(text);
  if (lines.length === 0)
    throw new NarrationError(
      'There are no words in this. Paste the narration, or give captions as WebVTT, SubRip, or text with [m:ss] stamps.',
    );
  return lines;
}

/**
 * Reads captions: a narration whose lines have times.
 *
 * @throws NarrationError when there are no words in it, or no times.
 * @example parseCaptions('[0:05] Press.').length // 1
 */
export function parseCaptions(source: string): NarrationLine[] {
  const lines = parseLines(source);
  if (!lines.some((line) => line.timed))
    throw new NarrationError(
      'There are no times in these words. Give captions as WebVTT, SubRip, or text with [m:ss] stamps.',
    );
  return lines;
}

/** Captions that were kept; null where there are none, or none that can be read. @example keptCaptions('Press.') // null */
export function keptCaptions(text: string | null): NarrationLine[] | null {
  try {
    return text === null ? null : parseCaptions(text);
  } catch (error) {
    if (error instanceof NarrationError) return null;
    throw error;
  }
}

function readCues(text: string): NarrationLine[] {
  const lines: NarrationLine[] = [];
  for (const block of text.split(/\n{2,}/)) {
    const rows = block.split('\n');
    const at = rows.findIndex((row) => ARROW.test(row));
    if (at < 0 || /^(?:NOTE|STYLE|REGION)\b/.test(rows[0]!)) continue;
    const [, from, to] = ARROW.exec(rows[at]!)!;
    const words = plain(rows.slice(at + 1).join(' '));
    if (words)
      lines.push({ startMs: msOf(from!), endMs: Math.max(msOf(from!) + 1, msOf(to!)), text: words, timed: true });
  }
  return withoutRepeats(lines.sort((a, b) => a.startMs - b.startMs));
}

/** Captions that roll up show a line twice: what a cue repeats of the one before it is taken away. */
function withoutRepeats(lines: readonly NarrationLine[]): NarrationLine[] {
  const kept: NarrationLine[] = [];
  let before: string[] = [];
  for (const line of lines) {
    const words = line.text.split(' ');
    let overlap = Math.min(before.length, words.length);
    while (overlap > 2 && before.slice(-overlap).join(' ') !== words.slice(0, overlap).join(' ')) overlap--;
    before = words;
    const rest = overlap > 2 ? words.slice(overlap) : words;
    if (rest.length > 0) kept.push({ ...line, text: rest.join(' ') });
  }
  return kept;
}

function readStamped(text: string): NarrationLine[] {
  const found: { startMs: number | null; text: string; wholeSecond?: true; paragraph?: true }[] = [];
  let emptyBefore = false;
  // A stamp in brackets begins a line wherever it stands.
  for (const row of text.split(/\n|\s(?=\[(?:\d{1,2}:)?\d{1,3}:\d{2}\])/)) {
    const stamp = STAMP.exec(row);
    const words = plain(stamp ? row.slice(stamp[0].length) : row);
    if (row.trim() === '') {
      emptyBefore = found.length > 0;
      continue;
    }
    const paragraph = emptyBefore ? ({ paragraph: true } as const) : {};
    emptyBefore = false;
    if (stamp)
      found.push({
        startMs: msOf(stamp[0].replace(/[^\d:.,]/g, '').replace(/:$/, '')),
        text: words,
        ...(stamp[4] === undefined ? { wholeSecond: true } : {}),
        ...paragraph,
      });
    else if (words && found.length > 0 && found[found.length - 1]!.startMs !== null)
      found[found.length - 1]!.text += ` ${words}`;
    else if (words) found.push({ startMs: null, text: words, ...paragraph });
  }
  // With a line left empty before every stamp, as programs write them, it says nothing.
  const stamped = found.filter((line) => line.startMs !== null);
  const parted = stamped.filter((line) => line.paragraph).length <= MOST_PARTED * stamped.length;
  let now = 0;
  return found.flatMap((line, i): NarrationLine[] => {
    const startMs = line.startMs ?? now;
    const spoken = wordCount(line.text) * MS_A_WORD;
    const next = found[i + 1]?.startMs;
    // Nobody speaks all through a long silence: words are not spread thinner than half the slow rate. Where a sentence goes
    // on with the next line, nobody is silent between them: the silence lies somewhere within.
    const most = goesOn(line.text, found[i + 1]?.text) ? Infinity : Math.max(2 * spoken, 1000);
    const endMs = next != null && next > startMs ? Math.min(next, startMs + most) : startMs + Math.max(spoken, 500);
    now = endMs;
    const { text, wholeSecond, paragraph } = line;
    return text
      ? [
          {
            startMs,
            endMs,
            text,
            timed: line.startMs !== null,
            ...(wholeSecond ? { wholeSecond } : {}),
            ...(paragraph && parted ? { paragraph } : {}),
          },
        ]
      : [];
  });
}

/** Whether a long line ends within a sentence; a short one without any sign may be all that was said before a silence. */
function goesOn(text: string, next = ''): boolean {
  return wordCount(text) >= LONG_LINE && !ENDS_SENTENCE.test(text) && /^\p{Ll}/u.test(next);
}
/** How written words end a sentence, with what closes a quotation or a bracket behind. */
export const ENDS_SENTENCE = /[.!?…]["”'’)]*$/;
/** Words of a line that is longer than what is said in one breath. */
const LONG_LINE = 20;

function wordCount(text: string): number {
  return text.split(/\s+/).filter(Boolean).length;
}

/** Words only: caption tags, entities, music signs and speakers' dashes go. */
function plain(text: string): string {
  return text
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&amp;/g, '&')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/\[(?:music|applause|laughter|silence)[^\]]*\]|[♪♫]/gi, ' ')
    .replace(/^\s*(?:>>|[-–—])\s*/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}

function msOf(stamp: string): number {
  const parts = stamp.replace(',', '.').split(':').map(Number);
  return Math.round(parts.reduce((sum, part) => sum * 60 + part, 0) * 1000);
}
