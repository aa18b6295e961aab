import '../words/localize';
import type { Cut } from '../assembly/cut';
import type { Take } from '../lesson/take.schema';
import type { Chapter } from '../schedule/chapters';
import { frameOfTimecode, nearestFrame, timecode, type FrameRate } from '../time/frames';
import { FormatError } from './format-error';
import { framedPieces } from './framed-pieces';
import { oneLine } from './one-line';

/** What an edit list is written from. */
export interface EditListed {
  readonly title: string;
  readonly cut: Cut;
  readonly takes: readonly Pick<Take, 'id' | 'name' | 'frameRate'>[];
  readonly chapters: readonly Chapter[];
}

/** One event of an edit list, in frames of its rate: from where to where of its reel it plays, and from where on. */
export interface EdlEvent {
  readonly reel: string;
  /** Name of the clip; empty where it says none. */
  readonly clip: string;
  readonly from: number;
  readonly to: number;
  readonly at: number;
}

/** The numbers of events have three digits (CMX 3600). */
const MOST_EVENTS = 999;
/** Programmes begin at this hour (common practice, no source). */
const BEGINS_H = 1;

/**
 * Writes what plays as a CMX 3600 edit list: an event a piece, cuts only, picture with its sound, at the rate of the first
 * take. A rate that has drop-frame timecode counts in it. Reels are numbered in the order of the takes, whose names stand
 * as comments, as chapters do.
 *
 * @throws FormatError where nothing plays, or more than such a list holds.
 * @example writeEdl({ title: 'Tide', cut, takes, chapters: [] }).split('\r\n')[3]
 * // '001  TAKE1    AA/V  C        00:00:02:00 00:00:05:00 01:00:00:00 01:00:03:00'
 */
export function writeEdl({ title, cut, takes, chapters }: EditListed): string {
  const rate = rateOf(cut, takes);
  if (cut.pieces.length > MOST_EVENTS)
    throw new FormatError(
      $localize`An edit list holds ${MOST_EVENTS} pieces, and this lesson has ${cut.pieces.length}. Take OpenTimelineIO.`,
    );
  const drops = hasDropFrame(rate);
  const begins = frameOfTimecode(`${String(BEGINS_H).padStart(2, '0')}:00:00${drops ? ';' : ':'}00`, rate);
  const code = (frame: number): string => timecode(frame, rate, drops);
  const numbers = new Map(takes.map((take, i) => [take.id, i + 1]));
  const names = new Map(takes.map((take) => [take.id, take.name]));
  const events = framedPieces(cut, rate);
  const lines = events.flatMap(({ piece, from, to, at }, i) => [
    [
      `${String(i + 1).padStart(3, '0')}  ${`TAKE${numbers.get(piece.takeId) ?? 0}`.padEnd(8)} AA/V  C       `,
      ...[code(from), code(to), code(begins + at), code(begins + at + to - from)],
    ].join(' '),
    `* FROM CLIP NAME: ${oneLine(names.get(piece.takeId) ?? '')}`,
    ...chapters
      .map((one) => ({ title: one.title, frame: nearestFrame(one.startMs, rate) }))
      .filter(({ frame }) => frame >= at && frame < at + to - from)
      .map((one) => `* LOC: ${code(begins + one.frame)} YELLOW  ${oneLine(one.title)}`),
  ]);
  return [`TITLE: ${oneLine(title).slice(0, 70)}`, `FCM: ${drops ? '' : 'NON-'}DROP FRAME`, '', ...lines, ''].join(
    '\r\n',
  );
}

/** The rate at which a cut is counted: that of the take that plays first. @throws FormatError where nothing plays. */
export function rateOf(
  { pieces }: { readonly pieces: readonly { readonly takeId: string }[] },
  takes: readonly Pick<Take, 'id' | 'frameRate'>[],
): FrameRate {
  const first = takes.find((take) => take.id === pieces[0]?.takeId);
  if (!first) throw new FormatError($localize`Nothing plays yet. Bring in a take, then it can be handed over.`);
  return first.frameRate;
}

/** Only these two rates have it (SMPTE ST 12-1). */
function hasDropFrame({ numerator, denominator }: FrameRate): boolean {
  return denominator === 1001 && (numerator === 30_000 || numerator === 60_000);
}

const EVENT =
  /^(\d{3,})\s+(\S+)\s+(\S+)\s+(\S+)(?:\s+\d{3})?\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s+(\d{2}:\d{2}:\d{2}[:;]\d{2})\s*$/;

/**
 * Reads a CMX 3600 edit list: its events of picture, or of both; those of sound alone and black are left out. Where they
 * begin is counted from the first one.
 *
 * @param rate frames a second, which such a list does not say.
 * @throws FormatError with the line.
 * @example parseEdl(writeEdl(listed), rate).events.length // 3
 */
export function parseEdl(text: string, rate: FrameRate): { title: string; events: EdlEvent[] } {
  const events: { -readonly [K in keyof EdlEvent]: EdlEvent[K] }[] = [];
  let title = '';
  let drops = false;
  let last: (typeof events)[number] | null = null;
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .forEach((raw, i) => {
      const line = raw.trim();
      const said = /^(TITLE|FCM|\*\s*FROM CLIP NAME):\s*(.*)$/i.exec(line);
      if (said) {
        if (/^TITLE/i.test(said[1]!)) title = said[2]!;
        else if (/^FCM/i.test(said[1]!)) drops = /^DROP/i.test(said[2]!);
        else if (last) last.clip = said[2]!;
        return;
      }
      if (!/^\d/.test(line)) return;
      const event = EVENT.exec(line);
      if (!event)
        throw new FormatError(
          $localize`Line ${i + 1} begins like an event and is none: number, reel, track, how, and four times as 01:00:00:00.`,
          i + 1,
        );
      const [, , reel, track, how] = event as unknown as string[];
      last = null;
      if (reel!.toUpperCase() === 'BL' || !/[VB]/i.test(track!)) return;
      if (!/^C$/i.test(how!))
        throw new FormatError(
          $localize`Line ${i + 1} is no cut but “${how!}”: only cuts are read. Write the list without transitions.`,
          i + 1,
        );
      const [from, to, at, end] = event.slice(5).map((code) => frameOf(code, rate, drops, i + 1)) as [
        number,
        number,
        number,
        number,
      ];
      if (to <= from || end - at !== to - from)
        throw new FormatError($localize`In line ${i + 1} the two lengths differ, or there is none.`, i + 1);
      last = { reel: reel!, clip: '', from, to, at };
      events.push(last);
    });
  if (events.length === 0)
    throw new FormatError($localize`There is no event in this list. Write it as CMX 3600, and bring that in.`);
  const first = Math.min(...events.map((one) => one.at));
  return { title, events: events.map((one) => ({ ...one, at: one.at - first })) };
}

/** Some write a colon although the list says that it drops frames. */
function frameOf(code: string, rate: FrameRate, drops: boolean, line: number): number {
  try {
    return frameOfTimecode(drops ? `${code.slice(0, 8)};${code.slice(9)}` : code, rate);
  } catch (error) {
    throw new FormatError($localize`Line ${line}\: ${error instanceof Error ? error.message : ''}`, line);
  }
}
